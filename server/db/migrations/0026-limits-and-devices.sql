-- Attempts to sign in and guesses of a passphrase, as rate-limiter-flexible counts them: points until a moment (milliseconds since 1970).
create table attempt_limit (
  key varchar(255) primary key,
  points integer not null default 0,
  expire bigint
);

-- Replaced by it.
drop table sign_in_attempt;

-- A browser from which a person signed in before: nobody else's guesses keep them out of it.
create table known_device (
  token_hash bytea primary key,
  person_id uuid not null references person,
  seen_at timestamptz not null
);

create index known_device_of_person on known_device (person_id);

-- A word that no book holds cannot be looked up again, and makes the shop's own casebook unreadable: conditions stand in lists, which no
-- foreign key can watch.
create function require_conditions() returns trigger language plpgsql as $$
declare
  unknown text;
begin
  select c into unknown from unnest(new.conditions) c where not exists (select from condition where key = c) limit 1;
  if unknown is not null then
    raise exception 'there is no condition %', unknown using errcode = 'foreign_key_violation';
  end if;
  return new;
end
$$;

create trigger symptom_conditions_known before insert on job_symptom
  for each row execute function require_conditions();
create trigger confirmation_conditions_known before insert on job_confirmation
  for each row execute function require_conditions();
