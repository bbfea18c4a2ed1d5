import { bottom, overlapX, right, union } from '../../geometry/index.js';
import { checkTaxId, ibanLength, isIban, isTaxIdShape, normalizeIban, normalizeTaxId, type TaxIdCheck } from '../../identifiers/index.js';
import type { LabelledRows } from './candidates.js';
import { labelsOf, type Label } from '../language/labels.js';
import { LEXICONS } from '../../languages/index.js';
import { fold } from '../language/phrases.js';
import { run as makeRun, type Row, type Run, type Word } from '../print/words.js';
import type { Wording } from '../language/wording.js';

/** An identifier with the words that show it; it may go on in the next line. */
export interface PrintedIdentifier {
  readonly value: string;
  /** Whether another reading than the likeliest was taken because its check digits are right. */
  readonly repaired?: boolean;
  readonly run: Run;
  readonly words: readonly Word[];
}
export interface PrintedTaxId extends PrintedIdentifier {
  readonly check: TaxIdCheck | 'national';
  readonly labelled: boolean;
  readonly score: number;
}

/** The IBANs on the rows whose length and check digits are right, in page order, each once. */
export function ibansOf(rows: readonly Row[]): PrintedIdentifier[] {
  const found = new Map<string, PrintedIdentifier>();
  rows.forEach((row, at) => {
    for (const run of row.runs) {
      run.words.forEach((word, from) => {
        const start = word.text.replace(/^IBAN:?/i, '').replace(STRAY_MARKS, '');
        if (!/^[A-Z]{2}\d{2}/.test(start)) return;
        const hit = ibanFrom(run, from, start, row, nextUnder(run, rows[at + 1], rows[at + 2]));
        if (hit && !found.has(hit.value)) found.set(hit.value, hit);
      });
    }
  });
  return [...found.values()];
}

/** The row that a run goes on in: the next one, or the one after it where only that has something under the run, as in a side bar. */
function nextUnder(run: Run, next: Row | undefined, after: Row | undefined): Row | undefined {
  const isUnder = (row: Row | undefined) => row?.page === run.page && row.runs.some(({ box }) => overlapX(box, run.box) > 0);
  return !isUnder(next) && isUnder(after) ? after : next;
}

/** Marks that stand behind an IBAN in a sentence, and those that a scan puts between its digits. */
const STRAY_MARKS = /[.,:;·)?!]/g;

function ibanFrom(run: Run, from: number, start: string, row: Row, next: Row | undefined): PrintedIdentifier | null {
  const length = ibanLength(start.slice(0, 2));
  if (length === null) return null;
  const printed = goingOn(run, row, next).map((onward) => {
    const words = [...run.words.slice(from), ...onward];
    return { words, texts: words.map((word, i) => (i === 0 ? start : word.text.replace(STRAY_MARKS, ''))) };
  });
  for (const { words, texts } of printed) {
    const plain = ibanAtStart(texts, length);
    if (plain) return { value: plain.iban, run, words: words.slice(0, plain.count) };
  }
  if (run.words[from].score === undefined) return null;
  for (const { words, texts } of printed) {
    for (const variant of variants(words, texts)) {
      const found = ibanAtStart(variant, length);
      if (found) return { value: found.iban, run, words: words.slice(0, found.count), repaired: true };
    }
  }
  return null;
}

/** The words a run may go on with: those right under it, or, in a line of small print, the rest of its line and then the next from its start. */
function goingOn(run: Run, row: Row, next: Row | undefined): Word[][] {
  const wordsOf = (runs: readonly Run[]) => runs.flatMap(({ words }) => words);
  const under = next?.runs.filter(({ box }) => box.x <= right(run.box) && right(box) >= run.box.x - 4) ?? [];
  const onward = [...row.runs.slice(row.runs.indexOf(run) + 1), ...(next?.runs ?? [])];
  return [wordsOf(under), wordsOf(onward)];
}

function ibanAtStart(texts: readonly string[], length: number): { iban: string; count: number } | null {
  let text = '';
  for (let count = 1; count <= Math.min(texts.length, 14); count++) {
    text += texts[count - 1];
    const iban = normalizeIban(text);
    if (iban.length > length) return null;
    if (isIban(iban)) return { iban, count };
  }
  return null;
}

