import { withCodesBelow } from './item-below.js';
import { pageOf } from '../fixtures/laid-out.js';
import { cellsOf, readLinesOf, right, type Runs } from '../fixtures/read-lines.js';
import { readDocument } from '../read-document.js';

const total = (y: number, amount: string): Runs => [[360, y, 'Total excl. VAT'], right(540, y, amount)];

describe('columns whose heads say nothing known', () => {
  const heads: Runs = [
    [40, 100, 'Description'],
    right(250, 100, 'Wished'),
    right(310, 100, 'Picked'),
    [320, 100, 'Bin'],
    right(430, 100, 'Price'),
    right(540, 100, 'Amount'),
  ];
  const line = (y: number, text: string, wished: string, picked: string, price: string, amount: string): Runs => [
    [40, y, text],
    right(250, y, wished),
    right(310, y, picked),
    [320, y, 'B-17'],
    right(430, y, price),
    right(540, y, amount),
  ];

  it('are in no other cell, and quantities are those that make the amounts', () => {
    const table = readLinesOf([
      pageOf([
        ...heads,
        ...line(118, 'Oak sleeper', '5', '3', '10.00', '30.00'),
        ...line(134, 'Key', '2', '2', '4.50', '9.00'),
        ...line(150, 'Wedge', '8', '6', '1.50', '9.00'),
        ...total(180, '48.00'),
      ]),
    ]);
    expect(cellsOf(table, 'description', 'quantity', 'unitPrice', 'netAmount')).toEqual([
      ['Oak sleeper', '3', '10.00', '30.00'],
      ['Key', '2', '4.50', '9.00'],
      ['Wedge', '6', '1.50', '9.00'],
    ]);
  });

  it('do not hide the rest of a description that wraps beside them', () => {
    const table = readLinesOf([
      pageOf([
        [40, 100, 'Picked on'],
        [120, 100, 'Description'],
        right(330, 100, 'Qty'),
        right(430, 100, 'Price'),
        right(540, 100, 'Amount'),
        ...[118, 150].flatMap((y): Runs => [
          [40, y, '3 March'],
          [120, y, 'Oak sleeper, new,'],
          right(330, y, '3'),
          right(430, y, '10.00'),
          right(540, y, '30.00'),
          [40, y + 11, '2026'],
          [120, y + 11, '2.6 m long'],
        ]),
        ...total(190, '60.00'),
      ]),
    ]);
    expect(cellsOf(table, 'description', 'quantity')).toEqual([
      ['Oak sleeper, new, 2.6 m long', '3'],
      ['Oak sleeper, new, 2.6 m long', '3'],
    ]);
  });
});

describe('item numbers that run into the descriptions', () => {
  const page = (heads: Runs) =>
    pageOf([
      [40, 40, 'Birkdale Timber Ltd'],
      [300, 40, 'Invoice no. 8841'],
      ...heads,
      ...['AB-8709 Red paint, 2.5 l', '898473 Gloves, size 9', 'M882.08 Ball bearing'].flatMap((text, i): Runs => [
        [40, 118 + 16 * i, text],
        right(330, 118 + 16 * i, '2'),
        right(430, 118 + 16 * i, '4.50'),
        right(540, 118 + 16 * i, '9.00'),
      ]),
      ...total(190, '27.00'),
    ]);
  const heads = (first: string): Runs => [[40, 100, first], right(330, 100, 'Qty'), right(430, 100, 'Price'), right(540, 100, 'Amount')];
  const read = (first: string) =>
    readDocument([page(heads(first))], { kind: 'invoice' }).lines.map((line) => [line.itemNumber?.value, line.description?.value]);

  it('are parted from them where a head names them', () => {
    expect(read('Item no. Description')).toEqual([
      ['AB-8709', 'Red paint, 2.5 l'],
      ['898473', 'Gloves, size 9'],
      ['M882.08', 'Ball bearing'],
    ]);
  });

  it('are the beginning of the descriptions where none does', () => {
    expect(read('Description').map(([, description]) => description)).toEqual([
      'AB-8709 Red paint, 2.5 l',
      '898473 Gloves, size 9',
      'M882.08 Ball bearing',
    ]);
  });
});

