import { learn, type Taught } from '@umber/core/habits';
import { HEADER_FIELDS, holdsDate, holdsNumber, type HeaderField } from '@umber/core/documents';
import { readDate, readDocument, readNumber, rowsOf, type DocumentReading, type PageWords } from '@umber/core/reading';
import type { Entry } from '@umber/corpus/make';
import { same, scored } from './score.js';
import { taughtBy } from './taught.js';

/** What a slip of a clerk does: teachings, and values that were right without them and are wrong then, nobody being asked. */
export interface MisledFigure {
  readonly taught: number;
  readonly spoilt: number;
  /** Of each value that was made wrong: after which slip, where, what. */
  readonly misses: readonly string[];
}

/** One way in which a document is taught wrongly. */
interface Slip {
  readonly name: string;
  readonly taught: Taught;
}

/**
 * Teaches every document with each field as another value of its page, with quantities and prices exchanged, with cells left out and with
 * nothing at all, and reads it and the others of its series with what was learned.
 */
export function misledFigures(entries: readonly Entry[], words: Readonly<Record<string, PageWords[]>>, receivedOn: string): MisledFigure {
  let [taught, spoilt] = [0, 0];
  const misses: string[] = [];
  const plain = new Map(entries.map((entry) => [entry.file, readDocument(words[entry.file], { receivedOn })]));
  for (const entry of entries) {
    const series = entries.filter(({ family, damage }) => family === entry.family && (damage === 'none') === (entry.damage === 'none'));
    for (const slip of slipsOf(entry, words[entry.file])) {
      const habits = learn(words[entry.file], slip.taught);
      for (const other of series) {
        taught++;
        const before = plain.get(other.file);
        if (!before) continue;
        const wrong = spoiltBy(readDocument(words[other.file], { receivedOn, habits }), before, other);
        spoilt += wrong.length;
        misses.push(...wrong.map((what) => `${entry.file} ${slip.name}: ${other.file} ${what}`));
      }
    }
  }
  return { taught, spoilt, misses };
}

function slipsOf({ truth }: Entry, pages: readonly PageWords[]): Slip[] {
  const right = taughtBy(truth);
  const fields = HEADER_FIELDS.filter((field) => truth.fields[field] != null && field !== 'sellerIban' && field !== 'currency').flatMap(
    (field): Slip[] => {
      const [other] = othersOnPage(field, truth.fields[field] ?? null, pages);
      return other === undefined
        ? []
        : [{ name: `${field} as ${other}`, taught: { ...right, fields: { ...right.fields, [field]: other } } }];
    },
  );
  const lines = (name: string, change: (line: Taught['lines'][number]) => Taught['lines'][number]): Slip => ({
    name,
    taught: { ...right, lines: right.lines.map(change) },
  });
  return [
    ...fields,
    lines('quantity and price exchanged', (line) => ({ ...line, quantity: line.unitPrice, unitPrice: line.quantity })),
    lines('no quantities', (line) => ({ ...line, quantity: null })),
    { name: 'no lines', taught: { ...right, lines: [] } },
    { name: 'no fields', taught: { ...right, fields: Object.fromEntries(HEADER_FIELDS.map((field) => [field, null])) } },
  ];
}

/** Other values on the page that a field could be taken for; those from the middle of the page first, as they are the least alike. */
function othersOnPage(field: HeaderField, right: string | null, pages: readonly PageWords[]): string[] {
  const runs = pages.flatMap((page) => rowsOf(page)).flatMap((row) => row.runs);
  const found = runs.flatMap(({ text, words }) => {
    if (holdsDate(field)) return readDate(text)?.value ?? [];
    if (holdsNumber(field))
      return words.flatMap((word) => readNumber(word.text, '.')?.value ?? []).filter((value) => /\.\d\d$/.test(value));
    return field === 'sellerName'
      ? /\p{L}{3}.* \p{L}{3}/u.test(text)
        ? [text]
        : []
      : words.flatMap((word) => (/\d/.test(word.text) ? [word.text] : []));
  });
  const others = [...new Set(found)].filter((value) => !same(field, right, value));
  return [...others.slice(others.length >> 1), ...others.slice(0, others.length >> 1)];
}

/** What was right before and is wrong now, nobody being asked about it. */
function spoiltBy(reading: DocumentReading, before: DocumentReading, { truth }: Entry): string[] {
  const [now, earlier] = [scored(reading, truth), scored(before, truth)];
  const fields = now.fields.flatMap(({ name, right, doubted, wanted, got }, i) =>
    name in truth.fields && !right && !doubted && earlier.fields[i].right ? [`${name}: wanted ${wanted}, got ${got}`] : [],
  );
  const areLinesAsked = reading.doubts.some(({ field, line }) => line === null && (field === 'lines' || field === null));
  const silent = (score: typeof now) => score.cells.filter(({ right, doubted }) => !right && !doubted).length;
  const lines = !areLinesAsked && now.linesRight < earlier.linesRight && silent(now) > silent(earlier) ? ['lines'] : [];
  return [...fields, ...lines];
}
