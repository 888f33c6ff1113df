-- What proves a repair is kept with its evidence: where codes were cleared, how often it was tried, who looked a second time.
create table job_clearing (
  job_id uuid not null,
  seq integer not null,
  position integer,
  primary key (job_id, seq),
  foreign key (job_id, seq) references entry
);

-- Clearings that nobody took back, of a job's own telling or since a casebook told it anew.
insert into job_clearing (job_id, seq)
select e.job_id, e.seq
from entry e
where e.kind = 'cleared'
  and not exists (select from entry c where c.job_id = e.job_id and c.corrects = e.seq)
  and e.seq > coalesce((select max(i.seq) from entry i where i.job_id = e.job_id and i.kind = 'imported'), 0);

alter table job_proof add column clean_tries integer check (clean_tries >= 0);

create table job_second_look (
  job_id uuid not null,
  seq integer not null,
  position integer,
  primary key (job_id, seq),
  foreign key (job_id, seq) references entry
);

-- What a job waits for now.
create table job_waiting (
  job_id uuid not null,
  seq integer not null,
  position integer,
  waits_for text not null check (waits_for in ('part', 'person', 'customer')),
  what text not null check (length(what) <= 400),
  due date,
  since timestamptz not null,
  primary key (job_id, seq),
  foreign key (job_id, seq) references entry
);

alter table job_part add column get_home boolean not null default false;

-- What made a cause come about, and what it leaves unexplained.
alter table job_cause add column reason_state text check (reason_state in ('found', 'not-found', 'not-looked'));
alter table job_cause add column reason_text text check (length(reason_text) <= 1000);
alter table job add column finding_left jsonb not null default '[]';

-- The day on which somebody asks after a closed job.
alter table job add column ask_on date;
create index job_to_ask_after on job (ask_on) where ask_on is not null;

-- Parts that hardly fail by themselves, and failures that something else brings about: what made it fail is asked for.
alter table component add column asks_reason boolean not null default false;
alter table failure add column asks_reason boolean not null default false;
update component set asks_reason = true where label ~* '\m(fuse|fusible link)\M' and label !~* 'fuse ?box';
update failure set asks_reason = true where label ~* '\m(blown|burnt|burned|melted|seized|seizes)\M';

-- What jobs teach by the rules of this version of the application; another one adds them up anew.
alter table book_version add column lesson integer not null default 1;
