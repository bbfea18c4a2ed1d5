-- A file of an arrival is read whole; documents are cut out of its pages. The file stays as it came.
create table files (
  id bigint generated always as identity primary key,
  arrival_id bigint not null references arrivals,
  blob bytea not null references blobs,
  name text not null,
  -- Counts up each time its pages are put together anew: a screen that is behind is told so.
  version int not null default 1,
  -- When all its pages had been read.
  read_at timestamptz,
  unique (arrival_id, blob, name)
);
create index files_by_blob on files (blob);

create table file_pages (
  file_id bigint not null references files,
  number int not null check (number > 0),
  -- Points.
  width real not null,
  height real not null,
  words jsonb not null,
  -- Where the page was read off a picture: the projective map that made it upright and level.
  straightened_by double precision[],
  picture bytea references blobs,
  primary key (file_id, number)
);

-- Where one document may end and the next begin: before this page of the file.
create table boundaries (
  file_id bigint not null references files,
  before int not null check (before > 1),
  probability double precision not null check (probability between 0 and 1),
  reasons text[] not null,
  primary key (file_id, before)
);

insert into files (arrival_id, blob, name, read_at)
  select d.arrival_id, d.blob, d.file_name, case when exists (select from pages p where p.document_id = d.id) then d.tray_since end
  from documents d order by d.id;
alter table documents add column file_id bigint references files;
update documents d set file_id = f.id from files f where f.arrival_id = d.arrival_id and f.blob = d.blob and f.name = d.file_name;
insert into file_pages (file_id, number, width, height, words, picture)
  select d.file_id, p.number, p.width, p.height, p.words, p.picture from pages p join documents d on d.id = p.document_id;
drop index documents_once;
drop index documents_by_blob;
alter table documents alter column file_id set not null, drop column blob, drop column file_name;
create index documents_by_file on documents (file_id);

-- Which pages of its file a document has, and in which order.
alter table pages drop column width, drop column height, drop column words, drop column picture, add column position int;
update pages set position = number - 1;
alter table pages alter column position set not null, add check (position >= 0);
