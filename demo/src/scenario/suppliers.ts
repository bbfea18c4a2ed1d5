import { checkTaxId, ibanOf } from '@umber/core/identifiers';

export type Language = 'en' | 'de' | 'fr' | 'nl' | 'es' | 'it';
export type Layout = 'ledger' | 'band' | 'column' | 'letter' | 'trade' | 'slip';

export interface CatalogueItem {
  readonly item: string;
  readonly description: string;
  readonly unit: string;
  /** Per unit, supplier's currency. */
  readonly price: string;
  /** A usual quantity to order. */
  readonly usual: number;
}
export interface ScenarioSupplier {
  readonly key: string;
  readonly name: string;
  readonly address: readonly string[];
  readonly country: string;
  readonly currency: string;
  readonly language: Language;
  readonly layout: Layout;
  readonly domain: string;
  readonly taxId: string | null;
  readonly iban: string | null;
  /** Percent. */
  readonly taxRate: string;
  readonly termsDays: number;
  readonly account: string;
  readonly costCentre: string;
  /** Whether goods and services come on purchase orders. */
  readonly onOrder: boolean;
  readonly catalogue: readonly CatalogueItem[];
  /** What it calls things otherwise than others do, by what the words of its language are called. */
  readonly words?: Readonly<Record<string, string>>;
}

/** The first number from `seed` on whose check digits are right. */
function taxIdOf(country: string, seed: number): string | null {
  const length: Readonly<Record<string, number>> = { GB: 9, DE: 9, IT: 11 };
  for (let n = seed; n < seed + 5_000; n++) {
    const digits = String(n).padStart(length[country] ?? 9, '0');
    const id =
      country === 'FR'
        ? `FR${String((12 + 3 * (n % 97)) % 97).padStart(2, '0')}${digits}`
        : country === 'NL'
          ? `NL${digits}B01`
          : country === 'ES'
            ? `ESB${digits.slice(-8)}`
            : `${country}${digits}`;
    if (checkTaxId(id) === 'right') return id;
  }
  return null;
}

const BANKS: Readonly<Record<string, (n: string) => string>> = {
  GB: (n) => ibanOf('GB', `TRNB40${n.slice(0, 4)}${n.slice(0, 8)}`),
  DE: (n) => ibanOf('DE', `30${n.slice(0, 6)}${n.padStart(10, '0').slice(-10)}`),
  FR: (n) => ibanOf('FR', `20041${n.slice(0, 5)}${n.padStart(11, '0').slice(-11)}44`),
  NL: (n) => ibanOf('NL', `OEVB${n.padStart(10, '0').slice(-10)}`),
  ES: (n) => ibanOf('ES', `2400${n.slice(0, 4)}${'47'}${n.padStart(10, '0').slice(-10)}`),
  IT: (n) => ibanOf('IT', `X05428${n.slice(0, 5)}${n.padStart(12, '0').slice(-12)}`),
};

type Given = Omit<ScenarioSupplier, 'taxId' | 'iban' | 'catalogue'> & { readonly seed: number; readonly goods: readonly string[] };

/** `goods`: "item|description|unit|price|usual quantity". */
function supplier({ seed, goods, ...given }: Given): ScenarioSupplier {
  const catalogue = goods.map((text) => {
    const [item, description, unit, price, usual] = text.split('|');
    return { item, description, unit, price, usual: Number(usual) };
  });
  return {
    ...given,
    catalogue,
    taxId: taxIdOf(given.country, seed),
    iban: BANKS[given.country]?.(String(seed * 7919).padStart(11, '3')) ?? null,
  };
}

const gb = { country: 'GB', currency: 'GBP', language: 'en', taxRate: '20', termsDays: 30 } as const;

