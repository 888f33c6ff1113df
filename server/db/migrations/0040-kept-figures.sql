-- What pages tell of all jobs is kept as jobs close, and not counted by whoever looks.

-- What a closed job took: minutes to the cause (tests up to the repair that cured it, and parts fitted in vain), and what was in vain.
alter table job add column cause_minutes numeric(9, 2) not null default 0;
alter table job add column vain_minutes numeric(9, 2) not null default 0;
alter table job add column vain_cost numeric(13, 2) not null default 0;
alter table job add column vain_parts integer not null default 0;
alter table job add column parts_tried integer not null default 0;
-- Whether at least half of its tests and repairs were what was offered first at that moment; null where no offer is on record.
alter table job add column followed_advice boolean;
-- An outcome that spoke strongly for or against something.
alter table job_test add column decides boolean not null
  generated always as (jsonb_path_exists(effects, '$[*] ? (@.effect == "proves" || @.effect == "confirms" || @.effect == "clears")')) stored;

create function keep_what_jobs_took(jobs uuid[]) returns void language sql as $$
  update job j
  set cause_minutes = t.minutes + p.vain_minutes, vain_minutes = p.vain_minutes, vain_cost = p.vain_cost,
    vain_parts = p.vain_parts, parts_tried = p.parts,
    followed_advice = (
      select avg(coalesce(o.odds -> 'next' ->> 'kind' = did.kind and case did.kind
          when 'test' then o.odds -> 'next' ->> 'procedure'
          else o.odds -> 'next' ->> 'cause' end = did.what, false)::int) >= 0.5
      from (
        select seq, 'test' as kind, procedure as what from job_test where job_id = of_job.id and procedure is not null
        union all
        select seq, 'repair', component || '/' || failure
        from job_part
        where job_id = of_job.id and failure is not null and not get_home
      ) did
      join lateral (
        select e.odds from entry_odds e where e.job_id = of_job.id and e.seq < did.seq order by e.seq desc limit 1
      ) o on o.odds -> 'next' <> 'null'
    )
  from unnest(jobs) as of_job (id),
    lateral (
      select coalesce(sum(minutes) filter (where result = 'no-change'), 0) as vain_minutes,
        coalesce(sum(cost) filter (where result = 'no-change'), 0) as vain_cost,
        count(*) filter (where result = 'no-change' and not get_home) as vain_parts,
        count(*) filter (where result is not null and not get_home) as parts,
        max(seq) filter (where result in ('fixed', 'partly')) as cured
      from job_part
      where job_id = of_job.id
    ) p,
    lateral (
      select coalesce(sum(minutes), 0) as minutes from job_test where job_id = of_job.id and seq < coalesce(p.cured, 2147483647)
    ) t
  where j.id = of_job.id
$$;

-- Each vehicle with closed jobs that a known failure speaks of, and what these jobs say of it.
create table pattern_vehicle (
  pattern text not null references pattern on delete cascade,
  vehicle_id uuid not null references vehicle,
  -- Odometers of the first and the last closed job that has one.
  first_km integer,
  last_km integer,
  -- When it first had it; null where it never had, or the odometer was not read.
  failed_km integer,
  -- Closed jobs that came to it, those that came back as well.
  had integer not null,
  -- Those that still stand, and those of them that were driven.
  jobs_for integer not null,
  jobs_proved integer not null,
  -- It passed its check, or came through its window, without it.
  passed boolean not null,
  primary key (pattern, vehicle_id)
);
create index pattern_vehicle_of_vehicle on pattern_vehicle (vehicle_id);
create index pattern_vehicle_had on pattern_vehicle (pattern) where had > 0;

-- Counts anew: these vehicles, or all; for these known failures, or all. What nobody has explained yet shows itself by its symptoms on a job that ended
-- unsolved. From rung 4 on a job proves.
create function keep_pattern_vehicles(of_vehicles uuid[], of_patterns text[]) returns void language plpgsql as $$
begin
  -- Whoever counts beside this waits, and then sees what was counted here.
  if of_vehicles is null then
    lock table pattern_vehicle in share row exclusive mode;
  else
    perform from vehicle where id = any(of_vehicles) order by id for no key update;
  end if;
  delete from pattern_vehicle
  where (of_vehicles is null or vehicle_id = any(of_vehicles)) and (of_patterns is null or pattern = any(of_patterns));
  insert into pattern_vehicle
  select s.pattern, s.vehicle_id, min(s.odometer_km), max(s.odometer_km),
    min(s.odometer_km) filter (where s.had and not s.came_back),
    count(*) filter (where s.had), count(*) filter (where s.had and not s.came_back),
    count(*) filter (where s.had and not s.came_back and s.rung >= 4 and s.component is not null),
    bool_or(not s.had and (s.beyond or exists (
      select
      from job_test t, jsonb_array_elements(current_effects(t.effects)) e
      where t.job_id = s.job_id and t.procedure = s.confirm_by and e ->> 'component' = s.component
        and coalesce(e ->> 'failure', s.failure) = s.failure and e ->> 'effect' in ('weakens', 'clears'))))
  from (
    select p.key as pattern, p.component, p.failure, p.confirm_by, j.id as job_id, j.vehicle_id, j.odometer_km, j.rung, j.came_back,
      p.to_km is not null and coalesce(j.odometer_km > p.to_km, false) as beyond,
      coalesce(case when p.component is null then j.finding = 'unresolved' and exists (
        select from job_symptom s where s.job_id = j.id and current_symptom(s.symptom) = any(p.symptoms)
      ) else j.finding = 'root-cause' and exists (
        select
        from job_cause c
        where c.job_id = j.id and current_component(c.component) = p.component and current_failure(c.failure) = p.failure
      ) end, false) as had
    from (
      -- A make, or none, that a scope names is found by an index; the rest of the scope is checked of what is left.
      select o.key, v.id as vehicle_id
      from pattern o
      join vehicle v on v.make = o.make
      where pattern_applies(o, v) and (of_vehicles is null or v.id = any(of_vehicles)) and (of_patterns is null or o.key = any(of_patterns))
      union
      select o.key, v.id
      from pattern o
      join vehicle v on pattern_applies(o, v)
      where (o.make is null or o.sisters <> '[]') and (of_vehicles is null or v.id = any(of_vehicles))
        and (of_patterns is null or o.key = any(of_patterns))
    ) scope
    join (
      select key, current_component(component) as component, current_failure(failure) as failure, confirm_by, to_km,
        array(select current_symptom(own) from unnest(symptoms) own) as symptoms
      from pattern
    ) p on p.key = scope.key
    join job j on j.vehicle_id = scope.vehicle_id and j.closed_at is not null
  ) s
  group by 1, 2;
end
$$;

select keep_what_jobs_took(array(select id from job where closed_at is not null));
select keep_pattern_vehicles(null, null);
