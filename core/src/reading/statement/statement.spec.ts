import { endingAt, pageOf } from '../fixtures/laid-out.js';
import { owedOf, statementOf } from './statement.js';

type Runs = [x: number, y: number, text: string, size?: number][];
const told = (runs: Runs) => {
  const { lines, ...sums } = statementOf([pageOf(runs)]);
  return { lines: lines.map(({ kind, date, number, amount }) => [kind, date, number, amount]), ...sums };
};

describe('a statement of account', () => {
  it('with debit, credit and running balance tells invoices, credit notes and payments apart', () => {
    const at = (y: number, date: string, what: string, debit: string, credit: string, balance: string): Runs => [
      [40, y, date],
      [110, y, what],
      ...(debit === '' ? [] : [[endingAt(360, debit), y, debit] as Runs[number]]),
      ...(credit === '' ? [] : [[endingAt(440, credit), y, credit] as Runs[number]]),
      [endingAt(540, balance), y, balance],
    ];
    expect(
      told([
        [40, 40, 'STATEMENT', 16],
        [40, 70, 'Account K-20418'],
        [40, 100, 'Date'],
        [110, 100, 'Details'],
        [endingAt(360, 'Debit'), 100, 'Debit'],
        [endingAt(440, 'Credit'), 100, 'Credit'],
        [endingAt(540, 'Balance'), 100, 'Balance'],
        [110, 116, 'Balance brought forward'],
        [endingAt(540, '100.00'), 116, '100.00'],
        ...at(130, '03/10/2026', 'Invoice INV-2041', '240.00', '', '340.00'),
        ...at(144, '09/10/2026', 'Credit note CN-77', '', '40.00', '300.00'),
        ...at(158, '20/10/2026', 'Payment received BACS', '', '100.00', '200.00'),
        ...at(172, '02/11/2026', 'Invoice INV-2077', '1,080.50', '', '1,280.50'),
        [360, 200, 'Balance due'],
        [endingAt(540, '1,280.50'), 200, '1,280.50'],
        [40, 230, 'Current 1,080.50 30 days 200.00 60 days 0.00'],
      ]),
    ).toEqual({
      lines: [
        ['invoice', '2026-10-03', 'INV-2041', '240.00'],
        ['credit', '2026-10-09', 'CN-77', '40.00'],
        ['payment', '2026-10-20', null, '100.00'],
        ['invoice', '2026-11-02', 'INV-2077', '1080.50'],
      ],
      opening: '100.00',
      closing: '1280.50',
    });
  });

  it('with one column of amounts takes what is below zero for given back', () => {
    const { lines, closing } = told([
      [40, 40, 'Kontoauszug', 16],
      [40, 100, 'Beleg'],
      [150, 100, 'Datum'],
      [endingAt(500, 'Betrag EUR'), 100, 'Betrag EUR'],
      [40, 116, 'RE-2026-00041'],
      [150, 116, '03.10.2026'],
      [endingAt(500, '1.240,00'), 116, '1.240,00'],
      [40, 130, 'GS-2026-00007'],
      [150, 130, '05.10.2026'],
      [endingAt(500, '-40,00'), 130, '-40,00'],
      [40, 144, 'Zahlung vom'],
      [150, 144, '12.10.2026'],
      [endingAt(500, '-600,00'), 144, '-600,00'],
      [40, 170, 'Offener Saldo'],
      [endingAt(500, '600,00'), 170, '600,00'],
    ]);
    expect(lines).toEqual([
      ['invoice', '2026-10-03', 'RE-2026-00041', '1240.00'],
      ['credit', '2026-10-05', 'GS-2026-00007', '40.00'],
      ['payment', '2026-10-12', null, '600.00'],
    ]);
    expect(closing).toBe('600.00');
  });

  it('names nothing where it names nothing, and sums what it names', () => {
    expect(told([[40, 40, 'Our new opening hours']])).toEqual({ lines: [], opening: null, closing: null });
    expect(
      owedOf([
        { kind: 'invoice', amount: '10.00' },
        { kind: 'credit', amount: '2.00' },
        { kind: 'payment', amount: '3.00' },
      ]).toFixed(2),
    ).toBe('5.00');
  });
});
