import fc from 'fast-check';
import { pageOf } from '../reading/fixtures/laid-out.js';
import { decides, learn, learnedKind, leftOutRight, sort, sortingFeatures, type Example } from './index.js';

const letter = (...texts: string[]) => sortingFeatures([pageOf(texts.map((text, i) => [40, 40 + 14 * i, text] as const))]);
const reminder = (supplier: string): Example => ({
  kind: 'reminder',
  features: letter(supplier, 'Account overview', 'Please settle the sums below', 'Regards'),
});
const invoice = (supplier: string): Example => ({
  kind: 'invoice',
  features: letter(supplier, 'Invoice', 'Oak wedge 12.50', 'Brass valve 30.00', 'Net 42.50', 'Total 51.00'),
});

describe('sorting that learns', () => {
  it('sees words once, whatever their case, and the look of the page', () => {
    expect(letter('Reminder', 'REMINDER no. 4')).toEqual(['reminder', '#no amounts', '#one page', '#few words']);
    expect(sortingFeatures([])).toEqual([]);
  });

  it('knows nothing at first, and one correction settles what looks the same', () => {
    expect(learnedKind(learn([]), letter('Account overview'))).toBeNull();
    const model = learn([reminder('Alder Fixings'), invoice('Alder Fixings'), invoice('Mill')]);
    expect(learnedKind(model, reminder('Alder Fixings').features)).toMatchObject({ kind: 'reminder', examples: 1 });
  });

  it('does not overrule the title of what it has never seen the like of', () => {
    const model = learn([reminder('Alder Fixings')]);
    expect(learnedKind(model, letter('Delivery note', 'Ten pallets of coal', 'Driver: Ash'))).toBeNull();
  });

  it('asks before it files away what says that it is an invoice, until it was said often enough', () => {
    const learned = { kind: 'reminder', probability: 1, known: 1, examples: 2 } as const;
    expect(decides(learned, 'other')).toBe(true);
    expect(decides(learned, 'invoice')).toBe(false);
    expect(decides({ ...learned, examples: 3 }, 'credit-note')).toBe(true);
    expect(decides({ ...learned, kind: 'credit-note' }, 'invoice')).toBe(true);
  });

  it('says how often it would have been right', () => {
    const examples = ['Alder', 'Birch', 'Cedar', 'Dogwood'].flatMap((name) => [reminder(name), invoice(name)]);
    expect(leftOutRight(examples)).toBe(8);
    expect(leftOutRight([reminder('Alder'), invoice('Alder')])).toBe(0);
  });

  it('gives probabilities, the same for examples in any order', () => {
    const example = fc.record({
      kind: fc.constantFrom('invoice', 'reminder', 'statement'),
      features: fc.array(fc.constantFrom('a', 'b', 'c', 'd')),
    });
    fc.assert(
      fc.property(fc.array(example, { minLength: 1 }), fc.array(fc.constantFrom('a', 'b', 'x')), (examples, features) => {
        const sorted = sort(learn(examples as Example[]), features);
        expect(sorted?.probability).toBeGreaterThan(0);
        expect(sorted?.probability).toBeLessThanOrEqual(1);
        const again = sort(learn([...(examples as Example[])].reverse()), features);
        expect(again?.probability).toBeCloseTo(sorted?.probability ?? NaN, 9);
      }),
    );
  });
});
