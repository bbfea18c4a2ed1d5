import fc from 'fast-check';
import { addDays } from '../dates/index.js';
import { Decimal, sum } from '../money/index.js';
import { endingAt, pageOf } from './fixtures/laid-out.js';
import { readDocument, type DocumentReading, type PageWords } from './index.js';

/** How a country's suppliers write. */
interface Country {
  readonly language: string;
  readonly title: string;
  readonly labels: Readonly<Record<'number' | 'issued' | 'due' | 'order', string>>;
  readonly heads: readonly [item: string, description: string, quantity: string, unit: string, price: string, amount: string];
  readonly totals: readonly [net: string, tax: string, gross: string];
  readonly rate: number;
  readonly groups: string;
  readonly point: string;
  readonly currency: string;
  readonly date: (iso: string) => string;
  readonly seller: string;
  readonly ids: string;
  readonly taxId: string;
  readonly iban: string;
}

const numeric = (join: string) => (iso: string) => iso.split('-').reverse().join(join);
const COUNTRIES: readonly Country[] = [
  {
    language: 'en',
    title: 'INVOICE',
    labels: { number: 'Invoice no.', issued: 'Invoice date', due: 'Due date', order: 'Your order' },
    heads: ['Item', 'Description', 'Qty', 'Unit', 'Price', 'Amount'],
    totals: ['Net total', 'VAT 20%', 'Total'],
    rate: 20,
    groups: ',',
    point: '.',
    currency: '£',
    date: (iso) =>
      `${Number(iso.slice(8))} ${['Jan', 'Feb', 'Mar', 'Apr', 'May', 'Jun', 'Jul', 'Aug', 'Sep'][Number(iso.slice(5, 7)) - 1]} 2026`,
    seller: 'Alder Fixings Ltd',
    ids: 'VAT no. GB 016 8044 36 IBAN GB82 WEST 1234 5698 7654 32',
    taxId: 'GB016804436',
    iban: 'GB82WEST12345698765432',
  },
  {
    language: 'de',
    title: 'Rechnung',
    labels: { number: 'Rechnungsnummer', issued: 'Rechnungsdatum', due: 'Fällig am', order: 'Ihre Bestellung' },
    heads: ['Artikel', 'Bezeichnung', 'Menge', 'Einheit', 'Einzelpreis', 'Betrag'],
    totals: ['Nettobetrag', 'MwSt. 19 %', 'Gesamtbetrag'],
    rate: 19,
    groups: '.',
    point: ',',
    currency: '€',
    date: numeric('.'),
    seller: 'Erlenbach Beschläge GmbH',
    ids: 'USt-IdNr. DE136695976 IBAN DE89 3704 0044 0532 0130 00',
    taxId: 'DE136695976',
    iban: 'DE89370400440532013000',
  },
  {
    language: 'fr',
    title: 'Facture',
    labels: { number: 'Facture n°', issued: 'Date de facture', due: 'Échéance', order: 'Votre commande' },
    heads: ['Réf.', 'Désignation', 'Qté', 'Unité', 'Prix unitaire', 'Montant HT'],
    totals: ['Total HT', 'TVA 20 %', 'Total TTC'],
    rate: 20,
    groups: ' ',
    point: ',',
    currency: '€',
    date: numeric('/'),
    seller: 'Aulnes Fixations SARL',
    ids: 'N° TVA FR83404833048 IBAN FR14 2004 1010 0505 0001 3M02 606',
    taxId: 'FR83404833048',
    iban: 'FR1420041010050500013M02606',
  },
];

const GOODS = ['Oak wedge', 'Brass gate valve', 'Hex bolt M12', 'Teak oil', 'Steel wire rope', 'Signal lamp', 'Work gloves', 'Copper pipe'];
const UNITS = ['kg', 'm', 'l', 'set'];

interface Line {
  readonly item: string;
  readonly text: string;
  readonly quantity: Decimal;
  readonly unit: string;
  readonly price: Decimal;
}
const line: fc.Arbitrary<Line> = fc.record({
  item: fc.integer({ min: 1000, max: 9999 }).map((code) => `AB-${code}`),
  text: fc.constantFrom(...GOODS),
  quantity: fc.integer({ min: 1, max: 600 }).map((halves) => new Decimal(halves).div(2)),
  unit: fc.constantFrom(...UNITS),
  price: fc.integer({ min: 25, max: 300_000 }).map((cents) => new Decimal(cents).div(100)),
});
const invoice = fc.record({
  country: fc.constantFrom(...COUNTRIES),
  number: fc.integer({ min: 10_000, max: 999_999 }).map((serial) => `R-${serial}`),
  order: fc.integer({ min: 10_000, max: 99_999 }).map((serial) => `KFR-${serial}`),
  issued: fc.integer({ min: 0, max: 200 }).map((days) => addDays('2026-01-02', days)),
  terms: fc.constantFrom(14, 30, 60),
  lines: fc.array(line, { minLength: 1, maxLength: 22 }),
  /** Labels beside their values, or over them. */
  beside: fc.boolean(),
  /** Which columns the table has besides description and amount, and whether quantity and price stand before the description. */
  withItem: fc.boolean(),
  /** The first line on the second page; none where it is beyond the last. */
  breaksAt: fc.integer({ min: 4, max: 30 }),
});
type Invoice = typeof invoice extends fc.Arbitrary<infer T> ? T : never;

const amountOf = ({ quantity, price }: Line): Decimal => quantity.times(price).toDecimalPlaces(2);

/** The totals of an invoice. */
function totalsOf({ country, lines }: Invoice) {
  const net = sum(lines.map((one) => amountOf(one).toFixed(2)));
  const tax = net.times(country.rate).div(100).toDecimalPlaces(2);
  return { net, tax, gross: net.plus(tax) };
}

