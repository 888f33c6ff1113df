-- A job whose vehicle came back with the same complaint has lost its standing: asked for whenever its facts are read.
create index job_comeback_of on job (comeback_of) where comeback_of is not null;
