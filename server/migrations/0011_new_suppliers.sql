-- Suppliers that people put on file: one adds, another confirms, and until then nothing is posted to them.
-- Those that came with the company's data have neither.
alter table suppliers
  add column added_by bigint references people,
  add column added_on timestamptz,
  add column confirmed_by bigint references people,
  add column confirmed_on timestamptz,
  add constraint suppliers_added check ((added_by is null) = (added_on is null)),
  add constraint suppliers_confirmed check ((confirmed_by is null) = (confirmed_on is null)),
  add constraint suppliers_two_people check (confirmed_by is null or confirmed_by <> added_by);
