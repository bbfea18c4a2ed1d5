-- Fields that the company added to those of every invoice. One that is taken away is kept, as documents have values of it.
create table own_fields (
  key text primary key check (key ~ '^[a-z0-9-]{1,40}$'),
  position int generated always as identity,
  name text not null,
  level text not null check (level in ('head', 'line')),
  type text not null check (type in ('text', 'number', 'amount', 'date', 'choice', 'yes-no')),
  required boolean not null,
  labels text[] not null,
  choices text[] not null,
  pattern text not null,
  -- The least and the most that it may be, a number or a date.
  least text,
  most text,
  -- What of its order it must be the same as.
  matches text check (matches in ('orderNumber', 'orderOwner', 'costCentre')),
  gone_at timestamptz
);

-- Their values, by `own:` and the key; numbers and dates as they travel.
alter table documents add column own_values jsonb not null default '{}';
alter table document_lines add column own_values jsonb not null default '{}';

-- Keys and pointings that a document took at Check; null where nobody counted.
alter table documents add column check_keys int;

-- What is found of them by a search.
create function own_text(jsonb) returns text language sql immutable parallel safe as $$ select coalesce(string_agg(value, ' '), '') from jsonb_each_text($1) $$;
create index documents_own_text on documents using gin (own_text(own_values) gin_trgm_ops) where own_values <> '{}';
create index document_lines_own_text on document_lines using gin (own_text(own_values) gin_trgm_ops) where own_values <> '{}';
