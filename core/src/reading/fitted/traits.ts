import type { Relation } from '../../documents/index.js';
import { daysBetween, type IsoDate } from '../../dates/index.js';
import { bottom, middleOf, middleY, overlapX, overlapY, type Box } from '../../geometry/index.js';
import type { LabelMeaning } from '../../languages/index.js';
import type { Candidate, LabelledRows } from '../header/candidates.js';
import { kindsIn } from '../language/labels.js';
import { memoized } from '../print/memoize.js';
import { dateSpans, type DateSpan, type Span } from '../print/spans.js';
import type { PageWords, Row, Run, Word } from '../print/words.js';
import { USUAL_DAYS } from '../header/terms.js';
import { DUE_WORDS, EARLY_PAYMENT } from '../header/head-fields.js';
import { fold } from '../language/phrases.js';
import type { Expected } from './expected.js';
import { captionsOf, isKnown, wordsFor, type Caption } from './caption.js';
import { identifierReadings } from './identifier-readings.js';

/** What speaks for and against a candidate, by name: 1 where it holds, or how much it does, 0..1. What is not named is 0. */
export type Traits = Readonly<Record<string, number>>;

/** A value that may be a field's, with all that is to be seen of it. */
export interface HeadCandidate<S extends Span = Span> {
  readonly span: S;
  readonly traits: Traits;
  /** The label that points at it best, of this meaning; absent where none does. */
  readonly labels: ReadonlyMap<LabelMeaning, Candidate<Span>>;
  readonly caption: Caption | null;
}

/** What the candidates of the head are looked for on. */
export interface HeadPages {
  readonly pages: readonly PageWords[];
  readonly rows: readonly Row[];
  readonly labelled: LabelledRows;
  /** The rows of the line table, by index. */
  readonly table: ReadonlySet<number>;
  /** Where tax ids and account numbers stand. */
  readonly taken: readonly { readonly run: Run; readonly box: Box }[];
  /** Whether dates that could be read in two ways have the month first. */
  readonly monthFirst: boolean;
  /** Where the supplier's habits let expect the values; null where nothing is known of him. */
  readonly expected: Expected | null;
}

const MEANINGS = [
  'invoiceNumber',
  'orderReference',
  'issueDate',
  'dueDate',
  'ownNumber',
  'other',
  'sellerTaxId',
  'payTo',
  'terms',
  'buyer',
] as const;
const WORD_MEANINGS = ['invoiceNumber', 'orderReference', 'issueDate', 'dueDate', 'other', 'sellerTaxId'] as const;
const RELATIONS: Readonly<Record<Relation, string>> = { 'same run': 'same', 'right of': 'right', below: 'below', above: 'above' };
const CONTACT =
  /\b(tel|telefon|phone|fax|mobile?|iban|bic|swift|konto|account|www|hrb|siret|rcs|kvk|cif|regon|registered|page|seite|pagina|sida|strona)\b/;

/** Every identifier on the pages with what is to be seen of it. */
export const identifierCandidates = (on: HeadPages): HeadCandidate[] => candidates(on, identifierReadings, identifierTraits);

/** Every date on the pages with what is to be seen of it. */
export function dateCandidates(on: HeadPages): HeadCandidate<DateSpan>[] {
  const found = candidates(on, dateSpans, () => ({}));
  const days = [...new Set(found.map(({ span }) => dayOf(span, on.monthFirst)))].sort();
  return found.map((candidate) => {
    const value = dayOf(candidate.span, on.monthFirst);
    const { run, from, to } = candidate.span;
    const after = days.map((day) => daysBetween(day, value));
    const before = run.words[from - 1]?.text ?? '';
    const said = fold(wordsBefore(candidate.span));
    return {
      ...candidate,
      traits: {
        ...candidate.traits,
        'only date': yes(days.length === 1),
        earliest: yes(days.length > 1 && value === days[0]),
        latest: yes(days.length > 1 && value === days[days.length - 1]),
        'usual days after another': yes(after.some((count) => USUAL_DAYS.has(count))),
        'usual days before another': yes(after.some((count) => USUAL_DAYS.has(-count))),
        'ends its run': yes(to === run.words.length),
        'behind a place': yes(from > 0 && /^\p{Lu}.*,$/u.test(before)),
        'alone in its run': yes(from === 0 && to === run.words.length),
        'behind the number': yes(behindNumber(on, candidate.span)),
        'due words before it': yes(DUE_WORDS.some((phrase) => said.endsWith(phrase))),
        'about early payment': yes(EARLY_PAYMENT.test(clauseOf(candidate.span))),
        'in a sentence': yes(run.words.length - (to - from) > 6),
      },
    };
  });
}

