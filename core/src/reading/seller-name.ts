import { bottom, middleOf, middleX, middleY, overlapX, right, union, type Box } from '../geometry/index.js';
import { namesBuyersTaxId } from './bank-and-tax.js';
import type { LabelledRows } from './candidates.js';
import type { Label } from './labels.js';
import { fold } from './phrases.js';
import { run as makeRun, type PageWords, type Row, type Run, type Word } from './words.js';

/** A name on the page that may be the seller's. */
export interface PrintedName {
  readonly value: string;
  readonly run: Run;
  readonly box: Box;
  readonly score: number;
}

/** Ends of legal names, longest first: one to three words each. */
const LEGAL_FORMS = [
  'gmbh & co kg',
  'ltd & co kg',
  'sp z o o',
  'societa cooperativa',
  'limited',
  'ltd',
  'llp',
  'plc',
  'inc',
  'incorporated',
  'llc',
  'corp',
  'corporation',
  'co',
  'company',
  'gmbh',
  'ag',
  'kg',
  'ug',
  'ohg',
  'gbr',
  'e k',
  'eg',
  'se',
  'sarl',
  's a r l',
  'sas',
  's a s',
  'sasu',
  'sa',
  's a',
  'snc',
  'eurl',
  'b v',
  'bv',
  'n v',
  'nv',
  'v o f',
  'vof',
  's l',
  'sl',
  's l u',
  's a u',
  's r l',
  'srl',
  's p a',
  'spa',
  's n c',
  's a s',
  'ab',
  'hb',
  'oy',
  'as',
  'aps',
  'sp k',
  's c',
  'bvba',
  'sprl',
  'coop',
  'kb',
]
  .map((form) => form.split(' '))
  .sort((a, b) => b.length - a.length);
const FORMS = new Set(LEGAL_FORMS.map((form) => form.join(' ')));
const LONGEST_FORM = Math.max(...LEGAL_FORMS.map((form) => form.length));
const AMBIGUOUS_FORMS = new Set(['co', 'se', 'as', 'sa', 'spa', 'company', 'ab', 'eg', 'sl', 'ag', 'kg', 'coop', 'corp']);

const REGISTRATION =
  /registered|company no|hrb|hra|amtsgericht|rcs|siret|kvk|registro|r\.?e\.?a\.?|rea\b|vat|ust|tva|btw|cif|nif|iva|ein\b|org\.? ?nr|regon|partnership|capital|cap\. soc|\bkrs\b|\bnip\b|tax id|federal tax|\btin\b|\buid\b/i;
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

function legalNamesIn(printed: Run): { value: string; run: Run; box: Box; words: number }[] {
  const run = asLegalForms(printed);
  const tokens = run.words.map((word) => fold(word.text));
  const names: { value: string; run: Run; box: Box; words: number }[] = [];
  let start = 0;
  for (let i = 0; i < tokens.length; i++) {
    if (/^[–—·|•-]$|^\/$/.test(run.words[i].text) || (i > start && /[·|:]$/.test(run.words[i - 1].text)))
      start = /[\p{L}\d]/u.test(run.words[i].text) ? i : i + 1;
    const length = i > start ? formAt(tokens, i) : 0;
    if (length === 0) continue;
    const words = run.words.slice(start, i + length);
    // "Dry Creek, NV 89099" is a place, and so is "Dry Creek, NV".
    if (/^\d{4,5}$/.test(run.words[i + length]?.text ?? '')) continue;
    if (/^(NV|CO|PA|SC|AL)$/.test(run.words[i].text) && run.words[i - 1].text.endsWith(',')) continue;
    // "Industrieweg 99, 9911 AB" is an address with a Dutch postcode.
    if (/^[A-Z]{2}$/.test(run.words[i].text) && /^\d{4}$/.test(run.words[i - 1].text)) continue;
    if (isName(words, tokens.slice(i, i + length).join(' '))) {
      names.push({
        value: words
          .map((word) => word.text)
          .join(' ')
          .replace(/[,;:–-]+$/, ''),
        run,
        box: union(words),
        words: words.length,
      });
    }
    i += length - 1;
    start = i + 1;
  }
  return names;
}

/** The run with the legal form that wrapped into the line below it, as in a narrow side bar. */
function withFormBelow(run: Run, next: Row | undefined): Run {
  const below = next?.runs.find((other) => Math.abs(other.box.x - run.box.x) < 3 && other.words.length <= 3);
  if (!below || run.words.length > 6 || below.box.y - bottom(run.box) > run.box.height) return run;
  const tokens = below.words.map((word) => fold(word.text));
  const rest = formAt(tokens, 0) === below.words.length || /^(& |und |et )?(co|cie) (kg|kgaa|ohg)$/.test(fold(below.text));
  return rest ? makeRun([...run.words, ...below.words], run.page, run.row) : run;
}

/** Whether a run is one of these, or one of them with words put in its place. */
const standsIn = (runs: readonly Run[], run: Run): boolean => runs.some((other) => other.row === run.row && other.box.x === run.box.x);

/** Whether the letterhead's words begin the legal name, or the most of them are in it. */
function sharesName(brand: string, name: string): boolean {
  const words = brand.split(' ').filter((word) => word.length > 2);
  const own = new Set(name.split(' '));
  return words.length > 0 && words.filter((word) => own.has(word)).length >= Math.ceil(0.6 * words.length);
}

