-- Where the files of a kept export go by themselves (ExportTarget in contract/src/exports); null: they wait to be fetched.
alter table exports add column target jsonb;

create table export_deliveries (
  run_id bigint primary key references export_runs,
  target jsonb not null,
  tries int not null default 0,
  -- Null: it has arrived, or was given up.
  next_at timestamptz default now(),
  arrived_at timestamptz,
  fault text
);
create index export_deliveries_due on export_deliveries (next_at) where next_at is not null;
