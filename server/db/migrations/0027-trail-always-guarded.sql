-- Also where a session leaves ordinary triggers out, as a bulk import does.
alter table entry enable always trigger entry_append_only;
alter table entry enable always trigger entry_never_emptied;
alter table entry_odds enable always trigger entry_odds_append_only;
alter table entry_odds enable always trigger entry_odds_never_emptied;