/** The invoice as a supplier of its country prints it: one page, or two with the heads again on the second. */
function laidOut(model: Invoice): PageWords[] {
  const { country, beside, withItem, lines } = model;
  type Run = [x: number, y: number, text: string, size?: number];
  const printed = (value: Decimal, places: number) => {
    const [whole, decimals] = value.toFixed(places).split('.');
    const grouped = whole.replace(/\B(?=(\d{3})+$)/g, country.groups);
    return decimals === undefined ? grouped : `${grouped}${country.point}${decimals}`;
  };
  const ending = (edge: number, y: number, text: string): Run => [endingAt(edge, text), y, text];
  const due = addDays(model.issued, model.terms);
  const facts: [string, string][] = [
    [country.labels.number, model.number],
    [country.labels.issued, country.date(model.issued)],
    [country.labels.due, country.date(due)],
    [country.labels.order, model.order],
  ];
  const head: Run[] = [
    [40, 40, country.seller, 15],
    [440, 40, country.title, 15],
    ...facts.flatMap(([label, value], i): Run[] =>
      beside
        ? [
            [330, 110 + 15 * i, label],
            [460, 110 + 15 * i, value],
          ]
        : [
            [40 + 130 * i, 180, label],
            [40 + 130 * i, 193, value],
          ],
    ),
  ];
  const headsAt = (y: number): Run[] => [
    ...(withItem ? ([[40, y, country.heads[0]]] as Run[]) : []),
    [110, y, country.heads[1]],
    ending(310, y, country.heads[2]),
    [325, y, country.heads[3]],
    ending(450, y, country.heads[4]),
    ending(550, y, country.heads[5]),
  ];
  const lineAt = (one: Line, y: number): Run[] => [
    ...(withItem ? ([[40, y, one.item]] as Run[]) : []),
    [110, y, one.text],
    ending(310, y, printed(one.quantity, one.quantity.decimalPlaces())),
    [325, y, one.unit],
    ending(450, y, printed(one.price, 2)),
    ending(550, y, printed(amountOf(one), 2)),
  ];
  const { net, tax, gross } = totalsOf(model);
  const foot = (y: number): Run[] =>
    [net, tax, gross].flatMap((value, i): Run[] => [
      [340, y + 15 * i, country.totals[i]],
      ending(550, y + 15 * i, country.currency === '£' ? `£${printed(value, 2)}` : `${printed(value, 2)} ${country.currency}`),
    ]);
  const small: Run[] = [[40, 800, `${country.seller} ${country.ids}`, 7]];
  const table = (of: readonly Line[], top: number) => [...headsAt(top), ...of.flatMap((one, i) => lineAt(one, top + 18 + 16 * i))];
  const [first, second] = [lines.slice(0, model.breaksAt), lines.slice(model.breaksAt)];
  if (second.length === 0) return [pageOf([...head, ...table(first, 240), ...foot(240 + 40 + 16 * first.length), ...small])];
  return [
    pageOf([...head, ...table(first, 240), ...small]),
    pageOf([...table(second, 60), ...foot(60 + 40 + 16 * second.length), ...small], 2),
  ];
}

/** The page as readers of a scan give it, every word surely read. */
const scanned = (page: PageWords): PageWords => ({
  ...page,
  words: page.words.map((word) => ({ ...word, score: 0.99, alternatives: [] })),
  straightenedBy: [1, 0, 0, 0, 1, 0, 0, 0, 1],
});

function check(reading: DocumentReading, model: Invoice): void {
  const { net, tax, gross } = totalsOf(model);
  const value = (name: keyof typeof reading.fields) => reading.fields[name]?.value ?? null;
  expect(reading.kind).toBe('invoice');
  expect({
    number: value('invoiceNumber'),
    issued: value('issueDate'),
    due: value('dueDate'),
    order: value('orderReference'),
    seller: value('sellerName'),
    taxId: value('sellerTaxId')?.replaceAll(' ', ''),
    iban: value('sellerIban'),
    totals: [value('netTotal'), value('taxTotal'), value('grossTotal')],
  }).toEqual({
    number: model.number,
    issued: model.issued,
    due: addDays(model.issued, model.terms),
    order: model.order,
    seller: model.country.seller,
    taxId: model.country.taxId,
    iban: model.country.iban,
    totals: [net, tax, gross].map((total) => total.toFixed(2)),
  });
  expect(
    reading.lines.map(({ itemNumber, description, quantity, unit, unitPrice, netAmount }) =>
      [itemNumber, description, quantity, unit, unitPrice, netAmount].map((cell) => cell?.value ?? null),
    ),
  ).toEqual(
    model.lines.map((one) => [
      model.withItem ? one.item : null,
      one.text,
      one.quantity.toString(),
      one.unit,
      one.price.toFixed(2),
      amountOf(one).toFixed(2),
    ]),
  );
}

describe('any invoice, once laid out as words', () => {
  it('is read back off a text layer', () => {
    fc.assert(
      fc.property(invoice, (model) => check(readDocument(laidOut(model)), model)),
      { numRuns: 120 },
    );
  });

  it('is read back off a scan, as long as every word was read right', () => {
    fc.assert(
      fc.property(invoice, (model) => check(readDocument(laidOut(model).map(scanned)), model)),
      { numRuns: 80 },
    );
  });

  it('asks nothing where all of it is there and adds up', () => {
    fc.assert(
      fc.property(invoice, (model) => {
        expect(readDocument(laidOut(model), { receivedOn: '2026-09-30' }).doubts).toEqual([]);
      }),
      { numRuns: 80 },
    );
  });
});
