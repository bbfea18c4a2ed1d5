import type { Entry } from '@umber/corpus/make';
import { compose } from '@umber/corpus/composer/compose';
import { supplierSeries } from '@umber/corpus/series';
import { drawnInvoice } from '@umber/corpus/model';
import { seriesFigures, seriesTable } from './taught.js';

describe('series of documents after one was taught', () => {
  it('are counted before and after: the same page is read as it was taught', () => {
    const { pages, truth } = compose(11);
    const entry = (file: string): Entry => ({ file, family: 'one', country: 'GB', damage: 'none', truth });
    const { figures } = seriesFigures([entry('first'), entry('second')], { first: [...pages], second: [...pages] }, '2026-11-23');
    expect([...figures.keys()]).toEqual(['text before', 'text after']);
    const [before, after] = [figures.get('text before'), figures.get('text after')];
    expect(after?.documents).toBe(1);
    expect(after?.fieldsRight).toBeGreaterThanOrEqual(before?.fieldsRight ?? Infinity);
    expect(after?.fieldsRight).toBe(after?.fields);
    expect(after?.spoilt).toBe(0);
    expect(seriesTable(figures)).toHaveLength(4);
  });

  it('keep to one supplier, one layout and one set of words, with other figures each', () => {
    const series = supplierSeries(507);
    const [one, two] = [1, 2].map((seed) => series.draw(drawnInvoice(seed, series.wish)));
    expect(one.invoice?.legalName).toBe(two.invoice?.legalName);
    expect(one.invoice?.phrases).toBe(two.invoice?.phrases);
    expect(one.invoice?.number).not.toBe(two.invoice?.number);
    expect(one.shows.taxId).toBe(two.shows.taxId);
  });
});
