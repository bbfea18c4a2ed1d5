-- Tables that people bring in: what came, how its columns were taken, what became of it, and what it was before, so that the last one can be undone.
create table imports (
  id bigint generated always as identity primary key,
  table_name text not null check (table_name in ('suppliers', 'orders', 'receipts', 'accounts', 'cost-centres')),
  file_name text not null,
  bytes bytea not null,
  mapping jsonb not null,
  made_by bigint not null references people,
  made_at timestamptz not null default now(),
  applied_by bigint references people,
  applied_at timestamptz,
  counts jsonb,
  -- What is done to take it back.
  undo jsonb,
  undone_by bigint references people,
  undone_at timestamptz,
  check ((applied_at is null) = (applied_by is null)),
  check ((undone_at is null) = (undone_by is null))
);
create index imports_by_maker on imports (made_by);
create index imports_by_applier on imports (applied_by) where applied_by is not null;
create index imports_by_undoer on imports (undone_by) where undone_by is not null;

-- Which column a head was taken for the last time.
create table import_heads (
  table_name text not null,
  head text not null,
  column_name text not null,
  primary key (table_name, head)
);
