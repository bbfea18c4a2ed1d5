-- What statements, reminders and delivery notes are about: the numbers that they name, and the documents here that have them.
create table citations (
  document_id bigint not null references documents,
  position int not null check (position >= 0),
  number text not null,
  amount numeric(14, 2),
  primary key (document_id, position)
);

-- When each blob was last compared with its checksum, and whether it was damaged then.
create table blob_checks (
  sha256 bytea primary key references blobs,
  checked_at timestamptz not null default now(),
  damaged boolean not null
);
create index blob_checks_oldest on blob_checks (checked_at);

-- What a person said that a document is; sorting learns from it.
alter table documents add column kind_given text;

create table sorting_models (
  version int generated always as identity primary key,
  trained_at timestamptz not null default now(),
  model jsonb not null,
  examples int not null,
  -- How many of the examples were sorted right by a model of all the others.
  right_count int not null
);
