import type { DayMonthProof, Evidence } from '../../documents/index.js';
import { addDays, addMonths, daysBetween, type IsoDate } from '../../dates/index.js';
import { middleY, type Box } from '../../geometry/index.js';
import type { Candidate, LabelledRows } from './candidates.js';
import { LEXICONS } from '../../languages/index.js';
import { fold } from '../language/phrases.js';
import { dateSpans, identifierSpans, type DateSpan, type Span } from '../print/spans.js';
import { daysIn } from './terms.js';
import type { PageWords, Row, Run } from '../print/words.js';

/** A value of one head field before the joint choice; best first in every list. */
export interface Found {
  readonly value: string;
  readonly score: number;
  /** Whether the score is how likely it is, by fitted weights, rather than what rules give it. */
  readonly fitted?: true;
  readonly page: number | null;
  readonly box: Box | null;
  readonly evidence: Evidence;
  /** A date whose day and month could be swapped: the other reading. */
  readonly swapped?: IsoDate | null;
}

/** The document's own number. A `#` number in the head counts where nothing is labelled. */
export function invoiceNumbers(labelled: LabelledRows, rows: readonly Row[], pages: readonly PageWords[]): Found[] {
  const found = identifiers(labelled, 'invoiceNumber');
  for (const row of rows.slice(0, 40)) {
    for (const run of row.runs) {
      const first = run.words[0].text;
      if (/^#[\p{L}\d]/u.test(first) && run.words.length <= 2 && middleY(run.box) < (pages[0]?.height ?? 842) / 2) {
        found.push({ value: first.slice(1), score: 0.78, page: run.page, box: run.words[0], evidence: { code: 'hash-number' } });
      }
    }
  }
  return distinct(found);
}

/** That a value was found by its label. */
export const labelledBy = ({ relation, label }: Pick<Candidate<Span>, 'relation' | 'label'>): Evidence => ({
  code: 'labelled',
  relation,
  label: label.phrase,
});
const dayMonth = (first: 'day' | 'month', by: DayMonthProof, date?: string): Evidence => ({
  code: 'day-month',
  first,
  by,
  ...(date === undefined ? {} : { date }),
});

/** The buyer's order number. */
export function orderReferences(labelled: LabelledRows): Found[] {
  return distinct(identifiers(labelled, 'orderReference'));
}

/** The number of a document that is no invoice. */
export function ownNumbers(labelled: LabelledRows): Found[] {
  return distinct(
    labelled
      .candidates('ownNumber', identifierSpans)
      .filter((candidate) => candidate.relation !== 'below' || candidate.label.from === 0)
      .map((candidate) => at(candidate.span, candidate.score, labelledBy(candidate))),
  );
}

const isOfLetter = ({ evidence }: Found): boolean => evidence.code === 'alone-in-head' || evidence.code === 'labelled';

/** Dates that stand alone in the head of a letter, or behind a label in one run; not those of a table. */
export function letterDates(labelled: LabelledRows, rows: readonly Row[], pages: readonly PageWords[]): Found[] {
  const delivered = labelled.candidates('other', dateSpans).filter(({ relation }) => relation === 'same run' || relation === 'right of');
  const alone = issueDates(labelled, rows, pages).filter(
    (found) => !(found.evidence.code === 'labelled' && found.evidence.relation === 'below'),
  );
  // The day of a letter stands behind its place; a number's day is that of what it cites.
  const ownFirst = [...alone.filter(isOfLetter), ...alone.filter((found) => !isOfLetter(found))];
  return alone.length > 0
    ? ownFirst
    : distinct(delivered.map((candidate) => dated(candidate.span, candidate.score, labelledBy(candidate))));
}

