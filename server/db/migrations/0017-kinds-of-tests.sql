-- More ways to test than a value against a spec; procedures that were proposed and not yet taken in; meters proved on the day.
alter table procedure drop constraint procedure_kind_check;
alter table procedure
  add constraint procedure_kind_check check (kind in (
    'value', 'several', 'high-voltage', 'beside-good', 'before-after', 'loudest', 'swap', 'direct-feed', 'trace'
  )),
  -- What is compared: cylinders, wheels, places to listen at.
  add column points text[] not null default '{}',
  -- How a recording is looked at.
  add column look text check (look in ('limits', 'warm-up', 'leak')),
  -- Written down by somebody from what they did; a lead takes it into the book.
  add column proposed boolean not null default false,
  add constraint look_of_traces check ((kind = 'trace') = (look is not null));

-- When a meter was last proved on a known source.
alter table instrument add column proved_at timestamptz;
alter table instrument add column proved_by uuid references person;
