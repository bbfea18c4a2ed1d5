-- Any change of a supplier's habits can be tried, not only one switched off or on. What was tried before is of no use any more.
delete from habit_trials;
alter table habit_trials drop column subject, add column change jsonb not null;
