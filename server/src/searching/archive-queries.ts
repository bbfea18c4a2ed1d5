import {
  HITS,
  listOf,
  type ArchiveFound,
  type ArchiveSearch,
  type Facet,
  type FoundPlace,
  type ArchiveHit,
} from '@umber/contract/searching';
import { decimal } from '@umber/core/money';
import type { Search } from '@umber/core/searching';
import { many, one, type Database } from '../database/database.js';
import { asLike } from '../database/search-words.js';
import type { WordConditions } from './archive-words.js';

/** Documents that are counted: the newest so many; fewer where it must be looked into each row whether words stand side by side. */
const COUNTED = 3000;
const COUNTED_EXACTLY = 1000;
const mostCounted = ({ phrases, terms }: Search): number =>
  phrases.length > 0 || terms.some(({ pieces }) => pieces.length > 1) ? COUNTED_EXACTLY : COUNTED;
/** Of so many it is still worked out where the words stand, and which fits best. */
const WEIGHED = 500;
const SUPPLIERS_SHOWN = 8;

/** A condition of a query, and what its `$n` stand for. */
class Conditions {
  readonly #parts: string[] = [];
  readonly values: unknown[] = [];

  value(value: unknown): string {
    this.values.push(value);
    return `$${this.values.length}`;
  }
  add(...parts: string[]): void {
    this.#parts.push(...parts);
  }
  get sql(): string {
    return this.#parts.length === 0 ? 'true' : this.#parts.join(' and ');
  }
}

const YEAR = `coalesce(extract(year from d.issue_date)::int::text, 'none')`;
const BAND = `case when d.gross_total < 500 then 'under-500' when d.gross_total <= 5000 then '500-to-5000' when d.gross_total > 5000 then 'over-5000' end`;

/** What was typed, as conditions on `archive a` and `documents d`. */
function typed(conditions: Conditions, search: Search, words: WordConditions, people: readonly number[] | null): void {
  const query = (text: string) => `a.words @@ ${conditions.value(text)}::tsquery`;
  if (words.all) conditions.add(query(words.all));
  for (const { query: text, part, amount } of words.numbers) {
    const amounts = amount === null ? '' : ` or a.numbers like ${conditions.value(`%=${decimal(amount).toFixed(2)} %`)}`;
    conditions.add(`(${query(text)} or a.numbers like ${conditions.value(part)}${amounts})`);
  }
  if (words.none) conditions.add(`not ${query(words.none)}`);
  if (people) conditions.add(`a.people && ${conditions.value(people)}::bigint[]`);
  if (search.tags.length > 0) conditions.add(`a.tags @> ${conditions.value(search.tags)}::text[]`);
  for (const { from, to } of search.amounts) {
    if (from !== null) conditions.add(`d.gross_total >= ${conditions.value(from)}::numeric`);
    if (to !== null) conditions.add(`d.gross_total <= ${conditions.value(to)}::numeric`);
  }
  for (const { from, to } of search.dates) {
    if (from !== null) conditions.add(`d.issue_date >= ${conditions.value(from)}::date`);
    if (to !== null) conditions.add(`d.issue_date <= ${conditions.value(to)}::date`);
  }
}

/** The choices beside the list, each as a condition on `documents d`. */
function choices(conditions: Conditions, wish: ArchiveSearch) {
  const among = (column: string, text: string, type = 'text') =>
    text === '' ? 'true' : `${column} = any(${conditions.value(listOf(text))}::${type}[])`;
  const years = listOf(wish.years).map((year) =>
    year === 'none'
      ? 'd.issue_date is null'
      : `d.issue_date between ${conditions.value(`${year}-01-01`)}::date and ${conditions.value(`${year}-12-31`)}::date`,
  );
  return {
    kinds: among('d.kind', wish.kinds),
    trays: among('d.tray', wish.trays),
    suppliers: among('d.supplier_id', wish.suppliers, 'bigint'),
    years: years.length === 0 ? 'true' : `(${years.join(' or ')})`,
    amounts: among(BAND, wish.amounts),
  };
}

