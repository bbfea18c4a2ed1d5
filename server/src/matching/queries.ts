import type { ChargeKind, ChosenPair, MatchException, Numbered, Pair, Tolerances } from '@umber/core/matching';
import type { Coding, CodingReason } from '@umber/core/coding';
import type { Spread } from '@umber/core/ledger';
import { OUT_OF_THE_BOOKS, type DocumentKind, type OwnName } from '@umber/core/documents';
import { many, maybe, one, type Database, jsonOf } from '../database/database.js';

/** A document as matching sees it. Amounts in its currency. */
export interface MatchHead {
  readonly id: number;
  readonly kind: DocumentKind;
  readonly sellerName: string | null;
  readonly sellerTaxId: string | null;
  readonly sellerIban: string | null;
  /** Every bank account that its pages show. */
  readonly bankAccounts: readonly string[];
  readonly sender: string | null;
  readonly orderReference: string | null;
  /** What the page was read to say. */
  readonly orderReferenceRead: string | null;
  readonly invoiceNumber: string | null;
  readonly supplierId: number | null;
  readonly currency: string | null;
  readonly issueDate: string | null;
  readonly dueDate: string | null;
  readonly net: string | null;
  readonly tax: string | null;
  readonly gross: string | null;
  readonly carriage: string | null;
  readonly discount: string | null;
  /** Its values of the company's own fields. */
  readonly own: Readonly<Partial<Record<OwnName, string>>>;
}

export const matchHead = (db: Database, id: number) =>
  maybe<MatchHead>(
    db,
    `select d.id, d.kind, d.seller_name as "sellerName", d.seller_tax_id as "sellerTaxId", d.seller_iban as "sellerIban", d.bank_accounts as "bankAccounts", a.sender, d.order_reference as "orderReference",
       (select r.result #>> '{fields,orderReference,value}' from readings r where r.document_id = d.id order by r.id desc limit 1) as "orderReferenceRead", d.invoice_number as "invoiceNumber",
       d.supplier_id as "supplierId", d.currency, d.issue_date as "issueDate", d.due_date as "dueDate", d.net_total as net, d.tax_total as tax, d.gross_total as gross, d.carriage, d.document_discount as discount, d.own_values as own
     from documents d join arrivals a on a.id = d.arrival_id where d.id = $1`,
    [id],
  );

/** A credit note that is printed below zero is kept above it, as all are. Whether this one was turned. */
export const turnAmounts = async (db: Database, id: number): Promise<boolean> => {
  const turned = await maybe(
    db,
    `update documents set net_total = -net_total, tax_total = -tax_total, gross_total = -gross_total, amount_due = -amount_due, document_discount = abs(document_discount), carriage = abs(carriage),
       version = version + 1 where id = $1 and kind = 'credit-note' and gross_total < 0 returning id`,
    [id],
  );
  if (turned === null) return false;
  await db.query(
    'update document_lines set net_amount = -net_amount, unit_price = abs(unit_price), quantity = abs(quantity) * case when net_amount > 0 then -1 else 1 end where document_id = $1',
    [id],
  );
  return true;
};

export const setSupplier = (db: Database, id: number, supplierId: number | null) =>
  db.query('update documents set supplier_id = $2, version = version + 1 where id = $1', [id, supplierId]);

/** By what an order is known to be a document's. */
export type OrderKnownBy = 'number' | 'lines' | 'person';

export const documentOrders = (db: Database, id: number) =>
  many<{ orderId: number; number: string; ownerId: number; knownBy: OrderKnownBy }>(
    db,
    'select o.id as "orderId", o.number, o.owner_id as "ownerId", x.known_by as "knownBy" from document_orders x join orders o on o.id = x.order_id where x.document_id = $1 order by o.number',
    [id],
  );

/** Says which orders a document is for, in place of those it was for. */
export const setOrders = async (db: Database, id: number, orders: readonly { orderId: number; knownBy: OrderKnownBy }[]) => {
  await db.query('delete from document_orders where document_id = $1', [id]);
  for (const { orderId, knownBy } of orders)
    await db.query('insert into document_orders (document_id, order_id, known_by) values ($1, $2, $3)', [id, orderId, knownBy]);
};

