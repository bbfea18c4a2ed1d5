-- A document that changes is noted by its id, without being made into JSON for that.
create function document_is_behind() returns trigger language plpgsql as $$
begin
  insert into archive_stale (document_id) values (new.id);
  return null;
end $$;
drop trigger documents_archived on documents;
create trigger documents_archived after insert or update on documents for each row execute function document_is_behind();
create or replace function archive_is_behind() returns trigger language plpgsql as $$
begin
  -- Of pages that go, of all others that came.
  if tg_op = 'DELETE' then
    insert into archive_stale (document_id) values (old.document_id);
  else
    insert into archive_stale (document_id) values (new.document_id);
  end if;
  return null;
end $$;
