-- What a page carries beside its print: what its symbols say, and the data of an electronic invoice (PageWords in core/src/reading).
alter table file_pages add column beside jsonb;
-- The data that came beside a file in the same mail.
alter table files add column data_blob bytea references blobs;
create index files_by_data_blob on files (data_blob) where data_blob is not null;
-- Which counts where an electronic invoice's page and data differ.
alter table company add column page_leads boolean not null default false;
