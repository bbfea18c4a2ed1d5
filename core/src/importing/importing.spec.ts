import { importedRows, mapColumns } from './index.js';

describe('rows that are brought in', () => {
  it('know their columns by their heads, in any order and language', () => {
    const mapping = mapColumns('orders', [
      'Menge',
      'Bestellnummer',
      'Lieferant',
      'Bestelldatum',
      'Besteller',
      'Kostenstelle',
      'Währung',
      'Bezeichnung',
      'Preis',
      'Konto',
      'Colour',
    ]);
    expect(mapping).toMatchObject({
      quantity: 0,
      orderNumber: 1,
      supplier: 2,
      orderedOn: 3,
      orderedBy: 4,
      costCentre: 5,
      currency: 6,
      description: 7,
      price: 8,
      account: 9,
      unit: null,
    });
  });

  it('follow what was chosen before for a head, and give no column twice', () => {
    expect(mapColumns('receipts', ['Ref', 'Line', 'Qty', 'Date'], { ref: 'orderNumber' })).toMatchObject({
      orderNumber: 0,
      line: 1,
      quantity: 2,
      receivedOn: 3,
    });
    const twice = Object.values(mapColumns('suppliers', ['Account', 'Account'])).filter((at) => at === 0);
    expect(twice).toHaveLength(1);
  });

  it('are numbers and days as people write them, and say what is wrong', () => {
    const mapping = { orderNumber: 0, line: 1, quantity: 2, receivedOn: 3, deliveryNote: null };
    expect(
      importedRows(
        'receipts',
        [
          ['40601', '1', '1.234,50', '14.11.2026'],
          ['', '', '', ''],
          ['40602', 'x', '', '31.2.2026'],
        ],
        mapping,
      ),
    ).toEqual([
      { row: 1, values: { orderNumber: '40601', line: '1', quantity: '1234.5', receivedOn: '2026-11-14', deliveryNote: null }, faults: [] },
      {
        row: 3,
        values: { orderNumber: '40602', line: null, quantity: null, receivedOn: null, deliveryNote: null },
        faults: [
          { code: 'no-number', column: 'line' },
          { code: 'missing', column: 'quantity' },
          { code: 'no-date', column: 'receivedOn' },
        ],
      },
    ]);
  });
});
