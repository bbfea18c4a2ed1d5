-- What lets it be seen that the past was changed, also by who may do anything in the database.

-- The trail of what belongs to no document: rules, sources, tokens, settings, suppliers, people, sign-ins.
create table audit (
  id bigint generated always as identity primary key,
  at timestamptz not null default now(),
  person_id bigint references people,
  act jsonb not null
);
create index audit_by_person on audit (person_id);
create trigger audit_append_only before update or delete on audit for each row execute function refuse_change();
create trigger audit_no_truncate before truncate on audit for each statement execute function refuse_change();

-- A day's rows as one value, chained to the day before: who changes a row changes all heads after it.
create table seals (
  kind text not null check (kind in ('trail', 'journal', 'audit')),
  day date not null,
  rows int not null,
  previous bytea not null check (length(previous) = 32),
  head bytea not null check (length(head) = 32),
  sealed_at timestamptz not null default now(),
  primary key (kind, day)
);
create trigger seals_append_only before update or delete on seals for each row execute function refuse_change();
create trigger seals_no_truncate before truncate on seals for each statement execute function refuse_change();
create index trail_by_day on trail (at);
create index journal_entries_by_time on journal_entries (posted_at);
create index audit_by_day on audit (at);

-- What each check of the books found.
create table book_checks (
  id bigint generated always as identity primary key,
  at timestamptz not null default now(),
  findings jsonb not null
);

-- Sums are added to by the journal's own trigger and by nobody else.
alter function add_to_totals() security definer set search_path = public;

-- Tries to sign in that were refused, by login and by address.
create table sign_in_failures (
  id bigint generated always as identity primary key,
  at timestamptz not null default now(),
  login text not null,
  address text not null
);
create index sign_in_failures_by_login on sign_in_failures (login, at);
create index sign_in_failures_by_address on sign_in_failures (address, at);

-- What a source may bring in a day (UTC), and what it has brought.
alter table sources add column daily_megabytes int not null default 5000 check (daily_megabytes > 0);
create table source_days (
  source_id bigint not null references sources on delete cascade,
  day date not null,
  bytes bigint not null,
  primary key (source_id, day)
);

-- Programs send files in one go: these are kept piece by piece too, and their size is known at the end.
alter table uploads alter column size drop not null, add column kind text not null default 'file' check (kind in ('file', 'mail'));
