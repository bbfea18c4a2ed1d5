-- Sums and counts over all of the past are kept as they change, so that a screen never adds up years: the journal is only ever added to,
-- and its sums are added to with it.
create table account_totals (
  period text not null,
  account text not null references accounts,
  debit numeric(16, 2) not null,
  credit numeric(16, 2) not null,
  primary key (period, account)
);
create table supplier_totals (
  supplier_id bigint not null references suppliers,
  account text not null references accounts,
  lines int not null,
  debit numeric(16, 2) not null,
  credit numeric(16, 2) not null,
  primary key (supplier_id, account)
);

create function add_to_totals() returns trigger language plpgsql as $$
begin
  insert into account_totals (period, account, debit, credit)
    select e.period, l.account, sum(l.debit), sum(l.credit) from added l join journal_entries e on e.id = l.entry_id group by e.period, l.account order by 1, 2
    on conflict (period, account) do update set debit = account_totals.debit + excluded.debit, credit = account_totals.credit + excluded.credit;
  insert into supplier_totals (supplier_id, account, lines, debit, credit)
    select l.supplier_id, l.account, count(*), sum(l.debit), sum(l.credit) from added l where l.supplier_id is not null group by l.supplier_id, l.account order by 1, 2
    on conflict (supplier_id, account) do update set lines = supplier_totals.lines + excluded.lines, debit = supplier_totals.debit + excluded.debit,
      credit = supplier_totals.credit + excluded.credit;
  return null;
end $$;
create trigger journal_lines_totals after insert on journal_lines referencing new table as added for each statement execute function add_to_totals();

insert into account_totals (period, account, debit, credit)
  select e.period, l.account, sum(l.debit), sum(l.credit) from journal_lines l join journal_entries e on e.id = l.entry_id group by e.period, l.account;
insert into supplier_totals (supplier_id, account, lines, debit, credit)
  select supplier_id, account, count(*), sum(debit), sum(credit) from journal_lines where supplier_id is not null group by supplier_id, account;

-- How many documents a resting place holds: what came and went, added up when it is asked and summed up into one row a tray by a job. No two
-- moves wait for one another over it.
create table resting_counts (
  id bigint generated always as identity primary key,
  tray text not null,
  documents int not null
);
create function count_resting() returns trigger language plpgsql as $$
begin
  insert into resting_counts (tray, documents)
    select tray, sum(n) from (
      select t.tray, t.n from (values (case when tg_op <> 'INSERT' then old.tray end, -1), (case when tg_op <> 'DELETE' then new.tray end, 1)) as t (tray, n)
    ) moved where tray in ('posted', 'parked', 'filed', 'turned-away') group by tray having sum(n) <> 0;
  return null;
end $$;
create trigger documents_counted after insert or delete or update of tray on documents for each row execute function count_resting();
insert into resting_counts (tray, documents) select tray, count(*) from documents where tray in ('posted', 'parked', 'filed', 'turned-away') group by tray;

-- Open items are listed by when they are due.
create index documents_posted_by_due on documents (due_date nulls last, id) where tray = 'posted';
