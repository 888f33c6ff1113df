-- What a known failure holds beside where it applies: how to tell, what it is not to be confused with, what holds and what does not, prevention,
-- a bulletin or recall, notes and reports. One that nobody has explained yet has no cause. One that a technician wrote down waits for a lead.
alter table pattern alter column component drop not null, alter column failure drop not null;
alter table pattern add check ((component is null) = (failure is null));
alter table pattern add column place text check (length(place) between 1 and 60);
alter table pattern add column drives text[] not null default '{}';
alter table pattern add column built_from text check (built_from ~ '^\d{4}-\d{2}$');
alter table pattern add column built_to text check (built_to ~ '^\d{4}-\d{2}$');
alter table pattern add check ((built_from is null) = (built_to is null) and built_from <= built_to);
-- [{ "make", "model" }]
alter table pattern add column sisters jsonb not null default '[]';
alter table pattern add column uses text[] not null default '{}';
alter table pattern add column conditions text[] not null default '{}';
-- As `Details` in core/known-failures; what is left out there is nothing.
alter table pattern add column details jsonb not null default '{}';
alter table pattern add column proposed boolean not null default false;

alter table vehicle add column uses text[];

-- As `appliesTo` in core/book/applies.ts, of vehicles on record.
create function pattern_applies(p pattern, v vehicle) returns boolean language sql stable as $$
  select ((p.make is null or v.make = p.make) and (p.models = '{}' or v.model = any(p.models))
      or p.sisters @> jsonb_build_array(jsonb_build_object('make', v.make, 'model', v.model)))
    and (p.first_year is null or v.year between p.first_year and p.last_year)
    and (p.engines = '{}' or v.engine = any(p.engines))
    and (p.transmissions = '{}' or v.transmission = any(p.transmissions))
    and (p.markets = '{}' or v.market = any(p.markets))
    and (p.drives = '{}' or v.drive = any(p.drives))
    and (p.built_from is null or case
      when v.built is null then v.year between left(p.built_from, 4)::int and left(p.built_to, 4)::int + 1
      else v.built between p.built_from and p.built_to
    end)
    and (p.uses = '{}' or v.uses is null or v.uses = '{}' or v.uses && p.uses)
$$;

-- What became of a recall or a campaign on one vehicle: done, or refused and why.
create table vehicle_recall (
  vehicle_id uuid not null references vehicle,
  pattern text not null references pattern,
  state text not null check (state in ('done', 'refused')),
  reason text not null default '',
  at timestamptz not null,
  by uuid references person,
  primary key (vehicle_id, pattern)
);

-- Used parts made ready from old assemblies, with what was tested on them.
create table spare (
  id uuid primary key,
  site_id uuid not null references site,
  component text not null references component,
  what text not null check (length(what) between 1 and 160),
  tested text not null check (length(tested) between 1 and 400),
  fits text not null default '',
  at timestamptz not null,
  by uuid references person,
  taken_at timestamptz,
  taken_by uuid references person
);
