import { pageOf } from '../fixtures/laid-out.js';
import { right, type Runs } from '../fixtures/read-lines.js';
import { readDocument } from '../read-document.js';

const head: Runs = [
  [40, 40, 'Birkdale Timber Ltd'],
  [40, 60, 'VAT no. GB 378 6194 46'],
  [40, 80, 'Invoice no. 8841'],
  [300, 80, 'Invoice date 14 March 2026'],
];
/** An invoice of two lines at 20 and 5 percent whose lines carry these codes, explained by these rows. */
function ratesOf(codes: readonly [string, string], legend: Runs, { column = true, scanned = false } = {}): (string | undefined)[] {
  const line = (y: number, text: string, quantity: string, price: string, amount: string, code: string): Runs => [
    [40, y, text],
    right(300, y, quantity),
    right(400, y, price),
    right(500, y, amount),
    [column ? 540 : 504, y, code],
  ];
  const heads: Runs = [
    [40, 120, 'Description'],
    right(300, 120, 'Qty'),
    right(400, 120, 'Price'),
    right(500, 120, 'Amount'),
    ...(column ? ([[535, 120, 'VAT']] as Runs) : []),
  ];
  const totals: Runs = [
    [360, 240, 'Total excl. VAT'],
    right(500, 240, '£50.00'),
    [360, 256, 'VAT'],
    right(500, 256, '£7.00'),
    [360, 272, 'Total incl. VAT'],
    right(500, 272, '£57.00'),
  ];
  const lines = [...line(140, 'Oak sleeper', '3', '10.00', '30.00', codes[0]), ...line(156, 'Handbook', '2', '10.00', '20.00', codes[1])];
  const page = pageOf([...head, ...heads, ...lines, ...totals, ...legend]);
  const words = page.words.map((word) => (scanned ? { ...word, score: 0.97 } : word));
  return readDocument([{ ...page, words }]).lines.map(({ taxRate }) => taxRate?.value);
}

describe('the rate of a line', () => {
  it.each<[string, readonly [string, string], Runs]>([
    [
      'a table of codes',
      ['S', 'R'],
      [
        [40, 300, 'Code'],
        [90, 300, 'Rate'],
        [40, 314, 'S'],
        [90, 314, '20 %'],
        [40, 328, 'R'],
        [90, 328, '5 %'],
      ],
    ],
    ['one line', ['A', 'B'], [[40, 300, 'A = 20 % B = 5 %']]],
    [
      'sentences',
      ['A', 'B'],
      [
        [40, 300, 'VAT at 20% on items marked A'],
        [40, 314, 'VAT at 5% on items marked B'],
      ],
    ],
    [
      'brackets',
      ['1', '2'],
      [
        [40, 300, '20 % (1)'],
        [40, 314, '5 % (2)'],
      ],
    ],
  ])('is read through its code, which %s explains', (_, codes, legend) => {
    expect(ratesOf(codes, legend)).toEqual(['20', '5']);
  });

  it('is what a code behind the amount stands for, where it has no column', () => {
    expect(ratesOf(['A', 'B'], [[40, 300, 'A = 20 % B = 5 %']], { column: false })).toEqual(['20', '5']);
  });

  it('off a scan is read through codes that lean, are doubled, or have a sign beside them', () => {
    const legend: Runs = [
      [40, 296, 'Ss'],
      [90, 301, '20 %'],
      [40, 314, 'r'],
      [90, 319, '5 %'],
    ];
    expect(ratesOf(['S$', 'R'], legend, { scanned: true })).toEqual(['20', '5']);
  });

  it('is not known where the page does not explain its code', () => {
    expect(ratesOf(['S', 'R'], [[40, 300, 'S = 20 %']])).toEqual(['20', undefined]);
  });

  it('is the printed number where that is one', () => {
    expect(ratesOf(['20', '5'], [])).toEqual(['20', '5']);
  });
});

describe('the only rate of an invoice', () => {
  it('is the printed one, with all its decimals', () => {
    const { lines } = readDocument([
      pageOf([
        ...head,
        [40, 120, 'Description'],
        right(300, 120, 'Qty'),
        right(400, 120, 'Price'),
        right(500, 120, 'Amount'),
        [40, 140, 'Totem sign'],
        right(300, 140, '1'),
        right(400, 140, '1969.14'),
        right(500, 140, '1969.14'),
        [360, 200, 'Subtotal'],
        right(500, 200, '$1,969.14'),
        [360, 216, 'Sales tax 6.25%'],
        right(500, 216, '$123.07'),
        [360, 232, 'Total'],
        right(500, 232, '$2,092.21'),
      ]),
    ]);
    expect(lines[0].taxRate?.value).toBe('6.25');
  });
});
