-- Which make a VIN's first three characters stand for, as the shop knows it: learnt from its own vehicles, edited by leads.
create table maker (
  wmi text primary key check (wmi ~ '^[A-HJ-NPR-Z0-9]{3}$'),
  make text not null check (length(make) between 1 and 60),
  created_at timestamptz not null,
  created_by uuid references person
);

insert into maker (wmi, make, created_at, created_by)
select distinct on (left(vin, 3)) left(vin, 3), make, created_at, created_by
from vehicle
where vin is not null
order by left(vin, 3), created_at;
