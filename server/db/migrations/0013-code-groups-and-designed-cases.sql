-- Codes that one circuit, supply, ground or bus explains, as the shop has found them.
create table code_group (
  id uuid primary key,
  title text not null check (length(title) between 1 and 160),
  kind text not null check (kind in ('circuit', 'supply', 'ground', 'bus')),
  -- Empty: for every make.
  make text not null default '' check (length(make) <= 60),
  codes text[] not null check (cardinality(codes) between 2 and 60),
  note text not null default '' check (length(note) <= 2000),
  created_at timestamptz not null,
  created_by uuid references person
);

-- What looks like a fault and is none: the indication means that a function is on.
create table designed_case (
  id uuid primary key,
  symptom text not null references symptom,
  make text not null default '' check (length(make) <= 60),
  models text[] not null default '{}',
  -- What is going on.
  what text not null check (length(what) between 1 and 400),
  -- How to tell it from a fault.
  check_by text not null default '' check (length(check_by) <= 400),
  tell_customer text not null check (length(tell_customer) between 1 and 1000),
  created_at timestamptz not null,
  created_by uuid references person
);

create index designed_case_symptom on designed_case (symptom);

create index job_without_fault on job (site_id, closed_at desc) where finding = 'no-fault-found' and closed_at is not null;
