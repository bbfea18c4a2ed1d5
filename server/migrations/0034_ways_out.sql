-- Ways out of what does not fit: asking who ordered or received it, waiting for what is still to come, paying less than is asked.

-- Where people are written to; null: they are only asked on their screens.
alter table people add column mail text;

create table questions (
  id bigint generated always as identity primary key,
  document_id bigint not null references documents,
  exception_id bigint references exceptions,
  -- What is asked: anything, or whether goods arrived.
  kind text not null check (kind in ('anything', 'arrived')),
  asked_of bigint not null references people,
  asked_by bigint not null references people,
  asked_at timestamptz not null default now(),
  text text not null,
  answer text check (answer in ('yes', 'no')),
  words text not null default '',
  answered_by bigint references people,
  answered_at timestamptz,
  withdrawn_at timestamptz,
  mailed_at timestamptz,
  tries int not null default 0,
  failed text,
  check ((answer is null) = (answered_at is null)),
  check ((answer is null) = (answered_by is null))
);
create index questions_by_document on questions (document_id);
create index questions_by_exception on questions (exception_id) where exception_id is not null;
create index questions_open on questions (asked_of) where answer is null and withdrawn_at is null;
create index questions_by_asker on questions (asked_by);
create index questions_by_answerer on questions (answered_by) where answered_by is not null;
create index questions_to_mail on questions (id) where mailed_at is null and answer is null and withdrawn_at is null;

-- What an invoice asks for and is not paid, until a credit note comes for it. Amounts in the document's currency.
create table claims (
  id bigint generated always as identity primary key,
  document_id bigint not null references documents,
  exception_id bigint not null unique references exceptions,
  net numeric(14, 2) not null check (net > 0),
  gross numeric(14, 2) not null check (gross >= net),
  reason text not null,
  made_by bigint not null references people,
  made_at timestamptz not null default now(),
  -- The credit note that came for it; or who gave it up, and why.
  credit_id bigint references documents,
  dropped_by bigint references people,
  dropped_reason text,
  ended_at timestamptz,
  check ((ended_at is null) = (credit_id is null and dropped_by is null))
);
create index claims_by_document on claims (document_id);
create index claims_by_credit on claims (credit_id) where credit_id is not null;
create index claims_by_maker on claims (made_by);
create index claims_by_dropper on claims (dropped_by) where dropped_by is not null;

-- What a parked document waits for by itself: it is taken up when that has come.
alter table documents add column waits_for text check (waits_for in ('receipt'));
create index documents_waiting_for on documents (supplier_id) where waits_for is not null;
create or replace function rest_over() returns trigger language plpgsql as $$
begin
  new.rests_until := null;
  new.waits_for := null;
  return new;
end $$;
