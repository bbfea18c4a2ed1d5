import { compose } from '@umber/corpus/composer/compose';
import { composedFigures, figuresTable } from './composed.js';
import { composedChoices, fitted, rightShare, weightsSource } from './fit-head.js';

describe('composed documents', () => {
  it('are the same for the same seed, and carry their number and date', () => {
    for (let seed = 1; seed <= 40; seed++) {
      const one = compose(seed);
      expect(compose(seed)).toEqual(one);
      const words = one.pages.flatMap((page) => page.words.map(({ text }) => text)).join(' ');
      expect(words).toContain(one.truth.fields.invoiceNumber);
      for (const { x, y, width, height } of one.pages[0].words) expect([x, y, width, height].every(Number.isFinite)).toBe(true);
    }
  });

  it('are read well: few of those that pass untouched are wrong', () => {
    const [all] = composedFigures(5001, 60);
    expect(all.right / all.fields).toBeGreaterThan(0.95);
    expect(all.untouchedWrong).toBeLessThanOrEqual(0.15 * all.untouched);
    expect(figuresTable([all])[2]).toContain('| all | 60 |');
  });
});

describe('the fit', () => {
  it('finds weights under which the right candidates of other documents are likeliest', () => {
    const weights = fitted(composedChoices(40_000, 70));
    const others = composedChoices(50_000, 30);
    expect(rightShare(others.issueDate, weights.issueDate)).toBeGreaterThan(0.8);
    expect(rightShare(others.invoiceNumber, weights.invoiceNumber)).toBeGreaterThan(0.7);
    expect(rightShare(others.invoiceNumber, {})).toBeLessThan(0.6);
    expect(weightsSource(weights)).toContain('export const HEAD_WEIGHTS');
  });
});
