-- What is searched is folded once, when it is written, and not for every row that a search looks at; letters of every script stay.
drop view search_name;
drop index symptom_search, condition_search, component_search, failure_search, synonym_search, variant_name_search, procedure_search,
  code_entry_search, vehicle_plate_identity, job_part_number_identity, job_complaint_search;
drop function search_identity(text);
drop function search_fold(text);

-- As `plain` in core/finder, words apart by one space.
create function search_fold(text) returns text language sql immutable strict parallel safe
  return regexp_replace(regexp_replace(normalize(lower($1), nfd), '[\u0300-\u036F]+', '', 'g'), '[^[:alnum:]]+', ' ', 'g');

-- What is the same however somebody spaces and dashes it: plates, part numbers, names of engines.
create function search_identity(text) returns text language sql immutable strict parallel safe
  return replace(search_fold($1), ' ', '');

alter table symptom add column searched text generated always as (search_fold(label)) stored;
alter table condition add column searched text generated always as (search_fold(label)) stored;
alter table component add column searched text generated always as (search_fold(label)) stored;
alter table failure add column searched text generated always as (search_fold(label)) stored;
alter table synonym add column searched text generated always as (search_fold(text)) stored;
alter table variant_name add column searched text generated always as (search_fold(name)) stored;
alter table procedure add column searched text generated always as (search_fold(title)) stored;
alter table code_entry add column searched text generated always as (search_fold(meaning)) stored;
alter table job add column complaint_searched text generated always as (search_fold(complaint)) stored;

create index symptom_search on symptom using gin (searched gin_trgm_ops);
create index condition_search on condition using gin (searched gin_trgm_ops);
create index component_search on component using gin (searched gin_trgm_ops);
create index failure_search on failure using gin (searched gin_trgm_ops);
create index synonym_search on synonym using gin (searched gin_trgm_ops);
create index variant_name_search on variant_name using gin (searched gin_trgm_ops);
create index procedure_search on procedure using gin (searched gin_trgm_ops);
create index code_entry_search on code_entry using gin (searched gin_trgm_ops);
create index vehicle_plate_identity on vehicle (search_identity(plate)) where plate is not null;
create index variant_name_identity on variant_name (search_identity(name));
create index job_part_number_identity on job_part (search_identity(part_number)) where part_number is not null;
create index job_complaint_search on job using gin (complaint_searched gin_trgm_ops) where closed_at is not null;

-- Every name that may be meant, under the key that it counts as.
create view search_name as
  select 'symptom' as kind, coalesce(merged_into, key) as key, '' as owner, label as name, searched as folded from symptom
  union all
  select 'condition', coalesce(merged_into, key), '', label, searched from condition
  union all
  select 'component', coalesce(merged_into, key), '', label, searched from component
  union all
  select 'failure', coalesce(merged_into, key), '', label, searched from failure
  union all
  select kind,
    case kind
      when 'symptom' then current_symptom(key)
      when 'condition' then current_condition(key)
      when 'component' then current_component(key)
      else current_failure(key)
    end, '', text, searched
  from synonym
  union all
  select kind, coalesce(merged_into, name), make, name, searched from variant_name
  union all
  select 'procedure', key, '', title, searched from procedure
  union all
  select 'code', code, make, meaning, searched from code_entry;
