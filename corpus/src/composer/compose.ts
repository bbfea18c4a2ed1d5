import { addDays } from '@umber/core/dates';
import type { PageWords } from '@umber/core/reading';
import { Random } from '@umber/demo/random';
import { drawnInvoice, type DrawnInvoice } from '../model.js';
import type { Truth } from '../truth.js';
import { captionOf, citedCaptions, dueSentence, earlyWord, NOTES, payingSentence, type Captioned } from './captions.js';
import { dateText, identifierOf, type AmountStyle, type DateStyle } from './shapes.js';
import { addressOf, sellerNames } from './names.js';
import { Sheet } from './sheet.js';
import { drawTable, drawTotals, type Drawing } from './figures.js';

/** A document drawn at random, with what it should be read as and what is special about it. */
export interface Composed {
  readonly pages: readonly PageWords[];
  readonly truth: Truth;
  /** What the page has that others have not: figures are given by these. */
  readonly phenomena: readonly string[];
  readonly buyerName: string;
}

/** One entry of the head: what it says, as printed. */
interface Entry {
  readonly what: Captioned;
  readonly caption: string | null;
  readonly value: string;
}

type Arrangement = 'beside' | 'glued' | 'above' | 'under' | 'heads' | 'spread';

const BUYERS = [
  'Larch & Loam Ltd',
  'Northmoor Rail Trust',
  'Quayside Bakery',
  'Tallis Werke GmbH',
  'Maison Verdane',
  'Officina Calamo S.r.l.',
  'Zenda',
  'Brinkhof B.V.',
  'Kestrel Gallery',
  'Ziegelhütte Nord mbH',
  'Secours du Causse',
  'Orchesterverein Hügel',
  'Cantina Sasso',
  'Blackpot Rescue, Inc.',
  'Joinery of the Lark',
  'Spółka Wapienna',
];
/** Words over a seller's block, by language. */
const SELLERS: Readonly<Record<string, readonly string[]>> = {
  en: ['From', 'Seller', 'Supplier', 'Bill from', 'Issued by'],
  de: ['Verkäufer', 'Lieferant', 'Absender', 'Rechnungssteller'],
  fr: ['Vendeur', 'Émetteur', 'Fournisseur'],
  es: ['Vendedor', 'Emisor', 'Proveedor'],
  it: ['Venditore', 'Fornitore', 'Cedente'],
  nl: ['Verkoper', 'Leverancier', 'Afzender'],
  sv: ['Säljare', 'Leverantör', 'Avsändare'],
  pl: ['Sprzedawca', 'Wystawca', 'Dostawca'],
};
/** Words over the two in a payment part at the page's foot, by language: who is paid, and who pays. */
const PAYMENT_PARTS: Readonly<Record<string, readonly [string, string]>> = {
  en: ['Account / Payable to', 'Payable by'],
  de: ['Konto / Zahlbar an', 'Zahlbar durch'],
  fr: ['Compte / Payable à', 'Payable par'],
  es: ['Cuenta / Pagadero a', 'Pagadero por'],
  it: ['Conto / Pagabile a', 'Pagabile da'],
  nl: ['Rekening / Te betalen aan', 'Te betalen door'],
  sv: ['Konto / Betalas till', 'Betalas av'],
  pl: ['Konto / Płatne dla', 'Płatne przez'],
};
const GREETINGS: Readonly<Record<string, readonly string[]>> = {
  en: ['Dear', 'Hi', 'Hello', 'Attn:'],
  de: ['Hallo', 'Guten Tag', 'z. Hd.'],
  fr: ['Bonjour', 'À l’attention de'],
  es: ['Hola', 'Estimado'],
  it: ['Gentile', 'Buongiorno'],
  nl: ['Beste', 'Geachte'],
  sv: ['Hej', 'Att:'],
  pl: ['Witamy', 'Sz. P.'],
};
const ENDINGS = [
  'Yours truly,',
  'Kind regards',
  'Thank you for your business',
  'All rights reserved.',
  'Powered by Larkmail',
  'www.larkmail.example',
];
const VISITORS = ['A. Moss', 'J. Brandt', 'C. Levain', 'R. Ortiz', 'P. Nowak'];

