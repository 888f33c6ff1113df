-- Closed jobs that are found by other marks since words became one. Of a common word they are thousands, and nobody could close a job while their marks
-- were written anew: they wait here, and are marked some at a time. A job may stand here more than once.
create table marks_waiting (
  job_id uuid not null
);