/** The day that a date stands for, ISO 8601. */
export const dayOf = ({ date }: DateSpan, monthFirst: boolean): IsoDate => (monthFirst ? (date.swapped ?? date.value) : date.value);

/** The part of a sentence that a value stands in: from the comma or full stop before it to the one behind. */
function clauseOf({ run, from, to }: Span): string {
  const ends = (word: Word) => /[,;.]$/.test(word.text);
  const start = run.words.findLastIndex((word, i) => i < from && ends(word)) + 1;
  const end = run.words.findIndex((word, i) => i >= to - 1 && ends(word));
  return run.words
    .slice(start, end < 0 ? undefined : end + 1)
    .map(({ text }) => text)
    .join(' ');
}

const wordsBefore = ({ run, from }: Span): string =>
  run.words
    .slice(0, from)
    .map(({ text }) => text)
    .join(' ');

/** Whether a number with a label of its own stands right before a date: “Rechnung 4711 vom 3.4.2026”. */
const behindNumber = ({ labelled }: HeadPages, { run, from }: DateSpan): boolean =>
  labelled
    .onRow(run.row)
    .some((label) => label.run === run && label.meaning === 'invoiceNumber' && label.to < from && from - label.to <= 5);

/** A trait that holds or not. */
export const yes = (holds: boolean): number => (holds ? 1 : 0);

/** What is the same for all candidates of the pages: where their labels stand, the height of print, the titles, the table's first row. */
const layoutOf = memoized(({ pages, rows, labelled, table }: HeadPages) => ({
  under: labelled.standUnder(['invoiceNumber', 'issueDate', 'dueDate', 'orderReference', 'other'], (run) => [
    ...identifierReadings(run),
    ...dateSpans(run),
  ]),
  body: middleOf(rows.map((row) => row.box.height)) ?? 10,
  titles: rows.filter((row) => row.page === pages[0]?.page && row.runs.some((run) => kindsIn(run).some(({ from }) => from === 0))),
  tableTop: Math.min(...rows.filter((row) => table.has(row.index)).map((row) => row.index)),
}));

/** Whether two candidates are the same words, one of them part of the other, or alike. */
export const areOne = ({ span: a }: HeadCandidate, { span: b }: HeadCandidate): boolean =>
  (a.run === b.run && a.from < b.to && b.from < a.to) || a.text === b.text;

function candidates<S extends Span>(
  on: HeadPages,
  spansOf: (run: Run) => readonly S[],
  own: (on: HeadPages, span: S) => Traits,
): HeadCandidate<S>[] {
  const { rows, labelled, pages } = on;
  const { under, body, titles, tableTop } = layoutOf(on);
  const pointed = pointedAt(labelled, spansOf, under);
  const page = pages[0];
  const texts = new Map<string, number>();
  for (const row of rows)
    for (const run of row.runs) for (const span of spansOf(run)) texts.set(span.text, (texts.get(span.text) ?? 0) + 1);
  let first = true;
  return rows.flatMap((row, place) =>
    row.runs.flatMap((run) =>
      spansOf(run).map((span) => {
        const captions = captionsOf(span, rows, place, under);
        const [caption = null] = captions;
        const labels = pointed.get(span) ?? new Map<LabelMeaning, Candidate<Span>>();
        const height = pages.find((other) => other.page === run.page)?.height ?? 842;
        const depth = middleY(span.box) / height;
        const traits: Record<string, number> = {
          ...own(on, span),
          'first of all': yes(first),
          'on the first page': yes(run.page === page?.page),
          'in the upper third': yes(depth < 0.33),
          'in the middle': yes(depth >= 0.33 && depth < 0.62),
          'at the foot': yes(depth > 0.8),
          'in the table': yes(on.table.has(row.index)),
          'below the table': yes(row.index > tableTop && !on.table.has(row.index)),
          'in large print': yes(span.box.height > 1.2 * body),
          'in small print': yes(span.box.height < 0.85 * body),
          'in the title': yes(titles.includes(row)),
          'under the title': yes(
            titles.some(
              (title) => title.page === row.page && row.box.y > title.box.y && row.box.y - bottom(title.box) < 2 * title.box.height,
            ),
          ),
          repeated: yes((texts.get(span.text) ?? 0) > 1),
          'beside a date': yes(row.runs.some((other) => dateSpans(other).length > 0)),
          'in a line of contacts': yes(CONTACT.test(run.text.toLowerCase())),
          'no caption': yes(caption === null),
        };
        for (const one of captions) {
          traits[`caption ${RELATIONS[one.relation]}`] = 1;
          if (one.colon) traits['caption with a colon'] = 1;
          if (!isKnown(one)) traits[`caption unknown ${RELATIONS[one.relation]}`] = 1;
          for (const meaning of WORD_MEANINGS) {
            const share = wordsFor(one, meaning);
            const name = `words of ${meaning} ${RELATIONS[one.relation]}`;
            if (share > 0) traits[name] = Math.max(traits[name] ?? 0, share);
          }
        }
        for (const [meaning, pointing] of labels) traits[`${meaning} ${RELATIONS[pointing.relation]}`] = Math.max(0, pointing.score);
        first = false;
        return { span, traits: on.expected ? { ...traits, ...on.expected.traitsOf(labels, span) } : traits, labels, caption };
      }),
    ),
  );
}

