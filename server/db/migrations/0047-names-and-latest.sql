-- Words that people type are kept in memory with the names that are like them (`server/views/ask/names.ts`): whoever keeps them is told of a make, model,
-- engine or transmission that nobody had named before. It is nothing new of the book.
create function names_grew() returns trigger language plpgsql as $$
begin
  if exists (select from added) then
    perform pg_notify('dead_ends_book', 'names');
  end if;
  return null;
end
$$;
create trigger names_grew after insert on variant_name referencing new table as added for each statement execute function names_grew();

-- The latest jobs of the whole book, whichever site closed them.
create index job_latest on job (closed_at desc, id) where closed_at is not null;
