-- Sentences that stood in the data become codes with what they are about; the sentence is made where it is shown. What was kept as a
-- sentence stays readable under the code as-worded.
alter table doubts add column question jsonb;
update doubts set question = jsonb_build_object('code', 'as-worded', 'text', reason);
alter table doubts alter column question set not null, drop column reason;

-- An exception accepted under its sentence is asked about again when the document is matched the next time.
alter table exceptions add column facts jsonb;
update exceptions set facts = jsonb_build_object('code', 'as-worded', 'of', code, 'text', sentence);
update exceptions set figures = (select coalesce(jsonb_agg((figure - 'label') || jsonb_build_object('name', replace(lower(figure ->> 'label'), ' ', '-')) order by at), '[]')
  from jsonb_array_elements(figures) with ordinality as f (figure, at));
alter table exceptions alter column facts set not null, drop column sentence, drop column code;

alter table approvals add column because jsonb;
update approvals set because = jsonb_build_object('person', approver_id, 'because', jsonb_build_array(jsonb_build_object('code', 'as-worded', 'text', why)), 'inPlace', false);
alter table approvals alter column because set not null, drop column why;

alter table boundaries add column signs jsonb;
update boundaries set signs = coalesce((select jsonb_agg(jsonb_build_object('code', 'as-worded', 'text', reason)) from unnest(reasons) reason), '[]');
alter table boundaries alter column signs set not null, drop column reasons;

alter table documents add column rest_reason jsonb;
update documents set rest_reason = jsonb_build_object('code', 'as-worded', 'text', reason) where reason is not null;
alter table documents drop column reason;

-- The trail is append-only: what was written as a sentence stays as it was written.
alter table trail rename column act to act_name;
alter table trail alter column act_name drop not null, alter column sentence drop not null;
alter table trail add column act jsonb;
alter table trail add constraint trail_said check ((act is null) <> (sentence is null));

-- Readings that were kept: their evidence, the reasons of their alternatives and their questions.
create function pg_temp.coded_value(value jsonb) returns jsonb language sql immutable as $$
  select case when jsonb_typeof(value) <> 'object' then value else value || jsonb_build_object(
    'evidence', coalesce((select jsonb_agg(jsonb_build_object('code', 'as-worded', 'text', one)) from jsonb_array_elements_text(value -> 'evidence') one), '[]'),
    'alternatives', coalesce((select jsonb_agg((one - 'reason') || jsonb_build_object('why', jsonb_build_object('code', 'as-worded', 'text', one ->> 'reason')))
      from jsonb_array_elements(value -> 'alternatives') one), '[]')) end
$$;
update readings set result = result || jsonb_build_object(
  'fields', coalesce((select jsonb_object_agg(key, pg_temp.coded_value(value)) from jsonb_each(result -> 'fields')), '{}'),
  'lines', coalesce((select jsonb_agg((select jsonb_object_agg(key, case when jsonb_typeof(value) = 'object' and value ? 'evidence' then pg_temp.coded_value(value) else value end)
    from jsonb_each(line)) order by at) from jsonb_array_elements(result -> 'lines') with ordinality as l (line, at)), '[]'),
  'doubts', coalesce((select jsonb_agg((doubt - 'reason') || jsonb_build_object('question', jsonb_build_object('code', 'as-worded', 'text', doubt ->> 'reason')))
    from jsonb_array_elements(result -> 'doubts') doubt), '[]'))
where result ? 'fields';
