-- Long work waits in a queue in the database: whoever is asked for it, one process does it, and a restart forgets none of it.

-- The queue's own tables, as pg-boss 10.4 makes them (version 24 of its schema). A newer one of it brings its changes in a migration of ours.
CREATE SCHEMA queue
;

CREATE TYPE queue.job_state AS ENUM (
  'created',
  'retry',
  'active',
  'completed',
  'cancelled',
  'failed'
)
;

CREATE TABLE queue.version (
  version int primary key,
  maintained_on timestamp with time zone,
  cron_on timestamp with time zone,
  monitored_on timestamp with time zone
)
;

CREATE TABLE queue.queue (
  name text,
  policy text,
  retry_limit int,
  retry_delay int,
  retry_backoff bool,
  expire_seconds int,
  retention_minutes int,
  dead_letter text REFERENCES queue.queue (name),
  partition_name text,
  created_on timestamp with time zone not null default now(),
  updated_on timestamp with time zone not null default now(),
  PRIMARY KEY (name)
)
;

CREATE TABLE queue.schedule (
  name text REFERENCES queue.queue ON DELETE CASCADE,
  cron text not null,
  timezone text,
  data jsonb,
  options jsonb,
  created_on timestamp with time zone not null default now(),
  updated_on timestamp with time zone not null default now(),
  PRIMARY KEY (name)
)
;

CREATE TABLE queue.subscription (
  event text not null,
  name text not null REFERENCES queue.queue ON DELETE CASCADE,
  created_on timestamp with time zone not null default now(),
  updated_on timestamp with time zone not null default now(),
  PRIMARY KEY(event, name)
)
;

CREATE TABLE queue.job (
  id uuid not null default gen_random_uuid(),
  name text not null,
  priority integer not null default(0),
  data jsonb,
  state queue.job_state not null default('created'),
  retry_limit integer not null default(2),
  retry_count integer not null default(0),
  retry_delay integer not null default(0),
  retry_backoff boolean not null default false,
  start_after timestamp with time zone not null default now(),
  started_on timestamp with time zone,
  singleton_key text,
  singleton_on timestamp without time zone,
  expire_in interval not null default interval '15 minutes',
  created_on timestamp with time zone not null default now(),
  completed_on timestamp with time zone,
  keep_until timestamp with time zone NOT NULL default now() + interval '14 days',
  output jsonb,
  dead_letter text,
  policy text
) PARTITION BY LIST (name)
;
ALTER TABLE queue.job ADD PRIMARY KEY (name, id);
CREATE TABLE queue.archive (LIKE queue.job);
ALTER TABLE queue.archive ADD PRIMARY KEY (name, id);
ALTER TABLE queue.archive ADD archived_on timestamptz NOT NULL DEFAULT now();
CREATE INDEX archive_i1 ON queue.archive(archived_on);

CREATE FUNCTION queue.create_queue(queue_name text, options json)
RETURNS VOID AS
$$
DECLARE
  table_name varchar := 'j' || encode(sha224(queue_name::bytea), 'hex');
  queue_created_on timestamptz;
