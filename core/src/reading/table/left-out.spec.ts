import { pageOf } from '../fixtures/laid-out.js';
import { right, type Runs } from '../fixtures/read-lines.js';
import { rowsOf } from '../print/words.js';
import { readDocument } from '../read-document.js';
import { passedOver } from './choose-table.js';

/** An invoice over these lines of its table. */
const page = (lines: Runs, total: string) =>
  pageOf([
    [40, 30, 'Thistlebrook Timber Ltd', 16],
    [40, 60, 'VAT no. GB992693559'],
    [330, 100, 'INVOICE', 16],
    [330, 134, 'Invoice no.'],
    [440, 134, 'A-4711'],
    [330, 150, 'Date'],
    [440, 150, '3 May 2026'],
    ...lines,
    [380, 460, 'Total GBP'],
    right(540, 460, total),
  ]);
const line = (y: number, text: string, quantity: string, price: string, amount: string): Runs => [
  [40, y, text],
  right(320, y, quantity),
  right(410, y, price),
  right(540, y, amount),
];
const asked = (reading: ReturnType<typeof readDocument>, field: string) =>
  reading.doubts.filter((doubt) => doubt.field === field).map(({ line: at }) => at);

describe('what a line leaves out', () => {
  it('is what stands among its words and was taken into no line', () => {
    const [row] = rowsOf(pageOf([...line(320, 'Oak wedge', '2', '10.00', '20.00'), [200, 320, 'galvanised'], [250, 320, '17']]));
    const words = row.runs.flatMap((run) => run.words);
    const table = (left: readonly string[]) => ({
      method: 'heads' as const,
      rows: new Set([row.index]),
      heads: [],
      lines: [{ page: 1, box: row.box, cells: {}, words: words.filter(({ text }) => !left.includes(text)) }],
    });
    expect(passedOver(table([]), [row])(0)).toEqual({ words: false, figures: false });
    expect(passedOver(table(['galvanised']), [row])(0)).toEqual({ words: true, figures: false });
    expect(passedOver(table(['galvanised', '17']), [row])(0)).toEqual({ words: true, figures: true });
  });

  it('is asked about where figures became part of a description', () => {
    const rows: Runs = [
      [40, 320, 'Sanding of benches kr 2 450,00 25 %'],
      right(540, 320, 'kr 2 450,00'),
      [40, 336, 'Oiling of stairs kr 3 600,00 25 %'],
      right(540, 336, 'kr 3 600,00'),
    ];
    const reading = readDocument([page(rows, 'kr 6 050,00')]);
    for (const at of reading.lines.keys())
      if (/\d,\d\d/.test(reading.lines[at].description?.value ?? '')) expect(asked(reading, 'description')).toContain(at);
  });
});

describe('a table without heads', () => {
  it('has the counts before its descriptions as quantities, unless they number its lines', () => {
    const slip = (counts: readonly number[]): Runs =>
      counts.flatMap((count, i): Runs => [
        [40, 320 + 16 * i, `${count} ${['Long milk', 'Orange cordial', 'Paper cups'][i]}`],
        right(540, 320 + 16 * i, '10.00'),
      ]);
    const counted = readDocument([page(slip([8, 3, 14]), '30.00')]);
    expect(counted.lines.map((one) => [one.quantity?.value, one.description?.value])).toEqual([
      ['8', 'Long milk'],
      ['3', 'Orange cordial'],
      ['14', 'Paper cups'],
    ]);
    expect(readDocument([page(slip([1, 2, 3]), '30.00')]).lines.every((one) => one.quantity === null)).toBe(true);
  });
});

describe('a language that is not read', () => {
  it('is said, and everything is asked about', () => {
    const reading = readDocument([
      pageOf([
        [40, 30, 'Fjordmose Verksted AS', 16],
        [40, 100, 'Faktura'],
        [40, 130, 'Fakturanummer: 10452'],
        [40, 146, 'Fakturadato: 3. mai 2026'],
        [40, 162, 'Forfallsdato: 17. mai 2026'],
        [40, 300, 'Kjøring'],
        [400, 300, 'kr 490,00'],
        [40, 400, 'Ved betaling etter forfall kan renter påløpe og gebyr, beløp ikke betalt'],
      ]),
    ]);
    expect(reading.doubts).toContainEqual({ field: null, line: null, question: { code: 'language-unknown', language: 'nb' } });
    expect(reading.doubts.some(({ field }) => field === 'grossTotal')).toBe(true);
  });
});
