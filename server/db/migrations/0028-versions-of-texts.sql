-- What the shop's own texts said before they were changed or taken away, and who had written it.
create table text_version (
  id bigint generated always as identity primary key,
  kind text not null,
  -- What names the text within its kind.
  key text not null,
  content jsonb not null,
  written_at timestamptz not null,
  written_by uuid references person,
  replaced_at timestamptz not null default now()
);

create index text_version_of on text_version (kind, key, id);

create function keep_code_entry_version() returns trigger language plpgsql as $$
begin
  insert into text_version (kind, key, content, written_at, written_by)
  values ('code_entry', old.code || '|' || old.make, to_jsonb(old), old.created_at, old.created_by);
  return null;
end
$$;

create function keep_version_by_id() returns trigger language plpgsql as $$
begin
  insert into text_version (kind, key, content, written_at, written_by)
  values (tg_table_name, old.id::text, to_jsonb(old), old.created_at, old.created_by);
  return null;
end
$$;

create trigger code_entry_versions after update or delete on code_entry
  for each row execute function keep_code_entry_version();
create trigger code_group_versions after update or delete on code_group
  for each row execute function keep_version_by_id();
create trigger designed_case_versions after update or delete on designed_case
  for each row execute function keep_version_by_id();
