import {
  afterIssue,
  FITTED_FIELDS,
  gather,
  orderCandidates,
  utility,
  type FittedField,
  type HeadCandidates,
  type HeadWeights,
  type Traits,
} from '@umber/core/reading';
import type { IsoDate } from '@umber/core/dates';
import { compose } from '@umber/corpus/composer/compose';
import type { Truth } from '@umber/corpus/truth';
import { Random } from '@umber/demo/random';
import { same } from './score.js';

/** One document for the fit of one field: what may be chosen, and which of it is right; the last choice is none. */
export interface Choice {
  readonly traits: readonly Traits[];
  readonly right: readonly boolean[];
}

const RATE = 0.05;
const ROUNDS = 40;
/** How much large weights cost. */
const RIDGE = 2e-4;

/** The choices that composed documents give, seeds `first` to `first + count - 1`. A true value that is no candidate teaches nothing. */
export function composedChoices(first: number, count: number): Record<FittedField, Choice[]> {
  const random = new Random(first);
  const choices: Record<FittedField, Choice[]> = { invoiceNumber: [], orderReference: [], issueDate: [], dueDate: [], sellerName: [] };
  for (let seed = first; seed < first + count; seed++) {
    const { pages, truth, buyerName } = compose(seed);
    const { head } = gather(pages, { buyerNames: seed % 2 ? [buyerName] : [] }, 'best');
    for (const field of FITTED_FIELDS) {
      const wanted = truth.fields[field] ?? null;
      const candidates = candidatesOf(head, field, truth);
      const right = candidates.map((candidate) =>
        'value' in candidate
          ? same(field, wanted, candidate.value)
          : isDated(candidate.span)
            ? wanted !== null && (candidate.span.date.value === wanted || candidate.span.date.swapped === wanted)
            : same(field, wanted, candidate.span.text),
      );
      // A due date that terms give is on no page: none of the dates is it.
      const none = !right.includes(true) && (wanted === null || field === 'dueDate');
      if (!none && !right.includes(true)) continue;
      const traits = candidates.map((candidate) => lessSome(random, candidate.traits));
      choices[field].push({ traits: [...traits, head.none[field]], right: [...right, none] });
    }
  }
  return choices;
}

function candidatesOf(
  head: HeadCandidates,
  field: FittedField,
  truth: Truth,
): HeadCandidates['names'] | HeadCandidates['dates'] | HeadCandidates['identifiers'] {
  if (field === 'sellerName') return head.names;
  if (field === 'dueDate') return afterIssue(head, truth.fields.issueDate as IsoDate);
  if (field === 'orderReference') return orderCandidates(head.identifiers);
  return field === 'issueDate' ? head.dates : head.identifiers;
}

/** Share of traits that are left out at random: what the rest of the reading finds is not always found. */
const UNSEEN = 0.05;

const lessSome = (random: Random, traits: Traits): Traits =>
  Object.fromEntries(Object.entries(traits).filter(() => !random.chance(UNSEEN)));

const isDated = (span: object): span is { date: { value: string; swapped: string | null } } => 'date' in span;

/** The weights under which the right ones are likeliest: a conditional logit, by Adam, over every choice a round. */
export function fitted(choices: Readonly<Record<FittedField, readonly Choice[]>>): HeadWeights {
  return Object.fromEntries(FITTED_FIELDS.map((field) => [field, fittedOne(choices[field])])) as unknown as HeadWeights;
}

function fittedOne(choices: readonly Choice[]): Record<string, number> {
  const names = [
    ...new Set(choices.flatMap(({ traits }) => traits.flatMap((one) => Object.keys(one).filter((name) => one[name] !== 0)))),
  ].sort();
  const weights: Record<string, number> = Object.fromEntries(names.map((name) => [name, 0]));
  const [mean, spread]: Record<string, number>[] = [{ ...weights }, { ...weights }];
  let step = 0;
  const batch = 64;
  for (let round = 0; round < ROUNDS; round++)
    for (let from = 0; from < choices.length; from += batch) {
      const slope: Record<string, number> = {};
      const part = choices.slice(from, from + batch);
      for (const choice of part) addSlope(slope, choice, weights);
      step++;
      const rate = RATE * (1 - round / ROUNDS);
      for (const name of names) {
        const g = (slope[name] ?? 0) / part.length - RIDGE * weights[name];
        mean[name] = 0.9 * mean[name] + 0.1 * g;
        spread[name] = 0.999 * spread[name] + 0.001 * g * g;
        weights[name] += (rate * (mean[name] / (1 - 0.9 ** step))) / (Math.sqrt(spread[name] / (1 - 0.999 ** step)) + 1e-8);
      }
    }
  return Object.fromEntries(names.map((name) => [name, Math.round(weights[name] * 1000) / 1000]).filter(([, weight]) => weight !== 0));
}

/** The slope of the log of the right ones' chance: their traits less those of all, each by its chance. */
function addSlope(slope: Record<string, number>, { traits, right }: Choice, weights: Readonly<Record<string, number>>): void {
  const said = traits.map((one) => utility(weights, one));
  const most = Math.max(...said);
  const chances = said.map((one) => Math.exp(one - most));
  const all = chances.reduce((sum, one) => sum + one, 0);
  const good = chances.reduce((sum, one, i) => sum + (right[i] ? one : 0), 0);
  traits.forEach((one, i) => {
    const pull = (right[i] ? chances[i] / good : 0) - chances[i] / all;
    if (Math.abs(pull) > 1e-6) for (const name in one) if (one[name] !== 0) slope[name] = (slope[name] ?? 0) + pull * one[name];
  });
}

/** The share of choices whose likeliest one is right. */
export function rightShare(choices: readonly Choice[], weights: Readonly<Record<string, number>>): number {
  const right = choices.filter((choice) => {
    const said = choice.traits.map((one) => utility(weights, one));
    return choice.right[said.indexOf(Math.max(...said))];
  });
  return right.length / Math.max(1, choices.length);
}

/** The source of the table of weights. */
export function weightsSource(weights: HeadWeights): string {
  const field = (name: FittedField) =>
    `  ${name}: {\n${Object.entries(weights[name])
      .map(([trait, weight]) => `    '${trait}': ${weight},\n`)
      .join('')}  },\n`;
  return `import type { HeadWeights } from './choose.js';\n\n/** Made by \`node evaluation/dist/main.js fit\`: what each trait says for a value being the field, on composed documents. */\nexport const HEAD_WEIGHTS: HeadWeights = {\n${FITTED_FIELDS.map(field).join('')}};\n`;
}
