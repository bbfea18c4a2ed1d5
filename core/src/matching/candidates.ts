import { Decimal, type DecimalString } from '../money/index.js';
import { foldText } from '../similarity/index.js';
import { sameUnit, unitFactor } from '../units/index.js';
import { conflicts, rememberedWords as itemWords, sharedTraits, wordLikeness, type ItemWords } from './item-words.js';
import type { InvoiceLine, OrderLine } from './lines.js';
import { effectivePrice } from './prices.js';
import { orderKey, theirKeys, type PairingContext, type PairSign } from './pair.js';

/** An order line that an invoice line may be for, with what speaks for it and against it. */
export interface Candidate {
  readonly order: OrderLine;
  /** Above zero where more speaks for it than against it. */
  readonly score: number;
  /** Units of the order in one of the invoice's. */
  readonly factor: Decimal;
  /** Whether the factor follows from the prices alone. */
  readonly guessedUnit: boolean;
  readonly signs: readonly PairSign[];
}

/** An order line's traits, worked out once. Prices and quantities are numbers here: only how near they are counts. */
interface Traits {
  readonly order: OrderLine;
  readonly item: ItemWords;
  /** The description, folded. */
  readonly words: string;
  readonly numbers: readonly string[];
  readonly key: string;
  readonly price: number;
  readonly open: number;
}

/** Candidates that are compared in full, the likest by what they have in common. */
const MOST_COMPARED = 16;
/** Candidates so far behind the best are left out. */
const FAR_BEHIND = 4.5;
const WORTHLESS = 0;
/** From this score on a line of a named order keeps those of other orders out. */
const GOOD = 4;
/** Packs that a price may be for, where the units do not say. */
const PACKS = [2, 3, 4, 5, 6, 8, 10, 12, 15, 16, 20, 24, 25, 30, 36, 40, 48, 50, 60, 72, 100, 120, 144, 200, 250, 500, 1000];

/** How much it is, for how near two are. */
const size = (value: DecimalString): number => Math.abs(Number(value));
const bare = (number: string): string => foldText(number).replaceAll(' ', '');

/** Finds, among many order lines, those that a line of an invoice may be for. */
export class Candidates {
  readonly #traits: readonly Traits[];
  readonly #context: PairingContext;
  readonly #at = new Map<string, number[]>();
  readonly #rarity = new Map<string, number>();
  readonly #likeness = new Map<string, number>();
  readonly #lines: readonly Looked[];

