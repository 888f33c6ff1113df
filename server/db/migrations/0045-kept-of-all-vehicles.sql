-- What every vehicle says of a known failure was asked of each of its jobs (`keep_pattern_vehicles`): a casebook of 50,000 jobs took more than a minute of
-- it. Over all vehicles it is asked of the jobs that had the failure, and of the vehicles; these known failures, or all.
create function keep_pattern_vehicles_of_all(of_patterns text[]) returns void language sql as $$
  -- Whoever counts beside this waits, and then sees what was counted here.
  lock table pattern_vehicle in share row exclusive mode;
  delete from pattern_vehicle where of_patterns is null or pattern = any(of_patterns);
  insert into pattern_vehicle
  with what as materialized (
    select key, component is not null as is_explained, current_component(component) as component, current_failure(failure) as failure,
      confirm_by, to_km, array(select current_symptom(own) from unnest(symptoms) own) as symptoms
    from pattern
    where of_patterns is null or key = any(of_patterns)
  ), scope as materialized (
    select o.key as pattern, v.id as vehicle_id
    from pattern o
    join vehicle v on v.make = o.make
    where pattern_applies(o, v) and (of_patterns is null or o.key = any(of_patterns))
    union
    select o.key, v.id
    from pattern o
    join vehicle v on pattern_applies(o, v)
    where (o.make is null or o.sisters <> '[]') and (of_patterns is null or o.key = any(of_patterns))
  ), seen as materialized (
    select vehicle_id, min(odometer_km) as first_km, max(odometer_km) as last_km
    from job
    where closed_at is not null
    group by vehicle_id
  ), had as materialized (
    select w.key as pattern, j.id as job_id, j.vehicle_id, j.odometer_km, j.rung, j.came_back, true as is_explained
    from what w
    join component k on coalesce(k.merged_into, k.key) = w.component
    join failure m on coalesce(m.merged_into, m.key) = w.failure
    join job_cause c on c.component = k.key and c.failure = m.key
    join job j on j.id = c.job_id
    where j.closed_at is not null and j.finding = 'root-cause'
    union
    select w.key, j.id, j.vehicle_id, j.odometer_km, j.rung, j.came_back, false
    from what w
    join symptom k on coalesce(k.merged_into, k.key) = any(w.symptoms)
    join job_symptom s on s.symptom = k.key
    join job j on j.id = s.job_id
    where not w.is_explained and j.closed_at is not null and j.finding = 'unresolved'
  ), had_by as materialized (
    select pattern, vehicle_id, min(odometer_km) filter (where not came_back) as failed_km, count(*) as had,
      count(*) filter (where not came_back) as jobs_for,
      count(*) filter (where not came_back and rung >= 4 and is_explained) as jobs_proved
    from had
    group by 1, 2
  ), cleared as materialized (
    select distinct w.key as pattern, j.vehicle_id
    from what w
    join job_test t on t.procedure = w.confirm_by
    join job j on j.id = t.job_id
    where j.closed_at is not null
      and exists (
        select
        from jsonb_array_elements(current_effects(t.effects)) e
        where e ->> 'component' = w.component and coalesce(e ->> 'failure', w.failure) = w.failure
          and e ->> 'effect' in ('weakens', 'clears'))
      and not exists (select from had h where h.pattern = w.key and h.job_id = j.id)
  )
  select s.pattern, s.vehicle_id, v.first_km, v.last_km, h.failed_km, coalesce(h.had, 0), coalesce(h.jobs_for, 0),
    coalesce(h.jobs_proved, 0),
    c.vehicle_id is not null or coalesce(case when h.vehicle_id is null then v.last_km > w.to_km else exists (
      select
      from job j
      where j.vehicle_id = s.vehicle_id and j.closed_at is not null and j.odometer_km > w.to_km
        and not exists (select from had own where own.pattern = s.pattern and own.job_id = j.id)
    ) end, false)
  from scope s
  join what w on w.key = s.pattern
  join seen v on v.vehicle_id = s.vehicle_id
  left join had_by h on h.pattern = s.pattern and h.vehicle_id = s.vehicle_id
  left join cleared c on c.pattern = s.pattern and c.vehicle_id = s.vehicle_id
$$;
