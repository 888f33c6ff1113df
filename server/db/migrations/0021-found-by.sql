-- What closed jobs are found by: beside what they showed also the vehicle, the cause, and the parts and tests tried. With the
-- moment the job was closed, so that the latest ones with a mark are read without reading all of them.
alter table job_feature add column at timestamptz;
update job_feature f set at = j.closed_at from job j where j.id = f.job_id;
alter table job_feature alter column at set not null;
drop index job_feature_jobs;

insert into job_feature (job_id, feature, at)
select distinct j.id, mark.feature, j.closed_at
from job j
join vehicle v on v.id = j.vehicle_id,
lateral (
  select 'model|' || v.make || '|' || v.model as feature
  union all select 'engine|' || v.engine where v.engine is not null
  union all select 'transmission|' || v.transmission where v.transmission is not null
  union all select 'cause|' || current_component(c.component) || '/' || current_failure(c.failure)
    from job_cause c where c.job_id = j.id
  union all select 'part|' || current_component(p.component) from job_part p where p.job_id = j.id
  union all select 'test|' || t.procedure from job_test t where t.job_id = j.id and t.procedure is not null
) mark
where j.closed_at is not null
on conflict do nothing;

create index job_feature_latest on job_feature (feature, at desc, job_id);

delete from feature_jobs;
insert into feature_jobs (feature, jobs)
select feature, count(*) from job_feature group by feature
union all select '*', count(*) from job where closed_at is not null having count(*) > 0;
