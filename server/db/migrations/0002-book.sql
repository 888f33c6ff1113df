-- What the shop knows in general: its words, procedures, repairs, patterns. Shared by all sites.
create table symptom (
  key text primary key check (key ~ '^[a-z0-9][a-z0-9-]{0,79}$'),
  label text not null check (length(label) between 1 and 120),
  system text not null
);

create table condition (
  key text primary key check (key ~ '^[a-z0-9][a-z0-9-]{0,79}$'),
  label text not null check (length(label) between 1 and 120)
);

create table component (
  key text primary key check (key ~ '^[a-z0-9][a-z0-9-]{0,79}$'),
  label text not null check (length(label) between 1 and 120),
  system text not null
);

create table failure (
  key text primary key check (key ~ '^[a-z0-9][a-z0-9-]{0,79}$'),
  label text not null check (length(label) between 1 and 120)
);

-- A component and how it fails: a suspect of every job.
create table cause (
  component text not null references component,
  failure text not null references failure,
  created_at timestamptz not null,
  created_by uuid references person,
  primary key (component, failure)
);

create table procedure (
  key text primary key check (key ~ '^[a-z0-9][a-z0-9-]{0,79}$'),
  title text not null check (length(title) between 1 and 160),
  component text references component,
  minutes numeric(7, 2) not null check (minutes >= 0),
  access text,
  access_minutes numeric(7, 2) not null default 0 check (access_minutes >= 0),
  tools text[] not null default '{}',
  cautions text[] not null default '{}',
  spec jsonb,
  created_at timestamptz not null,
  created_by uuid references person
);

create table procedure_outcome (
  procedure text not null references procedure,
  key text not null,
  label text not null,
  position integer not null,
  primary key (procedure, key)
);

create table procedure_effect (
  procedure text not null,
  outcome text not null,
  component text not null references component,
  -- null speaks of every failure of the component.
  failure text references failure,
  effect text not null check (effect in ('confirms', 'supports', 'weakens', 'clears')),
  foreign key (procedure, outcome) references procedure_outcome,
  unique nulls not distinct (procedure, outcome, component, failure)
);

create table fix (
  component text not null,
  failure text not null,
  minutes numeric(7, 2) not null check (minutes >= 0),
  access text,
  access_minutes numeric(7, 2) not null default 0 check (access_minutes >= 0),
  parts_cost numeric(11, 2) not null check (parts_cost >= 0),
  currency text not null check (currency ~ '^[A-Z]{3}$'),
  created_at timestamptz not null,
  created_by uuid references person,
  primary key (component, failure),
  foreign key (component, failure) references cause
);

create table pattern (
  key text primary key check (key ~ '^[a-z0-9][a-z0-9-]{0,79}$'),
  title text not null check (length(title) between 1 and 160),
  component text not null,
  failure text not null,
  make text,
  models text[] not null default '{}',
  first_year integer,
  last_year integer,
  engines text[] not null default '{}',
  transmissions text[] not null default '{}',
  markets text[] not null default '{}',
  from_km integer,
  to_km integer,
  evidence text not null check (evidence in ('hearsay', 'bulletin', 'seen', 'proved')),
  symptoms text[] not null default '{}',
  codes text[] not null default '{}',
  confirm_by text references procedure,
  note text not null default '',
  created_at timestamptz not null,
  created_by uuid references person,
  foreign key (component, failure) references cause,
  check ((first_year is null) = (last_year is null) and first_year <= last_year),
  check ((from_km is null) = (to_km is null) and from_km <= to_km)
);
