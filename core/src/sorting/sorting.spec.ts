import fc from 'fast-check';
import { pageOf } from '../reading/fixtures/laid-out.js';
import { decides, learnedKind, leftOutRight, sort, sortedAs, sortingFeatures, type Example } from './index.js';

const letter = (...texts: string[]) => sortingFeatures([pageOf(texts.map((text, i) => [40, 40 + 14 * i, text] as const))]);
const reminder = (seller: string): Example => ({
  kind: 'reminder',
  titled: 'other',
  seller,
  features: letter(seller, 'Account overview', 'Please settle the sums below', 'Regards'),
});
const invoice = (seller: string): Example => ({
  kind: 'invoice',
  titled: 'invoice',
  seller,
  features: letter(seller, 'Invoice', 'Oak wedge 12.50', 'Brass valve 30.00', 'Net 42.50', 'Total 51.00'),
});
const learn = (...examples: Example[]) => ({ examples });

describe('sorting that learns', () => {
  it('sees words once, whatever their case, and the look of the page', () => {
    expect(letter('Reminder', 'REMINDER no. 4')).toEqual(['reminder', '#no amounts', '#one page', '#few words']);
    expect(sortingFeatures([])).toEqual([]);
  });

  it('knows nothing at first, and one correction settles what looks the same and has no title', () => {
    const shown = { ...reminder('Alder Fixings'), kind: undefined };
    expect(learnedKind(learn(), shown)).toBeNull();
    const model = learn(reminder('Alder Fixings'), invoice('Alder Fixings'), invoice('Mill'));
    expect(learnedKind(model, shown)).toMatchObject({ kind: 'reminder', examples: 1 });
    expect(sortedAs(model, shown)).toBe('reminder');
  });

  it('never speaks for another supplier, nor for one whose name was not read', () => {
    const { features, titled } = reminder('Alder Fixings');
    for (const seller of ['Mill', null]) expect(learnedKind(learn(reminder('Alder Fixings')), { seller, titled, features })).toBeNull();
    const { features: titledFeatures } = invoice('Alder Fixings');
    const corrected: Example = { ...invoice('Alder Fixings'), kind: 'credit-note' };
    expect(learnedKind(learn(corrected, corrected, corrected), { seller: 'Mill', titled: 'invoice', features: titledFeatures })).toBeNull();
  });

  it('asks where people said otherwise of more documents with that title than not, and never overrules the title by itself', () => {
    const corrected: Example = { ...invoice('Alder'), kind: 'credit-note' };
    for (const times of [1, 3, 10]) {
      const model = learn(...Array.from({ length: times }, () => corrected));
      expect(learnedKind(model, invoice('Alder'))).toMatchObject({ kind: 'credit-note', examples: times, known: 1 });
      expect(sortedAs(model, invoice('Alder'))).toBe('invoice');
    }
    expect(learnedKind(learn(corrected, invoice('Alder')), invoice('Alder'))).toBeNull();
    expect(learnedKind(learn(reminder('Alder')), { ...reminder('Alder'), titled: 'delivery-note' })).toBeNull();
  });

  it('decides by itself only what no title names, and never into the books', () => {
    const learned = { kind: 'reminder', probability: 1, known: 1, examples: 5 } as const;
    expect(decides(learned, 'other')).toBe(true);
    expect(decides(learned, 'invoice')).toBe(false);
    expect(decides(learned, 'statement')).toBe(false);
    for (const kind of ['invoice', 'credit-note'] as const) expect(decides({ ...learned, kind }, 'other')).toBe(false);
  });

  it('does not hold a rare kind for likely only because little is known of it', () => {
    const many = Array.from({ length: 30 }, (_, i) => ({ ...reminder('Mill'), features: [`word${i}`, 'regards', 'account'] }));
    const rare: Example = { kind: 'order-confirmation', titled: 'order-confirmation', seller: 'Mill', features: ['order', 'confirmed'] };
    expect(sort([...many, rare], ['word3', 'word17', 'account'])?.kind).toBe('reminder');
  });

  it('says how often it would have been right', () => {
    const examples = ['Alder', 'Birch'].flatMap((name) => [reminder(name), reminder(name), invoice(name)]);
    expect(leftOutRight(examples)).toBe(6);
    expect(leftOutRight([reminder('Alder'), invoice('Alder')])).toBe(1);
    expect(leftOutRight([{ ...invoice('Alder'), kind: 'statement' }, invoice('Birch')])).toBe(1);
  });

  it('changes nothing of any other document unasked, whatever one correction says', () => {
    const kind = fc.constantFrom('invoice', 'credit-note', 'reminder', 'statement', 'other') as fc.Arbitrary<Example['kind']>;
    const shown = fc.record({
      seller: fc.constantFrom('Alder', 'Mill', null),
      titled: kind,
      features: fc.array(fc.constantFrom('a', 'b', 'c', 'd')),
    });
    fc.assert(
      fc.property(shown, kind, shown, (corrected, said, next) => {
        const sorted = sortedAs(learn({ ...corrected, kind: said }), next);
        if (next.titled !== 'other' || next.seller !== corrected.seller) expect(sorted).toBe(next.titled);
        else expect(['invoice', 'credit-note']).not.toContain(sorted);
      }),
    );
  });

  it('gives probabilities, the same for examples in any order', () => {
    const example = fc.record({
      kind: fc.constantFrom('invoice', 'reminder', 'statement'),
      titled: fc.constant('other'),
      seller: fc.constant('Mill'),
      features: fc.array(fc.constantFrom('a', 'b', 'c', 'd')),
    });
    fc.assert(
      fc.property(fc.array(example, { minLength: 1 }), fc.array(fc.constantFrom('a', 'b', 'x')), (examples, features) => {
        const sorted = sort(examples as Example[], features);
        expect(sorted?.probability).toBeGreaterThan(0);
        expect(sorted?.probability).toBeLessThanOrEqual(1);
        const again = sort([...(examples as Example[])].reverse(), features);
        expect(again?.probability).toBeCloseTo(sorted?.probability ?? NaN, 9);
      }),
    );
  });
});
