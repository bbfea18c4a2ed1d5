-- One search over all documents: by number, supplier and amount, and by the words on their pages and in their mails.
create extension if not exists pg_trgm;
-- What is searched of a page ends where a text search vector might: no page of an invoice comes near, and none must fail to be kept.
create function page_text(words jsonb) returns text language sql immutable parallel safe as $$
  select left(string_agg(word ->> 'text', ' ' order by at), 100000) from jsonb_array_elements(words) with ordinality as w (word, at)
$$;
alter table file_pages add column said tsvector generated always as (to_tsvector('simple', coalesce(page_text(words), ''))) stored;
create index file_pages_said on file_pages using gin (said);
create index documents_by_number_part on documents using gin (invoice_number gin_trgm_ops);
create index documents_by_seller_part on documents using gin (seller_name gin_trgm_ops);
create index suppliers_by_name_part on suppliers using gin (name gin_trgm_ops);
create index documents_by_gross on documents (gross_total);
