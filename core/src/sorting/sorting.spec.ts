import fc from 'fast-check';
import { pageOf } from '../reading/fixtures/laid-out.js';
import { decides, learn, learnedKind, leftOutRight, sort, sortedAs, sortingFeatures, type Example } from './index.js';

const letter = (...texts: string[]) => sortingFeatures([pageOf(texts.map((text, i) => [40, 40 + 14 * i, text] as const))]);
const reminder = (supplier: string): Example => ({
  kind: 'reminder',
  titled: 'other',
  features: letter(supplier, 'Account overview', 'Please settle the sums below', 'Regards'),
});
const invoice = (supplier: string): Example => ({
  kind: 'invoice',
  titled: 'invoice',
  features: letter(supplier, 'Invoice', 'Oak wedge 12.50', 'Brass valve 30.00', 'Net 42.50', 'Total 51.00'),
});

describe('sorting that learns', () => {
  it('sees words once, whatever their case, and the look of the page', () => {
    expect(letter('Reminder', 'REMINDER no. 4')).toEqual(['reminder', '#no amounts', '#one page', '#few words']);
    expect(sortingFeatures([])).toEqual([]);
  });

  it('knows nothing at first, and one correction settles what looks the same', () => {
    expect(learnedKind(learn([]), letter('Account overview'), 'other')).toBeNull();
    const model = learn([reminder('Alder Fixings'), invoice('Alder Fixings'), invoice('Mill')]);
    expect(learnedKind(model, reminder('Alder Fixings').features, 'other')).toMatchObject({ kind: 'reminder', examples: 1 });
  });

  it('does not overrule the title of what it has never seen the like of', () => {
    const model = learn([reminder('Alder Fixings')]);
    expect(learnedKind(model, letter('Delivery note', 'Ten pallets of coal', 'Driver: Ash'), 'delivery-note')).toBeNull();
    expect(learnedKind(model, reminder('Alder Fixings').features, 'delivery-note')).toBeNull();
  });

  it('overrules a title where people said otherwise of more documents like it than not', () => {
    const overruled: Example = { ...invoice('Alder'), kind: 'statement' };
    const { features } = invoice('Alder');
    expect(learnedKind(learn([overruled]), features, 'invoice')).toMatchObject({ kind: 'statement', examples: 1, known: 1 });
    expect(sortedAs(learn([overruled]), features, 'invoice')).toBe('invoice');
    expect(sortedAs(learn([overruled, overruled, overruled]), features, 'invoice')).toBe('statement');
    expect(learnedKind(learn([overruled, invoice('Alder')]), features, 'invoice')).toBeNull();
    // Another supplier's invoice has other words.
    const other = letter('Invoice', 'Mill Lane Bakery', 'Rolls and buns', 'Monday to Friday', 'Sum', 'With our thanks', 'VAT', '88.20');
    expect(learnedKind(learn([overruled, overruled, overruled]), other, 'invoice')).toBeNull();
  });

  it('does not hold a rare kind for likely only because little is known of it', () => {
    const many = Array.from({ length: 30 }, (_, i) => ({ ...reminder(`Supplier ${i}`), features: [`word${i}`, 'regards', 'account'] }));
    const rare: Example = { kind: 'order-confirmation', titled: 'order-confirmation', features: ['order', 'confirmed'] };
    expect(sort(learn([...many, rare]), ['word3', 'word17', 'account'])?.kind).toBe('reminder');
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
    expect(leftOutRight([reminder('Alder'), invoice('Alder')])).toBe(1);
    expect(leftOutRight([{ ...invoice('Alder'), kind: 'statement' }, invoice('Birch')])).toBe(1);
  });

  it('gives probabilities, the same for examples in any order', () => {
    const example = fc.record({
      kind: fc.constantFrom('invoice', 'reminder', 'statement'),
      titled: fc.constant('other'),
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
