-- A change of a supplier's habits that is tried on his past documents before it counts: what it would be, and what came of it.
create table habit_trials (
  id bigint generated always as identity primary key,
  owner_id bigint not null references habit_owners on delete cascade,
  version int not null,
  kept jsonb not null,
  change jsonb not null,
  person_id bigint not null references people,
  at timestamptz not null default now(),
  result jsonb
);
create index habit_trials_by_owner on habit_trials (owner_id, id desc);

-- Documents by what was learned of them, and by whose habits they were read.
create index habit_versions_by_document on habit_versions (document_id) where document_id is not null;
create index readings_by_habit_owner on readings (habit_owner_id) where habit_owner_id is not null;
