alter table suppliers
  -- Gross, base currency: up to it invoices in no doubt go to Post without anybody's hand; null: it is off.
  add column straight_limit numeric(14, 2) check (straight_limit > 0),
  -- One of so many of them is shown to a person all the same.
  add column sample_every int not null default 10 check (sample_every between 1 and 100);

-- Invoices that went straight through, or were shown as a sample in place of it, and what a person found.
create table straight_runs (
  document_id bigint primary key references documents,
  supplier_id bigint not null references suppliers,
  sample boolean not null,
  decided_at timestamptz not null default clock_timestamp(),
  result text check (result in ('right', 'wrong')),
  found_by bigint references people,
  found_at timestamptz,
  check ((result is null) = (found_at is null))
);
create index straight_runs_by_supplier on straight_runs (supplier_id, found_at);
create index straight_runs_by_finder on straight_runs (found_by) where found_by is not null;
