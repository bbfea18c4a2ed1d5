-- A changed IBAN that an earlier version asked about, and that nobody has accepted yet, is asked about as accounts are now: two people confirm
-- it. As it was kept it could neither be accepted nor confirmed.
update exceptions set
  facts = jsonb_build_object('code', 'bank-account', 'account', figures #>> '{0,invoice}', 'onFile', figures #>> '{0,order}'),
  figures = jsonb_set(figures, '{0,name}', '"account"')
where facts ->> 'code' = 'iban-changed' and accepted_at is null and withdrawn_at is null and figures #>> '{0,invoice}' is not null;
