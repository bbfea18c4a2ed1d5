-- How long originals are kept, what holds them, and how they go: asked for by one person, agreed to by another, and all that was done with them stays.

-- Years by kind of document; 'no-document' is what nothing came of. Null: for ever.
create table retention_rules (
  kind text primary key,
  years int check (years between 1 and 99)
);
insert into retention_rules (kind, years) select kind, 10
  from unnest(array['invoice', 'credit-note', 'statement', 'reminder', 'delivery-note', 'order-confirmation', 'other', 'no-document']) as kind;
-- The last month of the company's financial year.
alter table company add column year_ends_in int not null default 12 check (year_ends_in between 1 and 12);

-- The last day of so many years after the financial year of a day; null where they are for ever.
create function kept_until(since date, year_ends_in int, years int) returns date language sql immutable parallel safe as $$
  select (make_date(extract(year from since)::int + years + (extract(month from since) > year_ends_in)::int, year_ends_in, 1) + interval '1 month - 1 day')::date
$$;

-- What must not go, however old: some documents, or all of a supplier, of some days, or both.
create table holds (
  id bigint generated always as identity primary key,
  name text not null check (length(name) between 1 and 120),
  reason text not null check (length(reason) between 1 and 1000),
  -- Just those of hold_documents; else all that fit what follows.
  of_documents boolean not null,
  supplier_id bigint references suppliers,
  first_day date,
  last_day date,
  placed_by bigint not null references people,
  placed_at timestamptz not null default now(),
  release_asked_by bigint references people,
  release_asked_at timestamptz,
  release_reason text,
  released_by bigint references people,
  released_at timestamptz,
  check (first_day <= last_day),
  check (not of_documents or (supplier_id is null and first_day is null and last_day is null)),
  check (of_documents or supplier_id is not null or first_day is not null or last_day is not null),
  check ((release_asked_by is null) = (release_asked_at is null) and (release_asked_by is null) = (release_reason is null)),
  constraint holds_released_by_two check (released_by is null or (released_by <> release_asked_by) is true),
  check ((released_by is null) = (released_at is null))
);
create table hold_documents (
  document_id bigint not null references documents,
  hold_id bigint not null references holds,
  primary key (document_id, hold_id)
);
create index hold_documents_by_hold on hold_documents (hold_id);
create index holds_by_supplier on holds (supplier_id) where supplier_id is not null;

-- A hold stays what it was placed as, and one that was released stays so.
create function keep_hold() returns trigger language plpgsql as $$
begin
  if tg_op = 'DELETE' or old.released_at is not null
    or (new.id, new.name, new.reason, new.of_documents, new.placed_by, new.placed_at) is distinct from (old.id, old.name, old.reason, old.of_documents, old.placed_by, old.placed_at)
    or (new.supplier_id, new.first_day, new.last_day) is distinct from (old.supplier_id, old.first_day, old.last_day) then
    raise exception 'a hold stays what it is' using errcode = 'insufficient_privilege';
  end if;
  return new;
end $$;
create trigger holds_kept before update or delete on holds for each row execute function keep_hold();
create trigger hold_documents_append_only before update or delete on hold_documents for each row execute function refuse_change();

-- Originals that are asked to go, and what became of it.
create table deletions (
  id bigint generated always as identity primary key,
  -- Those that were to be kept until this day or one before it, of these kinds; none: of all.
  until date not null,
  kinds text[] not null,
  reason text not null check (length(reason) between 1 and 1000),
  asked_by bigint not null references people,
  asked_at timestamptz not null default now(),
  answered_by bigint references people,
  answered_at timestamptz,
  agreed boolean,
  answer_reason text,
  done_at timestamptz,
  -- Why it has not gone on: a file in a folder that cannot be taken away.
  fault text,
  check ((answered_by is null) = (answered_at is null) and (answered_by is null) = (agreed is null)),
  check (done_at is null or answered_at is not null),
  constraint deletions_by_two check (agreed is not true or answered_by <> asked_by)
);
create index deletions_to_do on deletions (id) where done_at is null;
create function keep_deletion() returns trigger language plpgsql as $$
begin
  if tg_op = 'DELETE' or (new.id, new.until, new.kinds, new.reason, new.asked_by, new.asked_at) is distinct from (old.id, old.until, old.kinds, old.reason, old.asked_by, old.asked_at)
    or old.answered_at is not null and (new.answered_by, new.answered_at, new.agreed, new.answer_reason) is distinct from (old.answered_by, old.answered_at, old.agreed, old.answer_reason)
    or old.done_at is not null then
    raise exception 'a deletion stays what was asked and answered' using errcode = 'insufficient_privilege';
  end if;
  return new;
