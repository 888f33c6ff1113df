-- How a repair was done and what goes with it; estimates and the way that was chosen; and what the book holds of a cause's repair.
alter table job_part add column work jsonb;

create table job_estimate (
  job_id uuid not null,
  seq integer not null,
  position integer,
  body jsonb not null,
  primary key (job_id, seq),
  foreign key (job_id, seq) references entry
);

create table job_choice (
  job_id uuid not null,
  seq integer not null,
  position integer,
  body jsonb not null,
  primary key (job_id, seq),
  foreign key (job_id, seq) references entry
);

create table repair_sheet (
  component text not null,
  failure text not null,
  options jsonb not null default '[]',
  companions jsonb not null default '[]',
  mixing jsonb not null default '[]',
  note text not null default '' check (length(note) <= 2000),
  written_at timestamptz not null,
  written_by uuid references person,
  primary key (component, failure),
  foreign key (component, failure) references cause
);

-- The latest cures of a cause, for what its repair takes as a rule.
create index job_part_cures on job_part (component, failure, job_id desc) where result = 'fixed';
