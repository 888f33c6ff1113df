-- A lead may withdraw a known failure, with a reason: it stays on record and speaks no more. A proposal of the jobs may be dismissed: it is not
-- made again until new jobs come.
alter table pattern add column withdrawn_reason text check (length(withdrawn_reason) between 1 and 400);

create table dismissed_proposal (
  component text not null,
  failure text not null,
  applies jsonb not null,
  jobs integer not null,
  reason text not null check (length(reason) between 1 and 400),
  dismissed_at timestamptz not null,
  dismissed_by uuid references person,
  primary key (component, failure, applies)
);