end $$;
create trigger deletions_kept before update or delete on deletions for each row execute function keep_deletion();

create table deletion_arrivals (
  deletion_id bigint not null references deletions,
  arrival_id bigint not null references arrivals,
  -- The latest day until which something of it was to be kept, as it was asked.
  kept_until date not null,
  outcome text check (outcome in ('deleted', 'on-hold', 'not-due', 'at-work')),
  settled_at timestamptz,
  -- What was deleted: [{ name, sha256, bytes }].
  files jsonb not null default '[]',
  primary key (deletion_id, arrival_id),
  check ((outcome is null) = (settled_at is null))
);
create index deletion_arrivals_by_arrival on deletion_arrivals (arrival_id);
create index deletion_arrivals_to_do on deletion_arrivals (deletion_id, arrival_id) where outcome is null;

-- Whose original is deleted, and by which deletion.
alter table arrivals add column deletion_id bigint references deletions;
alter table documents add column deletion_id bigint references deletions;
create index arrivals_by_deletion on arrivals (deletion_id) where deletion_id is not null;
create index documents_by_deletion on documents (deletion_id) where deletion_id is not null;
-- Its bytes are gone; its checksum stays.
alter table blobs add column deletion_id bigint references deletions;
create index blobs_by_deletion on blobs (deletion_id) where deletion_id is not null;
create index file_pages_by_small on file_pages (small) where small is not null;

-- Pictures that pages had before they were turned and read again.
create table earlier_pictures (
  file_id bigint not null references files,
  blob bytea not null references blobs,
  primary key (file_id, blob)
);
create index earlier_pictures_by_blob on earlier_pictures (blob);
create function keep_earlier_pictures() returns trigger language plpgsql as $$
begin
  insert into earlier_pictures (file_id, blob) select new.file_id, blob from unnest(array[old.picture, old.small]) as blob
    where blob is not null and blob is distinct from new.picture and blob is distinct from new.small on conflict do nothing;
  return null;
end $$;
create trigger file_pages_earlier after update of picture, small on file_pages
  for each row when (old.picture is distinct from new.picture or old.small is distinct from new.small) execute function keep_earlier_pictures();

-- Everything whose original is here, and until when it is kept; what nothing came of has no document.
create view kept_originals as
  select d.id as document_id, d.arrival_id, d.kind, d.supplier_id, d.tray in ('posted', 'filed', 'turned-away') as rests, came.since as came_on, d.issue_date, e.posted_on,
    kept_until(greatest(came.since, d.issue_date, e.posted_on, released.since), c.year_ends_in, r.years) as kept_until
  from documents d join arrivals a on a.id = d.arrival_id cross join company c left join retention_rules r on r.kind = d.kind
    left join journal_entries e on e.document_id = d.id,
    lateral (select (a.received_at at time zone 'utc')::date as since) came,
    -- It is evidence for the months over which its cost is spread, too.
    lateral (select max((s.period || '-01')::date) as since from spread_releases s where s.document_id = d.id) released
  where d.deletion_id is null
  union all
  select null, a.id, 'no-document', null, a.state not in ('stored', 'unpacked'), came.since, null, null, kept_until(came.since, c.year_ends_in, r.years)
  from arrivals a cross join company c left join retention_rules r on r.kind = 'no-document', lateral (select (a.received_at at time zone 'utc')::date as since) came
  where a.deletion_id is null and not exists (select from documents d where d.arrival_id = a.id);

-- A supplier, and those that it became part of.
create function supplier_and_after(one bigint) returns setof bigint language sql stable as $$
  with recursive later as (
    select id, merged_into from suppliers where id = one
    union select s.id, s.merged_into from later l join suppliers s on s.id = l.merged_into
  ) select id from later
$$;

-- Holds that are on: each document or arrival that one of them is about.
create view held_originals as
  select k.document_id, k.arrival_id, h.id as hold_id
  from holds h join hold_documents x on x.hold_id = h.id join kept_originals k on k.document_id = x.document_id
  where h.released_at is null
  union all
  select k.document_id, k.arrival_id, h.id
  from holds h join kept_originals k on (h.supplier_id is null or k.supplier_id in (select supplier_and_after(h.supplier_id)))
    and (h.first_day is null and h.last_day is null
      or exists (select from unnest(array[k.issue_date, k.came_on, k.posted_on]) day where day between coalesce(h.first_day, '-infinity') and coalesce(h.last_day, 'infinity')))
  where h.released_at is null and not h.of_documents;

