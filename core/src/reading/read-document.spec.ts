import fc from 'fast-check';
import { isIban, ibanOf } from '../identifiers/index.js';
import { Decimal, toAmount } from '../money/index.js';
import { endingAt, pageOf } from './fixtures/laid-out.js';
import { readDocument } from './read-document.js';
import type { PageWords } from './print/words.js';

interface Model {
  readonly number: string;
  readonly day: number;
  readonly order: string;
  readonly rate: number;
  readonly lines: readonly { readonly name: string; readonly quantity: number; readonly cents: number }[];
}

const amounts = (model: Model) => {
  const lines = model.lines.map((line) => toAmount(new Decimal(line.cents).div(100).times(line.quantity)));
  const net = lines.reduce((total, amount) => total.plus(amount), new Decimal(0));
  const tax = new Decimal(toAmount(net.times(model.rate).div(100)));
  return { lines, net: toAmount(net), tax: toAmount(tax), gross: toAmount(net.plus(tax)) };
};
const grouped = (text: string) => text.replace(/\B(?=(\d{3})+\.)/g, ',');
const IBAN = ibanOf('GB', 'TRNB40123412345678');

/** An English invoice of the model, laid out as words. */
function laidOut(model: Model, change: Partial<ReturnType<typeof amounts>> = {}): PageWords {
  const sums = { ...amounts(model), ...change };
  const right = (x: number, y: number, text: string) => [endingAt(x, text), y, text] as const;
  const end = 320 + model.lines.length * 16;
  return pageOf([
    [48, 40, 'Pellow & Garth Timber Ltd', 15],
    [400, 40, 'Invoice', 18],
    [48, 120, 'Invoice to'],
    [48, 132, 'Kestrel Fell Railway Ltd'],
    [48, 144, 'Engine Yard'],
    [330, 130, 'Invoice no.'],
    [450, 130, model.number],
    [330, 146, 'Invoice date'],
    [450, 146, `${model.day}/10/2026`],
    [330, 162, 'Your order no.'],
    [450, 162, model.order],
    [330, 178, 'Due date'],
    [450, 178, `${model.day}/11/2026`],
    [48, 290, 'Description'],
    [endingAt(360, 'Qty'), 290, 'Qty'],
    [endingAt(440, 'Price'), 290, 'Price'],
    [endingAt(540, 'Amount'), 290, 'Amount'],
    ...model.lines.flatMap((line, i) => {
      const y = 308 + i * 16;
      return [
        [48, y, line.name] as const,
        right(360, y, String(line.quantity)),
        right(440, y, toAmount(new Decimal(line.cents).div(100))),
        right(540, y, grouped(sums.lines[i])),
      ];
    }),
    [360, end, 'Net total'],
    right(540, end, `£${grouped(sums.net)}`),
    [360, end + 16, `VAT ${model.rate}%`],
    right(540, end + 16, `£${grouped(sums.tax)}`),
    [360, end + 32, 'Invoice total'],
    right(540, end + 32, `£${grouped(sums.gross)}`),
    [48, 800, `IBAN ${IBAN.replace(/(.{4})(?=.)/g, '$1 ')}`],
    [48, 812, 'Pellow & Garth Timber Ltd · Registered in England no. 04418820', 7],
  ]);
}

const names = fc.constantFrom(
  'Oak sleeper, new',
  'Cast chair',
  'Crossing timber',
  'Key, kiln dried',
  'Track bolt',
  'Steam coal',
  'Grease cartridge',
  'Lamp glass, red',
);
const model: fc.Arbitrary<Model> = fc.record({
  number: fc.integer({ min: 1000, max: 99_999 }).map((n) => `INV-${n}`),
  day: fc.integer({ min: 13, max: 28 }),
  order: fc.integer({ min: 40_000, max: 49_999 }).map(String),
  rate: fc.constantFrom(0, 5, 20),
  lines: fc.array(fc.record({ name: names, quantity: fc.integer({ min: 1, max: 400 }), cents: fc.integer({ min: 50, max: 90_000 }) }), {
    minLength: 1,
    maxLength: 20,
  }),
});
const sample: Model = {
  number: 'INV-11348',
  day: 14,
  order: '40113',
  rate: 20,
  lines: [
    { name: 'Oak sleeper, new', quantity: 44, cents: 4044 },
    { name: 'Cast chair', quantity: 160, cents: 1034 },
  ],
};

