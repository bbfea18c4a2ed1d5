import type { ExceptionView } from '@umber/contract/documents';
import { needsChoice, needsTwo, saysTooMuch, wantsReceipt } from '@umber/core/matching';

/** Ways out of an exception that are more than a choice among proposals. */
export type Way =
  'credits' | 'replaces' | 'confirm' | 'pair' | 'ask' | 'wait' | 'accept' | 'pay-short' | 'correct-order' | 'back' | 'turn-away';

/** What each way is called, and what comes of it. */
export const WAY_NAMES: Readonly<Record<Way, string>> = {
  credits: 'Choose what it credits',
  replaces: 'It comes in its place',
  confirm: 'Confirm the account',
  pair: 'Choose the order line',
  ask: 'Ask who knows',
  wait: 'Wait for the goods',
  accept: 'Accept with a reason',
  'pay-short': 'Pay short',
  'correct-order': 'Correct the order',
  back: 'Back to Check',
  'turn-away': 'Turn away',
};

const PAIRED: ReadonlySet<string> = new Set([
  'pair-doubtful',
  'not-on-order',
  'unit',
  'order-not-named',
  'price',
  'not-received',
  'more-than-ordered',
]);
const OF_ORDER: ReadonlySet<string> = new Set([
  'price',
  'not-received',
  'more-than-ordered',
  'amount-beyond',
  'order-closed',
  'beyond-order',
  'carriage',
  'charge',
  'discount',
  'currency',
]);

/** The ways out of an exception, the likeliest first. */
export function waysOf({ facts, line }: ExceptionView, hasOrders: boolean, isCreditNote: boolean): Way[] {
  if (needsTwo(facts)) return ['confirm', 'ask', 'turn-away'];
  if (needsChoice(facts)) return facts.code === 'supplier-unknown' ? ['ask', 'back', 'turn-away'] : ['back', 'turn-away'];
  const ways: Way[] = [];
  const waits = wantsReceipt(facts);
  if (waits) ways.push('ask', 'wait');
  if (facts.code === 'duplicate') return ['turn-away', ...(isCreditNote ? [] : ['replaces' as const]), 'accept', 'ask', 'back'];
  if (facts.code === 'credit-likely') return ['accept', 'credits', 'ask', 'back', 'turn-away'];
  if (facts.code === 'credits-nothing-known' || facts.code === 'credit-beyond') return ['credits', 'ask', 'accept', 'back', 'turn-away'];
  if (facts.code === 'replaces-booked') return ['ask', 'replaces', 'accept', 'back', 'turn-away'];
  ways.push('accept');
  if (line !== null && hasOrders && PAIRED.has(facts.code)) ways.push('pair');
  if (saysTooMuch(facts) && !isCreditNote) ways.push('pay-short');
  if (!waits) ways.push('ask');
  if (hasOrders && OF_ORDER.has(facts.code)) ways.push('correct-order');
  return [...ways, 'back', 'turn-away'];
}
