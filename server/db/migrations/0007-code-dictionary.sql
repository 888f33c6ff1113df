-- What the shop itself says of codes: a maker's code has a meaning for each make, any code may have a note.
create table code_entry (
  code text not null check (code ~ '^[PCBU][0-3][0-9A-F]{3}$'),
  -- Empty: for every make.
  make text not null default '' check (length(make) <= 60),
  meaning text not null check (length(meaning) between 1 and 300),
  note text not null default '' check (length(note) <= 2000),
  created_at timestamptz not null,
  created_by uuid references person,
  primary key (code, make)
);
