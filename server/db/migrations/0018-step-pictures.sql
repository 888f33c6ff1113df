-- A picture beside a step of a procedure. It belongs to what the step says: a step that is written anew has none.
create table procedure_picture (
  procedure text not null references procedure,
  step text not null check (length(step) between 1 and 400),
  media_type text not null check (media_type in ('image/jpeg', 'image/png', 'image/webp')),
  content bytea not null,
  at timestamptz not null,
  by_id uuid not null references person,
  primary key (procedure, step)
);