export const SUPPLIERS: readonly ScenarioSupplier[] = [
  supplier({
    ...gb,
    key: 'hartscale',
    name: 'Hartscale Sleepers Ltd',
    address: ['Sawpit Yard', 'Hartscale', 'HS7 2QD'],
    layout: 'ledger',
    domain: 'hartscale.example',
    seed: 41772001,
    account: '5010',
    costCentre: 'PW',
    onOrder: true,
    goods: [
      'SL-OAK|Oak sleeper, new, 2.6 m|pcs|41.20|60',
      'SL-SOFT|Softwood sleeper, treated, 2.4 m|pcs|24.85|80',
      'CT-33|Crossing timber 3.3 m|pcs|66.40|12',
      'CH-S1|Cast chair S1, reclaimed|pcs|10.60|150',
      'KEY-OAK|Oak key, kiln dried|box|38.20|8',
    ],
  }),
  supplier({
    ...gb,
    key: 'bellwether',
    name: 'Bellwether Brake Works Ltd',
    address: ['Unit 4, Foundry Lane', 'Ambleforth', 'AF3 9TL'],
    layout: 'trade',
    domain: 'bellwether-brakes.example',
    seed: 52310400,
    account: '5020',
    costCentre: 'WS',
    onOrder: true,
    goods: [
      'BB-320|Composition brake block, 320 mm|pcs|43.10|24',
      'BB-280|Cast iron brake block, 280 mm|pcs|29.75|30',
      'LN-12|Friction lining, woven, drilled|set|79.90|6',
      'PIN-40|Brake hanger pin, 40 mm|pcs|12.35|40',
      'SPR-7|Release spring, heavy|pcs|8.15|48',
    ],
  }),
  supplier({
    ...gb,
    key: 'ovenden',
    name: 'Ovenden Coal Merchants Ltd',
    address: ['Railhead Depot', 'Ovenden Moor', 'OM1 4BN'],
    layout: 'letter',
    domain: 'ovenden-coal.example',
    seed: 60218833,
    taxRate: '5',
    account: '5030',
    costCentre: 'LS',
    onOrder: true,
    goods: [
      'COAL-T|Steam coal, washed trebles, delivered in bulk|tonnes|318.50|12',
      'BRIQ|Ovoid briquettes in 25 kg sacks|sacks|11.40|120',
      'KIND|Kindling, dry softwood, netted|nets|5.85|60',
    ],
  }),
  supplier({
    ...gb,
    key: 'tarnside',
    name: 'Tarnside Lubricants Ltd',
    address: ['12 Dock Road', 'Tarnside', 'TS2 8GH'],
    layout: 'band',
    domain: 'tarnside-lubricants.example',
    seed: 71440912,
    account: '5040',
    costCentre: 'LS',
    onOrder: true,
    goods: [
      'SCO-680|Steam cylinder oil 680|drum|598.00|2',
      'GR-EP2|Grease EP 2, cartridges|case|57.20|6',
      'AXL-3|Axlebox oil, medium|drum|412.75|2',
      'FLG-1|Wheel flange lubricant stick|box|49.60|10',
    ],
  }),
  supplier({
    ...gb,
    key: 'crakewell',
    name: 'Crakewell Uniforms Ltd',
    address: ['3 Weavers Row', 'Crakewell', 'CW5 1AA'],
    layout: 'column',
    domain: 'crakewell.example',
    seed: 80133770,
    account: '5050',
    costCentre: 'ST',
    onOrder: true,
    goods: [
      'JKT-G|Guard’s jacket, navy serge|pcs|84.50|10',
      'TRS-N|Trousers, navy, lined|pcs|38.95|20',
      'CAP-P|Peaked cap with badge|pcs|21.30|18',
      'HV-3|Hi-vis coat, class 3|pcs|46.75|12',
    ],
  }),
  supplier({
    ...gb,
    key: 'dapplemere',
    name: 'Dapplemere Catering Supplies Ltd',
    address: ['Creamery Court', 'Dapplemere', 'DM9 3PF'],
    layout: 'trade',
    domain: 'dapplemere.example',
    seed: 90877115,
    termsDays: 14,
    account: '5060',
    costCentre: 'TR',
    onOrder: true,
    goods: [
      '20311|Ground coffee, dark roast, 1 kg|bag|11.90|20',
      '23050|Scones, sultana, ready baked, 48|tray|18.60|10',
      '26101|Paper cups, 8 oz, 1000|case|42.10|5',
      '24013|Crisps, sea salt, 32|box|11.05|12',
      '20318|Tea bags, one-cup, 1100|case|25.80|4',
      '21006|Spring water, still, 24 bottles|case|7.80|15',
    ],
  }),
  supplier({
    ...gb,
    key: 'fellbeam',
    name: 'Fellbeam Electricity Supply Ltd',
    address: ['PO Box 77', 'Ambleforth', 'AF1 1ZZ'],
    layout: 'slip',
    domain: 'fellbeam-electricity.example',
    seed: 10388462,
    termsDays: 14,
    account: '5110',
    costCentre: 'OF',
    onOrder: false,
    goods: ['-|Day units|kWh|0.2780|4700', '-|Night units|kWh|0.1940|1000', '-|Availability charge, 60 kVA|days|0.8940|31'],
  }),
  supplier({
    ...gb,
    key: 'garthwater',
    name: 'Garth Valley Water plc',
    address: ['Reservoir House', 'Garth Valley', 'GV4 6WT'],
    layout: 'slip',
    domain: 'garthwater.example',
    seed: 11742980,
    termsDays: 14,
    account: '5120',
    costCentre: 'OF',
    onOrder: false,
    goods: ['-|Water supplied, measured|m3|1.9500|280', '-|Waste water|m3|2.3400|260', '-|Fixed charge, 40 mm meter|days|0.6150|90'],
  }),
  supplier({
    ...gb,
    key: 'whinstone',
    name: 'Whinstone Telecom Ltd',
    address: ['Exchange Building', 'Whinstone', 'WN8 5HJ'],
    layout: 'column',
    domain: 'whinstone-telecom.example',
    seed: 12960517,
    termsDays: 20,
    account: '5130',
    costCentre: 'OF',
    onOrder: false,
    goods: [
      'FIB-100|Fibre service 100 Mbit/s, workshops|pcs|58.20|1',
      'LINE|Exchange line, station|pcs|18.40|6',
      'RAD-H|Hand-portable radio, rental|pcs|8.90|8',
    ],
  }),
  supplier({
    ...gb,
    key: 'blencarn',
    name: 'Blencarn Insurance Brokers Ltd',
    address: ['Quadrant House', 'Ellermoor', 'EL2 7LP'],
    layout: 'band',
    domain: 'blencarn.example',
    seed: 13522046,
    taxRate: '0',
    account: '5210',
    costCentre: 'OF',
    onOrder: false,
    goods: ['-|Public liability cover, quarterly premium|policy|6480.00|1', '-|Employers’ liability incl. volunteers|policy|2110.50|1'],
  }),
  supplier({
    ...gb,
    key: 'mossrigg',
    name: 'Mossrigg Tool Hire Ltd',
    address: ['Station Approach', 'Mossrigg', 'MR6 4CV'],
    layout: 'ledger',
    domain: 'mossrigg-hire.example',
    seed: 14808331,
    account: '5330',
    costCentre: 'PW',
    onOrder: true,
    goods: [
      'H302|Generator 20 kVA, quiet|week|214.00|2',
      'H241|Rail saw with guide|day|66.20|6',
      'H118|Plate compactor, diesel|day|63.95|8',
      'H410|Hydraulic jack 50 t, set of 4|week|201.50|1',
    ],
  }),
  supplier({
    ...gb,
    key: 'underbarrow',
    name: 'Underbarrow Legal LLP',
    address: ['9 Chancel Court', 'Ellermoor', 'EL1 4QT'],
    layout: 'letter',
    domain: 'underbarrow-legal.example',
    seed: 15693208,
    account: '5220',
    costCentre: 'OF',
    onOrder: false,
    goods: ['-|Drafting of the level crossing agreement|hours|248.00|3', '-|Correspondence about the culvert|hours|191.60|2'],
  }),
  supplier({
    key: 'brandtal',
    name: 'Kesselwerk Brandtal GmbH',
    address: ['Dampfweg 3', '98777 Brandtal'],
    country: 'DE',
    currency: 'EUR',
    language: 'de',
    layout: 'letter',
    domain: 'kesselwerk-brandtal.example',
    seed: 231570044,
    taxRate: '19',
    termsDays: 14,
    account: '5350',
    costCentre: 'LS',
    onOrder: true,
    goods: [
      'KI-1|Innere Untersuchung des Lokomotivkessels|Std.|114.90|11',
      'MP-2|Magnetpulverprüfung von Kuppelstangen|Stück|57.60|8',
      'US-3|Ultraschallprüfung der Radsätze|Stück|92.50|16',
    ],
  }),
  supplier({
    key: 'lindenau',
    name: 'Farbenhaus Lindenau GmbH',
    address: ['Lackstraße 18', '99311 Lindenau'],
    country: 'DE',
    currency: 'EUR',
    language: 'de',
    layout: 'band',
    domain: 'farben-lindenau.example',
    seed: 248810733,
    taxRate: '19',
    termsDays: 30,
    account: '5360',
    costCentre: 'WS',
    onOrder: true,
    goods: [
      'KL-RT|Kunstharzlack braunrot, seidenglänzend|Dose|48.70|24',
      'GR-90|Rostschutzgrundierung, grau|Eimer|72.30|8',
      'VD-5|Verdünnung, 5 l|Kanister|19.95|10',
    ],
  }),
  supplier({
    key: 'elsterfurt',
    name: 'Schraubenkontor Elsterfurt GmbH',
    address: ['Gewindegasse 7', '99899 Elsterfurt'],
    country: 'DE',
    currency: 'EUR',
    language: 'de',
    layout: 'trade',
    domain: 'schraubenkontor-elsterfurt.example',
    seed: 260049215,
    taxRate: '19',
    termsDays: 30,
    account: '5020',
    costCentre: 'WS',
    onOrder: true,
    goods: [
      '100611|Zylinderschraube M12 × 60, 12.9|Stück|0.71|400',
      '100436|Scheibe M16, verzinkt|Stück|0.17|600',
      '100548|Gewindestange 1 m, M24|Stück|9.85|60',
      '100366|Sechskantmutter M8, verzinkt|Stück|0.05|900',
    ],
  }),
  supplier({
    key: 'bocage',
    name: 'Imprimerie Bocage-Noir SARL',
    address: ['8, rue des Presses', '04999 Bocage-Noir'],
    country: 'FR',
    currency: 'EUR',
    language: 'fr',
    layout: 'ledger',
    domain: 'bocage-noir.example',
    seed: 413705,
    taxRate: '20',
    termsDays: 30,
    account: '5340',
    costCentre: 'ST',
    onOrder: true,
    goods: [
      'BIL-E|Billets cartonnés, numérotés, 5 séries|mille|46.40|12',
      'CAR-50|Carnets de 50 tickets, couverture quadri|pcs|3.45|250',
      'DEP-3|Dépliant horaires, trois volets|pcs|0.094|7000',
    ],
  }),
  supplier({
    key: 'valmorin',
    name: 'Transports Valmorin SAS',
    address: ['Quai Nord 8', '39998 Valmorin'],
    country: 'FR',
    currency: 'EUR',
    language: 'fr',
    layout: 'column',
    domain: 'valmorin-transports.example',
    seed: 502218,
    taxRate: '20',
    termsDays: 45,
    account: '5410',
    costCentre: 'WS',
    onOrder: true,
    goods: [
      'TP-117|Acheminement de roues montées|km|1.92|900',
      'TP-142|Voiture pilote|heures|67.90|10',
      'TP-166|Supplément carburant|forfait|75.40|1',
    ],
  }),
  supplier({
    key: 'oeverdijk',
    name: 'Schoonmaak Oeverdijk B.V.',
    address: ['Zeemstraat 6', '7999 ZV Oeverdijk'],
    country: 'NL',
    currency: 'EUR',
    language: 'nl',
    layout: 'slip',
    domain: 'oeverdijk.example',
    seed: 610449021,
    taxRate: '21',
    termsDays: 30,
    account: '5310',
    costCentre: 'ST',
    onOrder: true,
    goods: [
      'SM-1|Dagelijkse reiniging rijtuigen, interieur|uur|30.20|56',
      'SM-2|Dieptereiniging bekleding salonrijtuig|m2|8.10|50',
      'SM-3|Afvoer afval, rolcontainer|stuks|21.40|2',
    ],
  }),
  supplier({
    key: 'penaserena',
    name: 'Jardinería Peñaserena S.L.',
    address: ['Camino Alto 27', '44998 Peñaserena'],
    country: 'ES',
    currency: 'EUR',
    language: 'es',
    layout: 'band',
    domain: 'penaserena.example',
    seed: 7801544,
    taxRate: '21',
    termsDays: 60,
    account: '5320',
    costCentre: 'ST',
    onOrder: true,
    goods: [
      'JD-1|Desbroce de taludes, tramo norte|m2|0.42|4000',
      'JD-2|Poda de árboles sobre la vía|h|58.60|22',
      'JD-3|Suministro de tierra vegetal|m3|32.40|18',
    ],
  }),
  supplier({
    key: 'montechiaro',
    name: 'Officine Montechiaro S.r.l.',
    address: ['Via della Rotaia 5', '38999 Montechiaro'],
    country: 'IT',
    currency: 'EUR',
    language: 'it',
    layout: 'ledger',
    domain: 'montechiaro.example',
    seed: 4488123301,
    taxRate: '22',
    termsDays: 30,
    account: '5020',
    costCentre: 'WS',
    onOrder: true,
    goods: [
      'RT-01|Tornitura cerchione, per asse|pz|310.00|4',
      'BR-22|Bronzina di biella, lavorata|pz|148.50|6',
      'VT-09|Valvola di sicurezza, revisione|pz|226.00|2',
    ],
  }),
  supplier({
    key: 'cedarhollow',
    name: 'Cedar Hollow Gauge & Valve Inc.',
    address: ['2200 Boiler Road', 'Cedar Hollow, OH 45998'],
    country: 'US',
    currency: 'USD',
    language: 'en',
    layout: 'band',
    domain: 'cedarhollow.example',
    seed: 1,
    taxRate: '0',
    termsDays: 30,
    account: '5020',
    costCentre: 'LS',
    onOrder: true,
    goods: [
      'PG-6|Pressure gauge, 6 in, 0-250 psi|each|182.40|4',
      'WG-3|Water gauge glass, toughened|box|36.75|6',
      'SV-2|Steam valve, 2 in, bronze|each|241.10|3',
    ],
  }),
];

