-- Pictures and short documents beside an entry of a trail. Pictures are kept as they were written anew here, without what the
-- camera noted of place and device.
create table job_file (
  job_id uuid not null,
  id uuid not null,
  seq integer not null,
  name text not null check (length(name) between 1 and 200),
  media_type text not null check (media_type in ('image/jpeg', 'image/png', 'image/webp', 'application/pdf')),
  size_bytes integer not null check (size_bytes > 0),
  width integer check (width > 0),
  height integer check (height > 0),
  content bytea not null,
  thumbnail bytea,
  at timestamptz not null,
  by_id uuid not null references person,
  -- Taken back: no longer shown, and its content is let go.
  removed_at timestamptz,
  primary key (job_id, id),
  foreign key (job_id, seq) references entry
);

-- Pictures are compressed already; kept plain, a piece of one can be read without the rest.
alter table job_file alter column content set storage external;