describe('lines in two rows', () => {
  const numbers = (y: number, item: string, quantity: string, price: string, amount: string): Runs => [
    [60, y, item],
    right(250, y, quantity),
    right(400, y, price),
    right(540, y, amount),
  ];

  it('have their text above their numbers, under heads in two rows as well', () => {
    const table = readLinesOf([
      pageOf([
        [60, 90, 'Description'],
        [40, 104, '#'],
        [60, 104, 'Item no.'],
        right(250, 104, 'Qty'),
        right(400, 104, 'Price'),
        right(540, 104, 'Amount'),
        [40, 124, '1'],
        [60, 124, 'Oak sleeper, new'],
        ...numbers(137, 'AB-1204', '3', '10.00', '30.00'),
        [40, 156, '2'],
        [60, 156, 'Hydraulic hose'],
        [60, 167, 'with swivel ends'],
        ...numbers(180, 'AB-1311', '2', '4.50', '9.00'),
        ...total(210, '39.00'),
      ]),
    ]);
    expect(cellsOf(table, 'position', 'itemNumber', 'description', 'quantity', 'netAmount')).toEqual([
      ['1', 'AB-1204', 'Oak sleeper, new', '3', '30.00'],
      ['2', 'AB-1311', 'Hydraulic hose with swivel ends', '2', '9.00'],
    ]);
  });

  it('as a till prints them, without heads', () => {
    const table = readLinesOf(
      [
        pageOf([
          [200, 60, 'Birkdale Timber Ltd'],
          [200, 100, 'Copier paper A4'],
          [206, 111, '22.5 x 8.00'],
          right(400, 111, '180.00'),
          [200, 124, 'Gasket set,'],
          [200, 135, 'complete with studs'],
          [206, 146, '10 x 46.29'],
          right(400, 146, '462.90'),
          [200, 170, 'Total excl. VAT'],
          right(400, 170, '642.90'),
        ]),
      ],
      'alignment',
    );
    expect(cellsOf(table, 'description', 'quantity', 'unitPrice', 'netAmount')).toEqual([
      ['Copier paper A4', '22.5', '8.00', '180.00'],
      ['Gasket set, complete with studs', '10', '46.29', '462.90'],
    ]);
  });
});

describe('what stands between the lines of a table', () => {
  const heads: Runs = [
    [40, 100, 'Item no.'],
    [110, 100, 'Description'],
    right(330, 100, 'Qty'),
    right(430, 100, 'Price'),
    right(540, 100, 'Amount'),
  ];
  const line = (y: number, item: string, text: string, quantity: string, price: string, amount: string): Runs => [
    [40, y, item],
    [110, y, text],
    right(330, y, quantity),
    right(430, y, price),
    right(540, y, amount),
  ];

  it('may be the sum of some of them: a subtotal ends no table that goes on', () => {
    const table = readLinesOf([
      pageOf([
        ...heads,
        ...line(118, 'A-101', 'Oak sleeper', '3', '10.00', '30.00'),
        ...line(134, 'A-102', 'Key', '2', '4.50', '9.00'),
        [360, 150, 'Sub-total 5833'],
        right(540, 150, '39.00'),
        ...line(170, 'A-103', 'Wedge', '6', '1.50', '9.00'),
        [360, 186, 'Sub-total 5834'],
        right(540, 186, '9.00'),
        ...total(210, '48.00'),
      ]),
    ]);
    expect(cellsOf(table, 'description', 'netAmount')).toEqual([
      ['Oak sleeper', '30.00'],
      ['Key', '9.00'],
      ['Wedge', '9.00'],
    ]);
  });

  it('may be what a line was supplied for, from when to when, and not the note of the next ones', () => {
    const table = readLinesOf([
      pageOf([
        ...heads,
        ...line(118, 'A-101', 'Hire of a platform', '3', '10.00', '30.00'),
        [110, 129, 'Period 01/02/2026 – 28/02/2026'],
        ...line(146, 'A-102', 'Key', '2', '4.50', '9.00'),
        [110, 157, 'Delivery note 48821'],
        ...line(174, 'A-103', 'Wedge', '6', '1.50', '9.00'),
        ...total(204, '48.00'),
      ]),
    ]);
    expect(cellsOf(table, 'description')).toEqual([['Hire of a platform Period 01/02/2026 – 28/02/2026'], ['Key'], ['Wedge']]);
  });

  it('may be the item’s number without a label, where every line has one', () => {
    const rows = (second: string) => {
      const table = readLinesOf([
        pageOf([
          [110, 100, 'Description'],
          right(330, 100, 'Qty'),
          right(430, 100, 'Price'),
          right(540, 100, 'Amount'),
          [110, 118, 'Gate valve'],
          right(330, 118, '3'),
          right(430, 118, '10.00'),
          right(540, 118, '30.00'),
          [110, 129, 'M332.43'],
          [110, 146, 'Key'],
          right(330, 146, '2'),
          right(430, 146, '4.50'),
          right(540, 146, '9.00'),
          [110, 157, second],
          ...total(190, '39.00'),
        ]),
      ]);
      return table && withCodesBelow(table);
    };
    expect(cellsOf(rows('051137'), 'itemNumber', 'description')).toEqual([
      ['M332.43', 'Gate valve'],
      ['051137', 'Key'],
    ]);
    expect(cellsOf(rows('galvanised'), 'itemNumber', 'description')).toEqual([
      [null, 'Gate valve M332.43'],
      [null, 'Key galvanised'],
    ]);
  });

  it('may be the end of an item number that its column breaks', () => {
    const table = readLinesOf([
      pageOf([
        ...heads,
        ...line(118, 'HW-', 'Gate valve', '3', '10.00', '30.00'),
        [40, 129, '2550'],
        ...line(146, 'A-102', 'Key', '2', '4.50', '9.00'),
        ...total(180, '39.00'),
      ]),
    ]);
    expect(cellsOf(table, 'itemNumber', 'description')).toEqual([
      ['HW-2550', 'Gate valve'],
      ['A-102', 'Key'],
    ]);
  });
});
