-- General practice beside the shop's own: which components bring which symptom, what a component needs to exist, and which rows of the book
-- stand there by general practice alone. They can be taken out again whole.
alter table symptom add column general boolean not null default false;
alter table component add column general boolean not null default false;
-- As `Needs` in core/diagnosis/book.ts; what is left out asks for nothing.
alter table component add column needs jsonb not null default '{}';
alter table failure add column general boolean not null default false;
alter table cause add column general boolean not null default false;
alter table procedure add column general boolean not null default false;
-- A cheap look at what others rely on.
alter table procedure add column basic boolean not null default false;
-- The vehicles it is for, as `Applies` in core/diagnosis/book.ts; null for any.
alter table procedure add column applies jsonb;

create table symptom_link (
  symptom text not null references symptom,
  component text not null references component,
  often text not null check (often in ('often', 'sometimes', 'rarely')),
  primary key (symptom, component)
);

-- Measured or seen at the part itself.
alter table procedure_effect drop constraint procedure_effect_effect_check;
alter table procedure_effect add constraint procedure_effect_effect_check
  check (effect in ('proves', 'confirms', 'supports', 'weakens', 'clears'));

-- What a vehicle runs on, its kind of gearbox, and what it is equipped with where somebody listed it.
alter table vehicle add column fuel text check (length(fuel) between 1 and 40);
alter table vehicle add column gearbox text check (length(gearbox) between 1 and 40);
alter table vehicle add column equipment text[];
-- What an engine runs on, and what kind of gearbox a transmission is: told once, known of every vehicle that has it.
alter table variant_name add column trait text check (length(trait) between 1 and 40);

-- Where on the vehicle: "cylinder 2", "rear left".
alter table job_test add column place text check (length(place) between 1 and 60);
alter table job_part add column place text check (length(place) between 1 and 60);
alter table job_cause add column place text check (length(place) between 1 and 60);
-- The same cause may be there at two places.
alter table job_cause drop constraint job_cause_pkey;
create unique index job_cause_once on job_cause (job_id, seq, component, failure, coalesce(place, ''));

-- Suspects that a technician named on a job.
create table job_suspect (
  job_id uuid not null,
  seq integer not null,
  component text not null references component,
  failure text not null references failure,
  primary key (job_id, seq),
  foreign key (job_id, seq) references entry
);

insert into job_suspect (job_id, seq, component, failure)
select e.job_id, e.seq, e.body -> 'cause' ->> 'component', e.body -> 'cause' ->> 'failure'
from entry e
where e.kind = 'suspect'
  and not exists (select from entry c where c.job_id = e.job_id and c.corrects = e.seq)
  and exists (select from component k where k.key = e.body -> 'cause' ->> 'component')
  and exists (select from failure f where f.key = e.body -> 'cause' ->> 'failure');

create trigger book_changed after insert or update or delete or truncate on symptom_link
  for each statement execute function book_changed();
