-- What the book and its counters say is read into memory once and used until something of it changes. Every change gives it another
-- version, in the same transaction: one that nobody has seen before, so that a change that is rolled back leaves none behind.
create table book_version (
  single boolean primary key default true check (single),
  version uuid not null default gen_random_uuid(),
  -- The transaction that wrote it.
  written_by xid8 not null default pg_current_xact_id()
);
insert into book_version default values;

create function book_changed() returns trigger language plpgsql as $$
begin
  update book_version
  set version = gen_random_uuid(), written_by = pg_current_xact_id()
  where written_by <> pg_current_xact_id();
  return null;
end
$$;

do $$
declare
  changed text;
begin
  foreach changed in array array['cause_count', 'feature_count', 'outcome_count', 'component', 'failure', 'cause', 'fix', 'pattern',
    'procedure', 'procedure_outcome', 'procedure_effect', 'procedure_picture']
  loop
    execute format('create trigger book_changed after insert or update or delete or truncate on %I for each statement execute function book_changed()', changed);
  end loop;
end
$$;