/** Signs that readers of scans take for one another. */
const CONFUSED: Readonly<Record<string, string>> = {
  O: '0D',
  '0': 'OD',
  D: '0O',
  B: '8',
  '8': 'B',
  S: '5',
  '5': 'S',
  I: '1',
  l: '1',
  '1': 'I',
  Z: '2',
  '2': 'Z',
  G: '6',
  '6': 'G',
};

/** The texts with one word as its reader's other reading, without a stray sign, or with one sign that is easily confused. */
function* variants(words: readonly Word[], texts: readonly string[]): Generator<string[]> {
  const near = Math.min(texts.length, 12);
  const replaced = (at: number, text: string) => texts.map((own, i) => (i === at ? text : own));
  for (let i = 0; i < near; i++) {
    for (const other of words[i].alternatives ?? []) yield replaced(i, other.replace(/[^\p{L}\d]/gu, ''));
    if (i > 0 && texts[i].length <= 1) yield replaced(i, '');
  }
  for (let i = 0; i < near; i++)
    for (let k = 0; k < texts[i].length; k++)
      for (const sign of CONFUSED[texts[i][k]] ?? '') yield replaced(i, texts[i].slice(0, k) + sign + texts[i].slice(k + 1));
}

const COUNTRY_OF_CURRENCY: Readonly<Record<string, string>> = { GBP: 'GB', CHF: 'CH', SEK: 'SE', PLN: 'PL', NOK: 'NO', DKK: 'DK' };

const BUYERS = new Set(LEXICONS.flatMap((lexicon) => lexicon.words.buyers.map(fold)));

/** Whether the words beside a tax id's label say that it is the buyer's: "Your VAT no.", "NIP nabywcy". */
function isBuyers(label: Label): boolean {
  const near = label.run.words.slice(Math.max(0, label.from - 2), label.to + 1);
  return near.some((word) => BUYERS.has(fold(word.text)));
}

/** Whether a label names the buyer's tax id: one that the lexicons know as such, or a seller's with such words beside it. */
export const namesBuyersTaxId = (label: Label): boolean =>
  ((label.meaning === 'other' || label.meaning === 'buyer') && /vat|tax|tva|ust|btw|iva|nif|cif|nip|moms/.test(label.phrase)) ||
  (label.meaning === 'sellerTaxId' && isBuyers(label));

/** Words of a line of small print, and of the next one, that a label which wraps may stand in. */
const AROUND_WRAP = { before: 4, behind: 8 };

/** The tax id labels that a line of small print breaks, or parts from their ids: "Federal Tax" and "ID 39-6277044" in the next line. */
function wrappedLabels(rows: readonly Row[], wording: Wording): Label[] {
  return rows.flatMap((row, at) => {
    const [upper, lower] = [row.runs[row.runs.length - 1], (rows[at + 1] as Row | undefined)?.runs[0]];
    if (!lower || lower.page !== row.page || upper.words.length < AROUND_WRAP.before || lower.box.y - bottom(upper.box) > upper.box.height)
      return [];
    const before = upper.words.slice(-AROUND_WRAP.before);
    const around = makeRun([...before, ...lower.words.slice(0, AROUND_WRAP.behind)], row.page, row.index);
    return labelsOf([{ ...row, runs: [around] }], wording).filter(
      ({ meaning, from, to }) => meaning === 'sellerTaxId' && from < before.length && to >= before.length,
    );
  });
}

/**
 * The tax ids on the rows, best first. Ids under a label that says they are the buyer's, and ids of `buyerTaxIds`, are left out.
 * `country` (ISO 3166) is where the seller seems to be: an id printed without its prefix is checked with that one.
 */
