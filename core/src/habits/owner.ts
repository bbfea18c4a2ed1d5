import { bareIdentifier } from '../identifiers/index.js';
import type { HeaderField } from '../documents/index.js';
import { wordsThatAre } from '../reading/fitted/same.js';
import { fold } from '../reading/language/phrases.js';
import { rowsOf, type PageWords, type Row } from '../reading/print/words.js';
import { similarity } from '../similarity/index.js';

/** By what a supplier's pages are known to be his. */
export interface Marks {
  readonly names: readonly string[];
  readonly taxIds: readonly string[];
  readonly ibans: readonly string[];
}

/** How alike a name on a scan must be to be a supplier's. */
const SAME_NAME = 0.75;
/** Letters that a name has at least that speaks by itself. */
const SHORTEST = 5;

/** What a supplier's pages are known by, as a document says it. */
export function marksOf(fields: Readonly<Partial<Record<HeaderField, string | null>>>): Marks {
  const of = (field: HeaderField) => (fields[field] == null ? [] : [fields[field]]);
  return { names: of('sellerName'), taxIds: of('sellerTaxId'), ibans: of('sellerIban') };
}

/** How plainly pages are a supplier's: 2 by his tax id or account, 1 by his name alone; 0 where nothing of him is on them. */
export const owns = (marks: Marks, pages: readonly PageWords[]): number =>
  ownsRows(
    marks,
    pages.flatMap((page) => rowsOf(page)),
  );

/** The same of pages that are laid out in rows already. */
export function ownsRows({ names, taxIds, ibans }: Marks, rows: readonly Row[]): number {
  const has = (value: string) => wordsThatAre(rows, bareIdentifier(value), bareIdentifier, '').length > 0;
  if ([...taxIds, ...ibans].some(has)) return 2;
  const scanned = rows.some(({ runs }) => runs.some(({ words }) => words.some(({ score }) => score !== undefined)));
  return names.some((name) => {
    const folded = fold(name);
    if (folded.replaceAll(' ', '').length < SHORTEST) return false;
    if (wordsThatAre(rows, folded, fold, ' ').length > 0) return true;
    if (!scanned) return false;
    const count = folded.split(' ').length;
    return rows.some((row) =>
      row.runs.some((run) =>
        run.words.some(
          (_, at) =>
            similarity(
              run.words
                .slice(at, at + count)
                .map(({ text }) => text)
                .join(' '),
              name,
            ) >= SAME_NAME,
        ),
      ),
    );
  })
    ? 1
    : 0;
}

/** Whether two sets of marks are plainly those of two suppliers: other tax ids, or, where either has none, other names. */
export function areOthers(one: Marks, other: Marks): boolean {
  const differ = (of: (marks: Marks) => readonly string[], plain: (text: string) => string): boolean | null =>
    of(one).length === 0 || of(other).length === 0
      ? null
      : !of(one).some((value) => of(other).some((known) => plain(known) === plain(value)));
  return differ(({ taxIds }) => taxIds, bareIdentifier) ?? differ(({ names }) => names, fold) ?? false;
}

/** Whether two sets of marks are one supplier's: a tax id or an account in common, or a name where no tax id speaks against it. */
export function isOneSupplier(one: Marks, other: Marks): boolean {
  const share = (of: (marks: Marks) => readonly string[], plain: (text: string) => string) =>
    of(one).some((value) => of(other).some((known) => plain(known) === plain(value)));
  if (share(({ taxIds }) => taxIds, bareIdentifier) || share(({ ibans }) => ibans, bareIdentifier)) return true;
  return share(({ names }) => names, fold) && (one.taxIds.length === 0 || other.taxIds.length === 0);
}