/** What a line is coded to and why, and what kind of charge it is; what a person coded stays. */
export const codeByMachine = (
  db: Database,
  id: number,
  position: number,
  { account, costCentre, project, reason }: Coding & { readonly reason: CodingReason },
  charge: ChargeKind | null,
) =>
  db.query(
    `update document_lines set account = case when coded_by is null then $3 else account end, cost_centre = case when coded_by is null then $4 else cost_centre end,
       project = case when coded_by is null then $5 else project end, coding_reason = case when coded_by is null then $6::jsonb end, charge = $7
     where document_id = $1 and position = $2`,
    [id, position, account, costCentre, project, jsonOf(reason), charge],
  );

export const codeByPerson = (
  db: Database,
  id: number,
  position: number,
  { account, costCentre, project, spread }: Coding & { readonly spread: Spread | null },
  personId: number,
) =>
  db.query(
    'update document_lines set account = $3, cost_centre = $4, project = $5, coding_reason = null, coded_by = $6, spread_from = $7, spread_months = $8 where document_id = $1 and position = $2',
    [id, position, account, costCentre, project, personId, spread?.from ?? null, spread?.months ?? null],
  );

/** Keeps which part of which line is for which order line, in place of what was kept. */
export const storePairs = async (db: Database, id: number, pairs: readonly Pair[]) => {
  await db.query('delete from line_pairs where document_id = $1', [id]);
  await db.query(
    `insert into line_pairs (document_id, line, order_line_id, quantity, amount, factor, signs, strength, sure)
     select $1, line, "orderLineId", quantity, amount, factor, array(select jsonb_array_elements_text(signs)), strength, sure
     from jsonb_to_recordset($2::jsonb) as p (line int, "orderLineId" bigint, quantity numeric, amount numeric, factor numeric, signs jsonb, strength numeric, sure boolean)`,
    [id, jsonOf(pairs)],
  );
};

/** What people said lines are for: one row an order line, one with null for a line that is on no order. */
export const chosenPairs = (db: Database, id: number) =>
  many<ChosenPair>(
    db,
    `select c.line, x.id as "orderLineId" from line_choices c left join lateral unnest(c.order_lines) with ordinality as x (id, at) on true where c.document_id = $1 order by c.line, x.at`,
    [id],
  );

export const setChoice = (db: Database, id: number, line: number, orderLines: readonly number[], personId: number) =>
  db.query(
    `insert into line_choices (document_id, line, order_lines, chosen_by) values ($1, $2, $3, $4)
     on conflict (document_id, line) do update set order_lines = excluded.order_lines, chosen_by = excluded.chosen_by`,
    [id, line, orderLines, personId],
  );

/** Forgets what people said of lines, as another order was chosen; all, or those of one line. */
export const forgetChoices = (db: Database, id: number, line: number | null) =>
  db.query('delete from line_choices where document_id = $1 and ($2::int is null or line = $2)', [id, line]);

/** The key of the words of a document's first page. */
const FIRST_PAGE = `(select f.page_key from pages p join file_pages f on f.file_id = d.file_id and f.number = p.number where p.document_id = d.id order by p.position limit 1)`;
const NUMBERED = `d.id, d.number_key as key, d.invoice_number as number, d.gross_total as gross, d.kind = 'credit-note' as "isCredit", d.issue_date as "issueDate", ${FIRST_PAGE} as page`;
type NumberedDocument = Numbered & { readonly id: number; readonly number: string | null };

export const numberedDocument = (db: Database, id: number) =>
  maybe<NumberedDocument>(db, `select ${NUMBERED} from documents d where d.id = $1`, [id]);

/** Documents that are compared with one for being the same. */
const MOST_LIKE = 50;

/** Documents of the supplier, or of one with the same tax id, account or name, that have its number or its total; and any that have its page. */
export const likeDocuments = (db: Database, id: number, supplierId: number) =>
  many<NumberedDocument>(
    db,
    `with own as (select d.*, ${FIRST_PAGE} as page_key from documents d where d.id = $1),
     firms as (select t.id from suppliers s join suppliers t on t.id = s.id or t.tax_id = s.tax_id or t.iban = s.iban or t.name_key = s.name_key where s.id = $2),
     like_it as (
       select d.id from own, documents d where d.supplier_id in (select id from firms) and (d.number_key = own.number_key or d.gross_total = own.gross_total)
       union select d.id from own join file_pages f on f.page_key = own.page_key join documents d on d.file_id = f.file_id join pages p on p.document_id = d.id and p.number = f.number and p.position = 0)
     select ${NUMBERED} from like_it l join documents d on d.id = l.id, own
     where d.id <> $1 and not d.tray = any($3) and d.tray <> 'arriving' and (own.allotted_at is null or d.allotted_at < own.allotted_at) order by d.id limit ${MOST_LIKE}`,
    [id, supplierId, OUT_OF_THE_BOOKS],
  );

