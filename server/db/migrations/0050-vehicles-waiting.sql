-- Vehicles of which it is still to be counted what their jobs say of known failures: an import of many, or a scope of many, is counted some hundred
-- vehicles at a time, so that nobody who closes a job waits for it. A vehicle may stand here more than once.
create table vehicle_waiting (
  vehicle_id uuid not null
);
create index vehicle_waiting_vehicle on vehicle_waiting (vehicle_id);

-- Every vehicle that a known failure speaks of, or spoke of when it was counted last.
create function vehicles_of_pattern(of_pattern text) returns setof uuid language sql stable as $$
  select v.id
  from pattern o
  join vehicle v on v.make = o.make
  where o.key = of_pattern and pattern_applies(o, v)
  union
  select v.id
  from pattern o
  join vehicle v on pattern_applies(o, v)
  where o.key = of_pattern and (o.make is null or o.sisters <> '[]')
  union
  select vehicle_id from pattern_vehicle where pattern = of_pattern
$$;