function identifiers(labelled: LabelledRows, meaning: 'invoiceNumber' | 'orderReference'): Found[] {
  const elsewhere = (
    ['other', meaning === 'invoiceNumber' ? 'orderReference' : 'invoiceNumber', 'sellerTaxId', 'payTo', 'terms'] as const
  ).flatMap((other) => labelled.candidates(other, identifierSpans));
  return labelled.candidates(meaning, identifierSpans).flatMap((candidate) => {
    const rival = elsewhere.filter((other) => sameSpan(other.span, candidate.span)).reduce((most, other) => Math.max(most, other.score), 0);
    if (rival > candidate.score + 0.01) return [];
    const bare = candidate.label.phrase.split(' ').length === 1 && candidate.relation !== 'same run' ? 0.1 : 0;
    const letters = /^\d+$/.test(candidate.span.text) && candidate.span.text.length < 3 ? 0.2 : 0;
    return [at(candidate.span, candidate.score - bare - letters - rival * 0.05, labelledBy(candidate))];
  });
}

/** Issue dates: labelled ones, then a date that stands alone in the upper half, as in a letter. */
export function issueDates(labelled: LabelledRows, rows: readonly Row[], pages: readonly PageWords[]): Found[] {
  const others = [...labelled.candidates('other', dateSpans), ...labelled.candidates('dueDate', dateSpans)];
  const found = labelled.candidates('issueDate', dateSpans).flatMap((candidate) => {
    const rival = others.some((other) => sameSpan(other.span, candidate.span) && other.score > candidate.score);
    return rival ? [] : [dated(candidate.span, candidate.score, labelledBy(candidate))];
  });
  for (const number of labelled.candidates('invoiceNumber', identifierSpans)) {
    if (number.relation !== 'same run') continue;
    const date = dateSpans(number.span.run).find((span) => span.from >= number.span.to && span.from - number.span.to <= 3);
    if (date) found.push(dated(date, 0.8, { code: 'after-number' }));
  }
  const half = (pages[0]?.height ?? 842) * 0.5;
  for (const row of rows.filter((candidate) => candidate.page === pages[0]?.page && middleY(candidate.box) < half)) {
    for (const run of row.runs) {
      const span = dateSpans(run)[0];
      if (!span || span.to !== run.words.length || span.from > 3 || others.some((other) => sameSpan(other.span, span))) continue;
      if (span.from === 0 || /,$|den$|le$/.test(run.words[span.from - 1].text)) found.push(dated(span, 0.72, { code: 'alone-in-head' }));
    }
  }
  return distinct(found);
}

/** What stands before a due date in a sentence, folded, longest first. */
export const DUE_WORDS = LEXICONS.flatMap((lexicon) => lexicon.words.dueSentence)
  .sort((a, b) => b.length - a.length)
  .map((words) => fold(words));
export const EARLY_PAYMENT = /skonto|discount|escompte|korting|sconto|descuento|rabatt/i;

/** Terms of every language as patterns over folded text; the group is the number of days. */
const TERMS = LEXICONS.flatMap((lexicon) =>
  lexicon.words.termsDays.map((terms) => new RegExp(`(?:^|\\s)${fold(terms.replace('{n}', '7')).replace('7', '(\\d{1,3})')}(?:\\s|$)`)),
);

/** “Within one month”, in every language that is read. */
const MONTH = /(?:^| )(?:one|1|einem|eines|un|uno|een|en|jednego) (?:month|monat|monats|mois|mes|mese|maand|manad|miesiaca)(?= |$)/;

/** Whether a number is only the beginning of an amount: “Net 2,830.00” grants no two days. */
const isPartOfAmount = (digits: string, text: string): boolean => new RegExp(`(?<!\\d)${digits}[.,'’ ]\\d{2,3}(?!\\d)`).test(text);

/** Words of sentences about paying. */
const ABOUT_PAYING =
  /\bnett?o?\b|term|zahl|pay|paid|settle|betal|règl|regl|pag|płat|zahlung|überweis|transfer|virement|bonifico|przelew|rechnung|invoice|factur|fattur|faktur/i;

/** The due date that printed payment terms give, counted from the issue date. */
export function dueByTerms(rows: readonly Row[], issueDate: IsoDate): Found | null {
  for (const run of rows.flatMap((row) => row.runs)) {
    if (EARLY_PAYMENT.test(run.text)) continue;
    const due = dueAfter(run, issueDate);
    if (due !== null)
      return { value: due, score: 0.85, page: run.page, box: run.box, evidence: { code: 'terms', days: daysBetween(issueDate, due) } };
  }
  return null;
}

