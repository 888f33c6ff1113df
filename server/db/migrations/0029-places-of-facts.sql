-- Where every fact stands among the entries, as 0025 has it of tests and parts: what was corrected late is no later for that.
alter table job_symptom add column position integer;
alter table job_code add column position integer;
alter table job_module add column position integer;
alter table job_code_return add column position integer;
alter table job_confirmation add column position integer;
alter table job_watch add column position integer;
alter table job_prior_work add column position integer;
alter table job_bypass add column position integer;
alter table job_proof add column position integer;
alter table job_suspect add column position integer;
alter table job_cause add column position integer;
