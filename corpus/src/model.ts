import { checkTaxId, ibanOf } from '@umber/core/identifiers';
import { addDays } from '@umber/core/dates';
import { Decimal } from '@umber/core/money';
import { PHRASES, type Phrases } from './phrases.js';
import { RARER_PHRASES } from './rarer-phrases.js';
import { Random } from '@umber/demo/random';

/** One line of an invoice that is to be drawn; amounts exact, as printed. */
export interface DrawnLine {
  readonly item: string | null;
  readonly description: string;
  readonly quantity: Decimal | null;
  readonly unit: string | null;
  readonly price: Decimal | null;
  readonly per: number;
  readonly discount: Decimal | null;
  readonly rate: string;
  readonly net: Decimal;
}

/** An invoice or credit note that is to be drawn, with every value that a reader should find. */
export interface DrawnInvoice {
  readonly seed: number;
  readonly kind: 'invoice' | 'credit-note';
  readonly phrases: Phrases;
  readonly brand: string;
  readonly legalName: string;
  readonly address: readonly string[];
  readonly taxId: string;
  readonly iban: string | null;
  readonly register: string;
  readonly number: string;
  readonly issueDate: string;
  readonly dueDate: string | null;
  /** The due date is given by terms only. */
  readonly terms: string | null;
  readonly termsDays: number;
  readonly early: { readonly days: number; readonly percent: string } | null;
  readonly order: string | null;
  readonly customer: string;
  readonly delivery: string;
  readonly lines: readonly DrawnLine[];
  readonly discount: Decimal | null;
  readonly carriage: Decimal | null;
  readonly net: Decimal;
  readonly taxes: readonly { readonly rate: string; readonly base: Decimal; readonly tax: Decimal }[];
  readonly tax: Decimal;
  readonly gross: Decimal;
  readonly paid: Decimal | null;
  readonly previous: Decimal | null;
  readonly due: Decimal;
}

/** What a family of layouts wants of the invoices drawn in it. */
export interface Wish {
  readonly lines: readonly [number, number];
  readonly services?: boolean;
  readonly hours?: boolean;
  readonly perHundred?: boolean;
  readonly discounts?: boolean;
  readonly rates?: number;
  readonly returns?: boolean;
  readonly utility?: boolean;
  readonly items?: boolean;
  /** Worded as fewer suppliers do. */
  readonly rarer?: boolean;
}

const cents = (value: Decimal) => value.toDecimalPlaces(2, Decimal.ROUND_HALF_UP);

/** An invoice that adds up, the same for the same seed. */
export function drawnInvoice(seed: number, wish: Wish): DrawnInvoice {
  const random = new Random(seed);
  const phrases = (wish.rarer ? RARER_PHRASES : PHRASES)[seed % PHRASES.length];
  const brand = random.pick(phrases.names);
  const rates = random.some(phrases.rates, wish.rates ?? 1);
  const lines = Array.from({ length: random.whole(...wish.lines) }, () => lineOf(random, phrases, wish, rates));
  const sum = lines.reduce((all, line) => all.plus(line.net), new Decimal(0));
  const single = rates.length === 1;
  const discount = single && !wish.hours && random.chance(0.18) ? cents(sum.times(random.pick(['0.02', '0.05', '0.1']))) : null;
  const carriage =
    single && !wish.hours && random.chance(0.25) ? new Decimal(random.whole(5, 60)).plus(random.pick(['0.00', '0.50', '0.95'])) : null;
  const net = sum.minus(discount ?? 0).plus(carriage ?? 0);
  const taxes = rates
    .map((rate) => {
      const base = single ? net : lines.filter((line) => line.rate === rate).reduce((all, line) => all.plus(line.net), new Decimal(0));
      return { rate, base, tax: cents(base.times(rate.replace(',', '.')).div(100)) };
    })
    .filter((one) => !one.base.isZero());
  const tax = taxes.reduce((all, one) => all.plus(one.tax), new Decimal(0));
  const gross = net.plus(tax);
  const paid = random.chance(wish.utility ? 0.5 : 0.12) ? cents(gross.times(random.pick(['0.2', '0.3', '0.5']))) : null;
  const previous = wish.utility && random.chance(0.6) ? new Decimal(random.whole(20, 400)).plus('0.37') : null;
  const issueDate = addDays('2025-11-03', random.whole(0, 360));
  const termsDays = random.pick([7, 10, 14, 21, 30, 30, 45, 60]);
  const credit = !wish.utility && random.chance(0.08);
  const byTerms = random.chance(0.22);
  const early = byTerms && random.chance(0.4) ? { days: random.pick([8, 10, 14]), percent: random.pick(['2', '3']) } : null;
  const legalName = `${brand} ${random.pick(phrases.forms)}`;
  return {
    seed,
    kind: credit ? 'credit-note' : 'invoice',
    phrases,
    brand,
    legalName,
    address: [`${random.pick(phrases.streets)} ${random.whole(1, 120)}`, random.pick(phrases.cities)],
    taxId: taxIdOf(random, phrases.country),
    iban: phrases.country === 'US' ? null : random.chance(0.9) ? ibanFor(random, phrases.country) : null,
    register: phrases.registered('') + random.digits(random.whole(5, 8)),
    number: numberOf(random),
    issueDate,
    dueDate: credit || random.chance(0.06) ? null : addDays(issueDate, termsDays),
    terms:
      byTerms && !credit
        ? early
          ? phrases.earlyTerms(Math.min(early.days, termsDays - 1), early.percent, termsDays)
          : phrases.terms(termsDays)
        : null,
    termsDays,
    early,
    order: random.chance(0.75)
      ? random.pick([`KFR-${random.digits(5)}`, random.digits(5), `4${random.digits(6)}`, `PO${random.digits(5)}`])
      : null,
    customer: random.pick(['K', 'C-', '', '1']) + random.digits(5),
    delivery: random.pick(['L', 'DN-', '']) + random.digits(6),
    lines,
    discount,
    carriage,
    net,
    taxes,
    tax,
    gross,
    paid: credit ? null : paid,
    previous: credit ? null : previous,
    due: gross.minus(credit ? 0 : (paid ?? 0)).plus(credit ? 0 : (previous ?? 0)),
  };
}

