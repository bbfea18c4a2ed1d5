-- Documents kept as files in folders, by a pattern.
alter table company add column kept_folder text, add column kept_pattern text not null default '{year}/{supplier|"unknown"}/{date} {number|id}';

create table kept_files (
  document_id bigint primary key references documents,
  -- Below the folder, with / between folders; null: it has not been written yet.
  path text,
  -- Of the document, as it was written.
  version int,
  -- The folder and pattern that it was written by.
  folder text,
  pattern text,
  sha256 bytea,
  kept_at timestamptz,
  -- Why the last try came to nothing.
  fault text,
  tries int not null default 0,
  tried_at timestamptz
);
create unique index kept_files_once on kept_files (folder, lower(path)) where path is not null;
create index kept_files_at_fault on kept_files (tried_at) where fault is not null;