-- Whether bytes are still wanted by something whose original is kept.
create function blob_in_use(wanted bytea) returns boolean language sql stable as $$
  select exists (select from arrivals where blob = wanted and deletion_id is null)
    or exists (select from files f join arrivals a on a.id = f.arrival_id where f.blob = wanted and a.deletion_id is null)
    or exists (select from files f join arrivals a on a.id = f.arrival_id where f.data_blob = wanted and a.deletion_id is null)
    or exists (select from file_pages where picture = wanted) or exists (select from file_pages where small = wanted)
    or exists (select from earlier_pictures where blob = wanted)
    or exists (select from export_files where blob = wanted)
$$;
-- Bytes are never changed. They go when two people agreed and nothing wants them any more; the same bytes may come again.
create function refuse_blob_change() returns trigger language plpgsql as $$
begin
  if tg_op = 'UPDATE' and (new.sha256, new.stored_at) = (old.sha256, old.stored_at) then
    if old.deletion_id is null and new.bytes = ''::bytea and not blob_in_use(new.sha256)
      and exists (select from deletions where id = new.deletion_id and agreed and answered_by <> asked_by) then
      return new;
    end if;
    if old.deletion_id is not null and new.deletion_id is null and sha256(new.bytes) = new.sha256 then
      return new;
    end if;
  end if;
  raise exception 'blobs is append-only' using errcode = 'insufficient_privilege';
end $$;
drop trigger blobs_append_only on blobs;
create trigger blobs_append_only before update or delete on blobs for each row execute function refuse_blob_change();
create trigger blobs_no_truncate before truncate on blobs for each statement execute function refuse_change();

-- Keeps bytes under their checksum, and locks them: they do not go before who keeps them has said what for.
create function keep_blob(hash bytea, content bytea) returns bytea language plpgsql security definer set search_path = pg_catalog, public, pg_temp as $$
begin
  insert into blobs (sha256, bytes) values (hash, content) on conflict do nothing;
  perform from blobs where sha256 = hash and deletion_id is null for key share;
  if not found then
    update blobs set bytes = content, deletion_id = null where sha256 = hash and deletion_id is not null;
    perform from blobs where sha256 = hash for key share;
  end if;
  return hash;
end $$;

-- What stands against deleting an arrival's originals today: 'due' where nothing does.
create function retention_state(wanted bigint) returns text language sql stable as $$
  select case when count(*) = 0 or not bool_and(k.rests) then 'at-work'
    when exists (select from held_originals h where h.arrival_id = wanted) then 'on-hold'
    when not bool_and(coalesce(k.kept_until < (now() at time zone 'utc')::date, false)) then 'not-due'
    else 'due' end
  from kept_originals k where k.arrival_id = wanted
$$;

/*
 * Deletes the originals of one arrival: the file or mail as it came, the files in it, their pages with words and pictures, what was made of them, what was
 * read. Stays: each document's values, its trail, notes, approvals and entry, and the checksums of what went.
 * Returns what became of it; null where that was settled before.
 */
create function delete_originals(of_deletion bigint, of_arrival bigint) returns text language plpgsql security definer set search_path = pg_catalog, public, pg_temp as $$
declare
  deletion deletions;
  said text;
  gone jsonb := '[]';
  hashes bytea[];
  hash bytea;
  one bigint;
