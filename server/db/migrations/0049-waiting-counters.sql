-- What an import adds to the counters waits here, row by row, until it is added: some hundred at a time, so that nobody who closes a job waits for it.
create table counter_waiting (
  -- The table of counters, the values of its key as a JSON list, and what to add to each of its sums.
  counted text not null,
  key text not null,
  add bigint[] not null
);
create index counter_waiting_key on counter_waiting (counted, key);
