import { Decimal, decimal, plain, type DecimalString } from '../money/index.js';
import { foldText } from '../similarity/index.js';

/** A unit as it is reckoned with: so many (`size`) of what its kind is measured in. */
export interface Unit {
  /** What can be converted into one another: `piece`, `mass`, `length` …; for a word that nobody knows, the word. */
  readonly kind: string;
  readonly size: Decimal;
}

/** That one of `from` is so many (`factor`) of `to`, as agreed for an order line, an item or a supplier. */
export interface Conversion {
  readonly from: string;
  readonly to: string;
  readonly factor: DecimalString;
}

/** Words and codes of units (UN/ECE Recommendation 20 among them), by kind and size; folded as `foldText` does. */
const WORDS: Readonly<Record<string, readonly (readonly [size: string, words: string])[]>> = {
  piece: [
    [
      '1',
      'pc pcs piece pieces ea each no nos unit units stk st stuck stueck stck u un ud uds unidad unidades unite unites piece pieces pce p pz pezzo pezzi nr stuks stuk szt styck item items c62 h87 ea 1',
    ],
    ['2', 'pair pairs pr prs paar paire paires par pares paio paia par'],
    ['10', 'ten decade'],
    ['12', 'dozen doz dz dzn dutzend douzaine dozijn docena dozzina dussin tuzin'],
    ['100', '100 hundred cent hundert centaine c cen %'],
    ['144', 'gross grs'],
    ['1000', '1000 thousand mille tsd tausend millier duizend mil mil000 mille tusen tys'],
  ],
  mass: [
    ['1', 'g gr gram grams gramm gramme grammes grm'],
    ['1000', 'kg kgs kilo kilos kilogram kilograms kilogramm kgm'],
    ['100000', 'dz100 quintal quintals dt'],
    ['1000000', 't to tn ton tons tonne tonnes tonnen tonnellata tne mt'],
  ],
  volume: [
    ['1', 'ml millilitre mlt'],
    ['10', 'cl'],
    ['1000', 'l lt ltr ltrs litre litres liter liters litro litros litri ltr'],
    ['100000', 'hl hlt'],
    ['1000000', 'm3 cbm mtq fm rm'],
  ],
  length: [
    ['1', 'mm mmt'],
    ['10', 'cm cmt'],
    ['1000', 'm mtr metre metres meter meters metro metros metri lfm lfdm rm1 ml1 mtk1'],
    ['1000000', 'km kmt'],
  ],
  area: [['1', 'm2 qm sqm mtk']],
  time: [
    ['1', 'min minute minutes minuten minuti'],
    ['60', 'h hr hrs hour hours std stunde stunden heure heures uur uren hora horas ora ore hur'],
    ['1440', 'day days tag tage jour jours dag dagen dia dias giorno giorni'],
  ],
  energy: [
    ['1', 'kwh'],
    ['1000', 'mwh'],
  ],
};

const KNOWN: ReadonlyMap<string, Unit> = new Map(
  Object.entries(WORDS).flatMap(([kind, sizes]) =>
    sizes.flatMap(([size, words]) => words.split(' ').map((word): [string, Unit] => [word, { kind, size: new Decimal(size) }])),
  ),
);

/** Words of what goods come in: with a number beside them they hold so many pieces; without one they are a unit of their own. */
const PACKS = new Set(
  'box boxes bx ctn carton cartons case cases cs pack packs pk pkt packet packets pkg bag bags bundle bdl roll rolls set sets tray kit pallet plt tin drum reel sachet karton kartons packung pckg paket pack vpe ve beutel sack rolle gebinde kiste boite boites carton paquet lot sachet doos dozen pak zak caja cajas paquete bolsa scatola scatole confezione conf pacco kartong forpackning opakowanie karton'.split(
    ' ',
  ),
);

/** What a unit's text means: "box of 12", "12er Pack", "per 100", "kg", "Stk."; null for empty text. */
export function unitOf(text: string | null): Unit | null {
  const key = text ?? '';
  let known = remembered.get(key);
  if (known === undefined) {
    if (remembered.size >= MOST_REMEMBERED) remembered.clear();
    remembered.set(key, (known = readUnit(text)));
  }
  return known;
}
const remembered = new Map<string, Unit | null>();
const MOST_REMEMBERED = 1000;

/** Codes of UN/ECE Recommendations 20 and 21 that electronic invoices use, in the words that orders use for them. */
const CODES: Readonly<Record<string, string>> = {
  xbx: 'box',
  xct: 'carton',
  xcs: 'case',
  xpk: 'pack',
  xpa: 'packet',
  xbg: 'bag',
  xbe: 'bundle',
  xro: 'roll',
  xpx: 'pallet',
  xbo: 'bottle',
  xca: 'can',
  xjr: 'jar',
  xcr: 'crate',
  xtu: 'tube',
  xsa: 'sack',
  xst: 'sheet',
  xdr: 'drum',
  npr: 'pair',
  dzn: 'dozen',
  nar: 'pcs',
  wee: 'week',
  mon: 'month',
  ann: 'year',
  ls: 'lump sum',
};

