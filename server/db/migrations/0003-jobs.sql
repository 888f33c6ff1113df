create table vehicle (
  id uuid primary key,
  vin text check (vin ~ '^[A-HJ-NPR-Z0-9]{17}$'),
  plate text check (length(plate) between 1 and 16),
  make text not null check (length(make) between 1 and 60),
  model text not null check (length(model) between 1 and 60),
  year integer not null check (year between 1900 and 2100),
  engine text,
  transmission text,
  drive text,
  market text,
  created_at timestamptz not null,
  created_by uuid references person
);

create unique index vehicle_vin_once on vehicle (vin);
create index vehicle_plate on vehicle (plate);

create table job (
  id uuid primary key,
  -- The key by which casebooks know it.
  key text not null unique,
  site_id uuid not null references site,
  -- What people call it; counts up within a site.
  number integer not null,
  vehicle_id uuid not null references vehicle,
  odometer_km integer check (odometer_km between 0 and 5000000),
  complaint text not null check (length(complaint) between 1 and 4000),
  -- Counts every change: a change names the version it was made on.
  version integer not null default 1,
  held_by uuid references person,
  comeback_of uuid references job,
  opened_at timestamptz not null,
  opened_by uuid not null references person,
  closed_at timestamptz,
  closed_by uuid references person,
  finding text check (finding in ('root-cause', 'no-fault-found', 'unresolved')),
  -- How far the cure is proved, 0 to 5, and whether the fault came back since: as the facts stand, for the lists.
  rung integer not null default 0 check (rung between 0 and 5),
  came_back boolean not null default false,
  unique (site_id, number),
  check ((closed_at is null) = (closed_by is null)),
  check (closed_at is null or finding is not null)
);

create index job_open on job (site_id, opened_at) where closed_at is null;
create index job_closed on job (site_id, closed_at desc, id) where closed_at is not null;
create index job_came_back on job (site_id, closed_at desc) where closed_at is not null and came_back;
create index job_of_vehicle on job (vehicle_id);

-- The trail: a job's dated record. Append-only; a correction is a new entry that names the old one.
create table entry (
  job_id uuid not null references job,
  seq integer not null check (seq > 0),
  kind text not null,
  at timestamptz not null,
  by_id uuid not null references person,
  minutes numeric(7, 2) not null default 0 check (minutes between 0 and 10000),
  body jsonb not null,
  corrects integer,
  command_id uuid not null references command,
  primary key (job_id, seq),
  foreign key (job_id, corrects) references entry (job_id, seq),
  check (corrects < seq)
);

create unique index entry_corrected_once on entry (job_id, corrects) where corrects is not null;

-- What the engine thought after each entry.
create table entry_odds (
  job_id uuid not null,
  seq integer not null,
  odds jsonb not null,
  primary key (job_id, seq),
  foreign key (job_id, seq) references entry
);

create function refuse_change() returns trigger language plpgsql as $$
begin
  raise exception 'the trail is append-only: % on % refused', tg_op, tg_table_name using errcode = 'restrict_violation';
end
$$;

create trigger entry_append_only before update or delete on entry
  for each row execute function refuse_change();
create trigger entry_never_emptied before truncate on entry
  for each statement execute function refuse_change();
create trigger entry_odds_append_only before update or delete on entry_odds
  for each row execute function refuse_change();
create trigger entry_odds_never_emptied before truncate on entry_odds
  for each statement execute function refuse_change();

-- The facts: what the entries that still hold add up to. Each row names the entry it comes from.
create table job_symptom (
  job_id uuid not null,
  seq integer not null,
  symptom text not null references symptom,
  conditions text[] not null default '{}',
  primary key (job_id, seq, symptom),
  foreign key (job_id, seq) references entry
);

create index job_symptom_jobs on job_symptom (symptom);

create table job_code (
  job_id uuid not null,
  seq integer not null,
  code text not null check (code ~ '^[PCBU][0-3][0-9A-F]{3}$'),
  module text not null default '',
  status text not null check (status in ('stored', 'pending', 'permanent', 'history')),
  primary key (job_id, seq, code, module),
  foreign key (job_id, seq) references entry
);

create index job_code_jobs on job_code (code);

create table job_module (
  job_id uuid not null,
  seq integer not null,
  module text not null,
  primary key (job_id, seq, module),
  foreign key (job_id, seq) references entry
);

create table job_test (
  job_id uuid not null,
  seq integer not null,
  -- null for a check that follows no procedure.
  procedure text references procedure,
  title text not null,
  outcome text not null,
  minutes numeric(7, 2) not null,
  access text,
  effects jsonb not null default '[]',
  primary key (job_id, seq),
  foreign key (job_id, seq) references entry
);

create index job_test_jobs on job_test (procedure);

create table job_part (
  job_id uuid not null,
  seq integer not null,
  component text not null references component,
  failure text references failure,
  part_number text,
  source text not null check (source in ('new-maker', 'new-other', 'used', 'rebuilt', 'repaired')),
  minutes numeric(7, 2) not null,
  cost numeric(11, 2) not null check (cost >= 0),
  currency text not null check (currency ~ '^[A-Z]{3}$'),
  -- null until it was tried.
  result text check (result in ('fixed', 'partly', 'no-change')),
  -- The entry that told the result: the fitting itself or a later one.
  result_seq integer,
  primary key (job_id, seq),
  foreign key (job_id, seq) references entry,
  foreign key (job_id, result_seq) references entry (job_id, seq),
  check ((result is null) = (result_seq is null))
);

create index job_part_jobs on job_part (component);

create table job_proof (
  job_id uuid not null,
  seq integer not null,
  step text not null check (step in ('bench', 'same-test', 'codes-stay-clear', 'road-test', 'follow-up')),
  result text not null check (result in ('held', 'came-back')),
  primary key (job_id, seq),
  foreign key (job_id, seq) references entry
);

-- Causes of the finding that holds.
create table job_cause (
  job_id uuid not null,
  seq integer not null,
  component text not null,
  failure text not null,
  primary key (job_id, seq, component, failure),
  foreign key (job_id, seq) references entry,
  foreign key (component, failure) references cause
);

create index job_cause_jobs on job_cause (component, failure);
