import { learn, marksOf, owns, type Taught } from '@umber/core/habits';
import { readDocument, type DocumentReading, type Habit, type PageWords } from '@umber/core/reading';
import type { DocumentKind, HeaderField } from '@umber/core/documents';
import type { Entry } from '@umber/corpus/make';
import type { Truth } from '@umber/corpus/truth';
import { same, scored, type Score } from './score.js';

/** How the documents of a series were read that follow one that was taught. */
export interface SeriesFigure {
  readonly documents: number;
  readonly fields: number;
  readonly fieldsRight: number;
  readonly linesWanted: number;
  readonly linesRead: number;
  readonly linesRight: number;
  readonly untouched: number;
  readonly untouchedWrong: number;
  readonly silent: number;
  /** Values that were right without habits and are wrong with them, nobody being asked. */
  readonly spoilt: number;
}
const NOTHING: SeriesFigure = {
  documents: 0,
  fields: 0,
  fieldsRight: 0,
  linesWanted: 0,
  linesRead: 0,
  linesRight: 0,
  untouched: 0,
  untouchedWrong: 0,
  silent: 0,
  spoilt: 0,
};

/** What a clerk who knows the truth would have said of a document. */
export const taughtBy = ({ kind, fields, lines }: Truth): Taught => ({
  kind: kind as DocumentKind,
  fields: fields as Partial<Record<HeaderField, string | null>>,
  lines,
});

export interface Miss {
  readonly file: string;
  readonly text: string;
}

/** Reads what follows the first document of every series, before (`before`) and after (`after`) that one was taught; text layers and scans apart. */
export function seriesFigures(entries: readonly Entry[], words: Readonly<Record<string, PageWords[]>>, receivedOn: string) {
  const figures = new Map<string, SeriesFigure>();
  const misses: Miss[] = [];
  const series = new Map<string, Entry[]>();
  for (const entry of entries) {
    const key = `${entry.family} ${entry.damage === 'none' ? 'text' : 'scan'}`;
    series.set(key, [...(series.get(key) ?? []), entry]);
  }
  for (const [key, [first, ...others]] of series) {
    const of = key.split(' ')[1];
    const habits = learn(words[first.file], taughtBy(first.truth));
    const marks = marksOf(taughtBy(first.truth).fields);
    for (const entry of others) {
      const pages = words[entry.file];
      const known: readonly Habit[] = owns(marks, pages) > 0 ? habits : [];
      const [before, after] = [readDocument(pages, { receivedOn }), readDocument(pages, { receivedOn, habits: known })];
      add(figures, `${of} before`, figureOf(before, entry.truth, before));
      add(figures, `${of} after`, figureOf(after, entry.truth, before));
      if (known.length === 0) misses.push({ file: entry.file, text: 'NOT RECOGNISED' });
      misses.push(...missesOf(entry, after, before));
    }
  }
  return { figures, misses };
}

/** Fields that the drawn truths tell. */
const whole = (score: Score, reading: DocumentReading): boolean =>
  score.kindRight &&
  score.fields.every(({ right }) => right) &&
  score.linesRight === score.linesWanted &&
  reading.lines.length === score.linesWanted;

export function figureOf(reading: DocumentReading, truth: Truth, before: DocumentReading): SeriesFigure {
  const [score, earlier] = [scored(reading, truth), scored(before, truth)];
  const told = score.fields.filter(({ name }) => name in truth.fields);
  const untouched = reading.doubts.length === 0;
  return {
    documents: 1,
    fields: told.length,
    fieldsRight: told.filter(({ right }) => right).length,
    linesWanted: score.linesWanted,
    linesRead: score.linesRead,
    linesRight: score.linesRight,
    untouched: Number(untouched),
    untouchedWrong: Number(untouched && !whole(score, reading)),
    silent: score.silent,
    spoilt:
      score.fields.filter((field, i) => !field.right && !field.doubted && earlier.fields[i].right).length +
      Number(score.linesRight < earlier.linesRight && reading.doubts.length === 0),
  };
}

function add(figures: Map<string, SeriesFigure>, key: string, one: SeriesFigure): void {
  const sum = figures.get(key) ?? NOTHING;
  figures.set(
    key,
    Object.fromEntries(
      Object.entries(one).map(([name, count]) => [name, count + sum[name as keyof SeriesFigure]]),
    ) as unknown as SeriesFigure,
  );
}

function missesOf(entry: Entry, reading: DocumentReading, before: DocumentReading): Miss[] {
  const { truth, file } = entry;
  const score = scored(reading, truth);
  const fields = score.fields
    .filter(({ name, right }) => name in truth.fields && !right)
    .map(({ name, wanted, got, doubted }) => ({
      file,
      text: `${name}: wanted ${wanted}, got ${got}, without ${before.fields[name as HeaderField]?.value ?? null}${doubted ? '' : '  SILENT'}`,
    }));
  const lines =
    score.linesRight < score.linesWanted || score.linesRead !== score.linesWanted
      ? [{ file, text: `lines: ${score.linesRight} right of ${score.linesWanted}, ${score.linesRead} read` }]
      : [];
  const cells = score.cells
    .filter(({ right }) => !right)
    .slice(0, 3)
    .map(({ name, wanted, got }) => ({ file, text: `  cell ${name}: wanted ${wanted}, got ${got}` }));
  const asked = reading.doubts.map(({ field, line, question }) => ({
    file,
    text: `asked ${field ?? ''}${line === null ? '' : ` line ${line}`}: ${question.code}${question.code === 'habit-differs' ? ` ${question.value} / ${question.without}` : ''}${field && line === null && field in truth.fields && same(field, truth.fields[field] ?? null, reading.fields[field as HeaderField]?.value ?? null) ? ' (right)' : ''}`,
  }));
  return [...fields, ...lines, ...cells, ...asked.slice(0, 8)];
}

/** The figures as lines of a table. */
export const seriesTable = (figures: ReadonlyMap<string, SeriesFigure>): string[] => [
  '| | documents | fields right | lines F1 | untouched | of those wrong | silent errors | right before, wrong now |',
  '|---|---|---|---|---|---|---|---|',
  ...[...figures].map(
    ([key, f]) =>
      `| ${key} | ${f.documents} | ${((100 * f.fieldsRight) / f.fields).toFixed(1)} % | ${((2 * f.linesRight) / Math.max(1, f.linesRead + f.linesWanted)).toFixed(3)} | ${((100 * f.untouched) / f.documents).toFixed(0)} % | ${f.untouchedWrong} | ${f.silent} | ${f.spoilt} |`,
  ),
];
