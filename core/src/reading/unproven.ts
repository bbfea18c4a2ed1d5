import type { Box } from '../geometry/index.js';
import { readDocument } from './read-document.js';
import { HEADER_FIELDS, LINE_CELLS, type ReadValue } from './reading.js';
import type { PageWords } from './words.js';

/** What proves a value whatever its reader thought of it. */
const PROOF = /quantity × price|net \+ tax|the lines sum|check digits right$/;
const PROSE: ReadonlySet<string> = new Set(['sellerName', 'description', 'unit', 'currency']);

/** The places on a page, in its points, of values that neither sums nor check digits prove: where a second reading pays. */
export function unprovenBoxes(page: PageWords): Box[] {
  const reading = readDocument([page]);
  const values: (ReadValue | null)[] = [
    ...HEADER_FIELDS.filter((field) => !PROSE.has(field)).map((field) => reading.fields[field]),
    ...reading.lines.flatMap((line) => LINE_CELLS.filter((cell) => !PROSE.has(cell) && cell !== 'taxRate').map((cell) => line[cell])),
  ];
  return values.flatMap((value) => (value?.box && !value.evidence.some((reason) => PROOF.test(reason)) ? [value.box] : []));
}
