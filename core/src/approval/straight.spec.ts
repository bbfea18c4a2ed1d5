import { mayGoStraight, switchesOff, type StraightFacts } from './index.js';

const facts: StraightFacts = {
  limit: '500.00',
  amount: '500.00',
  isInvoice: true,
  fits: true,
  isUntouched: true,
  isDisputed: false,
  hasLateOrder: false,
  hasApprover: false,
};

describe('an invoice that nobody has to look at', () => {
  it('goes straight up to its supplier’s limit', () => {
    expect(mayGoStraight(facts)).toBe(true);
    expect(mayGoStraight({ ...facts, amount: '500.01' })).toBe(false);
  });

  it.each<[string, Partial<StraightFacts>]>([
    ['it is off', { limit: null }],
    ['it is a credit note', { isInvoice: false }],
    ['anything was asked or accepted', { fits: false }],
    ['somebody touched it', { isUntouched: false }],
    ['its page contradicts itself', { isDisputed: true }],
    ['its order came late', { hasLateOrder: true }],
    ['somebody approves every invoice of the supplier', { hasApprover: true }],
    ['nothing is owed', { amount: '0.00' }],
  ])('does not where %s', (_why, more) => {
    expect(mayGoStraight({ ...facts, ...more })).toBe(false);
  });

  it('is switched off by two wrong ones among the last twenty', () => {
    expect(switchesOff(['wrong'])).toBe(false);
    expect(switchesOff(['wrong', ...Array<'right'>(18).fill('right'), 'wrong'])).toBe(true);
    expect(switchesOff(['wrong', ...Array<'right'>(19).fill('right'), 'wrong'])).toBe(false);
  });
});