function lineOf(random: Random, phrases: Phrases, wish: Wish, rates: readonly string[]): DrawnLine {
  const rate = random.pick(rates);
  const service = wish.services || wish.hours || random.chance(0.1);
  const description = random.pick(service ? phrases.services : phrases.goodsNames);
  if (wish.services && !wish.hours) {
    const net = new Decimal(random.whole(40, 2400)).plus(random.pick(['0.00', '0.50', '0.25', '0.80']));
    return { item: null, description, quantity: null, unit: null, price: null, per: 1, discount: null, rate, net };
  }
  const fraction = wish.hours ? ['0', '0.25', '0.5', '0.75'] : ['0', '0', '0', '0.5', '0.25', '0.125'];
  let quantity = new Decimal(random.whole(1, random.chance(0.2) ? 1500 : 40)).plus(random.pick(fraction));
  if (wish.returns && random.chance(0.15)) quantity = new Decimal(-1);
  const per = wish.perHundred && random.chance(0.5) ? 100 : 1;
  const price = new Decimal(random.whole(per === 100 ? 200 : 20, per === 100 ? 40_000 : random.chance(0.2) ? 90_000 : 9_000)).div(100);
  const discount = wish.discounts && random.chance(0.4) ? new Decimal(random.pick(['5', '10', '12.5', '20'])) : null;
  const net = cents(
    quantity
      .times(price)
      .div(per)
      .times(new Decimal(1).minus((discount ?? new Decimal(0)).div(100))),
  );
  const item =
    wish.items === false
      ? null
      : random.pick([
          `${random.pick(['AB', 'KX', 'T', 'HW'])}-${random.digits(4)}`,
          random.digits(6),
          `${random.pick(['M', 'R'])}${random.digits(3)}.${random.digits(2)}`,
        ]);
  return { item, description, quantity, unit: wish.hours ? phrases.hour : random.pick(phrases.units), price, per, discount, rate, net };
}

function numberOf(random: Random): string {
  const [year, run] = [random.pick(['2026', '26']), random.digits(random.whole(3, 6))];
  return random.pick([
    `${year}-${run}`,
    `INV-${run}7`,
    `RE${year}${run}`,
    `${run}/${year}`,
    `9${run}4`,
    `F${year}/${run}`,
    `A-${run}-${random.whole(1, 9)}`,
  ]);
}

const TAX_SHAPES: Readonly<Record<string, (random: Random) => string>> = {
  GB: (r) => `GB${r.digits(9)}`,
  DE: (r) => `DE${r.whole(1, 9)}${r.digits(8)}`,
  FR: (r) => `FR${r.digits(11)}`,
  NL: (r) => `NL${r.digits(9)}B0${r.whole(1, 9)}`,
  ES: (r) => `ESB${r.digits(8)}`,
  IT: (r) => `IT0${r.digits(10)}`,
  SE: (r) => `SE${r.digits(10)}01`,
  PL: (r) => `PL${r.digits(10)}`,
};

/** A tax id of the country with right check digits, found by trying. */
function taxIdOf(random: Random, country: string): string {
  const shape = TAX_SHAPES[country];
  if (!shape) return `${random.whole(10, 98)}-${random.digits(7)}`;
  for (;;) {
    const id = shape(random);
    if (checkTaxId(id) === 'right') return id;
  }
}

const BBANS: Readonly<Record<string, (random: Random) => string>> = {
  GB: (r) => `FSMB${r.digits(14)}`,
  DE: (r) => r.digits(18),
  FR: (r) => r.digits(23),
  NL: (r) => `VRDB${r.digits(10)}`,
  ES: (r) => r.digits(20),
  IT: (r) => `X${r.digits(22)}`,
  SE: (r) => r.digits(20),
  PL: (r) => r.digits(24),
};

const ibanFor = (random: Random, country: string): string => ibanOf(country, BBANS[country](random));
