import { addDays } from '@umber/core/dates';
import { Random } from '@umber/demo/random';
import { DESK_FAMILIES } from './desk-sheets.js';
import { drawnInvoice, type DrawnInvoice } from './model.js';
import { list, PHRASES, type Phrases } from './phrases.js';
import { FAMILIES, type Family } from './sheets.js';
import { TRADE_FAMILIES } from './trade-sheets.js';

/** Layouts that keep to one shape however many lines they have. */
const LAYOUTS = [...FAMILIES, ...DESK_FAMILIES, ...TRADE_FAMILIES].filter(({ wish }) => !wish.utility);

const SYLLABLES = list('vor|tel|nim|sa|dru|kel|osk|pam|ri|lun|be|tav|gon|mi|sel|hu|rak|fe|dol|wen|zi|por|ta|lek');

/** A word that is in no language's list. */
const madeUp = (random: Random): string => {
  const word = Array.from({ length: random.whole(2, 3) }, () => random.pick(SYLLABLES)).join('');
  return word.charAt(0).toUpperCase() + word.slice(1);
};

/** Words that somebody might use for what nearly all others call otherwise. */
const ODD: Readonly<Record<string, readonly string[]>> = {
  number: list('Our bundle|Docket|Charge note|Paper|Te noemen|Bündel|Notre pli|Leaf'),
  date: list('Written|Done on|Put down|Gemacht|Fait|Opgesteld|Set down'),
  due: list('Money by|Settle until|Our wish|Bis dahin|Te geven voor|Au plus tard|Let us have it by'),
  order: list('Your slip|Your call|Your wish|Ihr Zettel|Uw vraag|Votre appel|You wrote'),
  customer: list('You are|Folio|Ihr Fach|U bent|Vous êtes'),
  delivery: list('Went with|Van|Fuhre|Rit|Tournée'),
  net: list('Before the crown|Bare|Worth|Ohne alles|Kaal|Nu|For the goods alone'),
  tax: list('For the crown|Crown|Fürs Amt|Voor de staat|Part du roi|The state has'),
  gross: list('Makes|In all that is|Macht|Samen geeft dat|Cela fait|All in all'),
  goods: list('The goods|Alles|Spullen|Choses'),
  toPay: list('Te geven|Hand over|Still ours|Her damit|Reste chez vous'),
  paid: list('Had already|Schon da|Gehad|Déjà eu'),
  discount: list('For your loyalty|Nachgelassen|Voor trouw|Un geste'),
  carriage: list('The van|Fuhrlohn|Voor de rit|La route'),
};
const ODD_COLUMNS: Partial<Record<keyof Phrases['columns'], readonly string[]>> = {
  item: list('Mark|Zeichen|Merk|Signe'),
  description: list('What it was|Was es war|Wat het was|La chose|Stuff'),
  quantity: list('Many|So viele|Zoveel|Tant|Fetched'),
  unit: list('Of|Je was|Soort|Sorte'),
  price: list('One makes|Eins macht|Een doet|L’un fait|Apiece'),
  rate: list('Crown %|Amt %|Staat %|Roi %'),
  net: list('Together|Zusammen|Samen|Ensemble|Comes to'),
};

/** The words of one supplier: one for each thing, most of them his own. `odd`: how many of them nobody has a list of, 0..1. */
function ownPhrases(random: Random, phrases: Phrases, odd: number): Phrases {
  const worded = (name: string, usual: readonly string[]): string[] => {
    if (!random.chance(odd)) return [random.pick(usual)];
    const words = ODD[name];
    return [
      words && random.chance(0.5)
        ? random.pick(words)
        : random.chance(0.4)
          ? `${madeUp(random)} ${madeUp(random).toLowerCase()}`
          : madeUp(random),
    ];
  };
  const column = (name: keyof Phrases['columns']): string[] => {
    const usual = phrases.columns[name];
    const words = ODD_COLUMNS[name];
    return random.chance(odd) ? [words && random.chance(0.5) ? random.pick(words) : madeUp(random)] : [random.pick(usual)];
  };
  const names = [
    'number',
    'date',
    'due',
    'order',
    'customer',
    'delivery',
    'net',
    'tax',
    'gross',
    'goods',
    'toPay',
    'paid',
    'discount',
    'carriage',
  ] as const;
  return {
    ...phrases,
    ...Object.fromEntries(names.map((name) => [name, worded(name, phrases[name])])),
    title: random.chance(odd / 2) ? [madeUp(random)] : [random.pick(phrases.title)],
    billTo: [random.pick(phrases.billTo)],
    taxId: [random.pick(phrases.taxId)],
    columns: Object.fromEntries(
      (Object.keys(phrases.columns) as (keyof Phrases['columns'])[]).map((name) => [name, column(name)]),
    ) as unknown as Phrases['columns'],
  };
}

/** One supplier who keeps to one layout and to words of his own: a family of documents that all come from him. */
export function supplierSeries(seed: number): Family {
  const random = new Random(seed * 6151 + 7);
  const layout = random.pick(LAYOUTS);
  const country = random.whole(0, PHRASES.length - 1);
  // Three of four suppliers share hardly a word with others.
  const phrases = ownPhrases(random, PHRASES[country], random.chance(0.75) ? 0.95 : 0.45);
  const first = drawnInvoice(random.whole(1, 1_000_000) * PHRASES.length + country, layout.wish);
  const order = random.pick([
    (each: Random) => each.digits(5),
    (each: Random) => `KFR-${each.digits(5)}`,
    (each: Random) => `4${each.digits(6)}`,
  ]);
  return {
    name: `series-${seed}`,
    wish: layout.wish,
    draw: ({ seed: each }) => {
      const own = new Random(each * 31 + seed);
      const drawn = drawnInvoice(own.whole(1, 1_000_000) * PHRASES.length + country, { ...layout.wish, rates: layout.wish.rates ?? 1 });
      const invoice: DrawnInvoice = {
        ...drawn,
        kind: 'invoice',
        seed: seed * 97,
        phrases,
        brand: first.brand,
        legalName: first.legalName,
        address: first.address,
        taxId: first.taxId,
        iban: first.iban,
        register: first.register,
        customer: first.customer,
        number: numberLike(own, first.number),
        order: first.order && order(own),
        termsDays: first.termsDays,
        dueDate: first.dueDate && addDays(drawn.issueDate, first.termsDays),
        terms: first.terms,
        early: first.early,
      };
      return { invoice, ...layout.draw(invoice) };
    },
  };
}

/** A number of the same shape: another digit for each, the year kept. */
const numberLike = (random: Random, number: string): string =>
  number.replace(/(2026)|\d/g, (digit, year: string | undefined) => year ?? (digit === '0' ? '0' : random.digits(1)));
