-- A closed job moves some hundred counters: whoever keeps the book in memory takes that step, instead of reading all of it anew.
alter table book_version
  -- Versions, counted: there is one step from each to the next.
  add column nth bigint not null default 1,
  -- The version of what is not counted: words, causes, procedures, known failures.
  add column words uuid not null default gen_random_uuid(),
  add column words_by xid8 not null default pg_current_xact_id();

create table book_step (
  -- Of the version that it leads to.
  nth bigint primary key,
  -- What was added to the counters over all vehicles; null where it was too much to be told.
  counts jsonb
);

-- Whoever keeps the book in memory is told that it is another.
create function give_counters_another_version() returns void language plpgsql as $$
begin
  update book_version
  set version = gen_random_uuid(), nth = nth + 1, written_by = pg_current_xact_id()
  where written_by <> pg_current_xact_id();
  if found then
    perform pg_notify('dead_ends_book', '');
  end if;
end
$$;

create or replace function give_book_another_version() returns void language plpgsql as $$
begin
  perform give_counters_another_version();
  update book_version set words = gen_random_uuid(), words_by = pg_current_xact_id() where words_by <> pg_current_xact_id();
end
$$;

create function counters_changed() returns trigger language plpgsql as $$
begin
  perform give_counters_another_version();
  return null;
end
$$;

do $$
declare
  counted text;
begin
  foreach counted in array array['cause_count', 'feature_count', 'outcome_count'] loop
    execute format('drop trigger book_changed on %I', counted);
    execute format('create trigger counters_changed after insert or update or delete or truncate on %I for each statement execute function counters_changed()', counted);
  end loop;
end
$$;
