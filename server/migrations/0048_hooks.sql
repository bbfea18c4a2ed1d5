-- Addresses of other programs that are told when something happens to a document.
create table hooks (
  id bigint generated always as identity primary key,
  url text not null,
  events text[] not null,
  -- What is sent is signed with it; encrypted with the installation's key.
  secret bytea not null,
  made_by bigint not null references people,
  made_at timestamptz not null default now(),
  removed_at timestamptz
);
create index hooks_by_maker on hooks (made_by);

-- What happened and is not yet addressed to anybody.
create table hook_events (
  id bigint generated always as identity primary key,
  document_id bigint not null references documents,
  event text not null,
  at timestamptz not null default now()
);
create index hook_events_by_document on hook_events (document_id);

-- What was sent to whom, or still is to be.
create table hook_deliveries (
  id bigint generated always as identity primary key,
  hook_id bigint not null references hooks,
  document_id bigint not null references documents,
  event text not null,
  body text not null,
  made_at timestamptz not null default now(),
  tries int not null default 0,
  -- Null: it has arrived, or was given up.
  next_at timestamptz default now(),
  arrived_at timestamptz,
  -- The answer's HTTP status, or why there was none.
  status int,
  fault text
);
create index hook_deliveries_due on hook_deliveries (next_at) where next_at is not null;
create index hook_deliveries_by_hook on hook_deliveries (hook_id, id desc);
create index hook_deliveries_by_document on hook_deliveries (document_id);

create function hook_of_trail() returns trigger language plpgsql as $$
declare
  happened text := case when new.act ->> 'code' like 'arrived-by-%' then 'arrived' when new.act ->> 'code' in ('read', 'approved', 'posted') then new.act ->> 'code' end;
begin
  if happened is not null and exists (select from hooks where removed_at is null and happened = any (events)) then
    insert into hook_events (document_id, event) values (new.document_id, happened);
  end if;
  return null;
end $$;
create trigger trail_hooked after insert on trail for each row execute function hook_of_trail();

create function hook_of_doubts() returns trigger language plpgsql as $$
begin
  if exists (select from hooks where removed_at is null and 'doubt' = any (events)) then
    insert into hook_events (document_id, event) select distinct document_id, 'doubt' from fresh where settled_at is null;
  end if;
  return null;
end $$;
create trigger doubts_hooked after insert on doubts referencing new table as fresh for each statement execute function hook_of_doubts();
