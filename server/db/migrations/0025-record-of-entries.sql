-- Where a test or a part stands among the entries: a correction stands where the entry stood that it corrects. null: at its own place.
alter table job_test add column position integer;
alter table job_part add column position integer;
