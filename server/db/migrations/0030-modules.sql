-- The control modules that the shop speaks of, each with what scan tools and people call it otherwise. Names are written small.
create table module (
  name text primary key check (name = lower(btrim(name)) and length(name) between 1 and 40),
  also text[] not null default '{}',
  created_at timestamptz not null default now(),
  created_by uuid references person
);

insert into module (name, also)
values
  ('engine', '{motor,ecm,ecu,pcm,engine control}'),
  ('gearbox', '{transmission,tcm,automatic,automatic transmission,gear}'),
  ('brakes', '{abs,esc,brake,stability}'),
  ('steering', '{eps,power steering}'),
  ('body', '{bcm,body control,comfort}'),
  ('airbag', '{srs,restraints,acm,airbags}'),
  ('instruments', '{cluster,instrument cluster,dashboard,ipc}'),
  ('climate', '{hvac,air conditioning,heating}'),
  ('network', '{gateway,can,bus}');
