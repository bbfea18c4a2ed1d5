-- What the first pages of documents of unknown suppliers look like, and which of them belong together: a group is named by the
-- document that it began with.
create table looks (
  document_id bigint primary key references documents,
  group_id bigint not null references documents,
  look text[] not null
);
create index looks_by_group on looks (group_id);

alter table file_pages
  -- Quarter turns, clockwise, that a person gave the page, beyond those that it was read with at first.
  add column turned int not null default 0 check (turned between 0 and 3),
  -- It was turned since it was read: its words and picture are those from before.
  add column stale boolean not null default false,
  -- The page's picture, small; made when it is first looked at.
  add column small bytea references blobs;

-- A person said that it is to be read, whatever the rules of its source say.
alter table arrivals add column overruled boolean not null default false;
