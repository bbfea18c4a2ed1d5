-- What changed, told to every server process; a screen then asks for what it shows.
create function tell_document() returns trigger language plpgsql as $$
begin
  perform pg_notify('umber_live', json_build_object('what', 'document', 'id', new.id, 'tray', new.tray)::text);
  return null;
end $$;
create trigger documents_live after insert or update on documents for each row execute function tell_document();

create function tell_arrival() returns trigger language plpgsql as $$
begin
  perform pg_notify('umber_live', json_build_object('what', 'arrival', 'id', new.id)::text);
  return null;
end $$;
create trigger arrivals_live after insert or update on arrivals for each row execute function tell_arrival();
