-- Every foreign key has an index, so that what belongs to a row is found without reading a whole table: an order's lines were found by
-- reading all lines of all documents. Those to people, accounts and cost centres are few and never deleted: they have none.
create index sessions_by_person on sessions (person_id);
create index orders_by_supplier_any on orders (supplier_id);
create index receipts_by_order on receipts (order_id);
create index receipt_lines_by_order_line on receipt_lines (order_line_id);
create index document_lines_by_order_line on document_lines (order_line_id) where order_line_id is not null;
create index exceptions_by_document on exceptions (document_id, line, id);
create index doubts_by_document on doubts (document_id);
create index approvals_by_document on approvals (document_id, id);
create index documents_by_arrival on documents (arrival_id);
create index documents_by_order on documents (order_id) where order_id is not null;
create index arrivals_by_repeated on arrivals (repeats) where repeats is not null;
create index file_pages_by_picture on file_pages (picture) where picture is not null;
create index steps_by_file on steps (file_id) where file_id is not null;
create index steps_by_document on steps (document_id) where document_id is not null;
create index uploads_by_arrival on uploads (arrival_id) where arrival_id is not null;

-- What jobs and screens look for.
create index arrivals_waiting on arrivals (id) where state = 'stored';
create index documents_waiting on documents (tray, due_date) where tray not in ('posted', 'parked', 'filed', 'turned-away');
create index documents_quiet on documents (tray, tray_since desc) where tray in ('posted', 'parked', 'filed', 'turned-away');
create index documents_sorted_by_people on documents (id desc) where kind_given is not null;
-- Numbers as they are compared: letters and digits, without regard to case.
create index documents_by_plain_number on documents (supplier_id, (regexp_replace(lower(invoice_number), '[^a-z0-9]', '', 'g')))
  where invoice_number is not null;
create index documents_by_cited_number on documents ((upper(regexp_replace(invoice_number, '[^[:alnum:]]', '', 'g'))))
  where kind in ('invoice', 'credit-note');

-- Suppliers by what their invoices show: tax id without its country, IBAN without spaces, mail domain, words like the name.
create extension if not exists pg_trgm;
create index suppliers_by_plain_tax_id on suppliers ((regexp_replace(regexp_replace(upper(tax_id), '[^A-Z0-9]', '', 'g'), '^[A-Z]{2}', '')))
  where tax_id is not null;
create index suppliers_by_plain_iban on suppliers ((regexp_replace(upper(iban), '[^A-Z0-9]', '', 'g'))) where iban is not null;
create index suppliers_by_mail_domain on suppliers (mail_domain) where mail_domain is not null;
create index suppliers_by_words on suppliers using gin (name gin_trgm_ops);
create index suppliers_by_tax_words on suppliers using gin (tax_id gin_trgm_ops) where tax_id is not null;
create index orders_by_words on orders using gin (number gin_trgm_ops);