/** Draws one document, the same for the same seed: every part of it is chosen by itself. */
export function compose(seed: number): Composed {
  const random = new Random(seed * 7919 + 13);
  const base = drawnInvoice(random.whole(1, 1_000_000_000), {
    lines: random.chance(0.1) ? [8, 18] : [1, 6],
    rates: random.chance(0.25) ? 2 : 1,
    items: random.chance(0.5),
    discounts: random.chance(0.15),
    rarer: random.chance(0.4),
  });
  const year = base.issueDate.slice(0, 4);
  const seller = sellerNames(random, base.phrases);
  const invoice: DrawnInvoice = {
    ...base,
    number: identifierOf(random, year),
    brand: seller.brand,
    legalName: seller.full,
    order: random.chance(0.7) ? identifierOf(random, year) : null,
    // Many suppliers have days of their own, or a day of the month.
    termsDays: random.chance(0.4) ? random.whole(0, 75) : base.termsDays,
  };
  const { phrases } = invoice;
  const phenomena = new Set<string>();
  const sheet = new Sheet(595, 842);
  const size = random.pick([8, 9, 9, 10, 11]);
  const dates = random.pick(
    ([...phrases.dateStyles, ...phrases.dateStyles, 'd.m.yy', 'dmyy/'] as const).filter(
      (style): style is DateStyle => phrases.country !== 'US' || !/^dmy|^d\.m/.test(style),
    ),
  );
  const dated = (iso: string) => dateText(iso, dates, phrases.months, phrases.country === 'US');
  const drawing: Drawing = {
    random,
    invoice,
    sheet,
    size,
    left: 40 + random.whole(0, 20),
    right: 555 - random.whole(0, 20),
    amounts: amountStyle(random, invoice),
    phenomena,
    dated,
  };
  const buyerName = random.pick(BUYERS);
  const terms = invoice.kind === 'invoice' && invoice.termsDays === base.termsDays && random.chance(0.15);
  const shown = { due: invoice.dueDate !== null && !terms && random.chance(0.75), order: invoice.order !== null };

  const entries = entriesOf(drawing, shown);
  const facing = random.chance(0.22) ? facingBlocks(drawing, buyerName) : null;
  const top = facing ?? letterhead(drawing);
  const placed = headOf({ ...drawing, size: random.chance(0.15) ? size - 2 : size }, top.y, entries, facing ? null : buyerName);
  if (terms) {
    sheet.put(drawing.left, placed.y, invoice.terms ?? phrases.terms(invoice.termsDays), { size });
    phenomena.add('due by terms');
  }
  const table = drawTable(drawing, placed.y + (terms ? 2 : 1) * 1.6 * size);
  const end = drawTotals(drawing, table.end);
  const low = foot(drawing, Math.max(end, 700), placed.late, top.named);
  const last = random.chance(0.12) ? paymentPart(drawing, low + 12, buyerName) : low;
  const page: PageWords = { page: 1, width: sheet.width, height: Math.max(sheet.height, last + 40), words: sheet.words };
  return {
    pages: [page],
    truth: truthOf(drawing, table.lines, shown.due || terms, shown.order),
    phenomena: [...phenomena].sort(),
    buyerName,
  };
}

function amountStyle(random: Random, { phrases }: DrawnInvoice): AmountStyle {
  const sign = random.pick(['none', 'none', 'code-behind', 'sign-before', 'code-before'] as const);
  return {
    decimal: phrases.decimal,
    grouping: random.chance(0.75) ? phrases.grouping : '',
    before: sign === 'sign-before' ? phrases.sign : sign === 'code-before' ? `${phrases.currency} ` : '',
    behind: sign === 'code-behind' ? ` ${phrases.currency}` : '',
    minus: random.pick(['before', 'before', 'behind', 'brackets']),
  };
}

