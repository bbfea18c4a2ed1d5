-- Entries that wait to be handed to another ledger: neither there, nor on their way, nor refused and not let go again. What looks for them every moment
-- need not go through the whole journal.
create table entries_to_hand (
  entry_id bigint primary key references journal_entries
);
insert into entries_to_hand (entry_id)
  select e.id from journal_entries e where not exists (select from ledger_batch_entries b where b.entry_id = e.id and (b.state <> 'refused' or not b.released));

create function entry_is_to_hand() returns trigger language plpgsql as $$
begin
  insert into entries_to_hand (entry_id) values (new.id);
  return null;
end $$;
create trigger journal_entries_to_hand after insert on journal_entries for each row execute function entry_is_to_hand();

-- On its way it waits no more; refused and let go again, it does.
create function entry_is_handed() returns trigger language plpgsql as $$
begin
  if tg_op = 'INSERT' then
    delete from entries_to_hand where entry_id = new.entry_id;
  else
    insert into entries_to_hand (entry_id) values (new.entry_id) on conflict do nothing;
  end if;
  return null;
end $$;
create trigger ledger_entries_handed after insert on ledger_batch_entries for each row execute function entry_is_handed();
create trigger ledger_entries_let_go after update of released on ledger_batch_entries for each row when (new.released and not old.released) execute function entry_is_handed();
