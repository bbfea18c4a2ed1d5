-- What a document's own title says that it is: sorting learns from where people say otherwise. Null where it was read before this.
alter table documents add column kind_titled text;
update sorting_models set model = model || '{"examples": []}';
