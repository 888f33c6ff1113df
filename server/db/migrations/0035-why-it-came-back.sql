-- Why a vehicle came back: how far the old cause falls depends on it. Null where a casebook told of it, or an older version.
alter table job add column comeback_why text check (comeback_why in ('same-complaint', 'part-failed', 'another-fault', 'our-work'));

update job j
set comeback_why = e.body -> 'after' ->> 'why'
from entry e
where e.job_id = j.id and e.kind = 'opened' and j.comeback_of is not null
  and e.body -> 'after' ->> 'why' in ('same-complaint', 'part-failed', 'another-fault', 'our-work');
