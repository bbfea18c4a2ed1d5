import fc from 'fast-check';
import { pageOf, endingAt } from '../fixtures/laid-out.js';
import type { Runs } from '../fixtures/read-lines.js';
import { readDocument } from '../read-document.js';
import { likeliest } from './choose.js';

/** A plain invoice around the entries of its head. */
const around = (entries: Runs): Runs => [
  [40, 30, 'Thistlebrook Timber Ltd', 16],
  [40, 60, '4 Sawpit Lane, Elmstead'],
  [40, 74, 'VAT no. GB992693559'],
  [40, 120, 'Bill to'],
  [40, 134, 'Larch & Loam'],
  [40, 148, '2 Chisel Court'],
  [330, 100, 'INVOICE', 16],
  ...entries,
  [40, 300, 'Description'],
  [300, 300, 'Qty'],
  [380, 300, 'Price'],
  [480, 300, 'Amount'],
  [40, 320, 'Oak wedge'],
  [300, 320, '4'],
  [endingAt(410, '10.00'), 320, '10.00'],
  [endingAt(520, '40.00'), 320, '40.00'],
  [380, 360, 'Net total'],
  [endingAt(520, '40.00'), 360, '40.00'],
  [380, 376, 'VAT 20 %'],
  [endingAt(520, '8.00'), 376, '8.00'],
  [380, 392, 'Total GBP'],
  [endingAt(520, '48.00'), 392, '48.00'],
];
const read = (entries: Runs) => readDocument([pageOf(around(entries))]);
const beside = (...entries: readonly (readonly [string, string])[]): Runs =>
  entries.flatMap(([caption, value], i) => [
    [330, 134 + 15 * i, caption],
    [440, 134 + 15 * i, value],
  ]) as Runs;

describe('the head', () => {
  it('keeps the letters before a number', () => {
    const { fields } = read(beside(['Invoice no.', 'KB 1207'], ['Date', '3 May 2026'], ['Your order', 'VB 5149']));
    expect([fields.invoiceNumber?.value, fields.orderReference?.value]).toEqual(['KB 1207', 'VB 5149']);
  });

  it('finds a number under words that no list has, or asks about it', () => {
    const { fields, doubts } = read(beside(['Our bundle', '2026-0417'], ['Made on', '3 May 2026'], ['Due date', '2 June 2026']));
    const number = fields.invoiceNumber?.value ?? null;
    expect(number === '2026-0417' || doubts.some(({ field }) => field === 'invoiceNumber')).toBe(true);
    expect(fields.issueDate?.value).toBe('2026-05-03');
  });

  it('reads labels that stand under their values', () => {
    const { fields } = read([
      [40, 200, '4417-26'],
      [40, 216, 'Invoice no.'],
      [160, 200, '3 May 2026'],
      [160, 216, 'Invoice date'],
      [280, 200, '17 May 2026'],
      [280, 216, 'Due date'],
      [400, 200, 'PO-7802'],
      [400, 216, 'Your order'],
    ]);
    expect([fields.invoiceNumber, fields.issueDate, fields.dueDate, fields.orderReference].map((field) => field?.value)).toEqual([
      '4417-26',
      '2026-05-03',
      '2026-05-17',
      'PO-7802',
    ]);
  });

  it('never gives one identifier to the number and the order', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('Invoice no.', 'Your order', 'Sheet', 'Docket', 'Ref.', 'PO'),
        fc.constantFrom('Invoice no.', 'Your order', 'Slip', 'Account', 'Ref.', 'PO'),
        fc.stringMatching(/^[A-Z]{0,3}[1-9]\d{3,6}$/),
        fc.stringMatching(/^[A-Z]{0,3}[1-9]\d{3,6}$/),
        (one, other, a, b) => {
          const { fields } = read(beside([one, a], [other, b], ['Date', '3 May 2026']));
          const [number, order] = [fields.invoiceNumber?.value, fields.orderReference?.value];
          if (number !== undefined) expect(order).not.toBe(number);
        },
      ),
      { numRuns: 40 },
    );
  });

  it('asks about an order number that stands under no known label, and about a due date', () => {
    const entries = beside(
      ['Invoice no.', 'A-2210'],
      ['Invoice date', '3 May 2026'],
      ['Your slip', 'CR39830'],
      ['Money by', '2 June 2026'],
    );
    const { fields, doubts } = read(entries);
    for (const [field, value] of [
      ['orderReference', 'CR39830'],
      ['dueDate', '2026-06-02'],
    ] as const)
      expect(fields[field]?.value === value || doubts.some((doubt) => doubt.field === field)).toBe(true);
  });
});

describe('a due date', () => {
  it('may stand in a sentence; the last day for a discount is none', () => {
    const head = beside(['Invoice no.', 'A-2210'], ['Invoice date', '3 March 2026']);
    const german = read([...head, [40, 500, 'Bitte überweisen Sie den Betrag bis zum 28. März 2026 auf unser Konto.']]);
    expect(german.fields.dueDate?.value).toBe('2026-03-28');
    const discount = read([...head, [40, 500, 'Bei Zahlung bis 30.03.2026 2 % Skonto, danach ohne Abzug.']]);
    expect(discount.fields.dueDate?.value ?? null).toBeNull();
  });
});

describe('the choice among candidates', () => {
  it('shares one chance among all of them and none', () => {
    fc.assert(
      fc.property(
        fc.array(fc.record({ a: fc.double({ min: 0, max: 1, noNaN: true }) }), { maxLength: 8 }),
        fc.double({ min: -5, max: 5, noNaN: true }),
        (traits, weight) => {
          const { ranked, none } = likeliest(
            traits.map((one) => ({ traits: one })),
            { none: 1 },
            { a: weight, none: 0.5 },
          );
          const all = ranked.reduce((sum, { chance }) => sum + chance, none);
          expect(all).toBeCloseTo(1, 9);
          for (let i = 1; i < ranked.length; i++) expect(ranked[i].chance).toBeLessThanOrEqual(ranked[i - 1].chance);
        },
      ),
    );
  });
});
