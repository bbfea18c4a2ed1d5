-- Suppliers as an accounts payable department keeps them; what touches money is changed by two people.

alter table suppliers
  add column trading_names text[] not null default '{}',
  add column former_names text[] not null default '{}',
  add column other_tax_ids text[] not null default '{}',
  add column other_domains text[] not null default '{}',
  -- Lines of the address that stands on its pages.
  add column address text not null default '',
  add column discount_percent numeric(6, 3) not null default 0 check (discount_percent between 0 and 100),
  add column discount_days int check (discount_days between 0 and 365),
  add column tax_treatment text not null default 'domestic' check (tax_treatment in ('domestic', 'reverse-charge', 'exempt', 'foreign')),
  add column approver_id bigint references people,
  add column order_required boolean not null default false,
  add column group_name text not null default '',
  add column note text not null default '',
  -- Null: not blocked.
  add column blocked_reason text,
  add column merged_into bigint references suppliers check (merged_into <> id),
  add column version int not null default 1;
create index suppliers_by_approver on suppliers (approver_id) where approver_id is not null;
create index suppliers_merged on suppliers (merged_into) where merged_into is not null;

-- Accounts come from a document that shows them, or from a change of the record; one that is given up stays in the history.
alter table supplier_accounts
  alter column document_id drop not null,
  add column source text not null default 'document' check (source in ('document', 'record')),
  add column ended_at timestamptz,
  add column ended_by bigint references people,
  add constraint supplier_accounts_source check ((source = 'document') = (document_id is not null)),
  add constraint supplier_accounts_ended check ((ended_at is null) = (ended_by is null));
create index supplier_accounts_by_ender on supplier_accounts (ended_by) where ended_by is not null;

-- Changes of a supplier with before and after. What two people do waits until the second one confirms it.
create table supplier_changes (
  id bigint generated always as identity primary key,
  supplier_id bigint not null references suppliers,
  -- [{ field, before, after }], as core/src/suppliers/changes.ts has them.
  changes jsonb not null,
  reason text not null default '',
  asked_by bigint not null references people,
  asked_at timestamptz not null default now(),
  takes_two boolean not null,
  confirmed_by bigint references people,
  refused_by bigint references people,
  answered_at timestamptz,
  constraint supplier_changes_two check (confirmed_by is null or not takes_two or confirmed_by <> asked_by),
  check ((answered_at is null) = (confirmed_by is null and refused_by is null))
);
create index supplier_changes_by_supplier on supplier_changes (supplier_id, id);
create index supplier_changes_waiting on supplier_changes (supplier_id) where takes_two and answered_at is null;
create index supplier_changes_by_asker on supplier_changes (asked_by);
create index supplier_changes_by_confirmer on supplier_changes (confirmed_by) where confirmed_by is not null;
create index supplier_changes_by_refuser on supplier_changes (refused_by) where refused_by is not null;

-- Everything that a supplier can be found by, one row each: kept by triggers.
create table supplier_handles (
  supplier_id bigint not null references suppliers on delete cascade,
  kind text not null check (kind in ('name', 'trading-name', 'former-name', 'tax-id', 'account', 'domain', 'address')),
  text text not null,
  -- Numbers without signs and country, domains in small letters: what is looked up as a whole.
  plain text
);
create index supplier_handles_by_supplier on supplier_handles (supplier_id);
create index supplier_handles_by_plain on supplier_handles (plain, kind) where plain is not null;
create index supplier_handles_by_words on supplier_handles using gin (text gin_trgm_ops) where kind in ('name', 'trading-name', 'former-name', 'address');

create function plain_tax_id(id text) returns text language sql immutable parallel safe return
  nullif(regexp_replace(regexp_replace(upper(id), '[^A-Z0-9]', '', 'g'), '^[A-Z]{2}', ''), '');
create function plain_account(account text) returns text language sql immutable parallel safe return
  nullif(regexp_replace(upper(account), '[^A-Z0-9:]', '', 'g'), '');

create function write_handles(s suppliers) returns void language sql as $$
  delete from supplier_handles where supplier_id = s.id;
  insert into supplier_handles (supplier_id, kind, text, plain)
    select s.id, 'name', s.name, null where s.merged_into is null
    union all select s.id, 'trading-name', x, null from unnest(s.trading_names) x where s.merged_into is null
    union all select s.id, 'former-name', x, null from unnest(s.former_names) x where s.merged_into is null
    union all select s.id, 'tax-id', x, plain_tax_id(x) from unnest(array_append(s.other_tax_ids, s.tax_id)) x where x is not null and s.merged_into is null
    union all select s.id, 'domain', x, lower(x) from unnest(array_append(s.other_domains, s.mail_domain)) x where x is not null and s.merged_into is null
    union all select s.id, 'address', s.address, null where s.address <> '' and s.merged_into is null
    union all select s.id, 'account', x, plain_account(x) from (select s.iban union select a.account from supplier_accounts a where a.supplier_id = s.id and a.ended_at is null) y (x)
      where x is not null and s.merged_into is null
$$;
create function keep_handles() returns trigger language plpgsql security definer set search_path = public as $$
begin
  perform write_handles(new);
  return null;
end $$;
create trigger suppliers_handles after insert or update of name, trading_names, former_names, tax_id, other_tax_ids, mail_domain, other_domains, address, iban, merged_into on suppliers
  for each row execute function keep_handles();
create function keep_account_handles() returns trigger language plpgsql security definer set search_path = public as $$
begin
  perform write_handles(s) from suppliers s where s.id = coalesce(new.supplier_id, old.supplier_id);
  return null;
end $$;
create trigger supplier_accounts_handles after insert or update or delete on supplier_accounts for each row execute function keep_account_handles();
do $$ declare s suppliers; begin for s in select * from suppliers loop perform write_handles(s); end loop; end $$;

-- Names and addresses that are much like a text. Its threshold keeps what hundreds share a little of apart.
create function handles_like(wanted text) returns table (supplier_id bigint, likeness real) language sql stable set pg_trgm.similarity_threshold = 0.45 as $$
  select h.supplier_id, max(similarity(h.text, wanted)) from supplier_handles h where h.kind in ('name', 'trading-name', 'former-name', 'address') and h.text % wanted group by 1 order by 2 desc, 1 limit 40
$$;