/** The run with words of a scan read as the legal form that another reader saw ("5.1." as "S.L."), or that they are after others ("Sp. z 0.0."). */
function asLegalForms(run: Run): Run {
  if (!run.words.some((word) => word.score !== undefined)) return run;
  const forms = new Set(LEGAL_FORMS.map((form) => form.join('')));
  const words = run.words.map((word, i) => {
    if (/^[0oO]\.[0oO]\.?$/.test(word.text) && /^z$/i.test(run.words[i - 1]?.text ?? '')) return { ...word, text: 'o.o.' };
    const other = forms.has(fold(word.text).replaceAll(' ', ''))
      ? undefined
      : word.alternatives?.find((text) => text.length > 1 && /\p{Lu}/u.test(text) && forms.has(fold(text).replaceAll(' ', '')));
    return other ? { ...word, text: other } : word;
  });
  return makeRun(words, run.page, run.row);
}

/** How many words from `i` on are a legal form; `S.L.` is one word of two tokens. */
function formAt(tokens: readonly string[], i: number): number {
  for (let count = Math.min(LONGEST_FORM, tokens.length - i); count > 0; count--) {
    const joined = tokens
      .slice(i, i + count)
      .filter((token) => token !== '')
      .join(' ');
    if (tokens[i] !== '' && tokens[i + count - 1] !== '' && FORMS.has(joined)) return count;
  }
  return 0;
}

function isName(words: readonly Word[], form: string): boolean {
  if (words.length < 2 || words.length > 9) return false;
  if (!/^[\p{Lu}\d]/u.test(words[0].text.replace(/^d'|^l'/i, ''))) return false;
  if (AMBIGUOUS_FORMS.has(form)) {
    const last = words[words.length - 1].text;
    return /^\p{Lu}/u.test(last) || /^e[GK]/.test(last);
  }
  return true;
}

/** The runs of the address blocks that stand below labels of these meanings, and right after them in the same run. */
function blocksUnder(labelled: LabelledRows, rows: readonly Row[], meanings: readonly string[]): Run[] {
  const runs: Run[] = [];
  for (const label of labelled.labels) {
    if (!meanings.includes(label.meaning) || label.from > 0) continue;
    if (label.to < label.run.words.length) {
      if (label.run.words.length - label.to <= 6 && label.phrase.length > 3) runs.push(label.run);
      continue;
    }
    let box = label.run.box;
    for (const row of rows) {
      if (row.page !== label.run.page || row.box.y < label.run.box.y + 1) continue;
      const flush = row.runs.findIndex((run) => overlapX(run.box, box) > 0 && Math.abs(run.box.x - label.run.box.x) < 14);
      if (flush < 0) continue;
      const under = goingOn(row.runs, flush);
      if (under[0].box.y - bottom(box) > 26 || runs.length > 400) break;
      runs.push(...under);
      box = union([box, ...under.map((run) => run.box)]);
      if (box.height > 110) break;
    }
    runs.push(...partedFrom(box, label, rows));
  }
  return runs;
}

/** The runs within a block that a reader of a scan set on rows of their own: a leaning line's end. */
function partedFrom(block: Box, { run }: Label, rows: readonly Row[]): Run[] {
  if (run.words[0].score === undefined) return [];
  const within = (box: Box) => middleY(box) > bottom(run.box) && middleY(box) < bottom(block) && box.x > block.x && box.x < right(block);
  return rows.filter((row) => row.page === run.page).flatMap((row) => row.runs.filter((other) => within(other.box)));
}

/** A run of an address, and those that a wide gap or a misread word parted from it. */
function goingOn(runs: readonly Run[], from: number): Run[] {
  const far = runs.findIndex((run, i) => i > from && run.box.x - right(runs[i - 1].box) > 2 * run.box.height);
  return runs.slice(from, far < 0 ? runs.length : far);
}

const buyersIds = (labelled: LabelledRows): Label[] =>
  labelled.labels.filter((label) => label.from < 3 && /\d/.test(label.run.text) && namesBuyersTaxId(label));

/** Whether two runs begin, end or have their middles at one place, as the rows of an address do. */
const areFlush = (a: Box, b: Box): boolean =>
  Math.abs(a.x - b.x) < 4 || Math.abs(right(a) - right(b)) < 4 || Math.abs(middleX(a) - middleX(b)) < 4;

/** The runs of the address blocks that end in a tax id, their rows at one distance. */
function blocksOver(ids: readonly Label[], rows: readonly Row[]): Run[] {
  return ids.flatMap(({ run }) => {
    const above = rows
      .filter((row) => row.page === run.page && row.box.y < run.box.y)
      .flatMap((row) => row.runs)
      .filter((other) => areFlush(other.box, run.box))
      .reverse();
    const block: Run[] = [];
    let [last, step] = [run, 0];
    for (const next of above) {
      const gap = last.box.y - next.box.y;
      if (block.length >= MOST_ADDRESS || (step > 0 && gap > 1.4 * step) || gap > 3.5 * run.box.height) break;
      block.push(next);
      [last, step] = [next, step || gap];
    }
    return block;
  });
}

/** Rows of an address above a tax id. */
const MOST_ADDRESS = 6;

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
