-- A tool may say of a code that its fault is there at this moment.

alter table job_code drop constraint job_code_status_check;
alter table job_code add constraint job_code_status_check
  check (status in ('active', 'stored', 'pending', 'permanent', 'history'));
