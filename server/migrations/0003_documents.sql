-- What came in, and the documents cut out of it.
create table blobs (
  sha256 bytea primary key check (length(sha256) = 32),
  bytes bytea not null,
  size bigint generated always as (length(bytes)) stored,
  stored_at timestamptz not null default now()
);

create table arrivals (
  id bigint generated always as identity primary key,
  kind text not null check (kind in ('mail')),
  blob bytea not null references blobs,
  received_at timestamptz not null default now(),
  envelope_from text,
  envelope_to text[] not null default '{}',
  -- Filled when the arrival is unpacked.
  sender text,
  subject text,
  sent_at timestamptz,
  body_text text not null default '',
  state text not null default 'stored' check (state in ('stored', 'unpacked', 'no-documents', 'repeated', 'failed')),
  reason text,
  repeats bigint references arrivals
);
create index arrivals_by_blob on arrivals (blob);

create table documents (
  id bigint generated always as identity primary key,
  arrival_id bigint not null references arrivals,
  blob bytea not null references blobs,
  file_name text not null,
  tray text not null default 'arriving'
    check (tray in ('arriving', 'check', 'match', 'sign-off', 'post', 'posted', 'parked', 'turned-away')),
  tray_since timestamptz not null default now(),
  -- Where a parked document goes back to, and why it rests.
  parked_from text check (parked_from in ('check', 'match', 'sign-off', 'post')),
  reason text,
  -- Counts up with each change: a screen that is behind is told so.
  version int not null default 1,
  kind text not null default 'invoice',
  language text not null default 'en',
  invoice_number text,
  issue_date date,
  due_date date,
  currency char(3),
  order_reference text,
  seller_name text,
  seller_tax_id text,
  seller_iban text,
  net_total numeric(14, 2),
  tax_total numeric(14, 2),
  gross_total numeric(14, 2),
  amount_due numeric(14, 2),
  document_discount numeric(14, 2),
  carriage numeric(14, 2),
  supplier_id bigint references suppliers,
  order_id bigint references orders,
  cost_centre text references cost_centres,
  -- Fields that a person gave or confirmed.
  settled_fields text[] not null default '{}',
  checked_by bigint references people,
  checked_at timestamptz
);
create index documents_by_tray on documents (tray);
create index documents_by_blob on documents (blob);
create unique index documents_once on documents (arrival_id, blob, file_name);
create index documents_by_number on documents (supplier_id, invoice_number);

create table pages (
  document_id bigint not null references documents,
  number int not null check (number > 0),
  -- Points.
  width real not null,
  height real not null,
  words jsonb not null,
  picture bytea references blobs,
  primary key (document_id, number)
);

create table readings (
  id bigint generated always as identity primary key,
  document_id bigint not null references documents,
  result jsonb not null,
  read_at timestamptz not null default now()
);
create index readings_by_document on readings (document_id, id desc);

create table document_lines (
  document_id bigint not null references documents,
  position int not null check (position >= 0),
  item_number text,
  description text,
  quantity numeric(14, 4),
  unit text,
  unit_price numeric(14, 6),
  net_amount numeric(14, 2),
  tax_rate numeric(6, 3),
  -- What matching and coding made of it.
  order_line_id bigint references order_lines,
  account text references accounts,
  cost_centre text references cost_centres,
  primary key (document_id, position)
);

create table doubts (
  id bigint generated always as identity primary key,
  document_id bigint not null references documents,
  field text,
  line int,
  reason text not null,
  raised_at timestamptz not null default now(),
  settled_at timestamptz,
  settled_by bigint references people
);
create index doubts_open on doubts (document_id) where settled_at is null;

create table exceptions (
  id bigint generated always as identity primary key,
  document_id bigint not null references documents,
  code text not null,
  line int,
  sentence text not null,
  -- The numbers side by side: [{ label, invoice, order, received, variance }].
  figures jsonb not null default '[]',
  raised_at timestamptz not null default now(),
  accepted_at timestamptz,
  accepted_by bigint references people,
  accepted_reason text,
  -- Set when matching ran again and the exception was no longer there.
  withdrawn_at timestamptz,
  check ((accepted_at is null) = (accepted_by is null))
);
create index exceptions_open on exceptions (document_id) where accepted_at is null and withdrawn_at is null;

create table approvals (
  id bigint generated always as identity primary key,
  document_id bigint not null references documents,
  approver_id bigint not null references people,
  why text not null,
  asked_at timestamptz not null default now(),
  state text not null default 'asked' check (state in ('asked', 'approved', 'sent-back', 'withdrawn')),
  comment text,
  answered_at timestamptz
);
create index approvals_asked on approvals (approver_id) where state = 'asked';
create unique index approvals_once on approvals (document_id, approver_id) where state = 'asked';

create table trail (
  id bigint generated always as identity primary key,
  document_id bigint not null references documents,
  at timestamptz not null default now(),
  -- Null: the machine did it.
  person_id bigint references people,
  act text not null,
  sentence text not null,
  before jsonb,
  after jsonb
);
create index trail_by_document on trail (document_id, id);
