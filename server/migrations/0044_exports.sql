-- Exports that are kept under a name: what goes out and how (ExportWish in contract/src/exports).
create table exports (
  id bigint generated always as identity primary key,
  name text not null check (length(name) between 1 and 80),
  wish jsonb not null,
  -- By itself: how often; null: only when somebody asks.
  every text check (every in ('day', 'week', 'month')),
  made_by bigint not null references people,
  made_at timestamptz not null default now(),
  removed_at timestamptz
);
create unique index exports_by_name on exports (lower(name)) where removed_at is null;
create index exports_by_maker on exports (made_by);

-- The journal: each run with what it was asked, who asked, and what came of it. Its files are kept, so that it is had again exactly.
create table export_runs (
  id bigint generated always as identity primary key,
  export_id bigint references exports,
  name text not null,
  wish jsonb not null,
  run_by bigint references people,
  asked_at timestamptz not null default now(),
  done_at timestamptz,
  documents int,
  -- Why nothing came of it.
  fault text
);
create index export_runs_by_export on export_runs (export_id) where export_id is not null;
create index export_runs_by_person on export_runs (run_by) where run_by is not null;
create index export_runs_waiting on export_runs (id) where done_at is null;

create table export_files (
  run_id bigint not null references export_runs,
  position int not null,
  name text not null,
  type text not null,
  bytes int not null,
  blob bytea not null references blobs,
  primary key (run_id, position)
);
create index export_files_by_blob on export_files (blob);

-- Which documents a kept export has handed on, as they stood: “since the last time” leaves them out until they change.
create table export_documents (
  run_id bigint not null references export_runs,
  document_id bigint not null references documents,
  version int not null,
  primary key (run_id, document_id)
);
create index export_documents_by_document on export_documents (document_id);
