-- Who added a word and when; null for those that a new shop starts with.
alter table symptom add column created_at timestamptz, add column created_by uuid references person;
alter table condition add column created_at timestamptz, add column created_by uuid references person;
alter table component add column created_at timestamptz, add column created_by uuid references person;
alter table failure add column created_at timestamptz, add column created_by uuid references person;

-- What people also call a word.
create table synonym (
  kind text not null check (kind in ('symptom', 'condition', 'component', 'failure')),
  text text not null check (length(text) between 1 and 120),
  key text not null,
  created_at timestamptz not null,
  created_by uuid references person
);

create unique index synonym_once on synonym (kind, lower(text));
create unique index symptom_label_once on symptom (lower(label));
create unique index condition_label_once on condition (lower(label));
create unique index component_label_once on component (lower(label));
create unique index failure_label_once on failure (lower(label));
