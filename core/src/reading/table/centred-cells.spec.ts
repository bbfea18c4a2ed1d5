import fc from 'fast-check';
import { endingAt, pageOf } from '../fixtures/laid-out.js';
import { joinCentredCells } from './centred-cells.js';
import { readDocument } from '../read-document.js';
import { rowsOf } from '../print/words.js';

type Runs = [x: number, y: number, text: string, size?: number][];
const texts = (runs: Runs) => joinCentredCells(rowsOf(pageOf(runs)), '.').map((row) => row.runs.map(({ text }) => text).join(' | '));
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
    ).toEqual(['R265.63 | Hexagon bolt M12, | 7.125 sets | 63.47 | 452.22', 'zinc plated']);
  });

  it('may be a quantity over its unit, with nothing else in two lines', () => {
    expect(
      texts([
        [422, 474, '738,125'],
        [44, 479, 'Kugellager 6204-2RS'],
        [474, 479, '0,95'],
        [517, 479, '701.22'],
        [440, 485, 'Pack'],
      ]),
    ).toEqual(['Kugellager 6204-2RS | 738,125 Pack | 0,95 | 701.22']);
  });

  it.each([
    ['the thousands of an amount', '53', '724.48', '53 724.48'],
    ['the decimals of a number', '1,416.12', '5', '1,416.125'],
    ['the last sign of an identifier', '73566/202', '6', '73566/2026'],
  ])('may be broken between %s', (_what, above, below, whole) => {
    expect(
      texts([
        [endingAt(552, above), 323, above],
        [44, 328, '3'],
        [108, 328, 'Oak wedge'],
        [460, 328, '12.5'],
        [endingAt(552, below), 333, below],
      ]),
    ).toEqual([`3 | Oak wedge | 12.5 | ${whole}`]);
  });

  it('may be a tax whose rate wrapped under its label, and a description and a quantity of two lines each', () => {
    expect(
      texts([
        [44, 690, 'Value added tax'],
        [181, 696, '0.00'],
        [44, 702, '0%:'],
      ]),
    ).toEqual(['Value added tax 0%: | 0.00']);
    expect(
      texts([
        [44, 247, 'Description'],
        [280, 247, 'Quantity'],
        [332, 247, 'Price'],
        [390, 247, 'Amount'],
        [44, 276, 'Graphite gasket for ejectors,'],
        [277, 276, '27.125'],
        [332, 281, '62.83'],
        [373, 281, '1,704.26'],
        [44, 287, 'complete'],
        [277, 287, 'boxes'],
      ]).slice(1),
    ).toEqual(['Graphite gasket for ejectors, | 27.125 boxes | 62.83 | 1,704.26', 'complete']);
  });

  it('leave an item number under its description in a row of its own, also beside a broken amount', () => {
    expect(
      texts([
        [44, 537, 'Hexagon bolt M12'],
        [endingAt(552, '14'), 537, '14'],
        [402, 543, '33 m'],
        [463, 543, '445.81'],
        [44, 549, 'Item: R176.65'],
        [endingAt(552, '711.73'), 549, '711.73'],
      ]),
    ).toEqual(['Hexagon bolt M12 | 33 m | 445.81 | 14 711.73', 'Item: R176.65']);
  });

  it('of three lines may have digits in the middle one, and price and amount may be one run', () => {
    const hose = (y: number, item: string): Runs => [
      [117, y - 11, 'Hydraulic hose 3/8 in,'],
      [71, y, item],
      [117, y, '1200 mm, with swivel'],
      [330, y, '32 box'],
      [400, y, '36.14'],
      amount(y, '1,156.48'),
      [117, y + 11, 'ends'],
    ];
    const [, , above] = texts([...hose(357, '493465'), ...line(396, 'A-1', ['Oak wedge'], '3.00'), ...hose(435, '110470')]);
    expect(above).toBe('A-1 | Oak wedge | 2 | 3.00 | 6.00');
    expect(texts([...hose(357, '493465'), ...line(396, 'A-1', ['Oak wedge'], '3.00'), ...hose(435, '110470')])[0]).toContain(
      'Hydraulic hose 3/8 in, 1200 mm, with swivel',
    );
    expect(
      texts([
        [44, 335, 'Hydraulic hose, 1200 mm with'],
        [258, 335, '1 416.125'],
        [319, 341, '7.77 11 003.29'],
        [44, 347, 'swivel'],
        [285, 347, 'pcs'],
      ]),
    ).toEqual(['Hydraulic hose, 1200 mm with | 1 416.125 pcs | 7.77 11 003.29', 'swivel']);
  });

  it('may be words over a number that goes on with them', () => {
    const sized = (x: number): Runs => [
      [112, 370, 'Nitrile gloves size'],
      [44, 375, '1'],
      [200, 375, '20.125 u'],
      [260, 375, '22.70'],
      [377, 375, '456.84'],
      [x, 380, '9'],
    ];
    expect(texts(sized(112))).toEqual(['1 | Nitrile gloves size | 20.125 u | 22.70 | 456.84', '9']);
    expect(texts(sized(170))).toHaveLength(3);
  });

  it('are two numbers where they do not end flush, or are whole by themselves', () => {
    const pair = (above: string, below: string, edge: number): Runs => [
      [endingAt(552, above), 323, above],
      [44, 328, '3'],
      [108, 328, 'Oak wedge'],
      [460, 328, '12.5'],
      [endingAt(edge, below), 333, below],
    ];
    expect(texts(pair('1,416.12', '5', 540))).toHaveLength(3);
    expect(texts(pair('16.50', '724.48', 552))).toHaveLength(3);
  });

  it('may be a value under a label that another value’s date is beside', () => {
    expect(
      texts([
        [44, 221, '73566/202'],
        [217, 227, '168310'],
        [271, 227, '76628'],
        [44, 233, '6'],
      ]),
    ).toEqual(['73566/2026 | 168310 | 76628']);
  });

  it('may be labels that break within a word that labels have', () => {
    expect(
      texts([
        [166, 188, 'Rechnungsdat'],
        [44, 194, 'Kd.-Nr.'],
        [256, 194, 'Rechnung Nr.'],
        [166, 200, 'um'],
      ]),
    ).toEqual(['Kd.-Nr. | Rechnungsdatum | Rechnung Nr.']);
    expect(
      texts([
        [67, 48, 'Fakturanummer'],
        [155, 54, '91144'],
        [67, 60, ':'],
      ]),
    ).toEqual(['Fakturanummer : | 91144']);
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

  it('lose no letter of the page', () => {
    const place = fc.tuple(
      fc.constantFrom(40, 100, 330, 500),
      fc.integer({ min: 0, max: 30 }),
      fc.constantFrom('Oak', 'wedge 2', '12.50', 'A-1', 'AF-2041', '5', 'Rechnungsdat', 'um', '724.48'),
    );
    fc.assert(
      fc.property(fc.array(place, { maxLength: 25 }), (runs) => {
        const rows = rowsOf(pageOf(runs.map(([x, row, text]) => [x, 5 * row, text] as const)));
        const letters = (of: typeof rows) =>
          of
            .flatMap((row) => row.runs.flatMap((run) => run.words.flatMap((word) => [...word.text])))
            .sort()
            .join('');
        expect(letters(joinCentredCells(rows, '.'))).toBe(letters(rows));
      }),
    );
  });
});
