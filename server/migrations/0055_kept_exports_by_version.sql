-- Counts what was changed of a kept export, so that nobody writes over what somebody else has just kept.
alter table exports add column version int not null default 1;
