-- What a credit note gives back of which invoice, and by what that is known; kept anew whenever it is matched, but for what a person chose.
create table credit_links (
  credit_id bigint not null references documents,
  invoice_id bigint not null references documents,
  known_by text not null check (known_by in ('number', 'lines', 'amount', 'person')),
  primary key (credit_id, invoice_id),
  check (credit_id <> invoice_id)
);
create index credit_links_by_invoice on credit_links (invoice_id);

-- The invoice that a corrected one comes in place of. No invoice has two in its place.
alter table documents add column replaces_id bigint references documents check (replaces_id <> id);
create unique index documents_replace_once on documents (replaces_id) where replaces_id is not null and tray not in ('turned-away', 'filed');

-- What a cost centre may spend in a year, net, in base currency.
create table budgets (
  cost_centre text not null references cost_centres,
  year int not null check (year between 2000 and 2999),
  amount numeric(14, 2) not null check (amount >= 0),
  primary key (cost_centre, year)
);
create index document_lines_by_centre on document_lines (cost_centre) where cost_centre is not null;

alter table imports drop constraint imports_table_name_check;
alter table imports add check (table_name in ('suppliers', 'orders', 'receipts', 'accounts', 'cost-centres', 'budgets'));
