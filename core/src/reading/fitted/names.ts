import { bottom, middleOf, middleY, overlapX, union, type Box } from '../../geometry/index.js';
import { areFlush, blocksOver, blocksUnder, buyersIds, standsIn } from '../header/address-blocks.js';
import { REGISTRATION, type PrintedName } from '../header/seller-name.js';
import { kindsIn, isLabelWord } from '../language/labels.js';
import { legalNamesIn, withFormBelow, withFormBeside } from '../language/legal-names.js';
import { fold } from '../language/phrases.js';
import { run as runOf, type Row, type Run, type Word } from '../print/words.js';
import { yes, type HeadPages, type Traits } from './traits.js';

/** Words that may be the seller's name, with all that is to be seen of them. */
export interface NameCandidate {
  readonly value: string;
  readonly run: Run;
  readonly box: Box;
  readonly traits: Traits;
}

/** What else is known: the buyer's own names, and the names that rules found, best first. */
export interface NameHints {
  readonly buyerNames: readonly string[];
  readonly ruled: readonly PrintedName[];
}

const MOST_WORDS = 8;
/** The shares of the first page at its head, and of every page at its foot, where sellers name themselves. */
const HEAD = 0.4;
const FOOT = 0.22;
const PARTS = /^[·|•–—/-]+$/;
const BANK = /\bbank|banca|banco|banque|sparkasse|iban|bic\b|swift/i;
const STREET =
  /\b\d{1,4}\b|street|road|lane|rue |avenue|chemin|straße|strasse|gasse|platz|via |calle|ul\.|straat|gatan|vägen|row\b|yard|suite|unit /i;
const POST_CODE = /\b\d{4,5}\b|\b\d{2}-\d{3}\b|\b[A-Z]{1,2}\d[\dA-Z]? ?\d[A-Z]{2}\b/;

