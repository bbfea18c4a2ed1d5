import { HEADER_FIELDS } from '@umber/core/documents';
import { Decimal } from '@umber/core/money';
import { type DocumentReading, type ReadValue } from '@umber/core/reading';
import type { Truth } from '@umber/corpus/truth';

/** One value that was read or should have been, and how it came out. */
export interface Outcome {
  readonly name: string;
  readonly right: boolean;
  readonly doubted: boolean;
  readonly confidence: number | null;
  readonly wanted: string | null;
  readonly got: string | null;
}
export interface Score {
  readonly fields: readonly Outcome[];
  readonly cells: readonly Outcome[];
  readonly linesWanted: number;
  readonly linesRead: number;
  readonly linesRight: number;
  readonly kindRight: boolean;
  readonly silent: number;
  readonly untouched: boolean;
}

const ALIKE = new Set(['sellerName', 'description']);
const COMPARED = ['description', 'quantity', 'unitPrice', 'netAmount'] as const;
const bare = (text: string) => text.replace(/[\s./\-–]/g, '').toUpperCase();
const amount = (text: string): Decimal | null => (/^-?\d+(\.\d+)?$/.test(text) ? new Decimal(text) : null);

/** Whether two values are the same: amounts as numbers, names and descriptions alike to nine tenths, the rest but for spaces and marks. */
export function same(name: string, wanted: string | null, got: string | null): boolean {
  if (wanted === null || got === null) return wanted === got;
  if (ALIKE.has(name)) return editSimilarity(wanted, got) >= 0.9;
  const [a, b] = [amount(wanted), amount(got)];
  return a && b && name !== 'invoiceNumber' && name !== 'orderReference' ? a.eq(b) : bare(wanted) === bare(got);
}

/** One less the share of letters that must be put in, left out or exchanged, without regard to case and spaces in a row. */
export function editSimilarity(a: string, b: string): number {
  const [left, right] = [a, b].map((text) => text.normalize('NFKC').toLowerCase().replace(/\s+/g, ' ').trim());
  let row = Array.from({ length: right.length + 1 }, (_, i) => i);
  for (let i = 1; i <= left.length; i++) {
    const next = [i];
    for (let k = 1; k <= right.length; k++)
      next.push(Math.min(row[k] + 1, next[k - 1] + 1, row[k - 1] + (left[i - 1] === right[k - 1] ? 0 : 1)));
    row = next;
  }
  return 1 - row[right.length] / Math.max(1, left.length, right.length);
}

/** How a reading came out against the truth. A doubt covers what it names; one without field or line covers the kind and the number of lines. */
export function scored(reading: DocumentReading, truth: Truth): Score {
  const asks = (field: string | null, line: number | null) => reading.doubts.some((doubt) => doubt.field === field && doubt.line === line);
  const outcome = (name: string, wanted: string | null, got: ReadValue | null, line: number | null): Outcome => ({
    name,
    right: same(name, wanted, got?.value ?? null),
    doubted: asks(name, line) || (line !== null && asks(null, line)),
    confidence: got?.confidence ?? null,
    wanted,
    got: got?.value ?? null,
  });
  const fields = HEADER_FIELDS.map((name) => outcome(name, truth.fields[name] ?? null, reading.fields[name], null));
  const pairs = paired(reading, truth);
  const cells = pairs.flatMap(({ wanted, at }) =>
    COMPARED.map((name) => outcome(name, truth.lines[wanted][name] ?? null, reading.lines[at][name], at)),
  );
  const linesRight = pairs.filter(({ wanted, at }) =>
    COMPARED.every((name) => same(name, truth.lines[wanted][name] ?? null, reading.lines[at][name]?.value ?? null)),
  ).length;
  const covered = asks('lines', null) || asks(null, null);
  const astray = truth.lines.length - pairs.length + (reading.lines.length - pairs.length);
  const silent =
    [...fields, ...cells].filter((one) => !one.right && !one.doubted).length +
    (covered ? 0 : astray) +
    (reading.kind !== truth.kind && !asks('kind', null) ? 1 : 0);
  return {
    fields,
    cells,
    linesWanted: truth.lines.length,
    linesRead: reading.lines.length,
    linesRight,
    kindRight: reading.kind === truth.kind,
    silent,
    untouched: reading.doubts.length === 0 && silent === 0,
  };
}

/** Lines of truth and reading that belong together, by how many of their cells agree, each at most once. */
function paired(reading: DocumentReading, truth: Truth): { wanted: number; at: number }[] {
  const free = new Set(reading.lines.keys());
  const all = truth.lines.flatMap((line, wanted) =>
    reading.lines.map((read, at) => ({
      wanted,
      at,
      alike: COMPARED.filter((name) => same(name, line[name] ?? null, read[name]?.value ?? null)).length - Math.abs(wanted - at) / 1000,
    })),
  );
  const done = new Set<number>();
  const pairs: { wanted: number; at: number }[] = [];
  for (const pair of all.filter(({ alike }) => alike >= 0.9).sort((a, b) => b.alike - a.alike)) {
    if (done.has(pair.wanted) || !free.has(pair.at)) continue;
    done.add(pair.wanted);
    free.delete(pair.at);
    pairs.push(pair);
  }
  return pairs;
}
