-- A shop of several sites: people, jobs and vehicles are a site's, the book is shared. The same car that comes to two of them is on record at each, and
-- a casebook's keys are a site's own.
alter table vehicle add site_id uuid references site;
update vehicle v
set site_id = coalesce(
  (select j.site_id from job j where j.vehicle_id = v.id order by j.opened_at, j.id limit 1),
  (select id from site order by created_at, id limit 1)
);
alter table vehicle alter site_id set not null;
drop index vehicle_vin_once;
create unique index vehicle_vin_once on vehicle (vin, site_id);
alter table job drop constraint job_key_key;
create unique index job_key_once on job (key, site_id);
-- Who came to a site last.
drop index job_opened;
create index job_opened on job (site_id, opened_at desc);
