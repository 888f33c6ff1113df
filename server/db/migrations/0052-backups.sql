-- What is done by the clock, nobody has asked for.
alter table long_work alter column person_id drop not null;
create index long_work_backups on long_work (asked_at desc) where kind = 'backup';
