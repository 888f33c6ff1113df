-- What is called how is kept in memory with the book: a make, model, engine or transmission that nobody had named before is something new of it.
create trigger book_grew after insert on variant_name referencing new table as added for each statement execute function book_grew();

-- The latest jobs of the whole book, whichever site closed them.
create index job_latest on job (closed_at desc, id) where closed_at is not null;
