-- A word that turned out to be a double of another: it keeps its key and text for the trails that name it, and counts as the
-- other one wherever facts are read. Nothing is written over, so that it can be parted again.
alter table symptom add column merged_into text references symptom, add check (merged_into <> key);
alter table condition add column merged_into text references condition, add check (merged_into <> key);
alter table component add column merged_into text references component, add check (merged_into <> key);
alter table failure add column merged_into text references failure, add check (merged_into <> key);

create function current_symptom(text) returns text language sql stable as
  $$ select coalesce(merged_into, key) from symptom where key = $1 $$;
create function current_condition(text) returns text language sql stable as
  $$ select coalesce(merged_into, key) from condition where key = $1 $$;
create function current_component(text) returns text language sql stable as
  $$ select coalesce(merged_into, key) from component where key = $1 $$;
create function current_failure(text) returns text language sql stable as
  $$ select coalesce(merged_into, key) from failure where key = $1 $$;
create function current_effects(jsonb) returns jsonb language sql stable as $$
  select coalesce(jsonb_agg(effect || jsonb_build_object(
    'component', current_component(effect ->> 'component'), 'failure', current_failure(effect ->> 'failure'))), '[]')
  from jsonb_array_elements($1) as effect
$$;

-- What a condition is about: which of them fit a symptom depends on it.
alter table condition add column topic text not null default 'other' check (topic in ('speed', 'load', 'temperature', 'gear',
  'braking', 'steering', 'refuelling', 'standing', 'weather', 'key', 'use', 'how-often', 'since', 'after', 'other'));

insert into condition (key, label)
values ('in-one-gear', 'In one gear only'), ('changing-gear', 'When changing gear'), ('in-reverse', 'In reverse'),
  ('key-on', 'Key on, engine off'), ('cranking', 'While cranking'), ('key-off', 'Key off'),
  ('since-days', 'For some days'), ('since-weeks', 'For weeks'), ('since-months', 'For months'),
  ('after-accident', 'Since an accident'), ('heat-of-day', 'In hot weather')
on conflict do nothing;

update condition
set topic = given.topic
from (values
  ('cold', 'temperature'), ('hot', 'temperature'), ('warming-up', 'temperature'), ('below-zero', 'weather'),
  ('heat-of-day', 'weather'), ('wet', 'weather'), ('after-rain', 'weather'),
  ('under-load', 'load'), ('uphill', 'load'), ('accelerating', 'load'), ('coasting', 'load'), ('loaded', 'load'),
  ('pulling-away', 'load'), ('idling', 'speed'), ('motorway', 'speed'), ('town', 'speed'), ('low-speed', 'speed'),
  ('short-trips', 'speed'), ('over-bumps', 'speed'), ('braking', 'braking'), ('brake-pedal', 'braking'),
  ('turning-left', 'steering'), ('turning-right', 'steering'), ('full-lock', 'steering'),
  ('in-one-gear', 'gear'), ('changing-gear', 'gear'), ('in-reverse', 'gear'),
  ('after-standing', 'standing'), ('after-overnight', 'standing'), ('after-refuelling', 'refuelling'),
  ('key-on', 'key'), ('cranking', 'key'), ('key-off', 'key'), ('clears-with-restart', 'key'),
  ('lights-on', 'use'), ('door-moving', 'use'), ('every-time', 'how-often'), ('sometimes', 'how-often'),
  ('suddenly', 'since'), ('gradually', 'since'), ('since-days', 'since'), ('since-weeks', 'since'), ('since-months', 'since'),
  ('since-repair', 'after'), ('since-new-part', 'after'), ('after-wash', 'after'), ('after-accident', 'after')
) as given (key, topic)
where condition.key = given.key;