/** What the head says: the document's own entries among those that only look like them. */
function entriesOf({ random, invoice, phenomena, dated }: Drawing, shown: { due: boolean; order: boolean }): Entry[] {
  const { phrases, issueDate } = invoice;
  const year = issueDate.slice(0, 4);
  const entry = (what: Captioned, value: string): Entry => {
    const { text, own } = captionOf(random, phrases, what);
    if (own && (what === 'number' || what === 'date' || what === 'due' || what === 'order')) phenomena.add(`own words for the ${what}`);
    return { what, caption: text, value };
  };
  if (/^\p{L}+ /u.test(invoice.number)) phenomena.add('number with letters apart');
  const main = [entry('number', invoice.number), entry('date', dated(issueDate))];
  const more: Entry[] = [];
  if (shown.due && random.chance(0.25))
    more.push({ what: 'due', caption: null, value: payingSentence(random, phrases, dated(addDays(issueDate, invoice.termsDays))) });
  else if (shown.due) more.push(entry('due', dated(addDays(issueDate, invoice.termsDays))));
  if (shown.order && invoice.order) more.push(entry('order', invoice.order));
  if (random.chance(0.55))
    more.push(entry('customer', random.chance(0.4) ? random.digits(random.whole(3, 7)) : identifierOf(random, year)));
  if (random.chance(0.3)) more.push(entry('delivery', identifierOf(random, year)));
  if (random.chance(0.3))
    more.push(entry('otherNumber', random.chance(0.3) ? random.digits(random.whole(2, 6)) : identifierOf(random, year)));
  if (random.chance(0.35)) more.push(entry('otherDate', dated(addDays(issueDate, -random.whole(0, 25)))));
  if (invoice.kind === 'credit-note' && random.chance(0.7)) {
    const [number, date] = citedCaptions(random, phrases);
    more.push({ what: 'otherNumber', caption: number, value: identifierOf(random, year) });
    if (random.chance(0.7)) more.push({ what: 'otherDate', caption: date, value: dated(addDays(issueDate, -random.whole(3, 60))) });
    phenomena.add('cited invoice');
  }
  if (random.chance(0.15))
    more.push({
      what: 'otherNumber',
      caption: random.pick(phrases.taxId),
      value: random.chance(0.5) ? invoice.taxId : random.digits(random.whole(8, 11)),
    });
  if (random.chance(0.1))
    more.push({
      what: 'otherDate',
      caption: captionOf(random, phrases, 'otherDate').text,
      value: `${dated(addDays(issueDate, -90))} – ${dated(addDays(issueDate, -random.whole(0, 2)))}`,
    });
  if (random.chance(0.08))
    more.push({
      what: 'otherNumber',
      caption: random.pick(phrases.buyerTaxId.split('|')),
      value: invoice.phrases.country + random.digits(random.whole(8, 11)),
    });
  if (random.chance(0.12))
    more.push({
      what: 'otherNumber',
      caption: random.pick(['Tel.', 'Tel', 'Fax']),
      value: telephone(random).replace(/^\D+(?=[(+0-9])/, ''),
    });
  return random.chance(0.55) ? [...main, ...random.some(more, more.length)] : random.some([...main, ...more], more.length + 2);
}

/** The seller's head; where it ends. */
function letterhead({ random, invoice, sheet, size, left, right, phenomena }: Drawing): { y: number; named: boolean } {
  const at = random.pick(['left', 'right', 'middle', 'none'] as const);
  const top = 30 + random.whole(0, 15);
  if (at === 'none') {
    phenomena.add('no letterhead');
    return { y: top, named: false };
  }
  if (random.chance(0.18)) {
    // The seller stands in a block of his own beside the buyer's, under a word that says so.
    const block = [
      random.pick(SELLERS[invoice.phrases.language] ?? SELLERS.en),
      invoice.legalName,
      ...invoice.address,
      `${random.pick(invoice.phrases.taxId)} ${invoice.taxId}`,
    ];
    const label = random.chance(0.7) ? 0 : 1;
    block.slice(label).forEach((line, i) => sheet.put(left, top + 20 + i * 1.35 * size, line, { size }));
    if (random.chance(0.5)) sheet.put(297, top, invoice.brand, { size: random.pick([12, 18]), align: 'middle' });
    phenomena.add('seller in a block');
    return { y: top + 24 + block.length * 1.35 * size, named: true };
  }
  const x = at === 'left' ? left : at === 'right' ? right : 297;
  const large = random.pick([size, 14, 18, 22]);
  const way = random.pick(['brand', 'brand', 'full', 'full', 'full', 'both', 'both', 'both', 'one row'] as const);
  let y = top;
  if (way === 'one row') sheet.put(x, y, `${invoice.brand} ${invoice.legalName}`, { size: large, align: at });
  else sheet.put(x, y, way === 'full' ? invoice.legalName : invoice.brand, { size: large, align: at });
  if (way === 'both') {
    y += large + 3;
    sheet.put(x, y, invoice.legalName, { size, align: at });
  }
  if (way === 'one row') phenomena.add('signboard and name in one row');
  if (way === 'brand' && invoice.brand !== invoice.legalName) phenomena.add('signboard only at the head');
  const named = way !== 'brand' || invoice.brand === invoice.legalName;
  const lines = [
    ...invoice.address,
    ...(random.chance(0.25) ? [placeLine(random)] : []),
    ...(random.chance(0.6) ? [telephone(random)] : []),
    ...(random.chance(0.3) ? [addressOf(random, invoice.legalName)] : []),
    ...(random.chance(0.2) ? [`${random.pick(invoice.phrases.taxId)} ${invoice.taxId}`] : []),
  ];
  if (random.chance(0.4)) {
    sheet.put(x, y + large + 4, lines.join(' · '), { size: 7, align: at });
    return { y: y + large + 18, named };
  }
  lines.forEach((line, i) => sheet.put(x, y + large + 4 + i * 1.3 * size, line, { size: size - 1, align: at }));
  return { y: y + large + 10 + lines.length * 1.3 * size, named };
}

/** Seller and buyer in two blocks of one look beside each other or one below the other, under no words that say which is which. */
function facingBlocks({ random, invoice, sheet, size, left, phenomena }: Drawing, buyer: string): { y: number; named: boolean } {
  const { phrases } = invoice;
  const top = 30 + random.whole(0, 40);
  const seller = [
    ...(random.chance(0.2) ? [random.pick(VISITORS)] : []),
    invoice.legalName,
    ...invoice.address,
    ...(random.chance(0.4) ? [telephone(random)] : []),
    ...(random.chance(0.3) && invoice.iban ? [`IBAN: ${invoice.iban.replace(/(.{4})/g, '$1 ').trim()}`] : []),
    ...(random.chance(0.35) ? [random.chance(0.3) ? invoice.taxId : `${random.pick(phrases.taxId)} ${invoice.taxId}`] : []),
  ];
  const street = `${random.pick(phrases.streets)} ${random.whole(1, 90)}`;
  const payer = [
    ...(random.chance(0.2) ? [random.pick(VISITORS)] : []),
    buyer,
    street,
    random.chance(0.3) ? placeLine(random) : random.pick(phrases.cities),
    ...(random.chance(0.2) ? [telephone(random)] : []),
  ];
  const isBelow = random.chance(0.4);
  // Who writes stands first: at the left of two beside each other in most, above the other in all.
  const isLeft = isBelow || random.chance(0.75);
  const step = 1.35 * size;
  const column = random.pick([230, 300, 340]);
  const put = (lines: readonly string[], x: number, y: number) => lines.forEach((line, i) => sheet.put(x, y + i * step, line, { size }));
  phenomena.add('blocks that face each other');
  put(seller, isLeft ? left : column, top);
  const payerTop = isBelow ? top + (seller.length + random.pick([-2, 1, 2])) * step : top;
  put(
    payer,
    isBelow ? random.pick([left, column]) : isLeft ? column : left,
    isBelow ? Math.max(payerTop, top + seller.length * step) : top,
  );
  const end = isBelow
    ? Math.max(payerTop, top + seller.length * step) + payer.length * step
    : top + Math.max(seller.length, payer.length) * step;
  return { y: end + 6, named: true };
}

/** The slip at the page's foot that names both once more: who is paid, with the account, and who pays. */
function paymentPart({ random, invoice, sheet, left, phenomena }: Drawing, top: number, buyer: string): number {
  const [payee, payer] = PAYMENT_PARTS[invoice.phrases.language] ?? PAYMENT_PARTS.en;
  const iban = invoice.iban?.replace(/(.{4})/g, '$1 ').trim() ?? random.digits(10);
  const columns = random.chance(0.5) ? [left, left + 260] : [left + 200];
  const size = random.pick([7, 8]);
  const street = `${random.pick(invoice.phrases.streets)} ${random.whole(1, 90)}`;
  const lines = [payee, iban, invoice.legalName, ...invoice.address, '', payer, buyer, street, random.pick(invoice.phrases.cities)];
  for (const x of columns) lines.forEach((line, i) => sheet.put(x, top + i * 1.3 * size, line, { size }));
  phenomena.add('payment part');
  return top + lines.length * 1.3 * size;
}

/** A place with a code as some countries write it. */
const placeLine = (random: Random): string =>
  random.pick([
    `Port Larkin, ${random.pick(['OR', 'VT', 'NY', 'TX'])} ${random.digits(5)}`,
    `${random.digits(5)} Les Trois Haies`,
    `${random.digits(2)}-${random.digits(3)} Wapienna`,
    `${random.digits(4)} ${random.pick(['AB', 'KX', 'HV'])} Brinkdam`,
    `Beckfoot ${random.pick(['QX7', 'AB12', 'N9'])} ${random.whole(1, 9)}TB`,
    `PO Box ${random.digits(3)}`,
  ]);

/** A telephone number, with what stands before it or nothing. */
const telephone = (random: Random): string =>
  random.pick(['Tel. ', 'Tel: ', 'T ', 'Phone ', '', '', 'Fax ']) +
  random.pick([
    `0${random.digits(4)} ${random.digits(6)}`,
    `(0${random.digits(2)}) ${random.digits(3)} ${random.digits(4)}`,
    `+${random.digits(2)} ${random.digits(2)} ${random.digits(7)}`,
    `(555) 555-${random.digits(4)}`,
    `${random.digits(3)}-${random.digits(4)}`,
    `0${random.digits(3)}/${random.digits(5)}`,
  ]);

/** The buyer, where it does not stand already, the title and the entries, in one of many orders; where they end, and which entries are still to be placed at the foot. */
function headOf(drawing: Drawing, top: number, entries: readonly Entry[], buyer: string | null): { y: number; late: readonly Entry[] } {
  const { random, invoice, sheet, size, left, right, phenomena, dated } = drawing;
  const { phrases } = invoice;
  const arrangement = random.pick<Arrangement>(['beside', 'beside', 'glued', 'glued', 'above', 'under', 'heads', 'spread']);
  phenomena.add(`head ${arrangement}`);
  let shown = [...entries];
  let y = top + random.whole(6, 24);
  const title = random.pick(invoice.kind === 'invoice' ? phrases.title : phrases.creditTitle);
  const titleSize = random.pick([size, 14, 16, 20]);
  const numberInTitle = random.chance(0.12);
  const atRight = random.chance(0.6);
  const buyerLines =
    buyer === null
      ? []
      : [
          buyer,
          `${random.pick(phrases.streets)} ${random.whole(1, 90)}`,
          random.chance(0.3) ? placeLine(random) : random.pick(phrases.cities),
          ...(random.chance(0.3) ? [random.pick(VISITORS)] : []),
        ];
  const titleFirst = random.chance(0.5);
  const putTitle = () => {
    sheet.put(
      atRight && random.chance(0.5) ? 330 : left,
      y,
      numberInTitle ? `${title} ${random.chance(0.5) ? `${random.pick(['Nr.', 'No.', 'N°', '#'])} ` : ''}${invoice.number}` : title,
      { size: titleSize },
    );
    y += titleSize + 10;
  };
  if (numberInTitle) {
    shown = shown.filter(({ what }) => what !== 'number');
    phenomena.add('number in the title');
  }
  if (random.chance(0.06)) {
    // A letter's date: the city and the day, without a caption.
    sheet.put(right, y, `${random.pick(phrases.cities).split(' ')[0]}, ${dated(invoice.issueDate)}`, { size, align: 'right' });
    shown = shown.filter(({ what }) => what !== 'date');
    y += 1.6 * size;
    phenomena.add('date without a caption');
  }
  if (random.chance(0.07) && !numberInTitle && invoice.kind === 'invoice') {
    y = top + 4;
    sheet.put(left, y, phrases.sentence(invoice.number, dated(invoice.issueDate)), { size: Math.min(size, 9) });
    shown = shown.filter(({ what }) => what !== 'number' && what !== 'date');
    y += 2 * size;
    phenomena.add('number and date in a sentence');
  }
  if (titleFirst) putTitle();
  if (random.chance(0.08)) {
    const greeting = random.pick(GREETINGS[phrases.language] ?? GREETINGS.en);
    sheet.put(left, y, `${greeting} ${random.chance(0.5) ? (buyer ?? random.pick(VISITORS)) : random.pick(VISITORS)},`, { size });
    y += 1.8 * size;
    phenomena.add('a greeting');
  }
  const blockTop = y;
  const buyerX = atRight ? left : 340;
  const label = buyer !== null && random.chance(0.6) ? random.pick(phrases.billTo) : null;
  const lines = label === null ? buyerLines : [label, ...buyerLines];
  if (buyer !== null && random.chance(0.15)) {
    sheet.put(buyerX, blockTop - size, `${invoice.legalName} ${random.pick(['·', '-', '|', '•'])} ${invoice.address.join(' · ')}`, {
      size: 6,
    });
    phenomena.add('sender over the buyer');
  }
  lines.forEach((line, i) => sheet.put(buyerX, blockTop + i * 1.35 * size, line, { size }));
  const buyerEnd = blockTop + lines.length * 1.35 * size;
  const sentence = shown.filter(({ what, caption }) => what === 'due' && caption === null && random.chance(0.7));
  shown = shown.filter((entry) => !sentence.includes(entry));
  const late =
    sentence.length > 0
      ? sentence
      : random.chance(0.1)
        ? shown.filter(({ what }) => what !== 'customer' && what !== 'delivery')
        : random.chance(0.12)
          ? shown.filter(({ what }) => what === 'order' || what === 'due').slice(0, 1)
          : [];
  shown = shown.filter((entry) => !late.includes(entry));
  if (arrangement === 'heads' || arrangement === 'spread' || random.chance(0.25)) {
    y = buyerEnd + 1.2 * size;
    if (!titleFirst) putTitle();
    y =
      arrangement === 'heads'
        ? putHeads(drawing, y, shown)
        : arrangement === 'above' || arrangement === 'under'
          ? putAbove(drawing, y, left, right, shown, arrangement === 'under')
          : putSpread(drawing, y, shown);
    return { y: y + 0.8 * size, late };
  }
  const x = atRight ? 340 : left;
  let metaY = blockTop;
  if (!titleFirst && random.chance(0.5)) {
    y = metaY;
    sheet.put(x, y, title, { size: titleSize });
    metaY = y + titleSize + 8;
    if (numberInTitle) {
      sheet.put(x, metaY, invoice.number, { size });
      metaY += 1.6 * size;
    }
  } else if (!titleFirst) {
    y = Math.max(buyerEnd, metaY + shown.length * 1.5 * size) + 8;
    putTitle();
  }
  const end =
    arrangement === 'above' || arrangement === 'under'
      ? putAbove(drawing, metaY, x, x + 215, shown, arrangement === 'under')
      : putList(drawing, metaY, x, arrangement === 'glued', shown);
  return { y: Math.max(end, buyerEnd, y) + 1.2 * size, late };
}

function putList({ random, sheet, size }: Drawing, top: number, x: number, glued: boolean, entries: readonly Entry[]): number {
  const step = random.pick([1.35, 1.5, 1.8]) * size;
  const colon = random.chance(0.5) ? ':' : '';
  const column = x + random.pick([75, 90, 110]);
  const rightly = random.chance(0.25);
  entries.forEach(({ caption, value }, i) => {
    const y = top + i * step;
    if (glued || caption === null) sheet.put(x, y, caption === null ? value : `${caption}${colon} ${value}`, { size });
    else {
      const end = sheet.put(x, y, `${caption}${colon}`, { size });
      if (rightly) sheet.put(x + 210, y, value, { size, align: 'right' });
      else sheet.put(Math.max(column, end + 1.2 * size), y, value, { size });
    }
  });
  return top + entries.length * step;
}

function putAbove(
  { random, sheet, size }: Drawing,
  top: number,
  left: number,
  right: number,
  entries: readonly Entry[],
  under = false,
): number {
  const columns = right - left > 300 ? random.pick([2, 3, 4]) : 2;
  const width = (right - left) / columns;
  const small = random.chance(0.6) ? size - 2 : size;
  entries.forEach(({ caption, value }, i) => {
    const [x, y] = [left + (i % columns) * width, top + Math.floor(i / columns) * 3 * size];
    if (caption !== null) sheet.put(x, under ? y + size + 2 : y, caption, { size: small });
    sheet.put(x, under ? y : y + small + 3, value, { size });
  });
  return top + Math.ceil(entries.length / columns) * 3 * size;
}

function putHeads({ random, sheet, size, left, right }: Drawing, top: number, entries: readonly Entry[]): number {
  const most = 5;
  const middle = random.chance(0.3);
  for (let from = 0; from < entries.length; from += most) {
    const row = entries.slice(from, from + most);
    const width = (right - left) / row.length;
    row.forEach(({ caption, value }, i) => {
      const x = left + i * width + (middle ? width / 2 : 0);
      const align = middle ? 'middle' : 'left';
      if (caption !== null) sheet.put(x, top, caption, { size: Math.min(size, 9), align });
      sheet.put(x, top + 1.5 * size, value, { size, align });
    });
    top += 3.6 * size;
  }
  return top;
}

/** Entries one behind the other over the page's width, or in a sentence. */
function putSpread({ random, sheet, size, left, right }: Drawing, top: number, entries: readonly Entry[]): number {
  const between = random.pick([24, 40]);
  const colon = random.chance(0.6) ? ':' : '';
  let [x, y] = [left, top];
  for (const { caption, value } of entries) {
    const text = caption === null ? value : `${caption}${colon} ${value}`;
    if (x > left && x + text.length * 0.55 * size > right) [x, y] = [left, y + 1.5 * size];
    x = sheet.put(x, y, text, { size }) + between;
  }
  return y + 1.5 * size;
}

/** Bank, register and telephone, and entries that stand here rather than above; where they end. */
function foot(drawing: Drawing, top: number, late: readonly Entry[], named: boolean): number {
  const { random, invoice, sheet, left, right, size, phenomena, dated } = drawing;
  const { phrases } = invoice;
  let y = top + 10;
  if (late.length > 1) {
    y = putHeads(drawing, y, late) + size;
    phenomena.add('entries at the foot');
  } else
    for (const { caption, value } of late) {
      sheet.put(left, y, `${caption ?? ''} ${value}`, { size });
      y += 1.5 * size;
      phenomena.add('entry at the foot');
    }
  if (random.chance(0.1)) {
    sheet.put(
      left,
      y,
      `2 % ${earlyWord(random, phrases)}, ${dueSentence(random, phrases)} ${dated(addDays(invoice.issueDate, random.pick([8, 10, 14])))}`,
      { size },
    );
    y += 1.5 * size;
    phenomena.add('early payment with its date');
  }
  for (const note of random.some(NOTES[phrases.language] ?? NOTES.en, random.whole(0, 2))) {
    sheet.put(left, y, note, { size: random.pick([size, 8, 7]) });
    y += 1.4 * size;
  }
  if (random.chance(0.2)) {
    sheet.put(left, y, `${phrases.thanks} (${random.pick(['Ref.', '#', ''])} ${invoice.number})`, { size });
    y += 1.5 * size;
  }
  if (random.chance(0.2)) {
    sheet.put(random.pick([left, 297]), y, random.pick(ENDINGS), { size: random.pick([size, 8]) });
    y += 1.4 * size;
    if (random.chance(0.4)) {
      sheet.put(left, y, invoice.brand, { size });
      y += 1.4 * size;
    }
  }
  const iban = invoice.iban === null ? null : invoice.iban.replace(/(.{4})/g, '$1 ').trim();
  const parts = [
    ...(named && random.chance(0.5) ? [] : [invoice.legalName]),
    ...(random.chance(0.6) ? invoice.address : []),
    ...(iban === null ? [] : [`IBAN ${iban}`]),
    `${random.pick(phrases.taxId)} ${invoice.taxId}`,
    invoice.register,
    ...(random.chance(0.3) ? [`Tel. 0${random.digits(3)} ${random.digits(6)}`] : []),
    ...(random.chance(0.2) ? [dated(addDays(invoice.issueDate, random.whole(0, 1)))] : []),
  ];
  if (random.chance(0.5)) {
    for (let from = 0; from < parts.length; from += 3)
      sheet.put(297, y + (from / 3) * 10, parts.slice(from, from + 3).join(' · '), { size: 7, align: 'middle' });
    return y + Math.ceil(parts.length / 3) * 10;
  }
  const columns = random.pick([2, 3]);
  parts.forEach((part, i) =>
    sheet.put(left + (i % columns) * ((right - left) / columns), y + Math.floor(i / columns) * 10, part, { size: 7 }),
  );
  return y + Math.ceil(parts.length / columns) * 10;
}

function truthOf({ invoice }: Drawing, lines: Truth['lines'], due: boolean, order: boolean): Truth {
  const fixed = (value: { toFixed(places: number): string }) => value.toFixed(2);
  return {
    kind: invoice.kind,
    fields: {
      invoiceNumber: invoice.number.replace(/^#/, ''),
      issueDate: invoice.issueDate,
      dueDate: due && invoice.kind === 'invoice' ? addDays(invoice.issueDate, invoice.termsDays) : null,
      currency: invoice.phrases.currency,
      orderReference: order ? invoice.order : null,
      sellerName: invoice.legalName,
      sellerTaxId: invoice.taxId,
      sellerIban: invoice.iban,
      netTotal: fixed(invoice.net),
      taxTotal: fixed(invoice.tax),
      grossTotal: fixed(invoice.gross),
      amountDue: fixed(invoice.due),
    },
    lines,
  };
}
