import type { DocumentKind } from '@umber/core/documents';
import { MOST_RISK, type RiskView } from '@umber/contract/reading';
import { ACCEPTED_RISK, netAmounts, type Citation, type DocumentReading, type OwnValues } from '@umber/core/reading';
import { maybe, type Database, jsonOf } from '../database/database.js';

export const arrivedDocument = (db: Database, id: number) =>
  maybe<{
    id: number;
    tray: string;
    arrivalId: number;
    fileId: number;
    fileName: string;
    blob: Buffer;
    dataBlob: Buffer | null;
    fileRead: boolean;
    mailText: string;
    subject: string | null;
    receivedAt: string;
    kindGiven: DocumentKind | null;
  }>(
    db,
    `select d.id, d.tray, d.arrival_id as "arrivalId", f.id as "fileId", f.name as "fileName", f.blob, f.data_blob as "dataBlob", f.read_at is not null as "fileRead", a.body_text as "mailText", a.subject,
       a.received_at as "receivedAt", d.kind_given as "kindGiven"
     from documents d join arrivals a on a.id = d.arrival_id join files f on f.id = d.file_id where d.id = $1`,
    [id],
  );

/** `owner`: whose habits it was read by. */
export const insertReading = (db: Database, documentId: number, reading: DocumentReading, owner: { id: number; version: number } | null) =>
  db.query('insert into readings (document_id, result, habit_owner_id, habit_version) values ($1, $2, $3, $4)', [
    documentId,
    jsonOf(reading),
    owner?.id ?? null,
    owner?.version ?? null,
  ]);

export const newestReading = async (db: Database, documentId: number) =>
  (
    await maybe<{ result: DocumentReading }>(db, 'select result from readings where document_id = $1 order by id desc limit 1', [
      documentId,
    ])
  )?.result ?? null;

/** What the document's own title says that it is. */
export const storeTitle = (db: Database, id: number, kind: DocumentKind) =>
  db.query('update documents set kind_titled = $2 where id = $1', [id, kind]);

export const storeReadValues = (db: Database, id: number, reading: DocumentReading) => {
  const { fields, allowances } = reading;
  const value = (name: keyof typeof fields) => fields[name]?.value ?? null;
  return db.query(
    `update documents set kind = $2, language = $3, invoice_number = $4, issue_date = $5, due_date = $6, currency = $7, order_reference = $8, seller_name = $9, seller_tax_id = $10,
       seller_iban = $11, net_total = $12, tax_total = $13, gross_total = $14, amount_due = $15, document_discount = $16, carriage = $17, discount_percent = $18, discount_date = $19, payment_reference = $20, own_values = $21 where id = $1`,
    [
      id,
      reading.kind,
      reading.language,
      value('invoiceNumber'),
      value('issueDate'),
      value('dueDate'),
      value('currency'),
      value('orderReference'),
      value('sellerName'),
      value('sellerTaxId'),
      value('sellerIban'),
      value('netTotal'),
      value('taxTotal'),
      value('grossTotal'),
      value('amountDue'),
      allowances.discount,
      allowances.carriage,
      value('discountPercent'),
      value('discountDate'),
      value('paymentReference'),
      jsonOf(valuesOf(reading.own)),
    ],
  );
};

/** Values without how they were read; those that were not found are left out. */
const valuesOf = (own: OwnValues | undefined): Record<string, string> =>
  Object.fromEntries(Object.entries(own ?? {}).flatMap(([name, read]) => (read ? [[name, read.value]] : [])));

export const storeReadLines = async (db: Database, id: number, reading: DocumentReading) => {
  await db.query('delete from document_lines where document_id = $1', [id]);
  const amounts = netAmounts(reading.lines, reading.fields.netTotal?.value ?? null);
  for (const [position, line] of reading.lines.entries()) {
    const rate = line.taxRate && /^\d{1,3}(\.\d+)?$/.test(line.taxRate.value) ? line.taxRate.value : null;
    await db.query(
      'insert into document_lines (document_id, position, item_number, description, quantity, unit, unit_price, net_amount, tax_rate, page, box, read_line, own_values) values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11, $2, $12)',
      [
        id,
        position,
        line.itemNumber?.value ?? null,
        line.description?.value ?? null,
        line.quantity?.value ?? null,
        line.unit?.value ?? null,
        line.unitPrice?.value ?? null,
        amounts[position],
        rate,
        line.page,
        jsonOf(line.box),
        jsonOf(valuesOf(line.own)),
      ],
    );
  }
};

export const invoiceNumberOf = async (db: Database, id: number) =>
  (await maybe<{ number: string | null }>(db, 'select invoice_number as number from documents where id = $1', [id]))?.number ?? null;

export const storeAccounts = (db: Database, id: number, accounts: readonly string[]) =>
  db.query('update documents set bank_accounts = $2 where id = $1', [id, accounts]);

export const insertCitation = (db: Database, documentId: number, position: number, { number, amount }: Citation) =>
  db.query('insert into citations (document_id, position, number, amount) values ($1, $2, $3, $4) on conflict do nothing', [
    documentId,
    position,
    number,
    amount,
  ]);

/** Documents read last, whose values show what an accepted risk means. */
const READ_LAST = 200;

/** Values of the head and of the lines with their confidences, of the documents read last; the accepted risk in hundredths. */
export const riskView = async (db: Database): Promise<RiskView> => {
  const found = await maybe<RiskView>(
    db,
    `with latest as (select result from readings order by id desc limit $1),
       sure as (
         select (jsonb_path_query(result, '$.fields.*.confidence') #>> '{}')::numeric as confidence from latest
         union all select (jsonb_path_query(result, '$.lines[*].*.confidence') #>> '{}')::numeric from latest)
     select (select round(100 * accepted_risk)::int from company) as "acceptedRisk", (select page_leads from company) as "pageLeads", (select count(*)::int from sure) as values,
       (select array_agg((select count(*)::int from sure where confidence < 1 - risk / 100.0) order by risk) from generate_series(1, $2::int) risk) as asked`,
    [READ_LAST, MOST_RISK],
  );
  return found ?? { acceptedRisk: 100 * ACCEPTED_RISK, pageLeads: false, values: 0, asked: [] };
};

/** `hundredths`: how many of 100 values may be wrong unasked. Holds for what is read from now on. */
export const setAcceptedRisk = (db: Database, hundredths: number) =>
  db.query('update company set accepted_risk = $1::int / 100.0', [hundredths]);

/** Which counts where an electronic invoice's page and data differ. Holds for what is read from now on. */
export const setPageLeads = (db: Database, pageLeads: boolean) => db.query('update company set page_leads = $1', [pageLeads]);
