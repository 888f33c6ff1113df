-- The trail in pieces by its job, so that none of them grows without end, each is cleaned and indexed by itself, and a job's rows lie together.
-- What names an entry names its job first: every reference stays as it was.
alter table job_bypass drop constraint job_bypass_job_id_removed_seq_fkey, drop constraint job_bypass_job_id_seq_fkey;
alter table job_cause drop constraint job_cause_job_id_seq_fkey;
alter table job_choice drop constraint job_choice_job_id_seq_fkey;
alter table job_clearing drop constraint job_clearing_job_id_seq_fkey;
alter table job_code drop constraint job_code_job_id_seq_fkey;
alter table job_code_return drop constraint job_code_return_job_id_seq_fkey;
alter table job_confirmation drop constraint job_confirmation_job_id_seq_fkey;
alter table job_estimate drop constraint job_estimate_job_id_seq_fkey;
alter table job_file drop constraint job_file_job_id_seq_fkey;
alter table job_module drop constraint job_module_job_id_seq_fkey;
alter table job_part drop constraint job_part_job_id_result_seq_fkey, drop constraint job_part_job_id_seq_fkey;
alter table job_prior_work drop constraint job_prior_work_job_id_seq_fkey;
alter table job_proof drop constraint job_proof_job_id_seq_fkey;
alter table job_second_look drop constraint job_second_look_job_id_seq_fkey;
alter table job_suspect drop constraint job_suspect_job_id_seq_fkey;
alter table job_symptom drop constraint job_symptom_job_id_seq_fkey;
alter table job_test drop constraint job_test_job_id_seq_fkey;
alter table job_waiting drop constraint job_waiting_job_id_seq_fkey;
alter table job_watch drop constraint job_watch_job_id_seq_fkey;

alter table entry rename to entry_whole;
alter table entry_odds rename to entry_odds_whole;

create table entry (
  job_id uuid not null,
  seq integer not null,
  kind text not null,
  at timestamptz not null,
  by_id uuid not null,
  minutes numeric(7, 2) not null default 0,
  body jsonb not null,
  corrects integer,
  command_id uuid not null,
  constraint entry_seq_check check (seq > 0),
  constraint entry_minutes_check check (minutes between 0 and 10000),
  constraint entry_check check (corrects < seq)
) partition by hash (job_id);

create table entry_odds (
  job_id uuid not null,
  seq integer not null,
  odds jsonb not null
) partition by hash (job_id);

do $$
begin
  for piece in 0..7 loop
    execute format('create table entry_%1$s partition of entry for values with (modulus 8, remainder %1$s)', piece);
    execute format('create table entry_odds_%1$s partition of entry_odds for values with (modulus 8, remainder %1$s)', piece);
  end loop;
end $$;

insert into entry (job_id, seq, kind, at, by_id, minutes, body, corrects, command_id)
select job_id, seq, kind, at, by_id, minutes, body, corrects, command_id
from entry_whole
order by job_id, seq;
insert into entry_odds (job_id, seq, odds)
select job_id, seq, odds
from entry_odds_whole
order by job_id, seq;
drop table entry_odds_whole;
drop table entry_whole;

alter table entry add constraint entry_pkey primary key (job_id, seq);
alter table entry_odds add constraint entry_odds_pkey primary key (job_id, seq);
create unique index entry_corrected_once on entry (job_id, corrects) where corrects is not null;
create index entry_of_procedure on entry ((body ->> 'procedure')) where kind = 'test';
alter table entry
  add constraint entry_job_id_fkey foreign key (job_id) references job,
  add constraint entry_by_id_fkey foreign key (by_id) references person,
  add constraint entry_command_id_fkey foreign key (command_id) references command,
  add constraint entry_job_id_corrects_fkey foreign key (job_id, corrects) references entry (job_id, seq);
alter table entry_odds add constraint entry_odds_job_id_seq_fkey foreign key (job_id, seq) references entry;

alter table job_bypass
  add constraint job_bypass_job_id_seq_fkey foreign key (job_id, seq) references entry,
  add constraint job_bypass_job_id_removed_seq_fkey foreign key (job_id, removed_seq) references entry (job_id, seq);
alter table job_cause add constraint job_cause_job_id_seq_fkey foreign key (job_id, seq) references entry;
alter table job_choice add constraint job_choice_job_id_seq_fkey foreign key (job_id, seq) references entry;
alter table job_clearing add constraint job_clearing_job_id_seq_fkey foreign key (job_id, seq) references entry;
alter table job_code add constraint job_code_job_id_seq_fkey foreign key (job_id, seq) references entry;
alter table job_code_return add constraint job_code_return_job_id_seq_fkey foreign key (job_id, seq) references entry;
alter table job_confirmation add constraint job_confirmation_job_id_seq_fkey foreign key (job_id, seq) references entry;
alter table job_estimate add constraint job_estimate_job_id_seq_fkey foreign key (job_id, seq) references entry;
alter table job_file add constraint job_file_job_id_seq_fkey foreign key (job_id, seq) references entry;
alter table job_module add constraint job_module_job_id_seq_fkey foreign key (job_id, seq) references entry;
alter table job_part
  add constraint job_part_job_id_seq_fkey foreign key (job_id, seq) references entry,
  add constraint job_part_job_id_result_seq_fkey foreign key (job_id, result_seq) references entry (job_id, seq);
alter table job_prior_work add constraint job_prior_work_job_id_seq_fkey foreign key (job_id, seq) references entry;
alter table job_proof add constraint job_proof_job_id_seq_fkey foreign key (job_id, seq) references entry;
alter table job_second_look add constraint job_second_look_job_id_seq_fkey foreign key (job_id, seq) references entry;
alter table job_suspect add constraint job_suspect_job_id_seq_fkey foreign key (job_id, seq) references entry;
alter table job_symptom add constraint job_symptom_job_id_seq_fkey foreign key (job_id, seq) references entry;
alter table job_test add constraint job_test_job_id_seq_fkey foreign key (job_id, seq) references entry;
alter table job_waiting add constraint job_waiting_job_id_seq_fkey foreign key (job_id, seq) references entry;
alter table job_watch add constraint job_watch_job_id_seq_fkey foreign key (job_id, seq) references entry;

-- The guards, of the whole and of each piece, also where a session leaves ordinary triggers out.
create trigger entry_append_only before update or delete on entry
  for each row execute function refuse_change();
create trigger entry_odds_append_only before update or delete on entry_odds
  for each row execute function refuse_change();
create trigger entry_never_emptied before truncate on entry
  for each statement execute function refuse_change();
create trigger entry_odds_never_emptied before truncate on entry_odds
  for each statement execute function refuse_change();
alter table entry enable always trigger entry_append_only;
alter table entry enable always trigger entry_never_emptied;
alter table entry_odds enable always trigger entry_odds_append_only;
alter table entry_odds enable always trigger entry_odds_never_emptied;
do $$
declare
  whole text;
  own text;
begin
  foreach whole in array array['entry', 'entry_odds'] loop
    for piece in 0..7 loop
      own := format('%s_%s', whole, piece);
      execute format('create trigger %I before truncate on %I for each statement execute function refuse_change()', own || '_never_emptied', own);
      execute format('alter table %I enable always trigger %I', own, own || '_never_emptied');
      execute format('alter table %I enable always trigger %I', own, whole || '_append_only');
    end loop;
  end loop;
end $$;

-- What is known of the whole is not gathered by itself, only of its pieces.
analyze entry;
analyze entry_odds;
