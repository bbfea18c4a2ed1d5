-- A line keeps its own place on the page: it may be moved, split or joined. Which line of the reading it was tells how its cells were read.
alter table document_lines
  add column page int,
  add column box jsonb,
  add column read_line int;
update document_lines l set
  read_line = l.position,
  page = (r.result #>> array['lines', l.position::text, 'page'])::int,
  box = r.result #> array['lines', l.position::text, 'box']
from (select distinct on (document_id) document_id, result from readings order by document_id, id desc) r
where r.document_id = l.document_id and l.position < jsonb_array_length(r.result -> 'lines');

alter table documents
  -- Where a person pointed for a field: { field: { page, box } }.
  add column pointed jsonb not null default '{}',
  -- That the page itself contradicts itself, with what it prints and what is owed; null where it does not.
  add column dispute jsonb;

-- What was done at Check with the state before it, so that it can be taken back; nothing is left of it once the document has gone on.
create table check_steps (
  id bigint generated always as identity primary key,
  document_id bigint not null references documents,
  person_id bigint not null references people,
  at timestamptz not null default now(),
  act jsonb not null,
  before jsonb not null
);
create index check_steps_by_document on check_steps (document_id, id desc);
create function forget_steps() returns trigger language plpgsql as $$
begin
  delete from check_steps where document_id = new.id;
  return null;
end $$;
create trigger documents_steps_over after update of tray on documents for each row when (old.tray = 'check' and new.tray <> 'check') execute function forget_steps();
