-- Casebooks of other shops: kept as they came, under the shop's name, counted apart from the own jobs and removable as a whole.
create table other_shop (
  id uuid primary key,
  name text not null check (length(name) between 1 and 80),
  -- What one of its jobs counts beside one of ours, in thousandths: a lead's to set, 0 where it does not speak.
  weight_milli integer not null check (weight_milli between 0 and 1000),
  -- Everything of its casebook but the jobs, as it was checked.
  book jsonb not null,
  -- What its words and procedures are called here where they have another key.
  spoken jsonb not null default '{}',
  -- The name of the file's content: the same file again changes nothing.
  content_hash bytea not null,
  brought_at timestamptz not null,
  brought_by uuid references person
);
create unique index other_shop_name on other_shop (lower(name));

create table other_shop_job (
  shop_id uuid not null references other_shop on delete cascade,
  key text not null,
  body jsonb not null,
  primary key (shop_id, key)
);
create index other_shop_job_came_back on other_shop_job (shop_id, (body ->> 'comebackOf')) where body ->> 'comebackOf' is not null;

-- What came with another shop's casebook and was not here before; once this shop uses it, it is its own.
alter table symptom add column other_shop uuid references other_shop;
alter table condition add column other_shop uuid references other_shop;
alter table component add column other_shop uuid references other_shop;
alter table failure add column other_shop uuid references other_shop;
alter table cause add column other_shop uuid references other_shop;
alter table procedure add column other_shop uuid references other_shop;
alter table fix add column other_shop uuid references other_shop;
alter table pattern add column other_shop uuid references other_shop;

-- As the shop's own counters, each for itself.
create table other_cause_count (
  shop_id uuid not null references other_shop,
  group_key text not null,
  component text not null,
  failure text not null,
  jobs bigint not null,
  weight_milli bigint not null,
  primary key (group_key, component, failure, shop_id)
);

create table other_feature_count (
  shop_id uuid not null references other_shop,
  feature text not null,
  module text not null,
  component text not null,
  failure text not null,
  jobs bigint not null,
  weight_milli bigint not null,
  primary key (feature, module, component, failure, shop_id)
);

create table other_outcome_count (
  shop_id uuid not null references other_shop,
  procedure text not null,
  outcome text not null,
  component text not null,
  failure text not null,
  jobs bigint not null,
  weight_milli bigint not null,
  primary key (procedure, outcome, component, failure, shop_id)
);

create table other_trial_count (
  shop_id uuid not null references other_shop,
  group_key text not null,
  symptom text not null,
  kind text not null check (kind in ('part', 'test')),
  subject text not null,
  currency text not null,
  tried bigint not null,
  helped bigint not null,
  minutes_lost_centi bigint not null,
  cost_lost_minor bigint not null,
  primary key (group_key, symptom, kind, subject, currency, shop_id)
);

do $$
declare
  changed text;
begin
  foreach changed in array array['other_shop', 'other_cause_count', 'other_feature_count', 'other_outcome_count']
  loop
    execute format('create trigger book_changed after insert or update or delete or truncate on %I for each statement execute function book_changed()', changed);
  end loop;
end
$$;

-- Takes away the rows of a table that came with another shop and that nothing refers to; what is referred to becomes this shop's own.
create function let_go_of_other_shop(of_table regclass, shop uuid) returns void language plpgsql as $$
declare
  place tid;
begin
  for place in execute format('select ctid from %s where other_shop = $1', of_table) using shop
  loop
    begin
      execute format('delete from %s where ctid = $1', of_table) using place;
    exception when foreign_key_violation then
      execute format('update %s set other_shop = null where ctid = $1', of_table) using place;
    end;
  end loop;
end
$$;