/** What a search is made of, ready to be asked. */
export interface Asked {
  readonly wish: ArchiveSearch;
  readonly search: Search;
  readonly words: WordConditions;
  /** Whether any word is looked for: else there is nothing to fit best. */
  readonly hasWords: boolean;
  /** Who is meant; null: nobody in particular. */
  readonly people: readonly number[] | null;
}

/** Documents without a row in the archive yet are found by all but their words. */
const FROM = 'documents d left join archive a on a.document_id = d.id';

interface Counts {
  readonly documents: number;
  /** Whether only the newest were counted. */
  readonly isRough: boolean;
  readonly facets: ArchiveFound['facets'];
}
type Counted = Record<'kinds' | 'trays' | 'years' | 'amounts', readonly Facet[]> & {
  documents: number;
  base: number;
  suppliers: ArchiveFound['facets']['suppliers'];
};

/** How many a search finds, and how many with each choice; each kind of choice is counted as if nothing of that kind were chosen. */
export async function counts(db: Database, { wish, search, words, people }: Asked): Promise<Counts> {
  const conditions = new Conditions();
  typed(conditions, search, words, people);
  const chosen = choices(conditions, wish);
  const most = mostCounted(search);
  const others = (name: keyof typeof chosen) =>
    Object.keys(chosen)
      .filter((one) => one !== name)
      .map((one) => `is_${one}`)
      .join(' and ');
  const facet = (name: keyof typeof chosen, value: string) =>
    `(select coalesce(json_agg(json_build_object('value', value, 'documents', n) order by n desc, value), '[]') from (select ${value} as value, count(*) as n from base where ${others(name)} and ${value} is not null group by 1) as each)`;
  const counted = await one<Counted>(
    db,
    `with base as materialized (
       select d.kind, d.tray, d.supplier_id, ${YEAR} as year, ${BAND} as band, ${Object.entries(chosen)
         .map(([name, condition]) => `coalesce(${condition}, false) as is_${name}`)
         .join(', ')}
       from ${FROM} where ${conditions.sql} order by d.id desc limit ${most})
     select (select count(*)::int from base where is_kinds and is_trays and is_suppliers and is_years and is_amounts) as documents, (select count(*)::int from base) as base,
       ${facet('kinds', 'kind')} as kinds, ${facet('trays', 'tray')} as trays, ${facet('years', 'year')} as years, ${facet('amounts', 'band')} as amounts,
       (select coalesce(json_agg(json_build_object('value', each.supplier_id::text, 'name', s.name, 'documents', n) order by n desc, s.name), '[]')
        from (select supplier_id, count(*) as n from base where ${others('suppliers')} and supplier_id is not null group by 1 order by 2 desc, 1 limit ${SUPPLIERS_SHOWN}) as each join suppliers s on s.id = each.supplier_id) as suppliers`,
    conditions.values,
  );
  const { documents, base, ...facets } = counted;
  return { documents, isRough: base === most, facets: { ...facets, found: null } };
}

/** In how many documents something stands in each place; null where they are too many to look. */
export async function placesOf(
  db: Database,
  asked: readonly { place: FoundPlace; asked: Asked }[],
  found: number,
): Promise<readonly Facet[] | null> {
  if (found > WEIGHED) return null;
  return Promise.all(
    asked.map(async ({ place, asked: each }) => {
      const { sql, values } = all(each);
      const { n } = await one<{ n: number }>(db, `select count(*)::int as n from ${FROM} where ${sql}`, values);
      return { value: place, documents: n };
    }),
  );
}

/** All that a search asks. */
function all({ wish, search, words, people }: Asked): Conditions {
  const conditions = new Conditions();
  typed(conditions, search, words, people);
  conditions.add(...Object.values(choices(conditions, wish)).filter((one) => one !== 'true'));
  return conditions;
}

