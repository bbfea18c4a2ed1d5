-- Orders as purchasing makes them: kinds, versions, units, price steps, charges; receipts that come in parts, go back or are inspected; and
-- which part of an invoice line is for which line of which order.

alter table orders
  add column kind text not null default 'goods' check (kind in ('goods', 'service', 'blanket')),
  -- The blanket order that this one calls off.
  add column blanket_id bigint references orders check (blanket_id <> id),
  -- What all call-offs and invoices of a blanket order may come to, net, and until when.
  add column value_limit numeric(14, 2) check (value_limit > 0),
  add column valid_until date,
  add column project text,
  add column note text not null default '',
  add column version int not null default 1,
  -- Null: brought in, or from a version before.
  add column entered_by bigint references people,
  add column entered_at timestamptz not null default '-infinity',
  add constraint orders_limited check (kind = 'blanket' or value_limit is null);
alter table orders alter column entered_at set default now();
create index orders_by_blanket on orders (blanket_id) where blanket_id is not null;
create index orders_by_enterer on orders (entered_by) where entered_by is not null;
create index orders_by_owner on orders (owner_id);

-- What beside the goods was agreed on: kinds as core/src/matching/charge-words.ts has them.
create table order_charges (
  order_id bigint not null references orders on delete cascade,
  kind text not null check (kind in ('freight', 'packaging', 'deposit', 'minimum-order', 'surcharge')),
  amount numeric(14, 2) not null check (amount > 0),
  primary key (order_id, kind)
);
insert into order_charges select id, 'freight', carriage from orders where carriage > 0;
alter table orders drop column carriage;

alter table order_lines
  add column our_item text,
  -- Ordered as an amount: quantity is the amount, the price is one.
  add column by_amount boolean not null default false,
  -- How many units the price was typed for: 100 where it is per hundred.
  add column price_per numeric(10, 2) not null default 1 check (price_per > 0),
  -- What must have come before it is paid: nothing, what was received, what was found good.
  add column check_by text not null default 'receipt' check (check_by in ('order', 'receipt', 'inspection')),
  -- Other than the order's.
  add column cost_centre text references cost_centres,
  add constraint order_lines_amount check (not by_amount or unit_price = 1);
create table order_line_prices (
  order_line_id bigint not null references order_lines on delete cascade,
  from_quantity numeric(14, 4) not null check (from_quantity >= 0),
  unit_price numeric(14, 6) not null check (unit_price >= 0),
  primary key (order_line_id, from_quantity)
);

-- Each version of an order as it was before it was changed, and who changed it.
create table order_versions (
  order_id bigint not null references orders,
  version int not null,
  -- The order as it was until then.
  was jsonb not null,
  changed_by bigint references people,
  changed_at timestamptz not null default now(),
  reason text not null default '',
  -- Whether more may be invoiced since: a higher price or quantity, another line, a charge.
  allows_more boolean not null,
  primary key (order_id, version)
);
create index order_versions_by_person on order_versions (changed_by) where changed_by is not null;
create trigger order_versions_append_only before update or delete on order_versions for each row execute function refuse_change();
create trigger order_versions_no_truncate before truncate on order_versions for each statement execute function refuse_change();

-- That one of a unit is so many of another: for a supplier, one of his items, or one order line.
create table unit_conversions (
  id bigint generated always as identity primary key,
  supplier_id bigint not null references suppliers,
  -- As core/src/matching/pair.ts makes keys of items; null: for all of the supplier's.
  item_key text,
  from_unit text not null,
  to_unit text not null,
  factor numeric(18, 8) not null check (factor > 0),
  set_by bigint references people,
  set_at timestamptz not null default now(),
  unique nulls not distinct (supplier_id, item_key, from_unit, to_unit)
);
create index unit_conversions_by_person on unit_conversions (set_by) where set_by is not null;

-- What suppliers call our items, as people said it. Texts as core/src/matching/pair.ts makes keys.
create table supplier_items (
  supplier_id bigint not null references suppliers,
  theirs text not null,
  ours text not null,
  said_by bigint references people,
  said_at timestamptz not null default now(),
  document_id bigint references documents,
  primary key (supplier_id, theirs)
);
create index supplier_items_by_person on supplier_items (said_by) where said_by is not null;
create index supplier_items_by_document on supplier_items (document_id) where document_id is not null;

alter table receipts
  add column kind text not null default 'receipt' check (kind in ('receipt', 'return')),
  add column delivery_note text not null default '',
  add column entered_by bigint references people,
  add column entered_at timestamptz not null default '-infinity';
