create extension if not exists unaccent;
create extension if not exists fuzzystrmatch;

-- The archive: all that ever came, by all of its words. One row for each document, kept up by a job from what the triggers note.
create table archive (
  document_id bigint primary key references documents,
  -- Its numbers, without signs between their letters, each between spaces, and its amounts, each after an equals sign.
  numbers text not null,
  -- Weights: A what stands on its pages, B notes and letters, C the mail, D the trail. Words as they are, and by the stems of its language.
  words tsvector not null,
  people bigint[] not null,
  tags text[] not null
) with (toast_tuple_target = 8160);
-- Words that many documents have are looked up in the rows themselves, the newest first: they lie in them, not beside them.
alter table archive alter words set storage main, alter words set compression lz4;

-- What hits are shown with.
create table archive_texts (
  document_id bigint primary key references documents,
  -- What was read on its pages, parted by form feeds; notes, questions and letters; the mail it came with; what people said in its trail.
  page_text text not null,
  note_text text not null,
  mail_text text not null,
  trail_text text not null
);
create index archive_by_words on archive using gin (words);
create index archive_by_numbers on archive using gin (numbers gin_trgm_ops);
create index archive_by_people on archive using gin (people);
create index archive_by_tags on archive using gin (tags);

-- All words that ever stood somewhere: what is misspelt is looked for among them.
create table archive_words (word text primary key);
create index archive_words_alike on archive_words using gin (word gin_trgm_ops);
create index archive_words_beginning on archive_words (word text_pattern_ops);

-- Documents whose row is behind. Rows are only added, so that nobody waits for anybody.
create table archive_stale (
  id bigint generated always as identity primary key,
  document_id bigint not null references documents
);
create index archive_stale_by_document on archive_stale (document_id);

create function archive_dictionary(language text) returns regconfig language sql immutable parallel safe as $$
  select case language when 'en' then 'english' when 'de' then 'german' when 'fr' then 'french' when 'nl' then 'dutch' when 'es' then 'spanish'
    when 'it' then 'italian' when 'sv' then 'swedish' else 'simple' end::regconfig
$$;

create function archive_vector(dictionary regconfig, said text, weight "char") returns tsvector language sql stable parallel safe as $$
  -- Only letters and digits: what a sign parts is two words, as it is where it is looked for.
  select setweight(to_tsvector('simple', regexp_replace(unaccent(said), '[^[:alnum:]]+', ' ', 'g')) || case when dictionary = 'simple'::regconfig then ''::tsvector else to_tsvector(dictionary, regexp_replace(said, '[^[:alnum:]]+', ' ', 'g')) end, weight)
$$;

-- The stems of a word in each language.
create function archive_stems(word text) returns text[] language sql stable parallel safe as $$
  select coalesce(array_agg(distinct stem), '{}')
  from unnest(array['english_stem', 'german_stem', 'french_stem', 'dutch_stem', 'spanish_stem', 'italian_stem', 'swedish_stem']::regdictionary[]) as dictionary, unnest(ts_lexize(dictionary, word)) as stem
$$;

create function archive_number(text) returns text language sql immutable parallel safe as $$
  select lower(regexp_replace($1, '[^[:alnum:]]', '', 'g'))
$$;

-- Brings the row of a document up to date.
create function archive_document(wanted bigint) returns void language plpgsql as $$
declare
  document record;
  dictionary regconfig;
  pages text;
  notes_said text;
  mail text;
  trail_said text;
  numbers_said text;
  vector tsvector;
  -- Letters of each text that are taken: a list of words has an end in the database.
  most int := 400000;