/** Every run of words on the pages that can be a name, whole and parted where a line of small print parts it. */
export function nameCandidates(on: HeadPages, { buyerNames, ruled }: NameHints): NameCandidate[] {
  const { pages, rows, labelled } = on;
  const [first] = pages;
  const body = middleOf(rows.flatMap((row) => row.runs.map(({ box }) => box.height))) ?? 10;
  const buyers = new Set(buyerNames.map(fold));
  const buyerBlocks = [...blocksUnder(labelled, rows, ['buyer', 'shipTo']), ...blocksOver(buyersIds(labelled), rows)];
  const sellerBlocks = blocksUnder(labelled, rows, ['seller', 'payTo']);
  const printed = namesIn(on);
  const times = new Map<string, number>();
  for (const { value } of printed) times.set(fold(value), (times.get(fold(value)) ?? 0) + 1);
  const domains = domainsOf(rows);
  const addresses = addressesOf(printed, rows);
  const accounts = on.taken;
  const largest = Math.max(...printed.map(({ box }) => box.height));
  const brands = printed.filter((one) => one.box.height > 0.95 * largest && largest > 1.15 * body).map(({ value }) => fold(value));
  const folded = [...new Set(printed.map(({ value }) => fold(value)))];
  let isFirst = true;
  return printed.map(({ value, words, run, place }) => {
    const key = fold(value);
    const row = rows[place];
    const box = union(words);
    const page = pages.find((one) => one.page === run.page);
    const depth = middleY(box) / (page?.height ?? 842);
    const below = rows[place + 1] as Row | undefined;
    const under = below?.runs.find((other) => areFlush(other.box, box) && other.box.y - bottom(box) < 1.6 * box.height);
    const rest = run.words.length - words.length;
    const ruledAt = ruled.findIndex((name) => fold(name.value) === key);
    const labels = words.filter(({ text }) => isLabelWord(text)).length / words.length;
    const traits: Record<string, number> = {
      'a legal form': yes(legalNamesIn(runOf(words, run.page, run.row)).some((name) => fold(name.value) === key)),
      'as the rules say': ruledAt === 0 ? ruled[0].score : 0,
      'among what the rules say': yes(ruledAt > 0),
      'the buyer by name': yes([...buyers].some((buyer) => buyer.includes(key) || key.includes(buyer))),
      'in the block of the buyer': yes(standsIn(buyerBlocks, run)),
      'in the block of the seller': yes(standsIn(sellerBlocks, run)),
      'the title': yes(kindsIn(run).some(({ from }) => from === 0)),
      'words of labels': labels,
      'begins with a label': yes(labelled.startsWithLabel(run) && words[0] === run.words[0]),
      repeated: yes((times.get(key) ?? 0) > 1),
      'part of a longer name': yes(
        folded.some(
          (other) => other.length > key.length && other.split(' ').length > key.split(' ').length && ` ${other} `.includes(` ${key} `),
        ),
      ),
      'holds a shorter name': yes(
        folded.some((other) => other.length < key.length && other.length > 3 && ` ${key} `.includes(` ${other} `)),
      ),
      'holds the largest print': yes(
        box.height < 0.95 * largest && brands.some((brand) => key !== brand && ` ${key} `.includes(` ${brand} `)),
      ),
      'its first word twice': yes(wordsTwice(words) > 0),
      'in the domain of an address': domains.some((domain) => isIn(key, domain)) ? 1 : 0,
      'largest print': yes(box.height > 0.95 * largest && largest > 1.15 * body),
      'in large print': yes(box.height > 1.2 * body),
      'in small print': yes(box.height < 0.85 * body),
      'at the head': yes(run.page === first?.page && depth < 0.15),
      'in the upper part': yes(run.page === first?.page && depth >= 0.15 && depth < HEAD),
      'at the foot': yes(depth > 1 - FOOT),
      'on a later page': yes(run.page !== first?.page),
      'first of all': yes(isFirst),
      'alone in its run': yes(rest === 0),
      'alone in its row': yes(rest === 0 && row.runs.length === 1),
      'begins its run': yes(words[0] === run.words[0] && rest > 0),
      'behind other words': yes(words[0] !== run.words[0]),
      'over an address': yes(under !== undefined && STREET.test(under.text)),
      'the first address': yes(addresses[0] === run),
      'a later address': yes(addresses.indexOf(run) > 0),
      'left of an address': yes(addresses.includes(run) && addresses.some((other) => areLevel(run, other) && other.box.x > run.box.x + 20)),
      'right of an address': yes(
        addresses.includes(run) && addresses.some((other) => areLevel(run, other) && other.box.x < run.box.x - 20),
      ),
      'over an account or tax id': yes(accounts.some((account) => isNearUnder(box, account.box, account.run.page === run.page))),
      'under an account': yes(accounts.some((account) => isNearUnder(account.box, box, account.run.page === run.page, 2))),
      'before an address': yes(words[0] === run.words[0] && rest > 0 && POST_CODE.test(run.text)),
      'beside a register or tax id': yes(REGISTRATION.test(run.text)),
      'an address itself': yes(POST_CODE.test(value) || (STREET.test(value) && /\d/.test(value))),
      'a bank': yes(BANK.test(value)),
      'digits in it': yes(/\d/.test(value)),
      'one word': yes(words.length === 1),
      'small letters first': yes(/^\p{Ll}/u.test(value)),
      'a colon in it': yes(/:/.test(value)),
      'a sentence': yes(words.filter(({ text }) => /^\p{Ll}{3,}/u.test(text)).length > 2),
      'in the table': yes(on.table.has(row.index)),
      'left half': yes(box.x + box.width / 2 < (page?.width ?? 595) / 2),
    };
    isFirst = false;
    return { value, run, box, traits };
  });
}

/** Rows that an address takes, with its telephone and numbers, in heights of a name. */
const ADDRESS = 12;

/** Whether something stands under a box, flush with it and within so many of its heights. */
const isNearUnder = (box: Box, under: Box, samePage: boolean, most = ADDRESS): boolean =>
  samePage &&
  under.y > box.y + 1 &&
  under.y - bottom(box) < most * box.height &&
  (Math.abs(under.x - box.x) < 4 || overlapX(under, box) > 0.5 * Math.min(under.width, box.width));

const areLevel = (one: Run, other: Run): boolean => one.page === other.page && Math.abs(one.box.y - other.box.y) < 3 * one.box.height;

/** The runs over a street or a place, in reading order: each begins an address. */
function addressesOf(printed: readonly Printed[], rows: readonly Row[]): Run[] {
  const begins = printed.filter(({ box, place }) => {
    const below = rows[place + 1] as Row | undefined;
    const under = below?.runs.find((other) => areFlush(other.box, box) && other.box.y - bottom(box) < 1.6 * box.height);
    return under !== undefined && STREET.test(under.text);
  });
  return [...new Set(begins.filter(({ value }) => !/\d/.test(value)).map(({ run }) => run))];
}

