-- Entries that are handed to another ledger: under which codes, in which batches, and what it said of each.
alter table company add column hands_entries boolean not null default false;

-- What our accounts and cost centres are called there.
create table ledger_codes (
  kind text not null check (kind in ('account', 'cost-centre')),
  ours text not null,
  theirs text not null check (theirs <> ''),
  primary key (kind, ours)
);

create table ledger_batches (
  id bigint generated always as identity primary key,
  made_at timestamptz not null default now(),
  -- What is sent, the same at each try.
  csv text not null,
  tries int not null default 0,
  -- Null: it was answered, or waits for somebody.
  next_at timestamptz default now(),
  answered_at timestamptz,
  status int,
  fault text
);
create index ledger_batches_due on ledger_batches (next_at) where next_at is not null;

create table ledger_batch_entries (
  batch_id bigint not null references ledger_batches,
  entry_id bigint not null references journal_entries,
  state text not null default 'sent' check (state in ('sent', 'accepted', 'refused')),
  their_number text,
  reason text,
  -- Refused, and somebody said that it is to be handed on again.
  released boolean not null default false,
  primary key (batch_id, entry_id),
  check ((state = 'accepted') = (their_number is not null)),
  check ((state = 'refused') = (reason is not null))
);
-- Nothing twice: an entry is on its way or there once at most.
create unique index ledger_entry_once on ledger_batch_entries (entry_id) where state <> 'refused';
create index ledger_entries_refused on ledger_batch_entries (entry_id) where state = 'refused';