/** What points at each value best, by meaning. */
function pointedAt<S extends Span>(
  labelled: LabelledRows,
  spansOf: (run: Run) => readonly S[],
  under: boolean,
): ReadonlyMap<Span, Map<LabelMeaning, Candidate<Span>>> {
  const pointed = new Map<Span, Map<LabelMeaning, Candidate<Span>>>();
  for (const meaning of MEANINGS)
    for (const candidate of labelled.candidates(meaning, spansOf, { above: under ? 'only' : false })) {
      const of = pointed.get(candidate.span) ?? new Map<LabelMeaning, Candidate<Span>>();
      if ((of.get(meaning)?.score ?? 0) < candidate.score) of.set(meaning, candidate);
      pointed.set(candidate.span, of);
    }
  return pointed;
}

const SHORT_LETTERS = /^\p{Lu}{1,5}$/u;

function identifierTraits({ labelled, taken }: HeadPages, { run, from, to, text, box }: Span): Traits {
  const before = run.words[from - 1]?.text ?? '';
  const behind = run.words[to]?.text ?? '';
  const digits = text.replace(/\D/g, '').length;
  const covers = labelled.onRow(run.row).filter((label) => label.run === run);
  const isLabel = (index: number) => covers.some((label) => index >= label.from && index < label.to);
  return {
    'several words': yes(to - from > 1),
    'three words': yes(to - from > 2),
    'letters before a blank': yes(/^\p{Lu}+ /u.test(text)),
    'begins with a label': yes(to - from > 1 && isLabel(from)),
    'leaves letters before it': yes(SHORT_LETTERS.test(before) && !isLabel(from - 1)),
    'leaves digits before it': yes(/\d$/.test(before)),
    'leaves digits behind it': yes(/^\d/.test(behind) && !/[.,]\d{2}$/.test(behind)),
    'behind a comma': yes(before.endsWith(',')),
    'behind a number sign': yes(/^(#|№|n[°ºo.]+|nr\.?:?|no\.?:?|num\.?)$/i.test(before) || /^[#№]/.test(run.words[from].text)),
    'digits only': yes(/^\d+$/.test(text)),
    'letters in it': yes(/\p{L}/u.test(text)),
    'small letters in it': yes(/\p{Ll}/u.test(text)),
    'a slash in it': yes(text.includes('/')),
    'a hyphen in it': yes(text.includes('-')),
    'few digits': yes(digits < 4),
    'many digits': yes(digits > 8),
    'more digits than any number': yes(digits > 12),
    'begins with a zero': yes(text.startsWith('0')),
    'a year in it': yes(/(^|\D)20[2-3]\d(\D|$)|^20[2-3]\d/.test(text)),
    'only a year': yes(/^20[2-3]\d$/.test(text)),
    'like a date': yes(dateSpans(run).some((date) => date.from === from && date.to === to)),
    'like an amount': yes(/^\d{1,3}([.,]\d{3})+$|^\d+[.,]\d+$/.test(text)),
    'a tax id or an account': yes(
      taken.some((other) => other.run.page === run.page && overlapX(other.box, box) > 0 && overlapY(other.box, box) > 0),
    ),
    'among other numbers': yes(run.words.filter((word) => /\d/.test(word.text)).length > 3),
  };
}
