import { isForTheBooks } from '../documents/index.js';
import { middleY } from '../geometry/index.js';
import { LabelledRows } from '../reading/header/candidates.js';
import { invoiceNumbers, ownNumbers } from '../reading/header/head-fields.js';
import { documentKind } from '../reading/header/kind.js';
import { labelsOf, languageOf } from '../reading/language/labels.js';
import { LEXICONS } from '../languages/index.js';
import { decimalMarkOf } from '../reading/print/numbers.js';
import { fold } from '../reading/language/phrases.js';
import { sellerNamesOf } from '../reading/header/seller-name.js';
import { settleWords } from '../reading/scanned/settle-words.js';
import { isCarriedForward, startsTotals } from '../reading/table/table-bounds.js';
import { rowsOf, type PageWords, type Row } from '../reading/print/words.js';
import { usualWords } from '../reading/language/wording.js';

/** What one page says of the document that it belongs to. */
export interface PageSigns {
  /** The document's number, bare; null where the page has none. */
  readonly number: string | null;
  /** The supplier's name, folded. */
  readonly seller: string | null;
  /** "Page 2 of 3". */
  readonly pageOf: { readonly page: number; readonly of: number } | null;
  readonly broughtForward: boolean;
  /** Whether a title says what document it is. */
  readonly title: boolean;
  readonly totals: boolean;
}

/** Looks at one page by itself. */
export function signsOf(read: PageWords): PageSigns {
  const [page] = settleWords([read]);
  const rows = rowsOf(page);
  const language = languageOf(rows);
  const labelled = new LabelledRows(rows, labelsOf(rows, usualWords(language)));
  const mark = decimalMarkOf(page.words.map((word) => word.text));
  const kind = documentKind([page], rows, false, false, false, labelled);
  const titled = kind.run !== null && kind.score >= 0.75 && kind.run.words.length <= 5 && middleY(kind.run.box) < page.height / 3;
  const books = isForTheBooks(kind.kind);
  const best =
    invoiceNumbers(labelled, rows, [page]).find((found) => found.score >= 0.75) ?? (titled && !books ? ownNumbers(labelled)[0] : undefined);
  const [name] = sellerNamesOf([page], rows, labelled, []);
  return {
    number: best && best.score >= 0.75 ? best.value.replace(/[^\p{L}\d]/gu, '').toUpperCase() : null,
    seller: name && name.score >= 0.7 ? fold(name.value) : null,
    pageOf: pageCount(rows),
    broughtForward: rows.slice(0, Math.ceil(rows.length / 2)).some((row) => isCarriedForward(row)),
    title: titled,
    totals: rows.some((row) => startsTotals(row, labelled, mark)),
  };
}

const PAGE_OF = LEXICONS.flatMap((lexicon) =>
  lexicon.words.page.map(
    (text) =>
      new RegExp(
        `(?:^| )${fold(text.replace('{n}', '7').replace('{m}', '8')).replace('7', '(\\d{1,3})').replace('8', '(\\d{1,3})')}(?: |$)`,
      ),
  ),
);

function pageCount(rows: readonly Row[]): PageSigns['pageOf'] {
  for (const row of rows) {
    for (const run of row.runs) {
      if (!/\d/.test(run.text)) continue;
      const text = fold(run.text.replace('/', ' / '));
      for (const pattern of PAGE_OF) {
        const match = pattern.exec(text);
        if (match && Number(match[1]) <= Number(match[2])) return { page: Number(match[1]), of: Number(match[2]) };
      }
    }
  }
  return null;
}
