-- What the engine says of a job is worked out when something changes, not when somebody looks, and kept with the job.
create table job_outlook (
  job_id uuid primary key references job (id) on delete cascade,
  -- The job's version that `floor` tells of.
  version integer not null,
  -- The case, the shop's rates and the day that it was worked out from, and the book: where one of them is another, so is the outlook.
  made_of text not null,
  book uuid not null,
  worked_out_at timestamptz not null,
  odds jsonb not null,
  -- What the floor shows of it.
  floor jsonb not null,
  -- What a sheet says in words; null until it was put into words.
  said jsonb
);

-- What is kept of a vehicle's jobs is of the vehicle as it was.
create function forget_outlooks_of_vehicle() returns trigger language plpgsql as $$
begin
  delete from job_outlook o using job j
  where j.id = o.job_id and j.closed_at is null
    and j.vehicle_id in (select v.id from changed v);
  return null;
end
$$;
create trigger forget_outlooks after update on vehicle
  referencing new table as changed for each statement execute function forget_outlooks_of_vehicle();

create function forget_outlooks_of_recall() returns trigger language plpgsql as $$
begin
  delete from job_outlook o using job j where j.id = o.job_id and j.vehicle_id = coalesce(new.vehicle_id, old.vehicle_id);
  return null;
end
$$;
create trigger forget_outlooks after insert or update or delete on vehicle_recall
  for each row execute function forget_outlooks_of_recall();

-- What a sheet says beside the odds is the book's too: a change of it gives the book another version.
do $$
declare
  changed text;
begin
  foreach changed in array array['code_entry', 'code_group', 'designed_case', 'module', 'synonym'] loop
    execute format('create trigger book_changed after insert or update or delete or truncate on %I for each statement execute function book_changed()', changed);
  end loop;
end
$$;
create trigger book_changed after update of merged_into, trait, market_matters on variant_name
  for each statement execute function book_changed();
