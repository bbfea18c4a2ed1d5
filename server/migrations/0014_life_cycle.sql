-- The trays and the moves between them, as core/src/documents/trays.ts has them; a test holds the two against each other.
create table trays (
  name text primary key,
  stage text not null check (stage in ('machine', 'open', 'resting', 'done'))
);
insert into trays values
  ('arriving', 'machine'), ('check', 'open'), ('match', 'open'), ('sign-off', 'open'), ('post', 'open'),
  ('posted', 'done'), ('parked', 'resting'), ('filed', 'resting'), ('turned-away', 'resting');

create table tray_moves (
  from_tray text not null references trays,
  to_tray text not null references trays,
  primary key (from_tray, to_tray),
  check (from_tray <> to_tray)
);
insert into tray_moves values
  ('arriving', 'check'), ('arriving', 'match'), ('arriving', 'sign-off'), ('arriving', 'post'), ('arriving', 'filed'), ('arriving', 'turned-away'),
  ('check', 'match'), ('check', 'sign-off'), ('check', 'post'), ('check', 'parked'), ('check', 'turned-away'), ('check', 'filed'), ('check', 'arriving'),
  ('match', 'check'), ('match', 'sign-off'), ('match', 'post'), ('match', 'parked'), ('match', 'turned-away'), ('match', 'filed'), ('match', 'arriving'),
  ('sign-off', 'post'), ('sign-off', 'check'), ('sign-off', 'turned-away'),
  ('post', 'posted'), ('post', 'check'), ('post', 'parked'), ('post', 'turned-away'),
  ('parked', 'check'), ('parked', 'match'), ('parked', 'post'), ('parked', 'turned-away'), ('parked', 'filed'), ('parked', 'arriving'),
  ('filed', 'check'), ('filed', 'match'), ('filed', 'post'), ('filed', 'arriving'), ('filed', 'turned-away'),
  ('turned-away', 'check'), ('turned-away', 'match'), ('turned-away', 'post'), ('turned-away', 'filed'), ('turned-away', 'arriving');

alter table documents drop constraint documents_tray_check;
alter table documents add constraint documents_tray foreign key (tray) references trays;
alter table documents drop constraint if exists documents_parked_from_check;
alter table documents add constraint documents_parked_from foreign key (parked_from) references trays;

create function check_tray_move() returns trigger language plpgsql as $$
begin
  if not exists (select from tray_moves where from_tray = old.tray and to_tray = new.tray) then
    raise exception 'no act takes a document from % to %', old.tray, new.tray using constraint = 'tray_move', errcode = 'check_violation';
  end if;
  return new;
end $$;
create trigger documents_move before update of tray on documents
  for each row when (old.tray is distinct from new.tray) execute function check_tray_move();
