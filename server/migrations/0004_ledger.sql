-- The journal: balanced, numbered without gaps, in open periods, never changed.
create table periods (
  id text primary key check (id ~ '^\d{4}-\d{2}$'),
  state text not null default 'open' check (state in ('open', 'closed'))
);

create table journal_counter (
  only_row boolean primary key default true check (only_row),
  last_number bigint not null default 0
);
insert into journal_counter default values;

create table journal_entries (
  id bigint generated always as identity primary key,
  number bigint not null unique,
  kind text not null check (kind in ('receipt', 'invoice')),
  posted_on date not null,
  period text not null references periods,
  description text not null,
  -- One invoice is posted once.
  document_id bigint unique references documents,
  receipt_id bigint unique references receipts,
  -- The invoice's own currency and the rate used.
  currency char(3) not null,
  exchange_rate numeric(14, 8) not null check (exchange_rate > 0),
  posted_by bigint references people,
  posted_at timestamptz not null default now(),
  check ((kind = 'invoice') = (document_id is not null)),
  check ((kind = 'receipt') = (receipt_id is not null))
);

create table journal_lines (
  entry_id bigint not null references journal_entries,
  position int not null check (position > 0),
  account text not null references accounts,
  cost_centre text references cost_centres,
  supplier_id bigint references suppliers,
  text text not null,
  -- Base currency; one of the two is zero.
  debit numeric(14, 2) not null default 0 check (debit >= 0),
  credit numeric(14, 2) not null default 0 check (credit >= 0),
  check (debit = 0 or credit = 0),
  check (debit <> 0 or credit <> 0),
  primary key (entry_id, position)
);
create index journal_lines_by_account on journal_lines (account);
create index journal_lines_by_supplier on journal_lines (supplier_id) where supplier_id is not null;

create function check_entry_balances() returns trigger language plpgsql as $$
declare
  entry bigint := coalesce(new.entry_id, old.entry_id);
  difference numeric;
  lines int;
begin
  select coalesce(sum(debit - credit), 0), count(*) into difference, lines from journal_lines where entry_id = entry;
  if difference <> 0 or lines < 2 then
    raise exception 'journal entry % does not balance: % lines, difference %', entry, lines, difference
      using errcode = 'check_violation', constraint = 'journal_entry_balances';
  end if;
  return null;
end $$;
create constraint trigger journal_entry_balances after insert on journal_lines
  deferrable initially deferred for each row execute function check_entry_balances();

create function check_entry_has_lines() returns trigger language plpgsql as $$
begin
  if not exists (select 1 from journal_lines where entry_id = new.id) then
    raise exception 'journal entry % has no lines', new.id using errcode = 'check_violation', constraint = 'journal_entry_balances';
  end if;
  return null;
end $$;
create constraint trigger journal_entry_has_lines after insert on journal_entries
  deferrable initially deferred for each row execute function check_entry_has_lines();

create function check_period_open() returns trigger language plpgsql as $$
begin
  if (select state from periods where id = new.period for share) <> 'open' then
    raise exception 'period % is closed', new.period using errcode = 'check_violation', constraint = 'period_open';
  end if;
  return new;
end $$;
create trigger journal_entries_period before insert on journal_entries for each row execute function check_period_open();

create function refuse_change() returns trigger language plpgsql as $$
begin
  raise exception '% is append-only', tg_table_name using errcode = 'insufficient_privilege';
end $$;
create trigger journal_entries_append_only before update or delete on journal_entries for each row execute function refuse_change();
create trigger journal_lines_append_only before update or delete on journal_lines for each row execute function refuse_change();
create trigger trail_append_only before update or delete on trail for each row execute function refuse_change();
create trigger blobs_append_only before update or delete on blobs for each row execute function refuse_change();
create trigger journal_entries_no_truncate before truncate on journal_entries for each statement execute function refuse_change();
create trigger journal_lines_no_truncate before truncate on journal_lines for each statement execute function refuse_change();
create trigger trail_no_truncate before truncate on trail for each statement execute function refuse_change();