begin
  -- Whoever comes second reads what is there then.
  perform pg_advisory_xact_lock(7241046, wanted::int);
  select d.*, s.name as supplier, a.sender, a.subject, a.body_text, a.name as arrival_name, f.name as file_name, e.number as entry into document
    from documents d join arrivals a on a.id = d.arrival_id join files f on f.id = d.file_id left join suppliers s on s.id = d.supplier_id left join journal_entries e on e.document_id = d.id
    where d.id = wanted;
  if not found then return; end if;
  dictionary := archive_dictionary(document.language);
  select coalesce(string_agg(coalesce(page_text(p.words), ''), E'\f' order by x.position), '') into pages
    from pages x join file_pages p on p.file_id = document.file_id and p.number = x.number where x.document_id = wanted;
  -- What its fields say counts as on its pages: the supplier as it is on file, for one.
  pages := pages || E'\f' || concat_ws(' ', document.supplier, document.seller_name, document.file_name, own_text(document.own_values));
  select coalesce(string_agg(said, E'\f' order by at), '') into notes_said from (
    select at, text as said from notes where document_id = wanted
    union all select written_at, subject || ' ' || body from letters where document_id = wanted
    union all select asked_at, concat_ws(' ', text, words) from questions where document_id = wanted) as each;
  mail := concat_ws(' ', document.sender, document.subject, document.arrival_name, document.body_text);
  -- Codes are not words of anybody.
  select coalesce(string_agg(distinct said #>> '{}', E'\f'), '') into trail_said
    from trail t, jsonb_path_query(coalesce(t.act, '{}') - 'code', 'strict $.**') as said
    where t.document_id = wanted and jsonb_typeof(said) = 'string' and said #>> '{}' !~ '^[a-z][a-z-]*$';
  select concat_ws(E'\f', nullif(trail_said, ''), string_agg(accepted_reason, E'\f')) into trail_said from exceptions where document_id = wanted and accepted_reason is not null;
  select ' ' || coalesce(string_agg(archive_number(said), ' '), '') || ' ' into numbers_said from (
    select unnest(array[document.invoice_number, document.order_reference, document.seller_tax_id, document.seller_iban, document.payment_reference, document.entry::text]) as said
    union all select o.number from document_orders x join orders o on o.id = x.order_id where x.document_id = wanted
    union all select value from jsonb_each_text(document.own_values)) as each where said is not null;
  numbers_said := left(numbers_said, 20000) || coalesce((select string_agg(distinct '=' || amount, ' ') || ' '
    from unnest(array[document.net_total, document.gross_total, document.amount_due]) as amount), '');
  loop
    begin
      vector := archive_vector(dictionary, left(pages, most), 'A') || archive_vector(dictionary, left(notes_said, most), 'B')
        || archive_vector(dictionary, left(mail, most), 'C') || archive_vector(dictionary, left(coalesce(trail_said, ''), most), 'D');
      exit;
    exception when program_limit_exceeded then
      most := most / 2;
    end;
  end loop;
  insert into archive_words (word) select distinct lexeme from unnest(to_tsvector('simple', regexp_replace(unaccent(left(pages || ' ' || notes_said || ' ' || mail || ' ' || coalesce(trail_said, ''), most)), '[^[:alpha:]]+', ' ', 'g')))
    where lexeme ~ '^[[:alpha:]]{4,30}$' order by 1 on conflict do nothing;
  insert into archive (document_id, numbers, words, people, tags)
    values (wanted, numbers_said, vector, coalesce((select array_agg(distinct person_id) from trail where document_id = wanted and person_id is not null), '{}'), document.tags)
    on conflict (document_id) do update set numbers = excluded.numbers, words = excluded.words, people = excluded.people, tags = excluded.tags;
  insert into archive_texts (document_id, page_text, note_text, mail_text, trail_text) values (wanted, pages, notes_said, mail, coalesce(trail_said, ''))
    on conflict (document_id) do update set page_text = excluded.page_text, note_text = excluded.note_text, mail_text = excluded.mail_text, trail_text = excluded.trail_text;
end $$;

create function archive_is_behind() returns trigger language plpgsql as $$
begin
  insert into archive_stale (document_id) values (case when tg_table_name = 'documents' then (to_jsonb(new) ->> 'id')::bigint else (to_jsonb(coalesce(new, old)) ->> 'document_id')::bigint end);
  return null;
end $$;
create trigger documents_archived after insert or update on documents for each row execute function archive_is_behind();
create trigger notes_archived after insert on notes for each row execute function archive_is_behind();
create trigger letters_archived after insert on letters for each row execute function archive_is_behind();
create trigger questions_archived after insert or update on questions for each row execute function archive_is_behind();
create trigger trail_archived after insert on trail for each row execute function archive_is_behind();
create trigger pages_archived after insert or delete on pages for each row execute function archive_is_behind();

create function archive_pages_are_behind() returns trigger language plpgsql as $$
begin
  insert into archive_stale (document_id) select p.document_id from documents d join pages p on p.document_id = d.id and p.number = new.number where d.file_id = new.file_id;
  return null;
end $$;
create trigger file_pages_archived after update of words on file_pages for each row execute function archive_pages_are_behind();

create function archive_supplier_is_behind() returns trigger language plpgsql as $$
begin
  insert into archive_stale (document_id) select id from documents where supplier_id = new.id;
  return null;
end $$;
create trigger suppliers_archived after update of name on suppliers for each row when (old.name is distinct from new.name) execute function archive_supplier_is_behind();

insert into archive_stale (document_id) select id from documents order by id desc;

create index documents_by_issue on documents (issue_date);

-- Searches that somebody keeps; those that are shared are everybody's to use.
create table kept_searches (
  id bigint generated always as identity primary key,
  name text not null check (length(name) between 1 and 80),
  -- ArchiveSearch in contract/src/searching.
  search jsonb not null,
  shared boolean not null,
  made_by bigint not null references people,
  made_at timestamptz not null default now(),
  removed_at timestamptz
);
create unique index kept_searches_by_name on kept_searches (made_by, lower(name)) where removed_at is null;
-- What each person has seen of a search: the newest document.
create table search_looks (
  search_id bigint not null references kept_searches,
  person_id bigint not null references people,
  newest bigint not null,
  primary key (search_id, person_id)
);
create index search_looks_by_person on search_looks (person_id);

-- Lists of documents that one person hands to another, as they stood.
create table handed_lists (
  id bigint generated always as identity primary key,
  what_for text not null,
  handed_by bigint not null references people,
  handed_to bigint not null references people,
  handed_at timestamptz not null default now(),
  open_until date,
  closed_at timestamptz
);
create index handed_lists_by_person on handed_lists (handed_to, id desc);
create index handed_lists_by_giver on handed_lists (handed_by, id desc);
create table handed_documents (
  list_id bigint not null references handed_lists,
  document_id bigint not null references documents,
  position int not null,
  primary key (list_id, document_id)
);
create index handed_documents_by_document on handed_documents (document_id);