alter table receipts alter column entered_at set default now();
create index receipts_by_enterer on receipts (entered_by) where entered_by is not null;
alter table receipt_lines
  -- What an inspection found good; null: nobody has looked yet.
  add column accepted numeric(14, 4) check (accepted between 0 and quantity),
  add column inspected_by bigint references people,
  add column inspected_at timestamptz,
  add constraint receipt_lines_inspected check ((accepted is null) = (inspected_at is null));
create index receipt_lines_by_inspector on receipt_lines (inspected_by) where inspected_by is not null;
create sequence receipt_numbers start 3001;
create sequence order_numbers start 50001;

-- Orders that a document is for, and by what that is known.
create table document_orders (
  document_id bigint not null references documents,
  order_id bigint not null references orders,
  known_by text not null check (known_by in ('number', 'lines', 'person')),
  primary key (document_id, order_id)
);
create index document_orders_by_order on document_orders (order_id);
insert into document_orders select id, order_id, 'number' from documents where order_id is not null;

-- Parts of an invoice line and the order lines that they are for.
create table line_pairs (
  document_id bigint not null,
  line int not null,
  order_line_id bigint not null references order_lines,
  -- In the order's unit; null where the invoice says none, or the order line is one by amount.
  quantity numeric(16, 4),
  -- Net, in the document's currency.
  amount numeric(14, 2) not null,
  -- Units of the order in one of the invoice's.
  factor numeric(18, 8) not null default 1,
  signs text[] not null default '{}',
  strength numeric(3, 2) not null default 1,
  sure boolean not null default true,
  primary key (document_id, line, order_line_id),
  foreign key (document_id, line) references document_lines (document_id, position) on update cascade on delete cascade
);
create index line_pairs_by_order_line on line_pairs (order_line_id);
insert into line_pairs (document_id, line, order_line_id, quantity, amount)
  select document_id, position, order_line_id, quantity, coalesce(net_amount, 0) from document_lines where order_line_id is not null;
-- What people said a line is for; no order lines: it is on no order.
create table line_choices (
  document_id bigint not null,
  line int not null,
  order_lines bigint[] not null,
  chosen_by bigint not null references people,
  primary key (document_id, line),
  foreign key (document_id, line) references document_lines (document_id, position) on update cascade on delete cascade
);
create index line_choices_by_person on line_choices (chosen_by);

alter table document_lines
  drop column order_line_id,
  -- What kind of charge the line is, where it is no goods.
  add column charge text check (charge in ('freight', 'packaging', 'deposit', 'minimum-order', 'surcharge', 'discount')),
  -- Who coded it; null: the machine.
  add column coded_by bigint references people;
create index document_lines_by_coder on document_lines (coded_by) where coded_by is not null;
update document_lines l set coded_by = t.person_id
  from (select distinct on (document_id, act ->> 'line') document_id, (act ->> 'line')::int as line, person_id from trail
        where act ->> 'code' = 'line-coded' and person_id is not null order by document_id, act ->> 'line', id desc) t
  where t.document_id = l.document_id and t.line = l.position;
alter table documents drop column order_id;

-- Below the order's price, and what more of a quantity may be worth; for the company, and apart for a supplier or an order.
alter table tolerances
  add column under_percent numeric(6, 3) check (under_percent >= 0),
  add column under_amount numeric(14, 2) check (under_amount >= 0),
  add column quantity_amount numeric(14, 2) check (quantity_amount >= 0);
update tolerances set under_percent = price_percent, under_amount = price_amount, quantity_amount = case when quantity_percent > 0 then price_amount else 0 end;
alter table tolerances
  alter column under_percent set not null,
  alter column under_amount set not null,
  alter column quantity_amount set not null;
create table own_tolerances (
  id bigint generated always as identity primary key,
  supplier_id bigint unique references suppliers,
  order_id bigint unique references orders,
  -- Null: as it is in general.
  price_percent numeric(6, 3) check (price_percent >= 0),
  price_amount numeric(14, 2) check (price_amount >= 0),
  under_percent numeric(6, 3) check (under_percent >= 0),
  under_amount numeric(14, 2) check (under_amount >= 0),
  quantity_percent numeric(6, 3) check (quantity_percent >= 0),
  quantity_amount numeric(14, 2) check (quantity_amount >= 0),
  charge_amount numeric(14, 2) check (charge_amount >= 0),
  set_by bigint references people,
  set_at timestamptz not null default now(),
  check ((supplier_id is null) <> (order_id is null))
);
create index own_tolerances_by_person on own_tolerances (set_by) where set_by is not null;

-- What no longer fits goes back, also from Sign-off.
insert into tray_moves values ('sign-off', 'match');

-- Suppliers of whom something changed that waiting documents are held against, until these were matched again.
create table match_requests (
  supplier_id bigint primary key,
  asked_at timestamptz not null default clock_timestamp()
);
