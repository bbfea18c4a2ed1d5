import { HEADER_FIELDS, LINE_CELLS, ownName, type HeaderField, type LineCell } from '@umber/core/documents';
import type { DocumentView, FieldView, StatementView } from '@umber/contract/documents';
import { statementState } from '@umber/core/matching';
import { decimal, toAmount } from '@umber/core/money';
import { owedOf } from '@umber/core/reading';
import type { Database } from '../database/database.js';
import { notListed, statementHead, statementLines } from './statement-queries.js';
import { originalView } from './original-queries.js';
import { ApiError } from '../api-error.js';
import { creditViews, replacedOf, replacementOf } from './credit-queries.js';
import { splitsOf } from '../coding/queries.js';
import { ownFields } from '../own-fields/queries.js';
import { notesOf } from './around-queries.js';
import { orderViews } from '../orders/view.js';
import { supplierView } from '../suppliers/queries.js';
import {
  approvalsOf,
  handlersOf,
  citationViews,
  claimsOf,
  documentHead,
  eInvoiceHead,
  documentLines,
  lettersOf,
  lastReading,
  liveExceptions,
  openDoubts,
  ordersOfDocument,
  pagesOf,
  pairsOf,
  questionsOf,
  stepsOf,
  trailOf,
} from './queries.js';

/** Everything a screen shows of one document. @throws ApiError when there is none. */
export async function documentView(db: Database, id: number): Promise<DocumentView> {
  const head = await documentHead(db, id);
  if (!head) throw new ApiError('no-such-document');
  const reading = (await lastReading(db, id))?.result ?? null;
  const settled = new Set(head.settledFields);
  const fields = Object.fromEntries(
    HEADER_FIELDS.map((field): [HeaderField, FieldView] => [
      field,
      {
        value: head[field] ?? null,
        read: reading?.fields[field] ?? null,
        settled: settled.has(field),
        pointed: head.pointed[field] ?? null,
      },
    ]),
  ) as Record<HeaderField, FieldView>;
  const ownOnes = await ownFields(db);
  const own = ownOnes
    .filter(({ level }) => level === 'head')
    .map((field) => {
      const name = ownName(field);
      return {
        field,
        value: head.own[name] ?? null,
        read: reading?.own?.[name] ?? null,
        settled: settled.has(name),
        pointed: head.pointed[name] ?? null,
      };
    });
  const [pairs, splits] = [await pairsOf(db, id), await splitsOf(db, id)];
  const lines = (await documentLines(db, id)).map((line) => ({
    position: line.position,
    cells: Object.fromEntries(LINE_CELLS.map((cell) => [cell, line[cell]])) as Record<LineCell, string | null>,
    read: line.readLine === null ? null : (reading?.lines[line.readLine] ?? null),
    page: line.page,
    box: line.box,
    pairs: pairs.filter((pair) => pair.line === line.position).map(({ line: _line, ...pair }) => pair),
    charge: line.charge,
    account: line.account,
    costCentre: line.costCentre,
    codedBy: line.codedBy,
    project: line.project,
    spread: line.spread,
    codingReason: line.codingReason,
    parts: splits.filter((part) => part.line === line.position).map(({ line: _line, ...part }) => part),
    own: line.own,
  }));
  return {
    id: head.id,
    version: head.version,
    tray: head.tray,
    parkedFrom: head.parkedFrom,
    reason: head.reason,
    kind: head.kind,
    language: head.language ?? 'en',
    file: { id: head.fileId, name: head.fileName, pages: head.filePages },
    arrival: {
      id: head.arrivalId,
      sender: head.sender,
      subject: head.subject,
      receivedAt: head.receivedAt,
      text: head.text,
      source: head.source,
      kind: head.arrivalKind,
    },
    fields,
    own,
    ownCells: ownOnes.filter(({ level }) => level === 'line'),
    discount: head.discount,
    carriage: head.carriage,
    lines,
    doubts: (await openDoubts(db, id)) as DocumentView['doubts'],
    dispute: head.dispute,
    original: await originalView(db, id),
    notes: await notesOf(db, id),
    handed: head.handed,
    restsUntil: head.restsUntil,
    letters: await lettersOf(db, id),
    questions: await questionsOf(db, id),
    claims: await claimsOf(db, id),
    ...(await creditsOf(db, id)),
    replaces: await replacedOf(db, id),
    replacedBy: await replacementOf(db, id),
    steps: head.tray === 'check' ? await stepsOf(db, id) : [],
    exceptions: (await liveExceptions(db, id)).map(({ acceptedById: _id, ...exception }) => exception),
    citations: await citationViews(db, id),
    eInvoice: await eInvoiceHead(db, id),
    statement: head.kind === 'statement' ? await statementOf(db, id) : null,
    tags: head.tags,
    department: head.department,
    approvals: await approvalsOf(db, id),
    handledBy: await handlersOf(db, id),
    touchedBy: await handlersOf(db, id, 'beside-accounts'),
    pages: await pagesOf(db, id),
    alike: head.alike,
    supplier: head.supplierId === null ? null : await supplierView(db, head.supplierId),
    orders: await orderViews(db, await ordersOfDocument(db, id), id),
    checkedBy: head.checkedBy,
    entryNumber: head.entryNumber,
    trail: await trailOf(db, id),
  };
}

/** The document as it is once `change` is done: what every change to a document answers with. */
export async function changedDocument(db: Database, id: number, change: Promise<unknown>): Promise<DocumentView> {
  await change;
  return documentView(db, id);
}

async function creditsOf(db: Database, id: number): Promise<Pick<DocumentView, 'credits' | 'creditedBy'>> {
  const all = await creditViews(db, id);
  const side = (of: 'credits' | 'creditedBy') => all.filter((one) => one.of === of).map(({ of: _of, ...view }) => view);
  return { credits: side('credits'), creditedBy: side('creditedBy') };
}

/** A statement of account, each line ticked off against the document here that has its number. */
async function statementOf(db: Database, id: number): Promise<StatementView | null> {
  const said = await statementHead(db, id);
  if (!said) return null;
  const lines = (await statementLines(db, id)).map((line) => ({ ...line, state: statementState(line, line.document) }));
  const sum = said.closing === null ? null : toAmount(owedOf(lines).plus(decimal(said.opening ?? '0')));
  return { ...said, lines, sum, notListed: await notListed(db, id) };
}
