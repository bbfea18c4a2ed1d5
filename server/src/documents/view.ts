import { type Tray, HEADER_FIELDS, LINE_CELLS, type HeaderField, type LineCell } from '@umber/core/documents';
import type { DocumentView, FieldView } from '@umber/contract/documents';
import { type DocumentReading } from '@umber/core/reading';
import type { Database } from '../database/database.js';
import { Refused } from '../errors.js';
import { orderView } from '../orders/view.js';
import { supplierView } from '../suppliers/queries.js';
import {
  approvalsOf,
  citationViews,
  documentHead,
  documentLines,
  lastReading,
  liveExceptions,
  openDoubts,
  pagesOf,
  trailOf,
} from './queries.js';

/** Everything a screen shows of one document. @throws Refused when there is none. */
export async function documentView(db: Database, id: number): Promise<DocumentView> {
  const head = await documentHead(db, id);
  if (!head) throw new Refused('no-such-document');
  const reading = ((await lastReading(db, id))?.result ?? null) as DocumentReading | null;
  const settled = new Set(head.settledFields as unknown as string[]);
  const fields = Object.fromEntries(
    HEADER_FIELDS.map((field): [HeaderField, FieldView] => [
      field,
      { value: head[field] ?? null, read: reading?.fields[field] ?? null, settled: settled.has(field) },
    ]),
  ) as Record<HeaderField, FieldView>;
  const lines = (await documentLines(db, id)).map((line) => ({
    position: line.position,
    cells: Object.fromEntries(LINE_CELLS.map((cell) => [cell, line[cell]])) as Record<LineCell, string | null>,
    page: reading?.lines[line.position]?.page ?? null,
    box: reading?.lines[line.position]?.box ?? null,
    orderLineId: line.orderLineId,
    account: line.account,
    costCentre: line.costCentre,
  }));
  const supplierId = head.supplierId as unknown as number | null;
  const orderId = head.orderId as unknown as number | null;
  return {
    id: head.id,
    version: head.version,
    tray: head.tray as Tray,
    parkedFrom: head.parkedFrom as Tray | null,
    reason: head.reason as unknown as DocumentView['reason'],
    kind: head.kind as DocumentView['kind'],
    language: head.language ?? 'en',
    file: { id: Number(head.fileId), name: head.fileName ?? '', pages: Number(head.filePages) },
    arrival: {
      id: Number(head.arrivalId),
      sender: head.sender,
      subject: head.subject,
      receivedAt: head.receivedAt ?? '',
      text: head.text ?? '',
      source: head.source ?? '',
      kind: head.arrivalKind === 'mail' ? 'mail' : 'file',
    },
    fields,
    discount: head.discount,
    carriage: head.carriage,
    lines,
    doubts: (await openDoubts(db, id)) as DocumentView['doubts'],
    exceptions: (await liveExceptions(db, id)).map(({ acceptedById: _id, ...exception }) => exception),
    citations: await citationViews(db, id),
    tags: head.tags as unknown as string[],
    department: head.department,
    approvals: await approvalsOf(db, id),
    pages: await pagesOf(db, id),
    alike: head.alike as unknown as DocumentView['alike'],
    supplier: supplierId === null ? null : await supplierView(db, supplierId),
    order: orderId === null ? null : await orderView(db, orderId, id),
    checkedBy: head.checkedBy,
    entryNumber: head.entryNumber as unknown as number | null,
    trail: await trailOf(db, id),
  };
}

/** The document as it is once `change` is done: what every change to a document answers with. */
export async function changedDocument(db: Database, id: number, change: Promise<unknown>): Promise<DocumentView> {
  await change;
  return documentView(db, id);
}
