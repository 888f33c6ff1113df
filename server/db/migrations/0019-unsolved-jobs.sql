-- Jobs that ended without a cause are counted apart: they tell how much the book does not know.
insert into cause_count (group_key, component, failure, jobs, weight_milli)
select 'unsolved', '', '', count(*), count(*) * 1000
from job
where closed_at is not null and (finding is null or finding = 'unresolved')
having count(*) > 0;
