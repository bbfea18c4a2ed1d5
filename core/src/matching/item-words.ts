import { COLOURS, SIDES } from './item-lexicon.js';

/** A number of a description with what it counts: millimetres, kilograms; letters before it ("M20"); `` where nothing says so. */
interface Measure {
  readonly value: number;
  readonly raw: string;
  readonly kind: string;
}

/** What a description says of an item, taken apart so that two can be compared. */
export interface ItemWords {
  /** Words without figures, folded, each once. */
  readonly words: readonly string[];
  readonly measures: readonly Measure[];
  /** Letters and figures together, as long as item numbers are. */
  readonly codes: readonly string[];
  /** Sides and states ("left", "used") by what they are the opposites in; colours. */
  readonly sides: ReadonlyMap<string, string>;
  readonly colours: readonly string[];
}

/** Units that sizes are said in, as factors of one of their kind. */
const SIZE_UNITS: Readonly<Record<string, readonly [kind: string, factor: number]>> = {
  mm: ['mm', 1],
  cm: ['mm', 10],
  dm: ['mm', 100],
  m: ['mm', 1000],
  kg: ['g', 1000],
  g: ['g', 1],
  l: ['ml', 1000],
  ltr: ['ml', 1000],
  litre: ['ml', 1000],
  liter: ['ml', 1000],
  cl: ['ml', 10],
  ml: ['ml', 1],
  kw: ['w', 1000],
  w: ['w', 1],
  v: ['v', 1],
  bar: ['bar', 1],
  in: ['in', 1],
  inch: ['in', 1],
  zoll: ['in', 1],
};
const SMALL_WORDS = new Set(
  'the of for and with per in on to a an der die das des von fur und mit je pro le la les de des du pour et avec par een het van voor en met el los las para con y il lo gli di per e med och for av i na do z of ref art item no nr type typ model'.split(
    ' ',
  ),
);
const SHORTEST_CODE = 4;

