-- Words are kept in memory with the book. And an insert that adds nothing, since all of it is there already, is no change.
create function give_book_another_version() returns void language sql as $$
  update book_version
  set version = gen_random_uuid(), written_by = pg_current_xact_id()
  where written_by <> pg_current_xact_id()
$$;

create or replace function book_changed() returns trigger language plpgsql as $$
begin
  perform give_book_another_version();
  return null;
end
$$;

create function book_grew() returns trigger language plpgsql as $$
begin
  if exists (select from added) then
    perform give_book_another_version();
  end if;
  return null;
end
$$;

do $$
declare
  changed text;
begin
  foreach changed in array array['component', 'failure', 'cause'] loop
    execute format('drop trigger book_changed on %I', changed);
  end loop;
  foreach changed in array array['symptom', 'condition', 'component', 'failure', 'cause'] loop
    execute format('create trigger book_changed after update or delete or truncate on %I for each statement execute function book_changed()', changed);
    execute format('create trigger book_grew after insert on %I referencing new table as added for each statement execute function book_grew()', changed);
  end loop;
end
$$;
