-- Letters to suppliers about a document. Each goes out by mail once; why it could not stands with it.
create table letters (
  id bigint generated always as identity primary key,
  document_id bigint not null references documents,
  to_address text not null,
  subject text not null,
  body text not null,
  written_by bigint not null references people,
  written_at timestamptz not null default now(),
  sent_at timestamptz,
  tries int not null default 0,
  failed text
);
create index letters_by_document on letters (document_id);
create index letters_to_send on letters (id) where sent_at is null;

-- What people say about a document to one another: notes, whom it was handed to, until when it rests.
create table notes (
  id bigint generated always as identity primary key,
  document_id bigint not null references documents,
  person_id bigint not null references people,
  at timestamptz not null default now(),
  text text not null,
  page int,
  box jsonb
);
create index notes_by_document on notes (document_id, id);
alter table documents
  add column handed_to bigint references people,
  add column handed_by bigint references people,
  add column rests_until date;
create index documents_resting_until on documents (rests_until) where rests_until is not null;
create index documents_handed_to on documents (handed_to) where handed_to is not null;

-- Who has a document open, and which of them has it: the others are told, and may take it over.
create unlogged table holders (
  document_id bigint not null references documents on delete cascade,
  person_id bigint not null references people,
  since timestamptz not null default now(),
  seen_at timestamptz not null default now(),
  holds boolean not null,
  primary key (document_id, person_id)
);

-- A document that is taken up again rests until no day.
create function rest_over() returns trigger language plpgsql as $$
begin
  new.rests_until := null;
  return new;
end $$;
create trigger documents_rest_over before update of tray on documents for each row when (old.tray = 'parked' and new.tray <> 'parked') execute function rest_over();
