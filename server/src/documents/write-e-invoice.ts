import { ruleText } from '@umber/contract/e-invoices';
import { HEADER_FIELDS, LINE_CELLS, isForTheBooks, type HeaderField, type LineCell, type Tray } from '@umber/core/documents';
import { writeCii, writeUbl } from '@umber/core/e-invoice-files';
import { decimal, isDecimalString } from '@umber/core/money';
import { check, eInvoiceOf, type EInvoice } from '@umber/core/e-invoices';
import { ApiError } from '../api-error.js';
import type { Database } from '../database/database.js';
import { companyRow } from '../people/queries.js';
import { documentHead, documentLines, heldData, sellerForWriting } from './queries.js';

const WRITERS = { ubl: writeUbl, cii: writeCii } as const;

/** Trays in which an invoice was checked. */
const CHECKED: ReadonlySet<Tray> = new Set<Tray>(['match', 'sign-off', 'post', 'posted']);

/**
 * A checked invoice as an electronic one, by EN 16931: the data that it came with, where nothing of it was corrected, else what it says now.
 * @throws ApiError where it is none, or what it says breaks the norm's rules.
 */
export async function writtenInvoice(db: Database, id: number, syntax: keyof typeof WRITERS): Promise<string> {
  const head = await documentHead(db, id);
  if (!head) throw new ApiError('no-such-document');
  if (!isForTheBooks(head.kind) || !CHECKED.has(head.tray))
    throw new ApiError('wrong-tray', 'Only an invoice or a credit note that was checked is written as an electronic invoice.');
  const fields = Object.fromEntries(HEADER_FIELDS.map((field) => [field, head[field] ?? null])) as Record<HeaderField, string | null>;
  const held = (await heldData(db, id))?.data?.invoice ?? null;
  const invoice = held !== null && saysTheSame(held, fields) ? withoutFiles(held) : await composed(db, id, head, fields);
  const broken = check(invoice).filter(({ level }) => level === 'error');
  if (broken.length > 0) {
    const said = broken
      .slice(0, 3)
      .map(({ rule, place, found, wanted }) => `${ruleText({ rule, term: place.term, found, wanted })} (${rule})`);
    throw new ApiError('incomplete', `It cannot be written as an electronic invoice: ${said.join(' ')}`);
  }
  return WRITERS[syntax](invoice);
}

const saysTheSame = ({ number, issueDate, totals, currency }: EInvoice, fields: Readonly<Record<HeaderField, string | null>>): boolean =>
  number === fields.invoiceNumber &&
  issueDate === fields.issueDate &&
  currency === fields.currency &&
  isSame(totals.gross, fields.grossTotal) &&
  isSame(totals.net, fields.netTotal);

const isSame = (a: string | null, b: string | null): boolean =>
  a !== null && b !== null && isDecimalString(a) && isDecimalString(b) && decimal(a).eq(decimal(b));

/** What is attached stays in the file that came. */
const withoutFiles = (invoice: EInvoice): EInvoice => ({
  ...invoice,
  attachments: invoice.attachments.filter(({ content }) => content === null),
});

async function composed(
  db: Database,
  id: number,
  { kind, discount, carriage, supplierId }: NonNullable<Awaited<ReturnType<typeof documentHead>>>,
  fields: Readonly<Record<HeaderField, string | null>>,
): Promise<EInvoice> {
  const company = await companyRow(db);
  const seller = supplierId === null ? null : await sellerForWriting(db, supplierId);
  if (!company || !seller) throw new ApiError('incomplete', 'The supplier is not known yet: choose it first.');
  return eInvoiceOf({
    kind,
    fields,
    lines: (await documentLines(db, id)).map(
      (line) => Object.fromEntries(LINE_CELLS.map((cell) => [cell, line[cell]])) as Record<LineCell, string | null>,
    ),
    discount,
    carriage,
    seller,
    buyer: { name: company.name, taxId: company.taxId, country: company.taxId.slice(0, 2) },
  });
}
