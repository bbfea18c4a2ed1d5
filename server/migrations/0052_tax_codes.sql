-- Which tax a line of an entry is, or is the base of: its rate in percent; null where there is none or it is not known.
alter table journal_lines add column tax_rate numeric(6, 3) check (tax_rate >= 0);
create index journal_lines_by_rate on journal_lines (tax_rate) where tax_rate is not null;

-- What our rates are called in the other ledger. Where none is named, it is told none.
alter table ledger_codes drop constraint ledger_codes_kind_check;
alter table ledger_codes add constraint ledger_codes_kind_check check (kind in ('account', 'cost-centre', 'tax-rate'));
