import { pageOf } from '../fixtures/laid-out.js';
import type { Runs } from '../fixtures/read-lines.js';
import { rowsOf } from '../print/words.js';
import { decimal } from '../../money/index.js';
import { closingSums, looseAmounts, rateGroups, taxTableRows } from './closing-sums.js';

const rows = (...texts: readonly (readonly string[])[]) =>
  rowsOf(pageOf(texts.flatMap((row, y) => row.map((text, x) => [40 + 130 * x, 100 + 16 * y, text] as Runs[number]))));

describe('sums that close', () => {
  it('are found without a label, by a rate, all rates or the lines', () => {
    const page = rows(['1 623,39', '324,68', '1 948,07'], ['12,00', '99,10']);
    const amounts = looseAmounts(page, ',');
    const said = (rates: readonly string[], lines: string | null) =>
      closingSums(
        amounts,
        rates.map((rate) => decimal(rate)),
        [],
        lines === null ? null : decimal(lines),
      ).map(({ net, tax, gross }) => [net, tax, gross].map(({ value }) => value.toFixed(2)));
    expect(said(['20'], null)).toEqual([['1623.39', '324.68', '1948.07']]);
    expect(said([], '1623.39')).toEqual([['1623.39', '324.68', '1948.07']]);
    expect(said(['7'], null)).toEqual([]);
  });

  it('take each rate once, whatever stands over its column', () => {
    const page = rows(
      ['Stufe', 'a', 'b', 'c'],
      ['22%', '177,80', '39,12', '216,92'],
      ['10%', '1.098,90', '109,89', '1.208,79'],
      ['22%', '177,80', '39,12'],
    );
    expect(rateGroups(page, ',').map(({ rate, base, tax }) => [rate, base.value.toFixed(2), tax.value.toFixed(2)])).toEqual([
      ['22', '177.80', '39.12'],
      ['10', '1098.90', '109.89'],
    ]);
  });
});

describe('a table of taxes by rate', () => {
  it('is no part of the lines: its heads, its rows, its sums and a rate of nothing', () => {
    const page = rows(
      ['Oak wedge', '4', '10.00', '40.00'],
      ['Rate', 'Net', 'Tax'],
      ['20%', '40.00', '8.00'],
      ['0%', '12.00', '0.00'],
      ['52.00', '8.00', '60.00'],
    );
    expect([...taxTableRows(page, '.')].sort()).toEqual([1, 2, 3]);
  });

  it('is not a line of goods that shows its tax', () => {
    expect([...taxTableRows(rows(['Filter cartridge', '128.70', '23', '29.60', '158.30']), '.')]).toEqual([]);
  });
});