const ORDER = { newest: 'd.id desc', oldest: 'd.id', largest: 'd.gross_total desc nulls last, d.id desc' } as const;

/** The ids that a search finds, from `after` on. */
export async function hitIds(db: Database, asked: Asked, found: number, most = HITS): Promise<number[]> {
  const { wish, words, hasWords } = asked;
  const conditions = all(asked);
  const weighs = wish.order === 'best' && hasWords && found <= WEIGHED;
  const queries = [words.all, ...words.numbers.map(({ query }) => query)].filter((query) => query !== null);
  // A number that fits as a whole comes first, then what says most of what was looked for, then the newest.
  const numbers = words.numbers.map(({ part }) => `a.numbers like ${conditions.value(`% ${part.slice(1, -1)} %`)}`);
  const order = weighs
    ? `${numbers.length === 0 ? '' : `(${numbers.join(' or ')}) desc, `}ts_rank(a.words, ${conditions.value(queries.join(' | '))}::tsquery) desc, d.id desc`
    : ORDER[wish.order === 'best' ? 'newest' : wish.order];
  const rows = await many<{ id: number }>(
    db,
    `select d.id from ${FROM} where ${conditions.sql} order by ${order} limit ${most} offset ${wish.after}`,
    conditions.values,
  );
  return rows.map(({ id }) => id);
}

/** A hit without its piece of text, and the texts that it may be from. */
export type HitRow = Omit<ArchiveHit, 'parts' | 'place' | 'more' | 'word' | 'page'> & {
  readonly pages: readonly number[];
  readonly pageText: string;
  readonly noteText: string;
  readonly mailText: string;
  readonly trailText: string;
};

/** Letters of each text in which pieces are looked for. */
const LOOKED_INTO = 60_000;

/** Documents as a list shows them, in the order of the ids. */
export const hitRows = (db: Database, ids: readonly number[]) =>
  many<HitRow>(
    db,
    `select d.id, d.tray, d.kind, coalesce(s.name, d.seller_name) as supplier, d.invoice_number as number, d.issue_date as "issueDate", d.currency, d.gross_total as total, d.file_id as "fileId", e.number as entry,
       array(select number from pages where document_id = d.id order by position) as pages,
       coalesce(left(x.page_text, ${LOOKED_INTO}), '') as "pageText", coalesce(left(x.note_text, ${LOOKED_INTO}), '') as "noteText", coalesce(left(x.mail_text, ${LOOKED_INTO}), '') as "mailText", coalesce(left(x.trail_text, ${LOOKED_INTO}), '') as "trailText"
     from unnest($1::bigint[]) with ordinality as w (id, at) join documents d on d.id = w.id left join archive_texts x on x.document_id = d.id
       left join suppliers s on s.id = d.supplier_id left join journal_entries e on e.document_id = d.id order by w.at`,
    [ids],
  );

/** People whose login or a part of whose name is one of these; empty where there is nobody such. */
export const peopleNamed = async (db: Database, names: readonly string[]): Promise<number[]> =>
  (
    await many<{ id: number }>(
      db,
      `select p.id from people p, unnest($1::text[]) as n (name) where p.login = lower(n.name) or p.name ilike '%' || n.name || '%'`,
      [names.map(asLike)],
    )
  ).map(({ id }) => id);

/** Takes documents whose row is behind off the list, so many notes at a time. */
export const takeStale = async (db: Database, most: number): Promise<number[]> =>
  (
    await many<{ id: number }>(
      db,
      `with gone as (delete from archive_stale where id in (select id from archive_stale order by id limit $1 for update skip locked) returning document_id)
       select distinct document_id as id from gone order by 1`,
      [most],
    )
  ).map(({ id }) => id);
/** Brings a document's row up to date. */
export const archiveDocument = (db: Database, id: number) => db.query('select archive_document($1)', [id]);
