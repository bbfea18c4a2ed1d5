-- Tokens may do more than bring files, and end by themselves.
alter table tokens add column expires_at timestamptz;

-- Answers to writes of programs under a key of theirs: the same request again has the same answer, and is not done twice.
create table program_answers (
  person_id bigint not null references people,
  key text not null,
  -- SHA-256 of method, path and body.
  request bytea not null,
  -- Null: it is still being worked on.
  status int,
  answer text,
  asked_at timestamptz not null default now(),
  primary key (person_id, key)
);
create index program_answers_by_age on program_answers (asked_at);
