-- What the mark looks like by which the improved part of a known failure is told.
create table pattern_picture (
  pattern text primary key references pattern on delete cascade,
  media_type text not null,
  content bytea not null,
  at timestamptz not null,
  by_id uuid not null references person
);
