-- What was bridged to find a fault: it stays in sight until it is out again.
create table job_bypass (
  job_id uuid not null,
  seq integer not null,
  what text not null check (length(what) between 1 and 300),
  -- The entry that says that it is out.
  removed_seq integer,
  primary key (job_id, seq),
  foreign key (job_id, seq) references entry,
  foreign key (job_id, removed_seq) references entry (job_id, seq)
);
