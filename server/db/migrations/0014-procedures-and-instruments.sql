-- What a procedure asks, where and under which preconditions; how its readings are judged; and its values by variant.
alter table procedure
  add column kind text not null default 'value' check (kind in ('value', 'several', 'high-voltage')),
  add column question text not null default '' check (length(question) <= 300),
  add column place text not null default '' check (length(place) <= 300),
  add column preconditions text[] not null default '{}',
  add column steps text[] not null default '{}',
  -- Specs that hold for some vehicles or some maker's part only, each with where its values are from.
  add column specs jsonb not null default '[]',
  add column version integer not null default 1 check (version > 0);

-- Every version as it was: a job keeps the one it used.
create table procedure_version (
  procedure text not null references procedure,
  version integer not null check (version > 0),
  body jsonb not null,
  at timestamptz not null,
  by_id uuid references person,
  primary key (procedure, version)
);

alter table job_test add column version integer;

-- The shop's meters: how exact they are, and until when they are believed.
create table instrument (
  id uuid primary key,
  site_id uuid not null references site,
  name text not null check (length(name) between 1 and 80),
  -- Of the reading, in percent, and a fixed amount on top.
  percent numeric(7, 4) check (percent between 0 and 100),
  "offset" jsonb,
  calibration_due date,
  active boolean not null default true,
  created_at timestamptz not null,
  created_by uuid references person
);

create unique index instrument_name_once on instrument (site_id, lower(name)) where active;
