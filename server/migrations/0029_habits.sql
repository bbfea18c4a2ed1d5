-- What was learned of each supplier's way of laying out and naming things; of one who is not on file yet, too: by what his pages are known.
create table habit_owners (
  id bigint generated always as identity primary key,
  supplier_id bigint unique references suppliers,
  -- Names folded, tax ids and accounts without spaces and marks: what a page shows is looked up in them.
  names text[] not null default '{}',
  tax_ids text[] not null default '{}',
  ibans text[] not null default '{}',
  -- The version in force.
  version int not null default 0
);
create index habit_owners_by_name on habit_owners using gin (names);
create index habit_owners_by_tax_id on habit_owners using gin (tax_ids);
create index habit_owners_by_iban on habit_owners using gin (ibans);

-- Every version as it was; to go back is to make the next one like an earlier.
create table habit_versions (
  owner_id bigint not null references habit_owners on delete cascade,
  version int not null,
  kept jsonb not null,
  marks jsonb not null,
  -- The document that taught it; null where a person changed it on the habits screen.
  document_id bigint references documents,
  person_id bigint references people,
  at timestamptz not null default now(),
  primary key (owner_id, version)
);

alter table documents
  -- The version of the document that was last learned from: what a person said since is learned in the background.
  add column learned_version int;
alter table readings
  -- By which habits it was read.
  add column habit_owner_id bigint references habit_owners on delete set null,
  add column habit_version int;