interface Printed {
  readonly value: string;
  readonly words: readonly Word[];
  readonly run: Run;
  readonly place: number;
  readonly box: Box;
}

function namesIn({ rows, pages, labelled }: HeadPages): Printed[] {
  const heights = new Map(pages.map((page) => [page.page, page.height]));
  const last = rows.at(-1);
  const found: Printed[] = [];
  rows.forEach((row, place) => {
    const depth = middleY(row.box) / (heights.get(row.page) ?? 842);
    const isLow = depth > 1 - FOOT || (last !== undefined && row.page === last.page && place >= rows.length - 6);
    if (!(row.page === pages[0]?.page && depth < HEAD) && !isLow) return;
    for (const [at, run] of row.runs.entries()) {
      for (const whole of [withFormBelow(run, rows[place + 1]), withFormBeside(run, row.runs[at + 1])])
        if (whole !== run) found.push({ value: whole.text, words: whole.words, run, place, box: run.box });
      for (const { words, named } of partsOf(
        run,
        labelled
          .onRow(row.index)
          .filter((label) => label.run === run)
          .map(({ to }) => to),
      )) {
        const value = (named ?? words.map(({ text }) => text).join(' ')).replace(/^[("“„]+|[,;:)"”–-]+$/g, '').trim();
        if (/\p{L}{2}/u.test(value) && !/@|www\.|https?:/.test(value)) found.push({ value, words, run, place, box: union(words) });
      }
    }
  });
  return found;
}

/** The run as one name; what stands between the marks that part it; what stands behind a label; and the words behind the first where they begin with it again. */
function partsOf(run: Run, behindLabels: readonly number[]): { words: readonly Word[]; named?: string }[] {
  const parts: Word[][] = [[]];
  for (const word of run.words) {
    if (PARTS.test(word.text)) parts.push([]);
    else {
      parts[parts.length - 1].push(word);
      if (/[,;|·]$/.test(word.text)) parts.push([]);
    }
  }
  const whole = run.words.filter(({ text }) => !/^[|·•]$/.test(text));
  // A legal form that a reader of a scan saw otherwise is in the name as it should read.
  const legal = legalNamesIn(run).map((name) => ({
    words: run.words.filter((word) => word.x >= name.box.x - 0.1 && word.x < name.box.x + name.box.width - 0.1),
    named: name.value,
  }));
  const plain = [
    [...whole],
    ...parts,
    ...behindLabels.map((at) => run.words.slice(at)),
    ...(wordsTwice(whole) > 0 && whole.length > 2 ? [whole.slice(wordsTwice(whole))] : []),
  ];
  const all: { words: readonly Word[]; named?: string }[] = [...legal, ...plain.map((words) => ({ words }))];
  const seen = new Set<string>();
  return all.filter(({ words }) => {
    const key = words.map(({ x }) => x).join();
    if (words.length === 0 || words.length > MOST_WORDS || seen.has(key)) return false;
    seen.add(key);
    return true;
  });
}

/** How many words a text begins with that it then begins with again, a signboard before the name: “Nordby Nordby S.r.l.”; 0 where it does not. */
function wordsTwice(words: readonly Word[]): number {
  const texts = words.map(({ text }) => fold(text));
  for (let count = Math.floor(texts.length / 2); count > 0; count--)
    if (texts.slice(0, count).every((text, i) => text === texts[count + i])) return count;
  return 0;
}

/** The names in the mail and web addresses on the pages, without what all have: “hollinsgarth-vane”. */
function domainsOf(rows: readonly Row[]): string[] {
  const texts = rows.flatMap((row) => row.runs.flatMap((run) => run.words.map(({ text }) => text.toLowerCase())));
  return [...new Set(texts.flatMap((text) => /(?:@|www\.|https?:\/\/)([\p{L}\d-]{4,})\./u.exec(text)?.[1] ?? []))];
}

/** Whether a name's words make up the better part of a domain. */
function isIn(name: string, domain: string): boolean {
  const letters = domain.replaceAll('-', '');
  const words = name.split(' ').filter((word) => word.length > 2 && letters.includes(word));
  return words.reduce((sum, word) => sum + word.length, 0) >= 0.6 * letters.length;
}
