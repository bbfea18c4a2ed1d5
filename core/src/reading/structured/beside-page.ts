import { isIsoDate } from '../../dates/index.js';
import { HEADER_FIELDS, holdsDate, holdsNumber, LINE_CELLS, type HeaderField } from '../../documents/index.js';
import { decimal, isDecimalString } from '../../money/index.js';
import { foldText, similarity } from '../../similarity/index.js';
import type { PageWords } from '../print/words.js';
import type { DocumentReading, ReadDoubt, ReadLine, ReadValue } from '../reading.js';

/** What page and data must agree on: who is paid how much for what, and when. */
const COMPARED: readonly HeaderField[] = [
  'invoiceNumber',
  'issueDate',
  'dueDate',
  'currency',
  'sellerIban',
  'netTotal',
  'taxTotal',
  'grossTotal',
  'amountDue',
];
/** What every page of an invoice shows: where it stands nowhere on it, the page is another. */
const ALWAYS_SHOWN: ReadonlySet<HeaderField> = new Set<HeaderField>(['invoiceNumber', 'grossTotal']);
/** As sure a page's value must be to speak against a value of the data that stands on the page as well. */
const PLAIN = 0.85;

/**
 * The reading of an electronic invoice that has pages of its own: the data leads, or with `pageLeads` the page; what one leaves out the other
 * fills, and where they differ that is asked.
 */
export function withPage(data: DocumentReading, page: DocumentReading, words: readonly PageWords[], pageLeads: boolean): DocumentReading {
  const text = shownOn(words);
  const doubts: ReadDoubt[] = [...data.doubts];
  const fields = { ...data.fields };
  for (const field of HEADER_FIELDS) {
    const [said, shown] = [data.fields[field], page.fields[field]];
    if (said === null) {
      fields[field] = shown;
      doubts.push(...page.doubts.filter((doubt) => doubt.line === null && doubt.field === field && doubt.question.code !== 'not-found'));
      continue;
    }
    const isSame = shown !== null && isEqual(field, said.value, shown.value);
    const differs =
      COMPARED.includes(field) &&
      !isSame &&
      (shown === null
        ? ALWAYS_SHOWN.has(field) && text.hasWords && !text.holds(field, said.value)
        : shown.confidence >= PLAIN || !text.holds(field, said.value));
    const placed = { ...said, ...placeOf(isSame ? shown : text.placeOf(field, said.value)) };
    const [first, second] = pageLeads && differs && shown ? [shown, placed] : [placed, differs ? shown : null];
    fields[field] = withOther(first, second);
    if (differs) {
      doubts.push({ field, line: null, question: { code: 'page-differs', data: said.value, page: shown?.value ?? null } });
    }
  }
  if (data.lines.length > 0) return { ...data, fields, lines: filledLines(data.lines, page.lines), doubts: once(doubts) };
  const ofLines = page.doubts.filter((doubt) => doubt.line !== null || doubt.field === 'lines');
  return { ...data, language: page.language, fields, lines: page.lines, doubts: once([...doubts, ...ofLines]) };
}

const once = (doubts: readonly ReadDoubt[]): ReadDoubt[] =>
  doubts.filter((doubt, i) => doubts.findIndex((other) => other.field === doubt.field && other.line === doubt.line) === i);

const placeOf = (value: Pick<ReadValue, 'page' | 'box'> | null): Pick<ReadValue, 'page' | 'box'> | object =>
  value === null ? {} : { page: value.page, box: value.box };

/** The value, offering the other one as what it may be. */
const withOther = (value: ReadValue, other: ReadValue | null): ReadValue =>
  other === null || value.alternatives.some((one) => one.value === other.value) || other.value === value.value
    ? value
    : {
        ...value,
        alternatives: [
          { value: other.value, why: other.evidence[0] ?? { code: 'other-reading' }, page: other.page, box: other.box },
          ...value.alternatives,
        ],
      };

function isEqual(field: HeaderField, a: string, b: string): boolean {
  if (holdsNumber(field)) return isDecimalString(a) && isDecimalString(b) && decimal(a).eq(decimal(b));
  return holdsDate(field) ? a === b : bare(a) === bare(b);
}
const bare = (text: string): string => text.toUpperCase().replace(/[^\p{L}\p{N}]/gu, '');

/** What stands on pages, to find whether a value of the data is among it however it is printed. */
function shownOn(pages: readonly PageWords[]) {
  const words = pages.flatMap(({ page, words: own }) => own.map((word) => ({ page, word, bare: bare(word.text) })));
  const all = words.map((one) => one.bare).join('');
  const printedAs = (field: HeaderField, value: string): readonly string[] => {
    if (holdsNumber(field) && isDecimalString(value)) return [decimal(value).abs().toFixed(2).replace('.', '')];
    if (holdsDate(field) && isIsoDate(value)) {
      const [year, month, day] = value.split('-');
      const [m, d] = [String(Number(month)), String(Number(day))];
      return [
        year + month + day,
        day + month + year,
        month + day + year,
        d + m + year,
        day + month + year.slice(2),
        m + d + year,
        d + month + year,
        day + m + year,
      ];
    }
    return [bare(value)];
  };
  return {
    hasWords: words.length > 3,
    holds: (field: HeaderField, value: string): boolean => printedAs(field, value).some((printed) => all.includes(printed)),
    placeOf: (field: HeaderField, value: string): Pick<ReadValue, 'page' | 'box'> | null => {
      const printed = new Set(printedAs(field, value));
      const found = words.find((one) => printed.has(one.bare));
      if (!found) return null;
      const { x, y, width, height } = found.word;
      return { page: found.page, box: { x, y, width, height } };
    },
  };
}

/** Lines of the data with what only the page says of them: each of the page goes with the one it is most like. */
function filledLines(lines: readonly ReadLine[], shown: readonly ReadLine[]): ReadLine[] {
  const free = new Set(shown.keys());
  return lines.map((line) => {
    let best: { at: number; score: number } | null = null;
    for (const at of free) {
      const score = alike(line, shown[at]);
      if (score > 0.75 && (best === null || score > best.score)) best = { at, score };
    }
    if (best === null) return line;
    free.delete(best.at);
    const other = shown[best.at];
    const filled = Object.fromEntries(
      LINE_CELLS.map((cell) => {
        const [said, seen] = [line[cell], other[cell]];
        if (said === null) return [cell, seen];
        return [cell, said.page === null && seen !== null ? { ...said, page: seen.page, box: seen.box } : said];
      }),
    );
    return { ...line, ...filled, page: other.page, box: other.box };
  });
}

function alike(a: ReadLine, b: ReadLine): number {
  const same = (x: ReadValue | null, y: ReadValue | null) =>
    x !== null && y !== null && isDecimalString(x.value) && isDecimalString(y.value) && decimal(x.value).eq(decimal(y.value)) ? 1 : 0;
  const text = similarity(foldText(a.description?.value ?? ''), foldText(b.description?.value ?? ''));
  return 0.6 * text + 0.25 * same(a.netAmount, b.netAmount) + 0.15 * same(a.quantity, b.quantity);
}
