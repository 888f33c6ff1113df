-- The tests of one procedure, for the values that good parts read here.
create index entry_of_procedure on entry ((body ->> 'procedure')) where kind = 'test';
