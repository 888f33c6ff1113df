create extension if not exists pg_trgm;

create table site (
  id uuid primary key,
  name text not null check (length(name) between 1 and 120),
  time_zone text not null,
  currency text not null check (currency ~ '^[A-Z]{3}$'),
  -- What an hour at the lift costs, in the currency's unit: turns part prices into minutes.
  rate_per_hour numeric(9, 2) not null check (rate_per_hour > 0),
  unit_system text not null check (unit_system in ('metric', 'imperial')),
  last_job_number integer not null default 0,
  created_at timestamptz not null
);

create table person (
  id uuid primary key,
  site_id uuid not null references site,
  -- A script writes under a name of its own, and cannot sign in.
  kind text not null default 'person' check (kind in ('person', 'script')),
  name text not null check (length(name) between 1 and 80),
  role text not null check (role in ('apprentice', 'technician', 'desk', 'lead')),
  passphrase_salt bytea,
  passphrase_hash bytea,
  active boolean not null default true,
  created_at timestamptz not null,
  -- null: the first lead, who set the shop up, and scripts.
  created_by uuid references person,
  check ((kind = 'person') = (passphrase_salt is not null and passphrase_hash is not null))
);

create unique index person_name_once on person (kind, lower(name));

create table session (
  token_hash bytea primary key,
  person_id uuid not null references person,
  created_at timestamptz not null,
  seen_at timestamptz not null,
  expires_at timestamptz not null
);

create index session_of_person on session (person_id);
create index session_expiry on session (expires_at);

create table sign_in_attempt (
  id bigint generated always as identity primary key,
  name text not null,
  at timestamptz not null,
  succeeded boolean not null
);

create index sign_in_attempt_of_name on sign_in_attempt (name, at);

create table api_token (
  id uuid primary key,
  name text not null check (length(name) between 1 and 80),
  token_hash bytea not null unique,
  person_id uuid not null references person,
  created_at timestamptz not null,
  revoked_at timestamptz
);

-- Every write, once: the same id again gives the same answer.
create table command (
  id uuid primary key,
  name text not null,
  request_hash bytea not null,
  person_id uuid references person,
  token_id uuid references api_token,
  at timestamptz not null,
  answer jsonb not null default 'null'
);
