-- The words of customers' complaints by which closed jobs are found, the latest first however many there are.

-- As `stemsOf` in core/finder: words that say something, without the endings of verbs and plurals.
create function said_words(text) returns text[] language sql immutable strict parallel safe
  return array(
    select distinct case when length(w) > 4 then regexp_replace(w, '(ing|ed|es|s|y|e)$', '') else w end
    from unnest(string_to_array(search_fold($1), ' ')) w
    where length(w) > 1 and w <> all(array['an', 'the', 'of', 'at', 'is', 'it', 'to', 'and', 'in', 'on', 'from', 'when', 'with', 'only', 'does', 'do',
      'for', 'by', 'under', 'while', 'after', 'its', 'my'])
  );

create table job_word (
  word text not null,
  at timestamptz not null,
  job_id uuid not null references job,
  primary key (job_id, word)
);
create index job_word_latest on job_word (word, at desc, job_id);

insert into job_word (word, at, job_id)
select unnest(said_words(complaint)), closed_at, id from job where closed_at is not null;