BEGIN

  WITH q as (
  INSERT INTO queue.queue (
    name,
    policy,
    retry_limit,
    retry_delay,
    retry_backoff,
    expire_seconds,
    retention_minutes,
    dead_letter,
    partition_name
  )
  VALUES (
    queue_name,
    options->>'policy',
    (options->>'retryLimit')::int,
    (options->>'retryDelay')::int,
    (options->>'retryBackoff')::bool,
    (options->>'expireInSeconds')::int,
    (options->>'retentionMinutes')::int,
    options->>'deadLetter',
    table_name
  )
  ON CONFLICT DO NOTHING
  RETURNING created_on
  )
  SELECT created_on into queue_created_on from q;

  IF queue_created_on IS NULL THEN
    RETURN;
  END IF;

  EXECUTE format('CREATE TABLE queue.%I (LIKE queue.job INCLUDING DEFAULTS)', table_name);

  EXECUTE format('ALTER TABLE queue.%1$I ADD PRIMARY KEY (name, id)', table_name);
  EXECUTE format('ALTER TABLE queue.%1$I ADD CONSTRAINT q_fkey FOREIGN KEY (name) REFERENCES queue.queue (name) ON DELETE RESTRICT DEFERRABLE INITIALLY DEFERRED', table_name);
  EXECUTE format('ALTER TABLE queue.%1$I ADD CONSTRAINT dlq_fkey FOREIGN KEY (dead_letter) REFERENCES queue.queue (name) ON DELETE RESTRICT DEFERRABLE INITIALLY DEFERRED', table_name);
  EXECUTE format('CREATE UNIQUE INDEX %1$s_i1 ON queue.%1$I (name, COALESCE(singleton_key, '''')) WHERE state = ''created'' AND policy = ''short''', table_name);
  EXECUTE format('CREATE UNIQUE INDEX %1$s_i2 ON queue.%1$I (name, COALESCE(singleton_key, '''')) WHERE state = ''active'' AND policy = ''singleton''', table_name);
  EXECUTE format('CREATE UNIQUE INDEX %1$s_i3 ON queue.%1$I (name, state, COALESCE(singleton_key, '''')) WHERE state <= ''active'' AND policy = ''stately''', table_name);
  EXECUTE format('CREATE UNIQUE INDEX %1$s_i4 ON queue.%1$I (name, singleton_on, COALESCE(singleton_key, '''')) WHERE state <> ''cancelled'' AND singleton_on IS NOT NULL', table_name);
  EXECUTE format('CREATE INDEX %1$s_i5 ON queue.%1$I (name, start_after) INCLUDE (priority, created_on, id) WHERE state < ''active''', table_name);

  EXECUTE format('ALTER TABLE queue.%I ADD CONSTRAINT cjc CHECK (name=%L)', table_name, queue_name);
  EXECUTE format('ALTER TABLE queue.job ATTACH PARTITION queue.%I FOR VALUES IN (%L)', table_name, queue_name);
END;
$$
LANGUAGE plpgsql;
;

CREATE FUNCTION queue.delete_queue(queue_name text)
RETURNS VOID AS
$$
DECLARE
  table_name varchar;
BEGIN
  WITH deleted as (
    DELETE FROM queue.queue
    WHERE name = queue_name
    RETURNING partition_name
  )
  SELECT partition_name from deleted INTO table_name;

  EXECUTE format('DROP TABLE IF EXISTS queue.%I', table_name);
END;
$$
LANGUAGE plpgsql;
;
INSERT INTO queue.version(version) VALUES ('24');

select queue.create_queue('long-work', '{"policy": "standard", "retryLimit": 3, "retryDelay": 1, "retryBackoff": false, "expireInSeconds": 82800, "retentionMinutes": 43200}');

-- What people see of it.
create table long_work (
  id uuid primary key,
  kind text not null,
  -- The key under which it was asked for.
  command_id uuid not null,
  site_id uuid not null references site,
  person_id uuid not null references person,
  token_id uuid references api_token on delete set null,
  asked_at timestamptz not null,
  input jsonb not null,
  state text not null default 'arriving' check (state in ('arriving', 'waiting', 'running', 'done', 'refused', 'failed', 'stopped')),
  stage text,
  done integer not null default 0,
  total integer not null default 0,
  tries integer not null default 0,
  -- When whoever does it was last heard of.
  seen_at timestamptz,
  stop_asked boolean not null default false,
  ended_at timestamptz,
  result jsonb
);
create index long_work_of_command on long_work (command_id, asked_at desc);
create index long_work_latest on long_work (site_id, asked_at desc);

-- A file that came in for it, in pieces, compressed; gone once the work is over.
create table long_work_piece (
  work_id uuid not null references long_work on delete cascade,
  seq integer not null,
  body bytea not null,
  primary key (work_id, seq)
);
alter table long_work_piece alter column body set storage external;