/** Takes a description apart. */
export function itemWords(text: string): ItemWords {
  const folded = text
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/ß/g, 'ss')
    .replace(/[×*]/g, 'x')
    .replace(/(\d),(\d)/g, '$1.$2')
    .replace(/["″]/g, ' in ');
  const words = new Set<string>();
  const measures: Measure[] = [];
  const codes: string[] = [];
  // A row of sizes ("20x200") is its numbers.
  const apart = folded.replace(/(\d)\s*x\s*(?=[a-z]?\d)/g, '$1 x ').replace(/[^a-z0-9.\-/&%\s]/g, ' ');
  const printed = apart.split(/[\s/&]+/);
  const tokens = printed.map((token) => token.replace(/^[.\-]+|[.\-]+$/g, ''));
  const perhaps: string[] = [];
  for (const [i, token] of tokens.entries()) {
    const cut = printed[i].endsWith('.');
    if (token === '' || token === 'x') continue;
    const measure = /^([a-z]{0,3}?)(\d+(?:\.\d+)?)(%|[a-z]{0,5})$/.exec(token);
    if (measure) {
      const [, before, raw, after] = measure;
      const next = after === '' ? (tokens[i + 1] ?? '') : after;
      const unit = SIZE_UNITS[next];
      if (before !== '' || after === '' || unit !== undefined || after.length <= 2 || after === '%') {
        const value = Number(raw) * (before === '' && unit ? unit[1] : 1);
        measures.push({ value, raw: String(Number(raw)), kind: before !== '' ? before : (unit?.[0] ?? (after === '' ? '' : after)) });
        continue;
      }
    }
    if (SIZE_UNITS[token] && measures.length > 0 && /\d$/.test(tokens[i - 1] ?? '')) continue;
    if (/\d/.test(token)) {
      const code = token.replace(/[^a-z0-9]/g, '');
      if (code.length >= SHORTEST_CODE) codes.push(code);
      else measures.push({ value: NaN, raw: code, kind: 'code' });
      continue;
    }
    for (const word of token.split(/[.\-]/)) if (word.length >= 2 && !SMALL_WORDS.has(word)) words.add(word);
    // A word cut short may be any that begins so.
    if (cut) for (const [word, meant] of COLOURS) if (token.length >= 2 && word.startsWith(token)) perhaps.push(...meant);
  }
  const all = [...words];
  return {
    words: all.filter((word) => !SIDES.has(word) && !COLOURS.has(word)),
    measures,
    codes,
    sides: new Map(all.flatMap((word) => SIDES.get(word) ?? []).map(([group, side]) => [group, side] as const)),
    colours: [...new Set([...perhaps, ...all.flatMap((word) => COLOURS.get(word) ?? [])])],
  };
}

/** Descriptions that were taken apart lately: a supplier's open lines are met by each of his invoices. */
const remembered = new Map<string, ItemWords>();
const MOST_REMEMBERED = 20_000;

/** `itemWords`, remembered. */
export function rememberedWords(text: string): ItemWords {
  let known = remembered.get(text);
  if (known === undefined) {
    if (remembered.size >= MOST_REMEMBERED) remembered.clear();
    remembered.set(text, (known = itemWords(text)));
  }
  return known;
}

/** What two descriptions say otherwise. */
export type ItemConflict = 'size' | 'side' | 'colour' | 'model';

const isSame = (a: Measure, b: Measure): boolean =>
  (a.raw === b.raw && (a.kind === b.kind || a.kind === '' || b.kind === '' || SIZES.has(a.kind) !== SIZES.has(b.kind))) ||
  (a.kind === b.kind && a.value === b.value) ||
  ((a.kind === '' || b.kind === '') && a.value === b.value);
const SIZES: ReadonlySet<string> = new Set(Object.values(SIZE_UNITS).map(([kind]) => kind));

/** Sizes, sides, colours and models that both name and that differ; what only one names contradicts nothing. */
export function conflicts(a: ItemWords, b: ItemWords): ItemConflict[] {
  const found: ItemConflict[] = [];
  const [left, right] = [unmatched(a, b), unmatched(b, a)];
  if (left.some((one) => right.some((other) => mayContradict(one, other)))) found.push('size');
  if ([...a.sides].some(([group, side]) => b.sides.has(group) && b.sides.get(group) !== side)) found.push('side');
  if (a.colours.length > 0 && b.colours.length > 0 && !a.colours.some((colour) => b.colours.includes(colour))) found.push('colour');
  if (a.codes.length > 0 && b.codes.length > 0 && !a.codes.some((code) => b.codes.includes(code))) found.push('model');
  return found;
}
const unmatched = (a: ItemWords, b: ItemWords): Measure[] => a.measures.filter((one) => !b.measures.some((other) => isSame(one, other)));
/** Numbers of two known kinds say nothing against one another: a weight and a length. */
const mayContradict = (a: Measure, b: Measure): boolean =>
  a.kind === b.kind || a.kind === '' || b.kind === '' || !SIZES.has(a.kind) || !SIZES.has(b.kind);

/** How many of what tells items of one name apart both name: sizes, models, sides and colours. */
export const sharedTraits = (a: ItemWords, b: ItemWords): number =>
  a.measures.filter((one) => b.measures.some((other) => isSame(one, other))).length +
  a.codes.filter((code) => b.codes.includes(code)).length +
  [...a.sides].filter(([group, side]) => b.sides.get(group) === side).length +
  a.colours.filter((colour) => b.colours.includes(colour)).length;

/** How well one word may be the other (0..1): the same, shortened, mistyped, or a part of a longer one. */
export function wordLikeness(a: string, b: string): number {
  if (a === b) return 1;
  const [short, long] = a.length <= b.length ? [a, b] : [b, a];
  if (short.length >= 3 && long.startsWith(short)) return 0.9;
  if (short.length >= 2 && short[0] === long[0] && long.length >= 5 && isWithin(short, long) && !/[aeiou]/.test(short.slice(1)))
    return 0.75;
  if (short.length >= 4 && long.includes(short)) return 0.8;
  if (short.length >= 5 && long.length - short.length <= 2) {
    const off = distance(short, long, 2);
    if (off <= 1) return 0.85;
    if (off === 2 && short.length >= 8) return 0.75;
  }
  return stem(short) === stem(long) && short.length >= 4 ? 0.85 : 0;
}
const stem = (word: string): string => word.replace(/(ies|es|s|en|er|e|n)$/, '');

/** Whether the letters of one stand in the other in this order ("slpr" in "sleeper"). */
function isWithin(short: string, long: string): boolean {
  let at = 0;
  for (const letter of long) if (letter === short[at]) at++;
  return at === short.length;
}

/** Letters to change, add or leave out to make one of the other; more than `most` is `most + 1`. */
function distance(a: string, b: string, most: number): number {
  let before = Array.from({ length: b.length + 1 }, (_, j) => j);
  for (let i = 1; i <= a.length; i++) {
    const row = [i];
    for (let j = 1; j <= b.length; j++) row.push(Math.min(before[j] + 1, row[j - 1] + 1, before[j - 1] + (a[i - 1] === b[j - 1] ? 0 : 1)));
    if (Math.min(...row) > most) return most + 1;
    before = row;
  }
  return Math.min(before[b.length], most + 1);
}