/** Who writes without being on file. */
export const STRANGERS: readonly ScenarioSupplier[] = [
  supplier({
    ...gb,
    key: 'gillbeck',
    name: 'Gillbeck Scaffolding Ltd',
    address: ['The Old Smithy', 'Gillbeck', 'GB7 3SC'],
    layout: 'trade',
    domain: 'gillbeck-scaffolding.example',
    seed: 16804417,
    account: '5330',
    costCentre: 'PW',
    onOrder: false,
    goods: [
      'SC-20|Scaffold tower 6 m, at the viaduct|week|184.50|2',
      'SC-31|Debris netting, fitted|m2|2.35|90',
      'SC-02|Erecting and taking down|hours|41.00|14',
    ],
  }),
  supplier({
    ...gb,
    key: 'harrowgill',
    name: 'Harrowgill Oddments Ltd',
    address: ['The Sidings', 'Harrowgill', 'HG4 2TT'],
    layout: 'trade',
    domain: 'harrowgill-oddments.example',
    seed: 31159264,
    account: '5010',
    costCentre: 'PW',
    onOrder: false,
    goods: [
      'HO-114|Signal lamp glass, green|each|18.75|6',
      'HO-230|Brass oil cup, 12 mm|each|9.40|12',
      'HO-077|Lamp wick, woven|m|1.15|40',
    ],
    words: {
      number: 'Our bundle',
      date: 'Put down',
      due: 'Money by',
      order: 'Your slip',
      customer: 'You are',
      item: 'Tag',
      description: 'Stuff',
      quantity: 'Many',
      unit: 'By the',
      price: 'Apiece',
      amount: 'Together',
      rate: 'Crown %',
      net: 'Bare',
      tax: 'For the crown',
      gross: 'Makes',
    },
  }),
];

/** A supplier of the scenario, on file or not. @throws where there is none of this key. */
export function supplierOf(key: string): ScenarioSupplier {
  const found = [...SUPPLIERS, ...STRANGERS].find((one) => one.key === key);
  if (!found) throw new Error(`no supplier ${key} in the scenario`);
  return found;
}
