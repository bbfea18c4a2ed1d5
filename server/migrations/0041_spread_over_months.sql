-- A line whose cost belongs to several months: from which, and how many.
alter table document_lines
  add column spread_from text check (spread_from ~ '^\d{4}-(0[1-9]|1[0-2])$'),
  add column spread_months int check (spread_months between 2 and 60),
  add check ((spread_from is null) = (spread_months is null));

-- What is not of the month that it is posted in waits on an account of its own.
alter table accounts drop constraint accounts_purpose_check;
alter table accounts add check (purpose in ('payables', 'input-tax', 'goods-received', 'price-variance', 'carriage', 'prepaid'));
insert into accounts (number, name, kind, purpose) select '1330', 'Prepaid expenses', 'asset', 'prepaid' where exists (select from accounts) and not exists (select from accounts where number = '1330');

-- What later months take of it, in base currency: below zero for a credit note.
create table spread_releases (
  id bigint generated always as identity primary key,
  document_id bigint not null references documents,
  period text not null check (period ~ '^\d{4}-(0[1-9]|1[0-2])$'),
  account text not null references accounts,
  cost_centre text not null references cost_centres,
  text text not null,
  amount numeric(14, 2) not null check (amount <> 0),
  entry_id bigint references journal_entries
);
create index spread_releases_by_document on spread_releases (document_id);
create index spread_releases_waiting on spread_releases (period) where entry_id is null;
create index spread_releases_by_entry on spread_releases (entry_id) where entry_id is not null;
create index spread_releases_by_centre on spread_releases (cost_centre);
create index spread_releases_by_account on spread_releases (account);

alter table journal_entries drop constraint journal_entries_kind_check;
alter table journal_entries add check (kind in ('receipt', 'invoice', 'release'));
