import { pageOf } from './fixtures/laid-out.js';
import { right, type Runs } from './fixtures/read-lines.js';
import { readDocument } from './read-document.js';

/** A page with these runs between a plain head and nothing else. */
const read = (...runs: Runs) => readDocument([pageOf(runs)]);
const head: Runs = [
  [40, 40, 'Ashgrove Tiles Ltd', 14],
  [40, 60, '4 Kiln Row, Ashgrove'],
  [380, 40, 'INVOICE', 16],
  [380, 70, 'Invoice no: AT-1188'],
  [380, 84, 'Date: 12/03/2026'],
];
const line = (y: number, text: string, amount: string): Runs => [[40, y, text], right(555, y, amount)];

describe('papers as others make them', () => {
  it('a currency that ends a total’s label also begins its amount', () => {
    const { fields } = read(
      ...head,
      ...line(200, 'Roof vent motor', '2,480.00'),
      ...line(216, 'Rack and pinion', '684.00'),
      ...line(250, 'Subtotal', '3,164.00'),
      ...line(266, 'VAT 0%', '0.00'),
      [400, 282, 'Total EUR 3,164.00'],
    );
    expect([fields.netTotal?.value, fields.taxTotal?.value, fields.grossTotal?.value]).toEqual(['3164.00', '0.00', '3164.00']);
  });

  it('carriage among the totals is no tax, and the net total has it in it', () => {
    const { fields } = read(
      ...head,
      ...line(200, 'Copper cable, drum', '412.00'),
      ...line(216, 'Junction boxes', '254.80'),
      ...line(250, 'Subtotal', '666.80'),
      ...line(266, 'Freight', '22.00'),
      ...line(282, 'VAT 20%', '137.76'),
      ...line(298, 'Total', '£826.56'),
    );
    expect([fields.netTotal?.value, fields.taxTotal?.value, fields.grossTotal?.value]).toEqual(['688.80', '137.76', '826.56']);
  });

  it('what was handed over and the change make no total', () => {
    const { fields } = read(
      ...head,
      ...line(200, '2 Hinges 80 mm', '3.70'),
      ...line(216, '1 Mortice lock', '38.55'),
      ...line(250, 'TOTAL GBP', '42.25'),
      ...line(266, 'Cash', '50.00'),
      ...line(282, 'Change', '7.75'),
    );
    expect(fields.grossTotal?.value).toBe('42.25');
  });

  it('a confirmation of an order that adds up is no invoice, the less where it says so', () => {
    const { kind, fields } = readDocument([
      pageOf([
        [40, 40, 'Fensterbau Röhrig GmbH', 12],
        [40, 90, 'Auftragsbestätigung AB-26-1180', 14],
        [40, 110, 'Datum: 09.02.2026'],
        ...line(200, 'Kunststofffenster', '1.734,00'),
        ...line(240, 'Netto', '1.734,00'),
        ...line(256, 'MwSt 19 %', '329,46'),
        ...line(272, 'Gesamt EUR', '2.063,46'),
        [40, 320, 'Dies ist keine Rechnung.'],
      ]),
    ]);
    expect([kind, fields.invoiceNumber?.value, fields.grossTotal]).toEqual(['order-confirmation', 'AB-26-1180', null]);
  });

  it('whose name goes on behind a word that ends others', () => {
    const { fields } = read(
      [40, 40, 'Tax invoice', 14],
      [40, 60, 'Invoice no: W-77'],
      [40, 74, 'Date: 11 Nov 2026'],
      ...line(200, 'Lunch platters', '264.00'),
      ...line(240, 'Total', '$264.00'),
      [40, 780, 'Wattle & Co Catering Pty Ltd, ABN 51 824 753 556'],
    );
    expect([fields.sellerName?.value, fields.currency?.value]).toEqual(['Wattle & Co Catering Pty Ltd', 'AUD']);
  });

  it('a sum of some of the rows does not pass for that of all', () => {
    const { doubts } = read(
      ...head,
      ...line(200, 'Glazed tiles, blue', '100.00'),
      ...line(216, 'Glazed tiles, green', '50.00'),
      ...line(232, 'Grout, grey', '25.00'),
      ...line(260, 'Net', '150.00'),
      ...line(276, 'VAT 20%', '30.00'),
      ...line(292, 'Total', '£180.00'),
    );
    expect(doubts.map(({ field }) => field)).toContain('lines');
  });

  it('a round price of francs is a number', () => {
    const { lines } = read(
      ...head,
      ...line(200, 'Typesetting, 34 hrs at 120.–', '4,080.00'),
      ...line(216, 'Concept', '400.00'),
      ...line(250, 'Total', '£4,480.00'),
    );
    expect(lines.map(({ quantity, unitPrice }) => [quantity?.value ?? null, unitPrice?.value ?? null])).toEqual([
      ['34', '120'],
      [null, null],
    ]);
  });
});
