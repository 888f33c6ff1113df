-- How the shop writes makes, models, engines and transmissions: one name a thing, since advice counts by them. A spelling that
-- was merged stays, so that whoever writes it again gets the name that it became.
create table variant_name (
  kind text not null check (kind in ('make', 'model', 'engine', 'transmission')),
  -- Of a model: whose. Engines and transmissions are shared across models and makes.
  make text not null default '',
  name text not null check (length(name) between 1 and 60),
  -- Case, spaces and dashes do not make another name.
  folded text not null generated always as (regexp_replace(lower(name), '[^[:alnum:]]+', '', 'g')) stored,
  merged_into text,
  -- Of a model: what lies elsewhere in cars built for another market; empty where nothing is known to.
  market_matters text not null default '' check (length(market_matters) <= 300),
  created_at timestamptz not null,
  created_by uuid references person,
  primary key (kind, make, name),
  foreign key (kind, make, merged_into) references variant_name (kind, make, name),
  check (merged_into <> name),
  check ((kind = 'model') = (make <> ''))
);

create index variant_name_folded on variant_name (kind, make, folded);

insert into variant_name (kind, make, name, created_at, created_by)
select distinct on (kind, make, name) kind, make, name, created_at, created_by
from (
  select 'make' as kind, '' as make, make as name, created_at, created_by from vehicle
  union all
  select 'model', make, model, created_at, created_by from vehicle
  union all
  select 'engine', '', engine, created_at, created_by from vehicle where engine is not null
  union all
  select 'transmission', '', transmission, created_at, created_by from vehicle where transmission is not null
) as written
order by kind, make, name, created_at;

-- The month a vehicle was built: parts and fuses change within a model year.
alter table vehicle add column built text check (built ~ '^[0-9]{4}-(0[1-9]|1[0-2])$');

create index vehicle_engine on vehicle (engine);
create index vehicle_transmission on vehicle (transmission);
create index vehicle_model on vehicle (make, model);

-- Look-ups by what a plate or VIN begins with, as ranges of characters.
drop index vehicle_plate;
create index vehicle_plate on vehicle (plate collate "C");
create index vehicle_vin on vehicle (vin collate "C");

-- With what a model was seen: so that the next one is tapped, not typed.
create table model_variant (
  make text not null,
  model text not null,
  kind text not null check (kind in ('year', 'engine', 'transmission', 'drive', 'market')),
  name text not null,
  primary key (make, model, kind, name)
);

insert into model_variant (make, model, kind, name)
select distinct v.make, v.model, each.kind, each.name
from vehicle v,
  lateral (values ('year', v.year::text), ('engine', v.engine), ('transmission', v.transmission), ('drive', v.drive),
    ('market', v.market)) as each (kind, name)
where each.name is not null;

-- Who came in last.
create index job_opened on job (opened_at desc);
