-- Where arrivals come from, and what is done with what comes there.
create table sources (
  id bigint generated always as identity primary key,
  kind text not null check (kind in ('mail', 'mailbox', 'folder', 'upload', 'api')),
  name text not null unique check (name <> ''),
  enabled boolean not null default true,
  settings jsonb not null default '{}',
  -- A mailbox's password, sealed with the key of this installation.
  secret bytea,
  version int not null default 1,
  last_seen_at timestamptz,
  last_error text,
  last_error_at timestamptz
);
-- There is one way each of these can come.
create unique index sources_once on sources (kind) where kind in ('mail', 'upload', 'api');
insert into sources (kind, name) values ('mail', 'Mail to the invoices address'), ('upload', 'Uploaded by hand'), ('api', 'Sent by other programs');

create table source_rules (
  id bigint generated always as identity primary key,
  source_id bigint not null references sources on delete cascade,
  position int not null check (position >= 0),
  -- [{ part, test, text }], all of which must hold; and what is done then.
  conditions jsonb not null,
  does jsonb not null,
  unique (source_id, position)
);

alter table arrivals drop constraint arrivals_kind_check, drop constraint arrivals_state_check;
alter table arrivals
  add column source_id bigint references sources,
  -- What it is called where it comes from: the same one is never taken twice.
  add column origin text,
  add column name text,
  add column brought_by bigint references people,
  -- What its place says of it, such as the subfolder that it lay in.
  add column tags text[] not null default '{}',
  add check (kind in ('mail', 'file')),
  add check (state in ('stored', 'unpacked', 'no-documents', 'repeated', 'turned-away', 'failed'));
update arrivals set source_id = (select id from sources where kind = 'mail');
alter table arrivals alter column source_id set not null;
create unique index arrivals_once on arrivals (source_id, origin);
create index arrivals_by_source on arrivals (source_id, id desc);
-- What an arrival is found by; the parts of addresses and file names are words of their own.
create function arrival_words(sender text, subject text, name text, body_text text) returns tsvector language sql immutable parallel safe as $$
  select to_tsvector('simple'::regconfig, regexp_replace(coalesce(sender, '') || ' ' || coalesce(subject, '') || ' ' || coalesce(name, '') || ' ' || body_text, '[@._/-]', ' ', 'g'))
$$;
create index arrivals_words on arrivals using gin (arrival_words(sender, subject, name, body_text));

alter table documents drop constraint documents_tray_check;
alter table documents
  add check (tray in ('arriving', 'check', 'match', 'sign-off', 'post', 'posted', 'parked', 'filed', 'turned-away')),
  add column tags text[] not null default '{}',
  add column department text,
  -- A rule or its type says that it is kept and not read.
  add column unread boolean not null default false;

-- Programs that bring arrivals by HTTP. The token itself is not kept.
create table tokens (
  id bigint generated always as identity primary key,
  person_id bigint not null references people,
  name text not null check (name <> ''),
  hash bytea not null unique check (length(hash) = 32),
  scopes text[] not null,
  created_at timestamptz not null default now(),
  last_used_at timestamptz,
  revoked_at timestamptz
);

-- Files on their way from a browser, in pieces: what has come need not be sent again.
create table uploads (
  id uuid primary key default gen_random_uuid(),
  person_id bigint not null references people,
  name text not null,
  size bigint not null check (size > 0),
  started_at timestamptz not null default now(),
  arrival_id bigint references arrivals
);
create table upload_pieces (
  upload_id uuid not null references uploads on delete cascade,
  starts bigint not null check (starts >= 0),
  bytes bytea not null,
  primary key (upload_id, starts)
);

-- What became of an arrival, step by step, as it happens.
create table steps (
  id bigint generated always as identity primary key,
  arrival_id bigint not null references arrivals,
  file_id bigint references files,
  document_id bigint references documents,
  name text not null check (name in ('stored', 'unpacked', 'straightened', 'separated', 'read', 'checked')),
  state text not null check (state in ('running', 'done', 'failed', 'waiting')),
  tries int not null default 1,
  note text,
  started_at timestamptz not null default clock_timestamp(),
  ended_at timestamptz
);
create unique index steps_once on steps (arrival_id, coalesce(file_id, 0), coalesce(document_id, 0), name);

create function tell_step() returns trigger language plpgsql as $$
begin
  perform pg_notify('umber_live', json_build_object('what', 'arrival', 'id', new.arrival_id)::text);
  return null;
end $$;
create trigger steps_live after insert or update on steps for each row execute function tell_step();
