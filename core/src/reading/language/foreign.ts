import { fold } from './phrases.js';
import { LEXICONS } from '../../languages/index.js';
import type { Row } from '../print/words.js';

/** Words that invoices in languages which are not read have and those that are read have not, by ISO 639 code. */
const FOREIGN: Readonly<Record<string, readonly string[]>> = {
  nb: [
    'og',
    'ikke',
    'betaling',
    'forfall',
    'forfallsdato',
    'mva',
    'beløp',
    'fakturadato',
    'antall',
    'kjøring',
    'fakturanummer',
    'å',
    'kontonummer',
    'etter',
    'kunne',
    'bestilling',
    'av',
  ],
  da: [
    'og',
    'ikke',
    'beløb',
    'forfaldsdato',
    'betalingsbetingelser',
    'antal',
    'leveret',
    'pris',
    'ialt',
    'kundenr',
    'fakturadato',
    'betales',
    'inden',
    'cvr',
    'til',
    'af',
  ],
  fi: [
    'lasku',
    'laskun',
    'eräpäivä',
    'yhteensä',
    'alv',
    'määrä',
    'viitenumero',
    'maksu',
    'asiakas',
    'päivämäärä',
    'hinta',
    'saaja',
    'ja',
    'veroton',
    'tilausnumero',
  ],
  cs: [
    'splatnosti',
    'dodavatel',
    'odběratel',
    'celkem',
    'dph',
    'množství',
    'vystavení',
    'úhradě',
    'číslo',
    'částka',
    'objednávka',
    'základ',
    'ičo',
    'dič',
    'zboží',
  ],
  sk: [
    'splatnosti',
    'dodávateľ',
    'odberateľ',
    'spolu',
    'dph',
    'množstvo',
    'vystavenia',
    'úhradu',
    'číslo',
    'suma',
    'objednávka',
    'základ',
    'ičo',
    'dič',
  ],
  hu: [
    'számla',
    'fizetési',
    'határidő',
    'összesen',
    'áfa',
    'mennyiség',
    'egységár',
    'vevő',
    'szállító',
    'nettó',
    'bruttó',
    'kelte',
    'és',
    'számlaszám',
    'adószám',
  ],
  ro: [
    'factură',
    'furnizor',
    'cumpărător',
    'cantitate',
    'preț',
    'valoare',
    'plată',
    'scadență',
    'și',
    'denumirea',
    'produselor',
    'cui',
    'fără',
    'termen',
    'emitere',
  ],
  pt: [
    'fatura',
    'vencimento',
    'quantidade',
    'preço',
    'contribuinte',
    'não',
    'descrição',
    'morada',
    'emissão',
    'unitário',
    'pagamento',
    'encomenda',
    'nif',
    'líquido',
    'com',
  ],
  tr: ['fatura', 'tarihi', 'miktar', 'kdv', 'toplam', 'tutar', 'birim', 'fiyat', 've', 'ödeme', 'vergi', 'sipariş', 'açıklama'],
};

const BY_WORD = new Map<string, string[]>();
for (const [language, words] of Object.entries(FOREIGN))
  for (const word of words) BY_WORD.set(word, [...(BY_WORD.get(word) ?? []), language]);

/** Different words of a language that it takes to tell it. */
const TELLING = 4;

/** The language that the rows are in where it is none that is read, ISO 639; null where it is one, or nothing tells. `read` is what they are read as. */
export function foreignLanguage(rows: readonly Row[], read: string): string | null {
  const small = new Set(LEXICONS.find(({ language }) => language === read)?.words.common.map(fold));
  const words = new Set(
    rows.flatMap((row) =>
      row.runs.flatMap((run) => run.words.map(({ text }) => text.toLowerCase().replace(/^[^\p{L}]+|[^\p{L}]+$/gu, ''))),
    ),
  );
  const hits = new Map<string, number>();
  let own = 0;
  for (const word of words) {
    if (small.has(fold(word))) own++;
    for (const language of BY_WORD.get(word) ?? []) hits.set(language, (hits.get(language) ?? 0) + 1);
  }
  const [best] = [...hits].sort((a, b) => b[1] - a[1]);
  return best && best[1] >= TELLING && best[1] > own ? best[0] : null;
}
