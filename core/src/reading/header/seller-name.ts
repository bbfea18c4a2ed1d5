import { bottom, middleOf, middleY, right, type Box } from '../../geometry/index.js';
import { blocksOver, blocksUnder, buyersIds, standsIn } from './address-blocks.js';
import { namesBuyersTaxId } from './bank-and-tax.js';
import type { LabelledRows } from './candidates.js';
import { legalNamesIn, withFormBelow } from '../language/legal-names.js';
import { fold } from '../language/phrases.js';
import type { PageWords, Row, Run } from '../print/words.js';

/** A name on the page that may be the seller's. */
export interface PrintedName {
  readonly value: string;
  readonly run: Run;
  readonly box: Box;
  readonly score: number;
}

/** Registers, tax ids and capital: what firms say of themselves in small print. */
export const REGISTRATION =
  /\b(registered|company no|hrb|hra|amtsgericht|rcs|siret|kvk|registro|r\.?e\.?a\.?\b|vat|ust|tva|btw|cif|nif|p\.? ?iva\b|iva\b|ein\b|org\.? ?nr|regon|moms|partnership|capital|cap\. soc|krs\b|nip\b|tax id|federal tax|tin\b|uid\b)/i;
/** What parts a line of small print: name, address, registers and numbers one after the other. */
const PARTED = /[·|•]| [–—] /g;
/** The shares of a page, at its foot and above the document's last row, where small print stands. */
const FOOT = 0.18;
const LAST_ROWS = 0.25;
/** So many times the text's usual size is large print. */
const LARGE = 1.2;
const BANK = /\bbank|banca|banco|banque|caja|caisse|cassa|sparkasse|mutual|bic\b|savings/i;

/** Names this close to one another are rivals, and how sure the better one then is. */
const RIVAL = 0.1;
const CONTESTED = 0.55;

/** Names with a legal form, or failing those the letterhead's largest words; best first. The buyer's names are left out. */
export function sellerNamesOf(
  pages: readonly PageWords[],
  rows: readonly Row[],
  labelled: LabelledRows,
  buyerNames: readonly string[],
): PrintedName[] {
  const buyers = new Set(buyerNames.map(fold));
  const buyerBlocks = [...blocksUnder(labelled, rows, ['buyer', 'shipTo']), ...blocksOver(buyersIds(labelled), rows)];
  const sellerBlocks = blocksUnder(labelled, rows, ['seller']);
  const overIds = blocksOver(
    labelled.labels.filter((label) => label.meaning === 'sellerTaxId' && label.from === 0 && !namesBuyersTaxId(label)),
    rows,
  );
  const named = rows.flatMap((row, at) => row.runs.flatMap((run) => legalNamesIn(withFormBelow(run, rows[at + 1]))));
  const inBuyerBlock = new Set(named.filter((name) => standsIn(buyerBlocks, name.run)).map((name) => fold(name.value)));
  const pageOf = new Map(pages.map((page) => [page.page, page]));
  const repeated = new Map<string, number>();
  for (const name of named) repeated.set(fold(name.value), (repeated.get(fold(name.value)) ?? 0) + 1);
  const brands = letterhead(pages, rows, labelled, (run) => buyers.has(fold(run.text)) || buyerBlocks.includes(run));
  const body = middleOf(rows.flatMap((row) => row.runs.map((run) => run.box.height))) ?? 0;
  const end = rows.at(-1);
  const scored = named
    .filter((name) => !buyers.has(fold(name.value)) && !inBuyerBlock.has(fold(name.value)))
    .map((name) => {
      const height = pageOf.get(name.run.page)?.height ?? 842;
      const depth = middleY(name.box) / height;
      const isLast = name.run.page === end?.page && bottom(end.box) - name.box.y < LAST_ROWS * height;
      let score = 0.45;
      const backed = REGISTRATION.test(textAround(name.run, rows)) || standsIn(overIds, name.run);
      if (backed) score += 0.3;
      if (standsIn(sellerBlocks, name.run)) score += 0.25;
      if (depth > 1 - FOOT || depth < 0.2 || isLast) score += 0.12;
      if ((repeated.get(fold(name.value)) ?? 0) > 1) score += 0.08;
      // A name at the top in the text's own size is a brand only where it stands elsewhere too.
      if (
        brands.some(
          ({ value, run }) => (!standsIn([run], name.run) || run.box.height > LARGE * body) && sharesName(fold(value), fold(name.value)),
        )
      )
        score += 0.25;
      if (BANK.test(name.value)) score -= 0.4;
      if (name.run.words.length > name.words + 8 && !backed && [...name.run.text.matchAll(PARTED)].length < 2) score -= 0.2;
      if (name.run.page !== rows[0]?.page) score -= 0.05;
      return { value: name.value, run: name.run, box: name.box, score: Math.min(0.99, score) };
    });
  const best = new Map<string, PrintedName>();
  for (const name of scored.sort((a, b) => b.score - a.score)) if (!best.has(fold(name.value))) best.set(fold(name.value), name);
  const firms = [...best.values()].filter((name) => !BANK.test(name.value));
  // On a scan a lone name may be the buyer's, misread: only one that something else speaks for is sure, or beside a buyer that was read.
  const scanned = pages.some((page) => page.straightenedBy);
  const lone = firms.length === 1 && (firms[0].score > 0.6 || !scanned || inBuyerBlock.size > 0);
  if (lone && firms[0].score > 0.4) best.set(fold(firms[0].value), { ...firms[0], score: Math.max(0.87, firms[0].score) });
  const names = [...best.values()].sort((a, b) => b.score - a.score);
  const [first, second] = names;
  // On a scan the label over the buyer may be lost: of two names that as much speaks for, either may be the seller's.
  const contested = scanned && first && second && !BANK.test(second.value) && first.score - second.score < RIVAL;
  return [...(contested ? [{ ...first, score: Math.min(first.score, CONTESTED) }, ...names.slice(1)] : names), ...brands];
}

