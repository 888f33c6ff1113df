-- An import writes words, procedures and known failures for seconds, and from the first of them on nobody could close a job: each closing gives the book
-- another version, of which there is one row. Now what writes the book for long may give it its version at the end, just before others see any of it.
--
-- dead_ends.version: empty for at once; 'at-the-end' where it is to come later; 'due' where something has changed since.
create or replace function give_counters_another_version() returns void language plpgsql as $$
begin
  if coalesce(current_setting('dead_ends.version', true), '') <> '' then
    perform set_config('dead_ends.version', 'due', true);
    return;
  end if;
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
  if coalesce(current_setting('dead_ends.version', true), '') = '' then
    update book_version set words = gen_random_uuid(), words_by = pg_current_xact_id() where words_by <> pg_current_xact_id();
  end if;
end
$$;

-- What was to come at the end of this transaction comes now.
create function give_version_that_is_due() returns void language plpgsql as $$
declare
  was text := coalesce(current_setting('dead_ends.version', true), '');
begin
  perform set_config('dead_ends.version', '', true);
  if was = 'due' then
    perform give_book_another_version();
  end if;
end
$$;