describe('reading an invoice', () => {
  it('reads back any invoice of the model, and asks nothing', () => {
    fc.assert(
      fc.property(model, (invoice) => {
        const reading = readDocument([laidOut(invoice)]);
        const sums = amounts(invoice);
        const values = Object.fromEntries(Object.entries(reading.fields).map(([name, read]) => [name, read?.value ?? null]));
        expect(values).toMatchObject({
          invoiceNumber: invoice.number,
          issueDate: `2026-10-${invoice.day}`,
          dueDate: `2026-11-${invoice.day}`,
          orderReference: invoice.order,
          currency: 'GBP',
          sellerName: 'Pellow & Garth Timber Ltd',
          sellerIban: IBAN,
          netTotal: sums.net,
          taxTotal: sums.tax,
          grossTotal: sums.gross,
        });
        expect(reading.lines.map((line) => [line.description?.value, line.quantity?.value, line.netAmount?.value])).toEqual(
          invoice.lines.map((line, i) => [line.name, String(line.quantity), sums.lines[i]]),
        );
        expect(reading.doubts).toEqual([]);
      }),
      { numRuns: 60 },
    );
  });

  it('never lets a wrong total pass in silence', () => {
    fc.assert(
      fc.property(model, fc.integer({ min: 3, max: 900_000 }), (invoice, off) => {
        const gross = toAmount(new Decimal(amounts(invoice).gross).plus(new Decimal(off).div(100)));
        const reading = readDocument([laidOut(invoice, { gross })]);
        expect(reading.doubts.map((doubt) => doubt.field)).toContain('grossTotal');
      }),
      { numRuns: 40 },
    );
  });

  it('asks about the amount due too where it is the total that does not add up', () => {
    const { net, gross } = amounts(sample);
    const reading = readDocument([laidOut(sample, { gross: toAmount(new Decimal(gross).plus(30)) })]);
    expect(reading.fields.amountDue?.value).toBe(reading.fields.grossTotal?.value);
    expect(reading.doubts.map(({ field }) => field)).toEqual(expect.arrayContaining(['grossTotal', 'amountDue']));
    // Printed once more by itself, it speaks for the total instead.
    const wrongNet = laidOut(sample, { net: toAmount(new Decimal(net).plus(30)) });
    const due = pageOf([
      [360, 700, 'Amount due'],
      [endingAt(540, `£${grouped(gross)}`), 700, `£${grouped(gross)}`],
    ]);
    const { doubts } = readDocument([{ ...wrongNet, words: [...wrongNet.words, ...due.words] }]);
    expect(doubts.map(({ field }) => field)).toContain('netTotal');
    expect(doubts.map(({ field }) => field)).not.toContain('amountDue');
  });

  it('asks about totals that add up, but to less than the lines, as those of one of several rates do', () => {
    const partial = readDocument([laidOut(sample, { net: '1654.40', tax: '330.88', gross: '1985.28' })]);
    expect(partial.doubts.map(({ field }) => field)).toEqual(
      expect.arrayContaining(['netTotal', 'taxTotal', 'grossTotal', 'amountDue', 'lines']),
    );
    const more = readDocument([laidOut(sample, { net: '5000.00', tax: '1000.00', gross: '6000.00' })]);
    expect(more.doubts.map(({ field }) => field)).toEqual(['lines']);
  });

  it('asks about a line whose quantity times price is not its amount', () => {
    const lines = ['1800.00', amounts(sample).lines[1]];
    const net = toAmount(new Decimal(lines[0]).plus(lines[1]));
    const tax = toAmount(new Decimal(net).times('0.2'));
    const reading = readDocument([laidOut(sample, { lines, net, tax, gross: toAmount(new Decimal(net).plus(tax)) })]);
    expect(reading.doubts.map((doubt) => [doubt.field, doubt.line])).toEqual([
      ['quantity', 0],
      ['unitPrice', 0],
    ]);
  });

  it('tells where each value stands and why', () => {
    const { fields } = readDocument([laidOut(sample)]);
    expect(fields.invoiceNumber).toMatchObject({ page: 1, evidence: [{ code: 'labelled', relation: 'right of', label: 'invoice no' }] });
    expect(fields.invoiceNumber?.box?.x).toBe(450);
    expect(fields.grossTotal?.evidence).toContainEqual({ code: 'totals-fit' });
    expect(isIban(fields.sellerIban?.value ?? '')).toBe(true);
  });

  it('keeps both readings of a date that day and month could be swapped in', () => {
    const page = laidOut({ ...sample, day: 9 });
    const { fields } = readDocument([page]);
    expect(fields.issueDate?.value).toBe('2026-10-09');
    expect(fields.issueDate?.alternatives[0]?.value).toBe('2026-09-10');
  });

  it('never takes the buyer for the seller', () => {
    const { fields } = readDocument([laidOut(sample)], { buyerNames: ['Kestrel Fell Railway Ltd'] });
    expect(fields.sellerName?.value).toBe('Pellow & Garth Timber Ltd');
    expect(fields.sellerName?.alternatives.map((other) => other.value)).not.toContain('Kestrel Fell Railway Ltd');
  });

  it('takes the order number that only the mail names', () => {
    const page = laidOut(sample);
    const without = { ...page, words: page.words.filter((word) => !(word.y === 162)) };
    expect(readDocument([without]).fields.orderReference).toBeNull();
    expect(
      readDocument([without], { coverText: 'Dear all,\nour invoice for your order no. 40999 is attached.' }).fields.orderReference?.value,
    ).toBe('40999');
  });

  it('asks whether a file with several invoice numbers is one document', () => {
    const second = { ...laidOut({ ...sample, number: 'INV-77001' }), page: 2 };
    const reading = readDocument([laidOut(sample), second]);
    expect(reading.doubts).toContainEqual({
      field: null,
      line: null,
      question: { code: 'several-numbers', numbers: ['INV-11348', 'INV-77001'] },
    });
  });

  it('asks for prices where a column is headed so, and does not where the supplier prints none', () => {
    const page = laidOut(sample);
    const inColumn = (word: { x: number; width: number; y: number }) =>
      Math.abs(word.x + word.width - 440) < 3 && word.y > 285 && word.y < 380;
    const without = { ...page, words: page.words.filter((word) => !inColumn(word)) };
    expect(readDocument([without]).lines.every((line) => line.unitPrice === null && line.quantity !== null)).toBe(true);
    expect(readDocument([without]).doubts).toEqual([]);
    const emptied = { ...page, words: page.words.filter((word) => !inColumn(word) || word.text === 'Price') };
    expect(readDocument([emptied]).doubts).toContainEqual({ field: 'unitPrice', line: 0, question: { code: 'quantity-without-price' } });
  });

  it('takes a lump sum among priced lines, and asks where numbers beside it are in no cell', () => {
    const page = laidOut({ ...sample, lines: [...sample.lines, { name: 'Carriage to the yard', quantity: 1, cents: 18_500 }] });
    // The third line, without its quantity and its price.
    const isFactor = (word: { x: number; y: number }) => word.y === 340 && word.x > 300 && word.x < 440;
    const lump = { ...page, words: page.words.filter((word) => !isFactor(word)) };
    const read = readDocument([lump]);
    expect(read.lines.map(({ quantity, netAmount }) => [quantity?.value ?? null, netAmount?.value])).toEqual([
      ['44', '1779.36'],
      ['160', '1654.40'],
      [null, '185.00'],
    ]);
    expect(read.doubts).toEqual([]);
    const missed = { ...lump, words: [...lump.words, { text: '1.125', x: 335, y: 346, width: 25, height: 9 }] };
    expect(readDocument([missed]).doubts.map(({ field, line }) => [field, line])).toEqual([
      ['quantity', 2],
      ['unitPrice', 2],
      ['description', 2],
    ]);
  });

  it('takes the euro for granted where nothing else is printed, and asks about the pound', () => {
    const bare = (page: PageWords, iban: string): PageWords => ({
      ...page,
      words: page.words
        .flatMap((word) => {
          const text = word.text.replace('£', '');
          return word.y === 800 && word.text !== 'IBAN' ? [] : [{ ...word, text }];
        })
        .concat(pageOf([[90, 800, iban.replace(/(.{4})(?=.)/g, '$1 ')]]).words),
    });
    const german = readDocument([bare(laidOut(sample), ibanOf('DE', '370400440532013000'))]);
    expect([german.fields.currency?.value, german.doubts.map(({ field }) => field)]).toEqual(['EUR', []]);
    const british = readDocument([bare(laidOut(sample), IBAN)]);
    expect([british.fields.currency?.value, british.doubts.map(({ field }) => field)]).toEqual(['GBP', ['currency']]);
  });

  it('asks about a name whose letters the text layer garbles', () => {
    const page = laidOut(sample);
    const garbled = { ...page, words: page.words.map((word) => ({ ...word, text: word.text.replace('Pellow', 'Pe÷ow') })) };
    expect(readDocument([garbled]).doubts.map((doubt) => doubt.field)).toContain('sellerName');
  });

  it('asks about everything on a page without words', () => {
    const reading = readDocument([{ page: 1, width: 595, height: 842, words: [] }]);
    expect(reading.doubts.length).toBeGreaterThan(10);
    expect(reading.lines).toEqual([]);
  });

  it('finds no crash in random words', () => {
    const word = fc.record({
      text: fc.oneof(
        fc.string({ minLength: 1, maxLength: 12 }),
        fc.constantFrom('Total', 'VAT', '12.00', '£3.50', '01/02/2026', 'Invoice', 'no.', 'Ltd', 'IBAN', 'GB82', 'Qty', 'Amount'),
      ),
      x: fc.integer({ min: 0, max: 590 }),
      y: fc.integer({ min: 0, max: 830 }),
      width: fc.integer({ min: 1, max: 90 }),
      height: fc.integer({ min: 4, max: 20 }),
    });
    fc.assert(
      fc.property(fc.array(word, { maxLength: 80 }), (words) => void readDocument([{ page: 1, width: 595, height: 842, words }])),
      { numRuns: 150 },
    );
  });
});