/** The code of UN/ECE Recommendation 20 or 21 for a unit in words; pieces where it says nothing that has one. */
export function unitCode(text: string | null): string {
  const folded = foldText(text ?? '');
  if (
    /^(?:x[a-z]{2}|[a-z]\d{2}|[a-z]{3})$/.test(folded) &&
    (folded in CODES || /^(c62|h87|kgm|grm|tne|mtr|cmt|mmt|kmt|mtk|mtq|ltr|mlt|hlt|hur|min|day|kwh|mwh|set)$/.test(folded))
  )
    return folded.toUpperCase();
  const code = Object.entries(CODES).find(([, word]) => word === folded)?.[0];
  if (code !== undefined) return code.toUpperCase();
  const unit = unitOf(text);
  return unit === null ? 'H87' : (MEASURES[`${unit.kind} ${plain(unit.size)}`] ?? 'H87');
}

/** Codes of what is measured, by kind and size. */
const MEASURES: Readonly<Record<string, string>> = {
  'piece 1': 'H87',
  'piece 2': 'NPR',
  'piece 12': 'DZN',
  'mass 1': 'GRM',
  'mass 1000': 'KGM',
  'mass 1000000': 'TNE',
  'volume 1': 'MLT',
  'volume 1000': 'LTR',
  'volume 100000': 'HLT',
  'volume 1000000': 'MTQ',
  'length 1': 'MMT',
  'length 10': 'CMT',
  'length 1000': 'MTR',
  'length 1000000': 'KMT',
  'area 1': 'MTK',
  'time 1': 'MIN',
  'time 60': 'HUR',
  'time 1440': 'DAY',
  'energy 1': 'KWH',
  'energy 1000': 'MWH',
};

function readUnit(said: string | null): Unit | null {
  const text = CODES[foldText(said ?? '')] ?? said;
  const folded = foldText((text ?? '').replace('²', '2').replace('³', '3'));
  if (folded === '') return (text ?? '').trim() === '%' ? (KNOWN.get('100') ?? null) : null;
  const plainly = KNOWN.get(folded.replaceAll(' ', ''));
  if (plainly) return plainly;
  const words = folded
    .replace(/(\d)([a-z])/g, '$1 $2')
    .replace(/([a-z])(\d)/g, '$1 $2')
    .split(' ')
    .filter(
      (word) =>
        !['of', 'per', 'je', 'pro', 'par', 'a', 'de', 'di', 'van', 'x', 'er', 'zu', 'von', 'by', 'the', 'da', 'av', 'po'].includes(word),
    );
  const number = words.filter((word) => /^\d+$/.test(word));
  const others = words.filter((word) => !/^\d+$/.test(word));
  const measured = others.map((word) => KNOWN.get(word)).find((unit) => unit !== undefined);
  const packed = others.find((word) => PACKS.has(word));
  if (number.length === 1) {
    const size = new Decimal(number[0]);
    if (size.isZero()) return null;
    // "box of 12", "12 pcs", "100 kg": so many of what is counted.
    if (measured && (packed !== undefined || others.length === 1)) return { kind: measured.kind, size: measured.size.times(size) };
    if (packed !== undefined || others.length === 0) return { kind: 'piece', size };
  }
  if (number.length === 0 && others.length === 1 && measured) return measured;
  return { kind: packed ?? folded, size: new Decimal(1) };
}

/** How many of `to` one of `from` is; null where nothing says so. What was agreed goes before what is known in general. */
export function unitFactor(from: string | null, to: string | null, agreed: readonly Conversion[] = []): Decimal | null {
  const [left, right] = [unitOf(from), unitOf(to)];
  if (from !== null && to !== null)
    for (const conversion of agreed) {
      if (sameUnit(conversion.from, from) && sameUnit(conversion.to, to)) return decimal(conversion.factor);
      if (sameUnit(conversion.from, to) && sameUnit(conversion.to, from)) return new Decimal(1).div(decimal(conversion.factor));
    }
  if (left === null || right === null) return null;
  return left.kind === right.kind ? left.size.div(right.size) : null;
}

/** Whether two texts say the same unit. */
export function sameUnit(a: string, b: string): boolean {
  const [left, right] = [unitOf(a), unitOf(b)];
  if (left === null || right === null) return left === right;
  return left.kind === right.kind && left.size.eq(right.size);
}

/** A factor as people write it: 12, 0.01. */
export const factorText = (factor: Decimal): DecimalString => plain(factor.toDecimalPlaces(8));
