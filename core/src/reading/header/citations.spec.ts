import { citationsOf } from './citations.js';
import { endingAt, pageOf } from '../fixtures/laid-out.js';

type Runs = [x: number, y: number, text: string, size?: number][];
const amount = (y: number, text: string): Runs[number] => [endingAt(500, text), y, text];

describe('invoices that a letter names', () => {
  it('in a column with their amounts, as on a statement', () => {
    const runs: Runs = [
      [40, 40, 'Statement of account', 16],
      [40, 120, 'Date'],
      [120, 120, 'Invoice no.'],
      amount(120, 'Amount'),
      [40, 136, '01.04.2026'],
      [120, 136, 'AF-20411'],
      amount(136, '£120.00'),
      [40, 150, '15.04.2026'],
      [120, 150, 'AF-20455'],
      amount(150, '£1,080.50'),
      [400, 180, 'Total'],
      amount(180, '£1,200.50'),
    ];
    expect(citationsOf([pageOf(runs)])).toEqual([
      { number: 'AF-20411', amount: '120.00' },
      { number: 'AF-20455', amount: '1080.50' },
    ]);
  });

  it('beside its label, as on a reminder, and each once', () => {
    const runs: Runs = [
      [40, 40, 'Payment reminder', 16],
      [40, 120, 'Invoice no. AF-20411'],
      [40, 160, 'Our invoice number AF-20411 is still open.'],
    ];
    expect(citationsOf([pageOf(runs)])).toEqual([{ number: 'AF-20411', amount: null }]);
  });

  it('are none where none is named', () => {
    expect(citationsOf([pageOf([[40, 40, 'Our new opening hours']])])).toEqual([]);
  });
});
