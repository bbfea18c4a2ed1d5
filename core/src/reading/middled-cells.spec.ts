import fc from 'fast-check';
import { endingAt, pageOf } from './fixtures/laid-out.js';
import { joinMiddledCells } from './middled-cells.js';
import { readDocument } from './read-document.js';
import { rowsOf } from './words.js';

type Runs = [x: number, y: number, text: string, size?: number][];
const texts = (runs: Runs) => joinMiddledCells(rowsOf(pageOf(runs)), '.').map((row) => row.runs.map(({ text }) => text).join(' | '));
const amount = (y: number, text: string): Runs[number] => [endingAt(540, text), y, text];

/** A line of a table whose description, of one or two lines, stands in the middle. */
const line = (y: number, item: string, description: string[], price: string): Runs => [
  [40, y, item],
  ...description.map((text, i): Runs[number] => [100, y + (i - (description.length - 1) / 2) * 10, text]),
  [330, y, '2'],
  [400, y, price],
  amount(y, (2 * Number(price)).toFixed(2)),
];

describe('cells that stand in the middle of their line', () => {
  it('are one cell where half is above and half below the amounts', () => {
    expect(texts(line(300, 'A-1', ['Hydraulic hose with', 'swivel ends'], '35.00'))).toEqual([
      'A-1 | Hydraulic hose with | 2 | 35.00 | 70.00',
      'swivel ends',
    ]);
  });

  it('of three lines are one cell where the lines of the table stand apart', () => {
    const runs = [
      ...line(300, 'A-1', ['Oak wedge'], '3.00'),
      ...line(340, 'A-2', ['Hydraulic hose', 'with swivel ends', 'and gaskets'], '35.00'),
      ...line(380, 'A-3', ['Brass valve'], '9.00'),
    ];
    expect(texts(runs)[1]).toBe('A-2 | Hydraulic hose with swivel ends | 2 | 35.00 | 70.00');
  });

  it('read as whole descriptions, on the next page too, without heads there', () => {
    const heads: Runs = [[40, 280, 'Item'], [100, 280, 'Description'], [330, 280, 'Qty'], [400, 280, 'Price'], amount(280, 'Amount')];
    const first = pageOf([
      [40, 40, 'Invoice', 16],
      ...heads,
      ...line(310, 'A-1', ['Oak wedge'], '3.00'),
      ...line(340, 'A-2', ['Hydraulic hose with', 'swivel ends'], '35.00'),
    ]);
    const second = pageOf([...line(60, 'A-3', ['Brass gate', 'valve'], '9.00'), [400, 100, 'Net total'], amount(100, '94.00')], 2);
    expect(readDocument([first, second]).lines.map(({ description, netAmount }) => [description?.value, netAmount?.value])).toEqual([
      ['Oak wedge', '6.00'],
      ['Hydraulic hose with swivel ends', '70.00'],
      ['Brass gate valve', '18.00'],
    ]);
  });

  it('may be heads of two lines, and a label of two lines beside its value', () => {
    expect(
      texts([
        [40, 300, 'Item'],
        [100, 300, 'Description'],
        [400, 295, 'Price per'],
        [410, 305, 'piece'],
        [480, 300, 'Net amount'],
      ]),
    ).toEqual(['Item | Description | Price per piece | Net amount']);
    expect(
      texts([
        [40, 300, 'Item'],
        [100, 300, 'Description'],
        [300, 295, 'Discount'],
        [310, 305, '%'],
        [480, 300, 'Net amount'],
      ]),
    ).toEqual(['Item | Description | Discount % | Net amount']);
    expect(
      texts([
        [40, 295, 'Fecha de'],
        [40, 305, 'vencimiento:'],
        [160, 300, '11/09/2026'],
      ]),
    ).toEqual(['Fecha de vencimiento: | 11/09/2026']);
  });

  it('are not the columns of an address and of numbers whose lines stand half a line apart', () => {
    const runs: Runs = [
      [40, 100, 'Kestrel Fell Railway'],
      [300, 105, '12 May 2026'],
      [40, 110, 'Engine Yard'],
      [300, 115, 'AF-20411'],
      [40, 120, 'Fellgarth'],
    ];
    expect(texts(runs)).toHaveLength(5);
  });

  it('may be labels of two lines beside labels of one', () => {
    expect(
      texts([
        [103, 193, 'Data'],
        [195, 193, 'Numer'],
        [271, 193, 'Zamówienie'],
        [44, 198, 'Faktura nr'],
        [350, 198, 'WZ nr'],
        [103, 203, 'wystawienia'],
        [195, 203, 'klienta'],
        [271, 203, 'nr'],
      ]),
    ).toEqual(['Faktura nr | Data wystawienia | Numer klienta | Zamówienie nr | WZ nr']);
  });

  it('may be a quantity over its unit', () => {
    expect(
      texts([
        [100, 295, 'Hexagon bolt M12,'],
        [330, 295, '7.125'],
        [40, 300, 'R265.63'],
        [400, 300, '63.47'],
        amount(300, '452.22'),
        [100, 305, 'zinc plated'],
        [330, 305, 'sets'],
      ]),
    ).toEqual(['R265.63 | Hexagon bolt M12, zinc plated | 7.125 sets | 63.47 | 452.22']);
  });

  it('may be a rate whose percent sign wrapped', () => {
    expect(
      texts([
        [44, 146, 'Cuota IVA 21'],
        [137, 151, '39.115,81 €'],
        [44, 157, '%:'],
      ]),
    ).toEqual(['Cuota IVA 21 %: | 39.115,81 €']);
  });

  it('may be a label that a narrow column broke within a word', () => {
    const label: Runs = [
      [44, 134, 'Rechnungsbetra'],
      [160, 140, '49.638,18 €'],
      [44, 146, 'g'],
    ];
    expect(texts(label)).toEqual(['Rechnungsbetrag | 49.638,18 €']);
    // In a line of the table a short word below is a word.
    expect(texts(line(300, 'A-1', ['Dichtungssatz', 'mit'], '35.00'))[0]).toContain('Dichtungssatz');
    expect(texts(line(300, 'A-1', ['Dichtungssatz', 'mit'], '35.00')).join(' ')).not.toContain('Dichtungssatzmit');
  });

  it('are not the words of a side bar', () => {
    const bar: Runs = ['Debtor no.', 'C-11091', 'Your order', 'PO-1234'].map((text, i) => [30, 294 + 11 * i, text]);
    const runs = [...bar, ...line(300, 'A-1', ['Oak wedge'], '3.00'), ...line(322, 'A-2', ['Brass valve'], '9.00')].map(
      ([x, y, text]): Runs[number] => [x < 35 ? x : x + 60, y, text],
    );
    expect(texts(runs).filter((text) => /Debtor|Your/.test(text))).toEqual(['Debtor no.', 'Your order']);
  });

  it('lose no word of the page', () => {
    const place = fc.tuple(
      fc.constantFrom(40, 100, 330, 500),
      fc.integer({ min: 0, max: 30 }),
      fc.constantFrom('Oak', 'wedge 2', '12.50', 'A-1'),
    );
    fc.assert(
      fc.property(fc.array(place, { maxLength: 25 }), (runs) => {
        const rows = rowsOf(pageOf(runs.map(([x, row, text]) => [x, 5 * row, text] as const)));
        const words = (of: typeof rows) => of.flatMap((row) => row.runs.flatMap((run) => run.words.map((word) => word.text))).sort();
        expect(words(joinMiddledCells(rows, '.'))).toEqual(words(rows));
      }),
    );
  });
});
