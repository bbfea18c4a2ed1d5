-- What a statement of account says line by line. [{ kind, date, number, amount, page, box }]
create table statements (
  document_id bigint primary key references documents,
  opening numeric(14, 2),
  closing numeric(14, 2),
  lines jsonb not null
);