  /** `lines` are those that candidates are looked for: what none of them has in common with an order line is not noted. */
  constructor(order: readonly OrderLine[], context: PairingContext, lines: readonly InvoiceLine[]) {
    this.#context = context;
    this.#lines = lines.map((line) => looked(line, context));
    const wanted = new Set(this.#lines.flatMap(({ signs }) => [...signs]));
    const counts = new Map<string, number>();
    const hasLearned = context.learned.length > 0;
    this.#traits = order.map((one, i) => {
      const item = itemWords(one.description);
      const numbers = [one.itemNumber, one.ourItem].filter((number) => number !== null).map(bare);
      const traits = {
        order: one,
        item,
        words: foldText(one.description),
        numbers,
        key: hasLearned ? orderKey(one) : '',
        price: size(one.unitPrice),
        open: size(one.quantity) - Number(one.invoicedBefore),
      };
      for (const word of item.words) counts.set(word, (counts.get(word) ?? 0) + 1);
      const note = (sign: string) => {
        if (!wanted.has(sign)) return;
        const all = this.#at.get(sign);
        if (all === undefined) this.#at.set(sign, [i]);
        else if (all[all.length - 1] !== i) all.push(i);
      };
      eachSign(item, numbers, traits.price, note);
      if (hasLearned) note(`=${traits.key}`);
      return traits;
    });
    for (const [word, count] of counts) this.#rarity.set(word, Math.log(1 + order.length / count));
  }

  /** For each line its candidates, the best first. */
  all(): Candidate[][] {
    const shared = new Float64Array(this.#traits.length);
    return this.#lines.map(({ line, item, numbers, learned, price, signs }) => {
      const touched: number[] = [];
      for (const sign of signs) {
        const all = this.#at.get(sign);
        if (!all) continue;
        const weight =
          (sign.startsWith('#') || sign.startsWith('=') ? 4 : sign.startsWith('~') ? 0.5 : 1) *
          Math.log(1 + this.#traits.length / all.length);
        for (const i of all) {
          if (shared[i] === 0) touched.push(i);
          shared[i] += weight;
        }
      }
      const likest = mostOf(touched, shared, MOST_COMPARED);
      for (const i of touched) shared[i] = 0;
      const all = likest
        .map((i) => this.#weigh(line, item, numbers, learned, price, this.#traits[i]))
        .sort((a, b) => b.score - a.score || a.order.id - b.order.id);
      const top = all[0]?.score ?? 0;
      const likely = all.filter(({ score }) => score >= WORTHLESS && score >= top - FAR_BEHIND);
      // What stands on an order that the page names goes against no other, however much of that is left.
      const onNamed = likely.filter(({ order, score }) => this.#context.named.has(order.orderId) && score >= GOOD);
      return onNamed.length > 0 ? onNamed : likely;
    });
  }

  #weigh(
    line: InvoiceLine,
    item: ItemWords,
    numbers: readonly string[],
    learned: readonly string[],
    price: number,
    traits: Traits,
  ): Candidate {
    const { order } = traits;
    const signs: PairSign[] = [];
    let score = -2.2;
    const speaks = (weight: number, sign: PairSign | null) => {
      score += weight;
      if (sign) signs.push(sign);
    };
    if (learned.includes(traits.key)) speaks(6, 'learned');
    else if (learned.length > 0) speaks(-3, null);
    const known = numbers.some((number) => traits.numbers.includes(number));
    const { share: words, apart } = this.#words(item, traits.item);
    const against = conflicts(item, traits.item);
    if (known) speaks(against.length > 0 ? 3.5 : 5, 'item-number');
    else if (line.itemNumber !== null && order.itemNumber !== null && learned.length === 0) {
      // A number that is written alike may be misread; another one is another item.
      speaks(nearly(bare(line.itemNumber), bare(order.itemNumber)) ? -1 : -2.4, 'other-item-number');
    }
    speaks(6.2 * words, words >= 0.6 && !apart ? 'words' : (words < 0.25 || apart) && !known ? 'other-words' : null);
    const shared = sharedTraits(item, traits.item);
    if (against.length === 0 && shared > 0) speaks(Math.min(1.5, 0.6 * shared), 'traits');
    for (const conflict of against) speaks(-5.5, `other-${conflict}`);
    if (line.description !== null && traits.words === foldText(line.description)) speaks(2.5, 'same-words');
    const { factor, guessed, ratio } = this.#price(line, price, traits);
    if (ratio !== null) {
      if (ratio >= 0.995) speaks(guessed ? 1 : 2.4, 'price');
      else if (ratio >= 0.97) speaks(1.5, 'price');
      else if (ratio >= 0.9) speaks(0.4, null);
      else speaks(ratio >= 0.75 ? -0.8 : -2.2, 'other-price');
    }
    if (guessed) signs.push('other-unit');
    else if (line.unit !== null && order.unit !== null && unitFactor(line.unit, order.unit, order.conversions) !== null) speaks(0.2, null);
    const quantity = line.quantity === null ? 0 : size(line.quantity) * factor.toNumber();
    if (quantity > 0 && !order.byAmount) {
      if (Math.abs(quantity - traits.open) < 1e-6) speaks(1.4, 'quantity');
      else if (quantity > traits.open) speaks(-0.4, null);
      else speaks(0.2, null);
    }
    const amount = size(line.netAmount ?? '0');
    if (amount > 0 && Math.abs(amount - traits.open * traits.price) < 0.011) speaks(0.8, 'amount');
    const { named } = this.#context;
    if (named.size > 0) speaks(named.has(order.orderId) ? 1.2 : -1.2, named.has(order.orderId) ? 'named-order' : 'other-order');
    return { order, score, factor, guessedUnit: guessed, signs };
  }

  /** How near the prices are (0..1), and in which units that is. */
  #price(
    line: InvoiceLine,
    price: number,
    { order, price: ordered, open }: Traits,
  ): { factor: Decimal; guessed: boolean; ratio: number | null } {
    const agreed = unitFactor(line.unit, order.unit, order.conversions);
    const factor = agreed ?? new Decimal(1);
    if (price === 0 || ordered === 0 || order.byAmount) return { factor, guessed: false, ratio: null };
    const near = (of: number) => Math.min(price / of, ordered) / Math.max(price / of, ordered);
    const ratio = near(factor.toNumber());
    if (agreed !== null || ratio >= 0.9) return { factor, guessed: agreed === null && line.unit !== null && order.unit !== null, ratio };
    // One price is for a pack of the other's units.
    const quantity = size(line.quantity ?? '0');
    const isOtherUnit = line.unit !== null && order.unit !== null && !sameUnit(line.unit, order.unit);
    const pack = PACKS.flatMap((size) => [size, 1 / size]).find((size) => near(size) >= 0.995);
    if (pack === undefined || !(isOtherUnit || Math.abs(quantity * pack - open) < 1e-6)) return { factor, guessed: false, ratio };
    return {
      factor: pack >= 1 ? new Decimal(pack) : new Decimal(1).div(new Decimal(Math.round(1 / pack))),
      guessed: true,
      ratio: near(pack),
    };
  }

  /** The share of their words that both have, by how rare these are (0..1), and whether each has words that the other has not. */
  #words(a: ItemWords, b: ItemWords): { share: number; apart: boolean } {
    if (a.words.length === 0 || b.words.length === 0) return { share: 0, apart: true };
    const covered = (from: readonly string[], to: readonly string[]) => {
      let [all, shared, isWhole] = [0, 0, true];
      for (const word of from) {
        const weight = Math.min(this.#rarity.get(word) ?? 1.6, 4);
        const like = Math.max(0, ...to.map((other) => this.#like(word, other)));
        all += weight;
        shared += weight * like;
        if (like === 0) isWhole = false;
      }
      return { share: shared / all, isWhole };
    };
    const [mine, theirs] = [covered(a.words, b.words), covered(b.words, a.words)];
    return {
      share: 0.6 * Math.max(mine.share, theirs.share) + 0.4 * Math.min(mine.share, theirs.share),
      apart: !mine.isWhole && !theirs.isWhole,
    };
  }

  #like(a: string, b: string): number {
    if (a === b) return 1;
    const key = a < b ? `${a} ${b}` : `${b} ${a}`;
    let known = this.#likeness.get(key);
    if (known === undefined) this.#likeness.set(key, (known = wordLikeness(a, b)));
    return known;
  }
}

