import { HEADER_FIELDS, LINE_CELLS, isForTheBooks, isShownBy, PROOFS, type EvidenceCode } from '../documents/index.js';
import type { Box } from '../geometry/index.js';
import { readDocument } from './read-document.js';
import { type DocumentReading, type ReadValue } from './reading.js';
import type { PageWords } from './print/words.js';

const PROSE: ReadonlySet<string> = new Set(['sellerName', 'description', 'unit', 'currency']);

/** The places on a page, in its points, of values that neither sums nor check digits prove: where a second reading pays. */
export function unprovenBoxes(page: PageWords): Box[] {
  const reading = readDocument([page]);
  const values: (ReadValue | null)[] = [
    ...HEADER_FIELDS.filter((field) => !PROSE.has(field)).map((field) => reading.fields[field]),
    ...reading.lines.flatMap((line) => LINE_CELLS.filter((cell) => !PROSE.has(cell) && cell !== 'taxRate').map((cell) => line[cell])),
  ];
  const boxes = values.flatMap((value) => (value?.box && !isShownBy(value.evidence, ...PROOFS) ? [value.box] : []));
  return [...boxes, ...openParts(page, reading)];
}

/** Fields of the head that nearly every invoice has: where one is not found, its label may be misread and its value read unseen. */
const USUAL = ['invoiceNumber', 'issueDate', 'orderReference'] as const;

/**
 * Parts of the page where values may not have been seen at all: the head that lacks one of them, the table whose lines do
 * not sum, the totals that do not add up.
 */
function openParts(page: PageWords, { fields, lines, kind }: DocumentReading): Box[] {
  if (!isForTheBooks(kind)) return [];
  const proves = (value: ReadValue | null, code: EvidenceCode) => value !== null && isShownBy(value.evidence, code);
  const top = lines.length > 0 ? Math.min(...lines.map((line) => line.box.y)) - 20 : page.height * 0.25;
  const end = lines.length > 0 ? Math.max(...lines.map((line) => line.box.y + line.box.height)) + 12 : page.height * 0.75;
  const across = (y: number, to: number): Box => ({ x: 0, y, width: page.width, height: Math.max(0, to - y) });
  return [
    ...(USUAL.every((field) => fields[field] !== null) ? [] : [across(0, top)]),
    ...(proves(fields.netTotal, 'lines-fit') ? [] : [across(top, end)]),
    ...(proves(fields.grossTotal, 'totals-fit') ? [] : [across(end, Math.min(page.height * 0.92, end + 180))]),
  ];
}
