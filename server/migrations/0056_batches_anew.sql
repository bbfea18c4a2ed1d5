-- Whether anything but a refusal was ever answered to a batch: then it may have been booked there, and its entries must not go in another one. Of those
-- that were tried before now only the last answer is known.
alter table ledger_batches add column maybe_taken boolean not null default false;
update ledger_batches set maybe_taken = true
  where answered_at is null and (tries > 1 or tries = 1 and (status is null or status not between 400 and 499 or status in (408, 429)));
