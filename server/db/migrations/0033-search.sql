-- One search over what the shop has names for: words as people write them, whatever their case, accents and marks.
-- Bodies are bound when they are written: a restore makes the indexes under an empty search path.
create function search_fold(text) returns text language sql immutable strict parallel safe
  return regexp_replace(
    lower(translate($1, 'ÀÁÂÃÄÅÇÈÉÊËÌÍÎÏÑÒÓÔÕÖÙÚÛÜÝàáâãäåçèéêëìíîïñòóôõöùúûüýÿ', 'AAAAAACEEEEIIIINOOOOOUUUUYaaaaaaceeeeiiiinooooouuuuyy')),
    '[^a-z0-9]+', ' ', 'g');

-- What is the same however somebody spaces and dashes it: plates and part numbers.
create function search_identity(text) returns text language sql immutable strict parallel safe
  return regexp_replace(search_fold($1), ' ', '', 'g');

create index symptom_search on symptom using gin (search_fold(label) gin_trgm_ops);
create index condition_search on condition using gin (search_fold(label) gin_trgm_ops);
create index component_search on component using gin (search_fold(label) gin_trgm_ops);
create index failure_search on failure using gin (search_fold(label) gin_trgm_ops);
create index synonym_search on synonym using gin (search_fold(text) gin_trgm_ops);
create index variant_name_search on variant_name using gin (search_fold(name) gin_trgm_ops);
create index procedure_search on procedure using gin (search_fold(title) gin_trgm_ops);
create index code_entry_search on code_entry using gin (search_fold(meaning) gin_trgm_ops);
create index vehicle_plate_identity on vehicle (search_identity(plate)) where plate is not null;
create index job_part_number_identity on job_part (search_identity(part_number)) where part_number is not null;
create index job_complaint_search on job using gin (search_fold(complaint) gin_trgm_ops) where closed_at is not null;

-- Every name that may be meant, under the key that it counts as.
create view search_name as
  select 'symptom' as kind, coalesce(merged_into, key) as key, '' as owner, label as name, search_fold(label) as folded from symptom
  union all
  select 'condition', coalesce(merged_into, key), '', label, search_fold(label) from condition
  union all
  select 'component', coalesce(merged_into, key), '', label, search_fold(label) from component
  union all
  select 'failure', coalesce(merged_into, key), '', label, search_fold(label) from failure
  union all
  select kind,
    case kind
      when 'symptom' then current_symptom(key)
      when 'condition' then current_condition(key)
      when 'component' then current_component(key)
      else current_failure(key)
    end, '', text, search_fold(text)
  from synonym
  union all
  select kind, coalesce(merged_into, name), make, name, search_fold(name) from variant_name
  union all
  select 'procedure', key, '', title, search_fold(title) from procedure
  union all
  select 'code', code, make, meaning, search_fold(meaning) from code_entry;
