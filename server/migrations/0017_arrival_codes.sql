-- What a step found and why an arrival became no document are codes with their figures; what was kept as a sentence stays readable.
alter table steps alter column note type jsonb using case when note is not null then jsonb_build_object('code', 'as-worded', 'text', note) end;
alter table arrivals alter column reason type jsonb using case when reason is not null then jsonb_build_object('code', 'as-worded', 'text', reason) end;
