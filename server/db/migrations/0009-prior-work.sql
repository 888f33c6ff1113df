-- What was done to the vehicle before it came in: recent work is itself a suspect.
create table job_prior_work (
  job_id uuid not null,
  seq integer not null,
  component text not null references component,
  work text not null check (work in ('changed', 'repaired', 'modified', 'bypassed', 'taken-apart', 'accident')),
  who text not null check (who in ('owner', 'other-shop', 'us')),
  recency text not null check (recency in ('days', 'weeks', 'months', 'longer')),
  primary key (job_id, seq),
  foreign key (job_id, seq) references entry
);

-- How work fails that was done before; every shop has these from now on.
insert into failure (key, label)
values ('disturbed-by-work', 'Disturbed by earlier work'), ('new-part-bad', 'New part is bad')
on conflict do nothing;