/** An invoice line with all that it is looked up by. */
interface Looked {
  readonly line: InvoiceLine;
  readonly item: ItemWords;
  readonly numbers: readonly string[];
  /** Keys of order items that people said this line's item is. */
  readonly learned: readonly string[];
  readonly price: number;
  readonly signs: ReadonlySet<string>;
}
function looked(line: InvoiceLine, context: PairingContext): Looked {
  const item = itemWords(line.description ?? '');
  const numbers = [...(line.itemNumber === null ? [] : [bare(line.itemNumber)]), ...item.codes];
  const theirs = context.learned.length === 0 ? [] : theirKeys(line);
  const learned = context.learned.filter((one) => theirs.includes(one.theirs)).map(({ ours }) => ours);
  const price = Math.abs(effectivePrice(line)?.toNumber() ?? 0);
  const signs = new Set(learned.map((key) => `=${key}`));
  eachSign(item, numbers, price, (sign) => signs.add(sign));
  return { line, item, numbers, learned, price, signs };
}

/** Names all that an item is looked up by: words, their beginnings, figures, numbers, its price. */
function eachSign({ words, measures, codes }: ItemWords, numbers: readonly string[], price: number, note: (sign: string) => void): void {
  for (const word of words) {
    if (word.length > 3) note(word);
    if (word.length <= 4) note(`~${word[0]}`);
    note(`~${word.slice(0, 3)}`);
  }
  for (const { raw } of measures) note(`|${raw}`);
  for (const number of numbers) note(`#${number}`);
  for (const code of codes) note(`#${code}`);
  if (price > 0) note(`$${price.toPrecision(4)}`);
}

/** Whether two numbers differ in one sign only. */
function nearly(a: string, b: string): boolean {
  if (a.length !== b.length || a.length < 5) return false;
  let off = 0;
  for (let i = 0; i < a.length; i++) if (a[i] !== b[i]) off++;
  return off === 1 && /[a-z]/.test(a);
}

/** The `count` of them that weigh most, the heaviest first. */
function mostOf(all: readonly number[], weights: Float64Array, count: number): number[] {
  const most: number[] = [];
  for (const i of all) {
    if (most.length === count && weights[i] <= weights[most[count - 1]]) continue;
    let at = most.length;
    while (at > 0 && weights[most[at - 1]] < weights[i]) at--;
    most.splice(at, 0, i);
    if (most.length > count) most.pop();
  }
  return most;
}