/** Says whether a document is another one than that of the same number: the database has each number of a supplier once, else. */
export const tellApart = (db: Database, id: number, apart: boolean) =>
  db.query(
    'update documents set told_apart = case when $2 then id else 0 end where id = $1 and told_apart <> case when $2 then id else 0 end',
    [id, apart],
  );

export const tolerances = (db: Database) =>
  one<Tolerances>(
    db,
    `select price_percent as "pricePercent", price_amount as "priceAmount", under_percent as "underPercent", under_amount as "underAmount", quantity_percent as "quantityPercent", quantity_amount as "quantityAmount",
       invoice_amount as "invoiceAmount", charge_amount as "chargeAmount" from tolerances
     union all select '0', '0', '0', '0', '0', '0', '0', '0' where not exists (select from tolerances)`,
  );

export const exchangeRate = async (db: Database, currency: string, on: string) =>
  (
    await maybe<{ rate: string }>(
      db,
      `select case when $1 = (select currency from company) then '1' else (select trim_scale(rate)::text from exchange_rates where currency = $1 and valid_from <= $2 order by valid_from desc limit 1) end as rate`,
      [currency, on],
    )
  )?.rate ?? null;

export const insertException = (db: Database, id: number, { line, facts, figures }: MatchException) =>
  db.query('insert into exceptions (document_id, line, facts, figures) values ($1, $2, $3, $4)', [
    id,
    line,
    jsonOf(facts),
    jsonOf(figures),
  ]);

export const withdrawException = (db: Database, exceptionId: number) =>
  db.query('update exceptions set withdrawn_at = now() where id = $1', [exceptionId]);

export const acceptException = (db: Database, exceptionId: number, personId: number, reason: string) =>
  db.query(
    'update exceptions set accepted_at = now(), accepted_by = $2, accepted_reason = $3 where id = $1 and accepted_at is null and withdrawn_at is null',
    [exceptionId, personId, reason],
  );

/** Confirms an exception that takes two people; doing so again changes nothing. */
export const confirmException = (db: Database, exceptionId: number, personId: number, reason: string) =>
  db.query('insert into confirmations (exception_id, person_id, reason) values ($1, $2, $3) on conflict do nothing', [
    exceptionId,
    personId,
    reason,
  ]);

/** Who confirmed an exception, the first first. */
export const confirmersOf = async (db: Database, exceptionId: number): Promise<number[]> =>
  (
    await many<{ id: number }>(db, 'select person_id as id from confirmations where exception_id = $1 order by confirmed_at, person_id', [
      exceptionId,
    ])
  ).map(({ id }) => id);

/** Documents of a supplier that wait at Match, the oldest first; 0: of all, and those whose supplier is not known. */
export const waitingAtMatch = async (db: Database, supplierId: number): Promise<number[]> =>
  (
    await many<{ id: number }>(
      db,
      "select id from documents where tray = 'match' and ($1::bigint = 0 or supplier_id = $1) order by tray_since, id",
      [supplierId],
    )
  ).map(({ id }) => id);

/** Documents of a supplier that are on their way to the books. */
export const onTheirWay = async (db: Database, supplierId: number): Promise<number[]> =>
  (
    await many<{ id: number }>(
      db,
      "select id from documents where tray in ('sign-off', 'post') and ($1::bigint = 0 or supplier_id = $1) order by allotted_at, id",
      [supplierId],
    )
  ).map(({ id }) => id);

/** What stands on a document's pages, word by word, each once: what may be a number. */
export const numbersOnPages = async (db: Database, id: number): Promise<string[]> =>
  (
    await many<{ word: string }>(
      db,
      `select distinct w ->> 'text' as word from pages p join documents d on d.id = p.document_id join file_pages f on f.file_id = d.file_id and f.number = p.number, jsonb_array_elements(f.words) w
       where p.document_id = $1 and w ->> 'text' ~ '[0-9]{4}'`,
      [id],
    )
  ).map(({ word }) => word);
