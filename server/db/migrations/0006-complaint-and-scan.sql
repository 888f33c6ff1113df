-- Conditions that the customer was asked about and that do not hold.
alter table job_symptom add column denied text[] not null default '{}';

-- A module that did not answer, or that the tool cannot read, is no evidence of anything; it is noted all the same.
alter table job_module add column state text not null default 'read'
  check (state in ('read', 'no-answer', 'unreadable'));

-- When a code came back after it was cleared.
create table job_code_return (
  job_id uuid not null,
  seq integer not null,
  code text not null check (code ~ '^[PCBU][0-3][0-9A-F]{3}$'),
  module text not null default '',
  returned text not null check (returned in ('at-once', 'key-cycle', 'drive', 'not')),
  primary key (job_id, seq, code, module),
  foreign key (job_id, seq) references entry
);

-- Whether the complaint was reproduced: so many times in so many tries.
create table job_confirmation (
  job_id uuid not null,
  seq integer not null,
  result text not null check (result in ('reproduced', 'sometimes', 'not-reproduced')),
  times integer check (times >= 0),
  tries integer check (tries > 0),
  conditions text[] not null default '{}',
  primary key (job_id, seq),
  foreign key (job_id, seq) references entry,
  check ((times is null) = (tries is null) and times <= tries)
);

-- What cannot be reproduced is watched for: what, by whom, until when.
create table job_watch (
  job_id uuid not null,
  seq integer not null,
  what text not null check (length(what) between 1 and 2000),
  who text not null check (length(who) between 1 and 80),
  until date not null,
  primary key (job_id, seq),
  foreign key (job_id, seq) references entry
);
