-- What the company knows before an invoice comes: accounts, cost centres, suppliers, orders, receipts, rates.
create table company (
  only_row boolean primary key default true check (only_row),
  name text not null,
  tax_id text not null,
  currency char(3) not null,
  invoices_address text not null
);

create table accounts (
  number text primary key,
  name text not null,
  kind text not null check (kind in ('asset', 'liability', 'income', 'expense')),
  -- The accounts that posting itself needs, each at most once.
  purpose text unique check (purpose in ('payables', 'input-tax', 'goods-received', 'price-variance', 'carriage'))
);

create table cost_centres (
  code text primary key,
  name text not null,
  manager_id bigint not null references people
);

create table suppliers (
  id bigint generated always as identity primary key,
  name text not null,
  tax_id text,
  iban text,
  mail_domain text,
  country char(2) not null,
  currency char(3) not null,
  terms_days int not null check (terms_days between 0 and 365),
  default_account text not null references accounts,
  default_cost_centre text not null references cost_centres
);
create unique index suppliers_tax_id on suppliers (tax_id) where tax_id is not null;

create table orders (
  id bigint generated always as identity primary key,
  number text not null unique,
  supplier_id bigint not null references suppliers,
  owner_id bigint not null references people,
  cost_centre text not null references cost_centres,
  currency char(3) not null,
  ordered_on date not null,
  state text not null default 'open' check (state in ('open', 'closed'))
);
create index orders_by_supplier on orders (supplier_id) where state = 'open';

create table order_lines (
  id bigint generated always as identity primary key,
  order_id bigint not null references orders,
  position int not null check (position > 0),
  item_number text,
  description text not null,
  quantity numeric(14, 4) not null check (quantity > 0),
  unit text,
  -- Per one unit, in the order's currency, net of tax.
  unit_price numeric(14, 6) not null check (unit_price >= 0),
  account text not null references accounts,
  unique (order_id, position)
);

create table receipts (
  id bigint generated always as identity primary key,
  number text not null unique,
  order_id bigint not null references orders,
  received_on date not null
);
create table receipt_lines (
  receipt_id bigint not null references receipts,
  order_line_id bigint not null references order_lines,
  quantity numeric(14, 4) not null check (quantity > 0),
  primary key (receipt_id, order_line_id)
);

create table exchange_rates (
  currency char(3) not null,
  valid_from date not null,
  -- Units of base currency for one unit of this currency.
  rate numeric(14, 8) not null check (rate > 0),
  primary key (currency, valid_from)
);

create table tolerances (
  only_row boolean primary key default true check (only_row),
  price_percent numeric(6, 3) not null check (price_percent >= 0),
  price_amount numeric(14, 2) not null check (price_amount >= 0),
  quantity_percent numeric(6, 3) not null check (quantity_percent >= 0)
);

create table approval_rules (
  id bigint generated always as identity primary key,
  position int not null unique,
  -- What the rule asks for, in base currency; null asks nothing.
  min_amount numeric(14, 2),
  cost_centre text references cost_centres,
  only_exceptions boolean not null default false,
  -- Who approves: a person, the order's owner, or the cost centre's manager.
  approver text not null check (approver in ('person', 'order-owner', 'cost-centre-manager')),
  person_id bigint references people,
  check ((approver = 'person') = (person_id is not null))
);
