-- What must fit before anything is posted: stricter tolerances, what an order agreed on, what is taken of orders, duplicates, accounts.

-- Of a share and an amount the stricter holds from now on; what all lines of an invoice may be over; carriage that nothing was agreed on.
alter table tolerances
  add column invoice_amount numeric(14, 2) check (invoice_amount >= 0),
  add column charge_amount numeric(14, 2) not null default 15 check (charge_amount >= 0);
update tolerances set invoice_amount = 2 * price_amount;
alter table tolerances alter column invoice_amount set not null;

alter table orders
  add column carriage numeric(14, 2) not null default 0 check (carriage >= 0),
  add column discount_percent numeric(6, 3) not null default 0 check (discount_percent between 0 and 100);

-- When a document took what it is for of its order: from then on no other has it. It keeps its turn while it rests on its way.
alter table documents add column allotted_at timestamptz;
update documents set allotted_at = tray_since where tray in ('sign-off', 'post', 'posted') or (tray = 'parked' and parked_from = 'post');
create function allot() returns trigger language plpgsql as $$
begin
  if new.tray in ('sign-off', 'post') then new.allotted_at := coalesce(old.allotted_at, clock_timestamp());
  elsif new.tray not in ('parked', 'posted') then new.allotted_at := null;
  end if;
  return new;
end $$;
create trigger documents_allotted before update of tray on documents for each row when (old.tray is distinct from new.tray) execute function allot();

-- Nothing goes to the books that asks for nothing or less.
alter table documents add constraint documents_above_zero check (tray not in ('sign-off', 'post', 'posted') or coalesce(gross_total, 0) > 0) not valid;

-- An invoice's number as numbers are compared: letters that look like digits are these digits, leading noughts and signs do not count.
create function invoice_number_key(number text) returns text language sql immutable parallel safe return
  nullif(regexp_replace(regexp_replace(translate(upper(number), 'OQILZSGB', '00112568'), '(^|[^0-9])0+(?=[0-9])', '\1', 'g'), '[^[:alnum:]]', '', 'g'), '');
alter table documents
  add column number_key text generated always as (invoice_number_key(invoice_number)) stored,
  -- 0; its own id where somebody said that it is another one than that of the same number.
  add column told_apart bigint not null default 0;
update documents d set told_apart = d.id from documents o
  where o.id < d.id and o.supplier_id = d.supplier_id and o.number_key = d.number_key and d.allotted_at is not null and o.allotted_at is not null;
create unique index documents_number_once on documents (supplier_id, number_key, told_apart) where allotted_at is not null;
create index documents_by_number_key on documents (number_key);
create index documents_by_total on documents (supplier_id, gross_total);

-- The words of a page as one value: the same page that came another way has the same.
create function page_key(words jsonb) returns text language sql immutable parallel safe as $$
  select case when length(said) >= 60 then md5(said) end
  from (select string_agg(lower(regexp_replace(word ->> 'text', '[^[:alnum:]]', '', 'g')), '' order by at) as said
        from jsonb_array_elements(words) with ordinality as w (word, at)) page
$$;
alter table file_pages add column page_key text generated always as (page_key(words)) stored;
create index file_pages_by_key on file_pages (page_key);

-- A supplier's name without legal form, blanks and dots, as core/src/suppliers/twins.ts makes it; filled by the server where it is missing.
alter table suppliers add column name_key text;
create index suppliers_by_name_key on suppliers (name_key);

-- Every bank account that a document's pages show.
alter table documents add column bank_accounts text[] not null default '{}';

-- Accounts of a supplier beside that on its record, each confirmed by two people.
create table supplier_accounts (
  supplier_id bigint not null references suppliers,
  account text not null,
  document_id bigint not null references documents,
  confirmed_by bigint not null references people,
  seconded_by bigint not null references people,
  confirmed_at timestamptz not null default now(),
  primary key (supplier_id, account),
  check (confirmed_by <> seconded_by)
);
create index supplier_accounts_by_document on supplier_accounts (document_id);
create index supplier_accounts_by_first on supplier_accounts (confirmed_by);
create index supplier_accounts_by_second on supplier_accounts (seconded_by);

-- Who confirmed an exception that takes two.
create table confirmations (
  exception_id bigint not null references exceptions,
  person_id bigint not null references people,
  reason text not null,
  confirmed_at timestamptz not null default now(),
  primary key (exception_id, person_id)
);
create index confirmations_by_person on confirmations (person_id);

-- The account that is to be paid for an entry, as it was when it was posted.
create table entry_accounts (
  entry_id bigint primary key references journal_entries,
  -- Null: neither the page nor the record has one.
  account text,
  source text not null check (source in ('record', 'page', 'none')),
  check ((account is null) = (source = 'none')),
  -- Names of the people who confirmed it.
  confirmed_by text[] not null default '{}'
);
create trigger entry_accounts_append_only before update or delete on entry_accounts for each row execute function refuse_change();
create trigger entry_accounts_no_truncate before truncate on entry_accounts for each statement execute function refuse_change();

insert into tray_moves values ('post', 'match'), ('parked', 'sign-off'), ('filed', 'sign-off'), ('turned-away', 'sign-off');

-- What workers made of mails and documents, kept as long as it holds.
alter table arrivals add column safe_html text;
create table searchable_pdfs (
  document_id bigint primary key references documents,
  version int not null,
  bytes bytea not null
);
