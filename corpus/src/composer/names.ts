import type { Random } from '@umber/demo/random';
import type { Phrases } from '../phrases.js';

const BEGINNINGS = [
  'Bram',
  'Thistle',
  'Dun',
  'Marrow',
  'Hinter',
  'Krzem',
  'Melo',
  'Corr',
  'Volu',
  'Pres',
  'Alm',
  'Scent',
  'Hof',
  'Wex',
  'Cast',
  'Lju',
  'Nord',
  'Penny',
  'Grotte',
  'Brack',
  'Kolb',
  'Tarn',
  'Vall',
  'Oster',
];
const ENDINGS = [
  'wick',
  'brook',
  'field',
  'thal',
  'ec',
  'grano',
  'ach',
  'bilis',
  'soir',
  'kost',
  'vik',
  'combe',
  'agnac',
  'winkel',
  'whistle',
  'scura',
  'water',
  'en',
  'side',
  'ona',
  'by',
];

/** What a firm does, before or behind its name, by language. */
const TRADES: Readonly<Record<string, readonly (readonly [before: string, behind: string])[]>> = {
  en: [
    ['', 'Cycles'],
    ['', 'Timber'],
    ['', 'Catering Supplies'],
    ['', 'Rope and Rigging'],
    ['', 'Print Works'],
    ['The', 'Workshop'],
    ['', '& Sons'],
    ['', 'Score Rental'],
    ['', 'Salt Merchants'],
    ['', 'Linen Company'],
    ['', '& Co Catering'],
    ['', 'Bros.'],
  ],
  de: [
    ['', 'Laborbedarf'],
    ['Hofgut', 'Lebensmittel'],
    ['', 'Werkzeuge'],
    ['Scriptorium', ''],
    ['Gärtnerei', ''],
    ['', 'und Söhne'],
  ],
  fr: [
    ['Imprimerie des', ''],
    ['Tonnellerie', 'et Fils'],
    ['Atelier', ''],
    ['Levures du', ''],
    ['', 'Frères'],
  ],
  es: [
    ['Pescados', ''],
    ['Hielos', 'e Hijos'],
    ['', 'Suministros'],
  ],
  it: [
    ['Officine', ''],
    ['Attrezzature', ''],
    ['', 'e Figli'],
    ['', 'Mangimi'],
  ],
  nl: [
    ['Drukkerij', ''],
    ['', 'Bloemen'],
    ['Gebroeders', ''],
  ],
  sv: [
    ['', 'Scenteknik'],
    ['', 'Bygg'],
    ['Snickeri', ''],
  ],
  pl: [
    ['Hurtownia', ''],
    ['Akwarystyka', ''],
    ['Zakład', ''],
  ],
};
/** What people call themselves who trade under their own name, by language. */
const CALLINGS: Readonly<Record<string, readonly string[]>> = {
  en: ['Joiner', 'Chartered Surveyor', 'Piano Tuner'],
  de: ['Schreinermeister', 'Dipl.-Ing.', 'Malermeister'],
  fr: ['Artisan menuisier', 'Photographe'],
  es: ['Fontanero', 'Arquitecta'],
  it: ['Elettricista', 'Restauratore'],
  nl: ['Timmerman', 'Fotografie'],
  sv: ['Snickare', 'Översättare'],
  pl: ['Stolarz', 'Tłumacz'],
};
const PEOPLE = ['Nora Hallberg', 'Edgar Finch', 'Lucie Moreau', 'Piotr Lis', 'Greta Amsel', 'Tomas Vidal'];

/** How a seller is called: on his signboard, and in full. Many have no legal form, some trade under their own name. */
export function sellerNames(random: Random, phrases: Phrases): { brand: string; full: string } {
  if (random.chance(0.08)) {
    const person = random.pick(PEOPLE);
    const calling = random.pick(CALLINGS[phrases.language] ?? CALLINGS.en);
    const full = random.chance(0.35) ? `${person}, ${calling}` : person;
    return { brand: random.pick([person, full]), full };
  }
  const word = () => random.pick(BEGINNINGS) + random.pick(ENDINGS);
  const [before, behind] = random.pick(TRADES[phrases.language] ?? TRADES.en);
  const own = random.chance(0.35) ? `${word()} ${word()}` : word();
  const name = [before, own, behind].filter((part) => part !== '').join(' ');
  const full = random.chance(0.7) ? `${name} ${random.pick(phrases.forms)}` : name;
  const brand = random.pick([own, own, own.split(' ')[0], name, full]);
  return { brand: random.chance(0.25) ? brand.toUpperCase() : brand, full };
}

/** The mail address of a firm. */
export const addressOf = (random: Random, name: string): string =>
  `${random.pick(['office', 'accounts', 'hello', 'info', 'rechnung'])}@${name
    .normalize('NFD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/\b(ltd|limited|gmbh|inc|sarl|sas|ab|bv|llp|plc|kg|og)\b\.?/g, '')
    .replace(/[^a-z0-9]+/g, random.chance(0.5) ? '-' : '')
    .replace(/^-|-$/g, '')
    .slice(0, 26)}.example`;
