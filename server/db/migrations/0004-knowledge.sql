-- Counters: what the closed jobs teach, kept in the transaction that changes a job, rebuilt by `npm run rebuild-knowledge`.
-- Weights are whole thousandths of a job, times whole hundredths of a minute, so that keeping and rebuilding agree to the last
-- digit.
create table cause_count (
  group_key text not null,
  component text not null,
  failure text not null,
  jobs bigint not null,
  weight_milli bigint not null,
  primary key (group_key, component, failure)
);

create table feature_count (
  feature text not null,
  -- The module that held a code or was read; empty for all else.
  module text not null,
  component text not null,
  failure text not null,
  jobs bigint not null,
  weight_milli bigint not null,
  primary key (feature, module, component, failure)
);

create index feature_count_of_module on feature_count (module, feature) where module <> '';

create table outcome_count (
  procedure text not null,
  outcome text not null,
  component text not null,
  failure text not null,
  jobs bigint not null,
  weight_milli bigint not null,
  primary key (procedure, outcome, component, failure)
);

-- Parts fitted and tests run on jobs with a symptom in a group of vehicles.
create table trial_count (
  group_key text not null,
  symptom text not null,
  kind text not null check (kind in ('part', 'test')),
  subject text not null,
  currency text not null,
  tried bigint not null,
  helped bigint not null,
  minutes_lost_centi bigint not null,
  cost_lost_minor bigint not null,
  primary key (group_key, symptom, kind, subject, currency)
);

-- Which closed job showed what: finds like jobs by their rarest features.
create table job_feature (
  job_id uuid not null references job,
  feature text not null,
  primary key (job_id, feature)
);

create index job_feature_jobs on job_feature (feature, job_id);

-- In how many closed jobs a feature was seen at all, for its rarity.
create table feature_jobs (
  feature text primary key,
  jobs bigint not null
);