/** The text of a run with what goes on right before and behind it in its row: a reader of a scan parts lines of small print. */
function textAround(run: Run, rows: readonly Row[]): string {
  const runs = run.words[0].score === undefined ? [] : (rows.find((row) => row.index === run.row)?.runs ?? []);
  const at = runs.findIndex((other) => other.box.x === run.box.x);
  if (at < 0) return run.text;
  let [from, to] = [at, at + 1];
  const isNear = (left: Run, next: Run) => next.box.x - right(left.box) < 2 * run.box.height;
  while (from > 0 && isNear(runs[from - 1], runs[from])) from--;
  while (to < runs.length && isNear(runs[to - 1], runs[to])) to++;
  return runs
    .slice(from, to)
    .map((other) => other.text)
    .join(' ');
}

/** Whether the letterhead's words begin the legal name, or the most of them are in it. */
function sharesName(brand: string, name: string): boolean {
  const words = brand.split(' ').filter((word) => word.length > 2);
  const own = new Set(name.split(' '));
  return words.length > 0 && words.filter((word) => own.has(word)).length >= Math.ceil(0.6 * words.length);
}

function letterhead(
  pages: readonly PageWords[],
  rows: readonly Row[],
  labelled: LabelledRows,
  isBuyer: (run: Run) => boolean,
): PrintedName[] {
  const first = pages[0];
  if (!first) return [];
  const runs = rows
    .filter((row) => row.page === first.page && middleY(row.box) < first.height * 0.25)
    .flatMap((row) => row.runs)
    .filter((run) => /\p{L}{3}/u.test(run.text) && !labelled.startsWithLabel(run) && !isBuyer(run) && run.words.length <= 7);
  return runs
    .sort((a, b) => b.box.height - a.box.height || a.box.y - b.box.y)
    .slice(0, 2)
    .map((run, i) => ({ value: run.text, run, box: run.box, score: 0.4 - 0.1 * i }));
}