begin
  select * into deletion from deletions where id = of_deletion for update;
  if not found or deletion.agreed is not true or deletion.answered_by = deletion.asked_by then
    raise exception 'deletion % is not agreed by two people', of_deletion using errcode = 'insufficient_privilege';
  end if;
  perform from deletion_arrivals where deletion_id = of_deletion and arrival_id = of_arrival and outcome is null for update;
  if not found then return null; end if;
  -- Nobody places a hold, nor moves a document, between the look and the deed.
  lock table holds, hold_documents in share mode;
  perform from arrivals where id = of_arrival for update;
  perform from documents where arrival_id = of_arrival order by id for update;
  said := retention_state(of_arrival);
  if said = 'due' then
    said := 'deleted';
    select coalesce(jsonb_agg(distinct jsonb_build_object('name', named.name, 'sha256', encode(b.sha256, 'hex'), 'bytes', b.size)), '[]') into gone from (
      select coalesce(name, 'mail') as name, blob from arrivals where id = of_arrival
      union all select name, blob from files where arrival_id = of_arrival
      union all select name || ' (data)', data_blob from files where arrival_id = of_arrival) as named join blobs b on b.sha256 = named.blob;
    select array_agg(distinct found.blob order by found.blob) into hashes from (
      select blob from arrivals where id = of_arrival
      union select unnest(array[blob, data_blob]) from files where arrival_id = of_arrival
      union select unnest(array[p.picture, p.small]) from file_pages p join files f on f.id = p.file_id where f.arrival_id = of_arrival
      union select e.blob from earlier_pictures e join files f on f.id = e.file_id where f.arrival_id = of_arrival) as found
      where found.blob is not null;
    delete from pages p using documents d where d.id = p.document_id and d.arrival_id = of_arrival;
    delete from boundaries b using files f where f.id = b.file_id and f.arrival_id = of_arrival;
    delete from file_pages p using files f where f.id = p.file_id and f.arrival_id = of_arrival;
    delete from earlier_pictures e using files f where f.id = e.file_id and f.arrival_id = of_arrival;
    delete from readings r using documents d where d.id = r.document_id and d.arrival_id = of_arrival;
    delete from searchable_pdfs s using documents d where d.id = s.document_id and d.arrival_id = of_arrival;
    delete from page_layouts l using documents d where d.id = l.document_id and d.arrival_id = of_arrival;
    delete from upload_pieces p using uploads u where u.id = p.upload_id and u.arrival_id = of_arrival;
    update arrivals set deletion_id = of_deletion, body_text = '', safe_html = null where id = of_arrival;
    update documents set deletion_id = of_deletion where arrival_id = of_arrival;
    foreach hash in array hashes loop
      perform from blobs where sha256 = hash for update;
      if not blob_in_use(hash) then
        update blobs set bytes = '', deletion_id = of_deletion where sha256 = hash and deletion_id is null;
      end if;
    end loop;
    for one in select id from documents where arrival_id = of_arrival order by id loop
      insert into trail (document_id, person_id, act) values (one, deletion.answered_by, jsonb_build_object('code', 'original-deleted', 'deletion', of_deletion));
      perform archive_document(one);
    end loop;
  end if;
  update deletion_arrivals set outcome = said, settled_at = clock_timestamp(), files = gone where deletion_id = of_deletion and arrival_id = of_arrival;
  return said;
end $$;

-- What is asked is listed before it is answered; what became of it is written by the function above only, and never changed.
create function keep_outcome() returns trigger language plpgsql as $$
begin
  if tg_op = 'INSERT' then
    if new.outcome is null and exists (select from deletions where id = new.deletion_id and answered_at is null) then return new; end if;
    raise exception 'deletion % is answered', new.deletion_id using errcode = 'insufficient_privilege';
  end if;
  if tg_op = 'DELETE' or old.outcome is not null or (new.deletion_id, new.arrival_id, new.kept_until) is distinct from (old.deletion_id, old.arrival_id, old.kept_until) then
    raise exception 'deletion_arrivals is append-only' using errcode = 'insufficient_privilege';
  end if;
  return new;
end $$;
create trigger deletion_arrivals_kept before insert or update or delete on deletion_arrivals for each row execute function keep_outcome();

-- Files in folders that a document was kept as before another folder was set: they go with it.
create table earlier_kept_files (
  document_id bigint not null references documents,
  folder text not null,
  path text not null,
  primary key (document_id, folder, path)
);
create function keep_earlier_files() returns trigger language plpgsql as $$
begin
  insert into earlier_kept_files (document_id, folder, path) values (old.document_id, old.folder, old.path) on conflict do nothing;
  return null;
end $$;
create trigger kept_files_elsewhere after update of folder on kept_files
  for each row when (old.path is not null and old.folder is distinct from new.folder) execute function keep_earlier_files();
create index audit_of_retention on audit (id) where act ->> 'code' = 'retention-set';

-- Nothing is done any more with a document whose original is gone.
create or replace function check_tray_move() returns trigger language plpgsql as $$
begin
  if not exists (select from tray_moves where from_tray = old.tray and to_tray = new.tray) then
    raise exception 'no act takes a document from % to %', old.tray, new.tray using constraint = 'tray_move', errcode = 'check_violation';
  end if;
  if old.deletion_id is not null then
    raise exception 'the original of document % is deleted', old.id using constraint = 'original_deleted', errcode = 'check_violation';
  end if;
  return new;
end $$;

-- Tables of one's own are never taken for those of the same name that are meant.
alter function add_to_totals() set search_path = pg_catalog, public, pg_temp;
