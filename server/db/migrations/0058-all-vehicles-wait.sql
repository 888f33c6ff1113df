-- Words became one: every vehicle is to be counted again. Writing down each of them took half a second in which nobody could close a job; one row
-- without a vehicle stands for all of them.
alter table vehicle_waiting alter column vehicle_id drop not null;
-- There are two of them.
drop index vehicle_waiting_of_vehicle;