export function taxIdsOf(
  labelled: LabelledRows,
  rows: readonly Row[],
  country: string | null,
  buyerTaxIds: readonly string[],
  wording: Wording,
): PrintedTaxId[] {
  const buyers = new Set(buyerTaxIds.map(normalizeTaxId));
  const lastRow = rows.length;
  const found: PrintedTaxId[] = [];
  for (const label of [...labelled.labels, ...wrappedLabels(rows, wording)]) {
    if (label.meaning !== 'sellerTaxId' || isBuyers(label)) continue;
    const at = rows.findIndex((candidate) => candidate.index === label.run.row);
    const onward = goneOn(label.run.words.slice(label.to), rows[at + 1]);
    const row = rows[at] as Row | undefined;
    const beside = row?.runs[row.runs.indexOf(label.run) + 1]?.words ?? [];
    const hit =
      idAtStart(onward, country) ??
      (onward.length === 0 ? (idAtStart(beside, country) ?? idAtStart(wordsUnder(label, rows, at), country)) : null);
    if (!hit) continue;
    const low = label.run.row / lastRow;
    found.push({
      ...hit,
      run: label.run,
      labelled: true,
      score: 0.8 + (hit.check === 'right' ? 0.15 : 0) + 0.04 * low - (hit.check === 'wrong' ? 0.3 : 0),
    });
  }
  const seen = new Set(found.map((id) => normalizeTaxId(id.value)));
  for (const row of rows) {
    for (const run of row.runs) {
      if (labelled.labels.some((label) => label.run === run && namesBuyersTaxId(label))) continue;
      run.words.forEach((word, index) => {
        if (!PREFIXED.test(word.text.replace(/^[(]/, ''))) return;
        const hit = idAtStart(run.words.slice(index), null);
        if (!hit || !isTaxIdShape(hit.value) || seen.has(normalizeTaxId(hit.value))) return;
        seen.add(normalizeTaxId(hit.value));
        found.push({
          ...hit,
          run,
          labelled: false,
          score: hit.check === 'right' ? 0.55 : 0.3,
          check: hit.check === 'right' ? 'right' : 'wrong',
        });
      });
    }
  }
  const ids = found.filter((id) => !buyers.has(normalizeTaxId(id.value)) && !buyers.has(`GB${normalizeTaxId(id.value)}`));
  return ids.sort((a, b) => b.score - a.score);
}

/** What it counts for a tax id to stand with the seller's name, and in the buyer's block. */
const BESIDE_SELLER = 0.2;
const IN_BUYERS_BLOCK = 0.6;
/** Rows of a block that a tax id stands in, in heights of its name. */
const BLOCK = 12;
/** Two ids whose scores differ by less may either be the seller's. */
const RIVAL = 0.1;

/** The tax ids, those first that stand with the seller's name; an id that another one may be instead has `rival`. */
export function sellersFirst(
  ids: readonly PrintedTaxId[],
  sellerName: string | null,
  rows: readonly Row[],
  buyerBlock: readonly Run[],
): readonly (PrintedTaxId & { readonly rival?: PrintedTaxId })[] {
  const name = sellerName === null ? null : fold(sellerName);
  const named = name === null ? [] : rows.flatMap((row) => row.runs.filter((run) => ` ${fold(run.text)} `.includes(` ${name} `)));
  const isBeside = ({ run, words }: PrintedTaxId) =>
    named.some((other) => {
      if (other.page !== run.page) return false;
      if (other.row === run.row && (other.box.x === run.box.x || name === null)) return true;
      const under = words[0].y - bottom(other.box);
      return under > -0.5 * other.box.height && under < BLOCK * other.box.height && overlapX(other.box, run.box) > 0;
    });
  const ranked = ids
    .map((id) => {
      const isBuyers = buyerBlock.some(({ row, box }) => row === id.run.row && box.x === id.run.box.x);
      return { ...id, score: id.score + (isBeside(id) ? BESIDE_SELLER : 0) - (isBuyers ? IN_BUYERS_BLOCK : 0) };
    })
    .sort((a, b) => b.score - a.score);
  const [first, ...others] = ranked;
  const rival = others.find(({ value, score }) => normalizeTaxId(value) !== normalizeTaxId(first.value) && first.score - score < RIVAL);
  return rival ? [{ ...first, rival }, ...others] : ranked;
}

/** What a tax id with its country's letters begins with. */
const PREFIXED = /^[A-Z]{2,3}([-.]?[A-Z]?\d|-?$)/;

/** The words of the run right under a label, at its left edge: narrow columns set what belongs to a label below it. */
function wordsUnder(label: Label, rows: readonly Row[], at: number): readonly Word[] {
  const [first] = label.run.words.slice(label.from);
  const next = rows[at + 1] as Row | undefined;
  if (!first || next?.page !== rows[at]?.page) return [];
  const under = next?.runs.find(({ box }) => Math.abs(box.x - first.x) < 3 && box.y - first.y < 2.5 * first.height);
  return under && under.words.length <= 2 ? under.words : [];
}

/** The words with the last one's other half where a dash breaks it at the end of a line of small print. */
function goneOn(words: readonly Word[], next: Row | undefined): readonly Word[] {
  const last = words.at(-1);
  const rest = next?.runs[0].words[0];
  if (!last || !rest || !/\d-$/.test(last.text) || !/^\d/.test(rest.text)) return words;
  return [...words.slice(0, -1), { ...last, text: last.text + rest.text }];
}

function idAtStart(words: readonly Word[], country: string | null): { value: string; words: Word[]; check: PrintedTaxId['check'] } | null {
  const skipped = words.findIndex((word) => /\d|^[A-Z]{2}$|^[A-Z]{2}-?$/.test(word.text));
  if (skipped < 0 || skipped > 2 || words.slice(0, skipped).some((word) => fold(word.text).length > 8)) return null;
  const chunks: Word[] = [];
  for (const word of words.slice(skipped)) {
    const text = word.text.replace(/[,;·]$/, '');
    if (!/^[A-Z\d][A-Z\d./-]*$/.test(text) || (chunks.length > 0 && !/\d/.test(text) && !/^B\d\d$/.test(text))) break;
    chunks.push(word);
    if (/[,;·]$/.test(word.text) || chunks.length === 6) break;
  }
  let fallback: { value: string; words: Word[]; check: PrintedTaxId['check'] } | null = null;
  for (let count = chunks.length; count > 0; count--) {
    const used = chunks.slice(0, count);
    const value = used
      .map((word) => word.text)
      .join(' ')
      .replace(/[.,;]$/, '')
      .trim();
    const bare = normalizeTaxId(value);
    if (bare.replace(/\D/g, '').length < 7) continue;
    const prefixed = /^[A-Z]{2}/.test(bare) && !/^[A-Z]{2}$/.test(bare) ? checkTaxId(bare) : 'unknown';
    if (prefixed === 'right') return { value, words: used, check: 'right' };
    if (country !== null && checkTaxId(country + bare) === 'right') return { value, words: used, check: 'right' };
    // A national number of another kind may stand there, but on a scan it is likelier that a digit was lost; German ones have slashes.
    const isScanned = used[0].score !== undefined;
    const lost = isScanned && ((country !== null && country !== 'DE' && checkTaxId(country + bare) === 'wrong') || /^FR\D/.test(bare));
    fallback ??= { value, words: used, check: prefixed === 'wrong' || lost ? 'wrong' : 'national' };
  }
  return repairedId(chunks, country) ?? fallback;
}

/** An id of a scan that has right check digits with one word read otherwise. */
function repairedId(
  chunks: readonly Word[],
  country: string | null,
): { value: string; words: Word[]; check: PrintedTaxId['check'] } | null {
  if (chunks.every((word) => word.score === undefined)) return null;
  for (const texts of variants(
    chunks,
    chunks.map((word) => word.text.replace(/[,;·]$/, '')),
  )) {
    const bare = normalizeTaxId(texts.join(''));
    const value = texts.join(/^[A-Z]{2}\d/.test(bare) ? '' : ' ').trim();
    if (checkTaxId(bare) === 'right' || (country !== null && checkTaxId(country + bare) === 'right'))
      return { value, words: [...chunks], check: 'right' };
  }
  return null;
}

/** A state and its post code: “Keene NH 03431”. */
const AMERICAN =
  /\b(A[KLRZ]|C[AOT]|D[CE]|FL|GA|HI|I[ADLN]|K[SY]|LA|M[ADEINOST]|N[CDEHJMVY]|O[HKR]|PA|RI|S[CD]|T[NX]|UT|V[AT]|W[AIVY]),? \d{5}(-\d{4})?\b/;

/** The country the seller seems to be in, by IBAN, tax id prefix, then currency; null where nothing tells. */
export function sellerCountry(ibans: readonly PrintedIdentifier[], currency: string | null, rows: readonly Row[] = []): string | null {
  const [first] = ibans;
  if (first) return first.value.slice(0, 2);
  if (currency !== null) return COUNTRY_OF_CURRENCY[currency] ?? null;
  return rows.some((row) => row.runs.some(({ text }) => AMERICAN.test(text))) ? 'US' : null;
}

/** The box around the words of an identifier; where it wraps, around its first line's words. */
export function identifierBox(identifier: PrintedIdentifier) {
  const first = identifier.words[0];
  return union(identifier.words.filter((word) => Math.abs(word.y - first.y) < first.height));
}
