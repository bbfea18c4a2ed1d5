import { bareIdentifier } from '../identifiers/index.js';
import { decimal } from '../money/index.js';
import { HEADER_FIELDS, type HeaderField } from '../documents/index.js';
import type { DocumentReading } from '../reading/index.js';

/** What a document was in the end, by people: the values of its head, and how many lines it has. */
export interface Settled {
  readonly fields: Readonly<Partial<Record<HeaderField, string | null>>>;
  readonly lines: number;
}

/** How a document is read: whether nobody is asked, how many questions there are, and what is wrong though nobody is asked about it. */
export interface TriedReading {
  readonly untouched: boolean;
  readonly questions: number;
  readonly silent: readonly (HeaderField | 'lines')[];
}

/** A value that is read otherwise with a change. */
export interface TriedChange {
  readonly field: HeaderField | 'lines';
  readonly before: string | null;
  readonly after: string | null;
  /** Whether it was right, and whether it is now. */
  readonly wasRight: boolean;
  readonly isRight: boolean;
}

/** One past document read without and with a change of its supplier's habits. */
export interface TriedDocument {
  readonly before: TriedReading;
  readonly after: TriedReading;
  readonly changes: readonly TriedChange[];
}

/** What a change of habits would have made of a document that is settled. */
export function triedOn(before: DocumentReading, after: DocumentReading, settled: Settled): TriedDocument {
  const told = HEADER_FIELDS.filter((field) => settled.fields[field] !== undefined);
  const valueOf = (reading: DocumentReading, field: HeaderField | 'lines') =>
    field === 'lines' ? String(reading.lines.length) : (reading.fields[field]?.value ?? null);
  const right = (field: HeaderField | 'lines') => (field === 'lines' ? String(settled.lines) : (settled.fields[field] ?? null));
  const all = [...told, 'lines' as const];
  const judged = (reading: DocumentReading): TriedReading => ({
    untouched: reading.doubts.length === 0,
    questions: reading.doubts.length,
    silent: all.filter(
      (field) =>
        !areOne(valueOf(reading, field), right(field)) && !reading.doubts.some((doubt) => doubt.field === field && doubt.line === null),
    ),
  });
  return {
    before: judged(before),
    after: judged(after),
    changes: all.flatMap((field) => {
      const [was, is] = [valueOf(before, field), valueOf(after, field)];
      return areOne(was, is)
        ? []
        : [{ field, before: was, after: is, wasRight: areOne(was, right(field)), isRight: areOne(is, right(field)) }];
    }),
  };
}

/** Whether two values are one: amounts as they count, all else as it is written but for blanks and marks. */
function areOne(a: string | null, b: string | null): boolean {
  if (a === null || b === null) return a === b;
  if (/^-?\d+\.\d+$/.test(a) && /^-?\d+\.\d+$/.test(b)) return decimal(a).eq(decimal(b));
  return bareIdentifier(a) === bareIdentifier(b);
}

/** The figures of a trial over all its documents. */
export interface TrialFigures {
  readonly documents: number;
  readonly untouched: readonly [before: number, after: number];
  readonly questions: readonly [before: number, after: number];
  readonly silent: readonly [before: number, after: number];
  /** Values that were right and are wrong now. */
  readonly spoilt: number;
}

export function figuresOf(tried: readonly TriedDocument[]): TrialFigures {
  const sum = (of: (one: TriedDocument) => number) => tried.reduce((all, one) => all + of(one), 0);
  return {
    documents: tried.length,
    untouched: [sum(({ before }) => Number(before.untouched)), sum(({ after }) => Number(after.untouched))],
    questions: [sum(({ before }) => before.questions), sum(({ after }) => after.questions)],
    silent: [sum(({ before }) => before.silent.length), sum(({ after }) => after.silent.length)],
    spoilt: sum(({ changes }) => changes.filter(({ wasRight, isRight }) => wasRight && !isRight).length),
  };
}
