import fc from 'fast-check';
import { checkTaxId, isIban } from '@umber/core/identifiers';
import { readDocument, type DocumentReading } from '@umber/core/reading';
import { crossValidated, diagram, tableSource } from './calibrate.js';
import { spoilt } from '@umber/demo/scanning';
import { drawnInvoice } from '@umber/corpus/model';
import { readersTable } from './readers.js';
import { editSimilarity, same, scored } from './score.js';
import { FAMILIES } from '@umber/corpus/sheets';
import { truthOf } from '@umber/corpus/truth';
import { blank } from '@umber/core/pictures';
import { fitCalibration } from '@umber/core/reading';

const seed = fc.integer({ min: 0, max: 100_000 });
const family = fc.constantFrom(...FAMILIES);

describe('drawn documents', () => {
  it('add up, are the same for the same seed, and carry ids with right check digits', () => {
    fc.assert(
      fc.property(seed, family, (number, { wish }) => {
        const invoice = drawnInvoice(number, wish);
        expect(invoice.net.plus(invoice.tax).eq(invoice.gross)).toBe(true);
        const lines = invoice.lines.reduce((sum, line) => sum.plus(line.net), invoice.net.minus(invoice.net));
        expect(
          lines
            .minus(invoice.discount ?? 0)
            .plus(invoice.carriage ?? 0)
            .eq(invoice.net),
        ).toBe(true);
        if (invoice.iban) expect(isIban(invoice.iban)).toBe(true);
        if (invoice.phrases.country !== 'US') expect(checkTaxId(invoice.taxId)).toBe('right');
        expect(drawnInvoice(number, wish).number).toBe(invoice.number);
      }),
      { numRuns: 60 },
    );
  });

  it('show on their page what their answers say', () => {
    fc.assert(
      fc.property(seed, family, (number, { wish, draw }) => {
        const invoice = drawnInvoice(number, wish);
        const { html, shows } = draw(invoice);
        const { fields } = truthOf(invoice, shows);
        for (const value of [fields.invoiceNumber, fields.orderReference, fields.sellerTaxId]) if (value) expect(html).toContain(value);
      }),
      { numRuns: 60 },
    );
  });

  it('are spoilt the same way each time', () => {
    const page = blank(120, 160);
    for (const damage of ['easy', 'hard', 'fax', 'photo'] as const)
      expect(spoilt(page, damage, 3).data).toEqual(spoilt(page, damage, 3).data);
  });
});

describe('scoring', () => {
  const empty: DocumentReading = readDocument([]);
  const truth = {
    kind: 'invoice',
    fields: { invoiceNumber: 'A-1', grossTotal: '12.00' },
    lines: [{ description: 'Oak', quantity: '1', unitPrice: '2', netAmount: '2' }],
  };

  it('compares values as a person would', () => {
    expect(same('grossTotal', '12.00', '12')).toBe(true);
    expect(same('invoiceNumber', 'A-100/2', 'A 100.2')).toBe(true);
    expect(same('invoiceNumber', '010', '10')).toBe(false);
    expect(same('description', 'LED floodlight 50 W', 'LED floodlight 50W')).toBe(true);
    expect(same('dueDate', null, '2026-01-01')).toBe(false);
    expect(editSimilarity('abcd', 'abxd')).toBe(0.75);
  });

  it('counts what no doubt covers as silent', () => {
    const score = scored(empty, truth);
    expect(score).toMatchObject({ linesWanted: 1, linesRead: 0, linesRight: 0, untouched: false });
    expect(scored({ ...empty, doubts: [] }, truth).silent).toBeGreaterThan(score.silent);
  });
});

it('draws a reliability diagram and writes the table', () => {
  const values = Array.from({ length: 200 }, (_, i) => ({
    group: 'scan head' as const,
    said: 0.9,
    right: i % 10 > 0,
    family: `f${i % 3}`,
  }));
  const steps = crossValidated(values);
  expect(steps.reduce((sum, step) => sum + step.right * step.count, 0) / 200).toBeCloseTo(0.9, 9);
  expect(diagram(steps)).toContain('<circle');
  expect(tableSource(fitCalibration(values))).toContain("'scan head'");
});

it('prints what each reader read, by damage and in all', () => {
  const scans = [
    { damage: 'easy', wanted: 4, right: [2, 3, 4, 4] },
    { damage: 'fax', wanted: 4, right: [0, 1, 2, 3] },
  ];
  expect(readersTable(scans).slice(2)).toEqual([
    '| first, page as it came | 50.0 % | 0.0 % | 25.0 % |',
    '| first, straightened | 75.0 % | 25.0 % | 50.0 % |',
    '| second, boxes of the first | 100.0 % | 50.0 % | 75.0 % |',
    '| both, as the product reads | 100.0 % | 75.0 % | 87.5 % |',
    '| words | 4 | 4 | 8 |',
  ]);
});