/** The day that a run's terms give, if it has any: in the usual words, or days or a month in a sentence about paying. */
function dueAfter({ text, words }: Run, issueDate: IsoDate): IsoDate | null {
  const folded = fold(text);
  const isAbout = ABOUT_PAYING.test(text);
  const match =
    /\d/.test(text) && (isAbout || words.length <= 5) ? TERMS.map((pattern) => pattern.exec(folded)).find((hit) => hit !== null) : null;
  const days = match ? Number(match[1]) : isAbout ? daysIn(folded)[0] : undefined;
  if (days !== undefined && days <= MOST_DAYS && !isPartOfAmount(String(days), text)) return addDays(issueDate, days);
  return isAbout && MONTH.test(folded) ? addMonths(issueDate, 1) : null;
}
/** Nobody is given longer to pay. */
const MOST_DAYS = 180;

/** How the day and month of an ambiguous date were told apart; `unsure` where nothing tells. */
export interface DayMonthOrder {
  readonly monthFirst: boolean;
  readonly unsure: boolean;
  readonly evidence: Evidence;
}

/**
 * Which order day and month have on this document: a date with a day above 12 tells; else the seller's country
 * (`american`, null where unknown); else month-first only where it makes the due date follow the issue date.
 */
export function dayMonthOrder(
  rows: readonly Row[],
  american: boolean | null,
  issue: Found | undefined,
  due: Found | undefined,
): DayMonthOrder {
  for (const row of rows) {
    for (const run of row.runs) {
      for (const span of dateSpans(run)) {
        const numeric = /^(\d{1,2})[./-](\d{1,2})[./-]\d/.exec(span.text);
        if (numeric && Number(numeric[1]) > 12) return { monthFirst: false, unsure: false, evidence: dayMonth('day', 'date', span.text) };
        if (numeric && Number(numeric[2]) > 12) return { monthFirst: true, unsure: false, evidence: dayMonth('month', 'date', span.text) };
        if (/^\d{1,2}\.\d{1,2}\./.test(span.text)) return { monthFirst: false, unsure: false, evidence: dayMonth('day', 'dots') };
      }
    }
  }
  if (american === true) return { monthFirst: true, unsure: false, evidence: dayMonth('month', 'country') };
  if (american === false) return { monthFirst: false, unsure: false, evidence: dayMonth('day', 'country') };
  const dayFits = issue && due ? sensible(issue.value, due.value) : null;
  const monthFits = issue && due ? sensible(issue.swapped ?? issue.value, due.swapped ?? due.value) : null;
  if (dayFits === false && monthFits === true) return { monthFirst: true, unsure: true, evidence: dayMonth('month', 'due-date') };
  return { monthFirst: false, unsure: dayFits !== true || monthFits === true, evidence: dayMonth('day', 'nothing') };
}

/** Days from issue to due, or null; more than half a year or before the issue makes no sense for an invoice. */
export function sensible(issue: IsoDate, due: IsoDate): boolean {
  const days = daysBetween(issue, due);
  return days >= 0 && days <= 184;
}

const at = (span: Span, score: number, evidence: Evidence): Found => ({
  value: span.text,
  score,
  page: span.run.page,
  box: span.box,
  evidence,
});
const dated = (span: DateSpan, score: number, evidence: Evidence): Found => ({
  value: span.date.value,
  score,
  page: span.run.page,
  box: span.box,
  evidence,
  swapped: span.date.swapped,
});
const sameSpan = (a: Span, b: Span): boolean => a.run === b.run && a.from < b.to && b.from < a.to;

/** One entry a value, the best; a value printed twice gains. */
function distinct(found: readonly Found[]): Found[] {
  const best = new Map<string, Found>();
  for (const one of [...found].sort((a, b) => b.score - a.score)) {
    const known = best.get(one.value);
    if (!known) best.set(one.value, one);
    else if (known.box?.y !== one.box?.y) best.set(one.value, { ...known, score: Math.min(0.99, known.score + 0.02) });
  }
  return [...best.values()].sort((a, b) => b.score - a.score);
}
