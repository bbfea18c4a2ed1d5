import { LEXICONS, type LabelMeaning } from '@umber/core/languages';
import type { Random } from '@umber/demo/random';
import type { Phrases } from '../phrases.js';

/** Words before the number and the day of an invoice that a credit note credits. */
const CITED: Readonly<Record<string, readonly (readonly [number: string, date: string])[]>> = {
  en: [
    ['Original invoice', 'Invoice date'],
    ['For invoice', 'of'],
    ['Relates to', 'dated'],
    ['Credits our invoice', 'from'],
  ],
  de: [
    ['Zu Rechnung', 'vom'],
    ['Ursprungsrechnung', 'Rechnung vom'],
    ['Bezug auf Rechnung', 'Rechnungsdatum'],
  ],
  fr: [
    ['Facture d’origine', 'du'],
    ['Annule la facture', 'Facture du'],
    ['Avoir sur facture', 'en date du'],
  ],
  es: [
    ['Factura original', 'de fecha'],
    ['Rectifica la factura', 'del'],
  ],
  it: [
    ['Fattura di origine', 'del'],
    ['Rif. fattura', 'data fattura'],
  ],
  nl: [
    ['Betreft factuur', 'van'],
    ['Oorspronkelijke factuur', 'Factuurdatum'],
  ],
  sv: [
    ['Avser faktura', 'av den'],
    ['Ursprunglig faktura', 'Fakturadatum'],
  ],
  pl: [
    ['Do faktury', 'z dnia'],
    ['Faktura korygowana', 'data faktury'],
  ],
};
export const citedCaptions = (random: Random, { language }: Phrases): readonly [number: string, date: string] =>
  random.pick(CITED[language] ?? CITED.en);

/** Words before the day of a direct debit, by language. */
const ON_DAY: Readonly<Record<string, readonly string[]>> = {
  en: ['on', 'not before', 'on or about'],
  de: ['am', 'frühestens am', 'zum'],
  fr: ['le', 'à partir du'],
  es: ['el', 'a partir del'],
  it: ['il', 'in data'],
  nl: ['op', 'rond'],
  sv: ['den', 'omkring den'],
  pl: ['dnia', 'w dniu'],
};

/** Words of a sentence that a due date ends. */
export const dueSentence = (random: Random, { language }: Phrases): string => {
  const own = ON_DAY[language] ?? ON_DAY.en;
  if (random.chance(0.2)) return random.pick(own);
  const words = LEXICONS.find((lexicon) => lexicon.language === language)?.words.dueSentence ?? [];
  return words.length === 0 ? 'Please pay by' : random.pick(words);
};

/** What a sentence about paying begins and ends with, by language. */
const PAYING: Readonly<Record<string, readonly (readonly [before: string, behind: string])[]>> = {
  en: [
    ['Please transfer the amount', 'to our account.'],
    ['Kindly pay', 'quoting the number above.'],
    ['Charged to account, due', ''],
    ['Payment is expected', 'at the latest'],
    ['The amount will be collected from your account', 'or shortly after.'],
  ],
  de: [
    ['Bitte überweisen Sie den Betrag', 'auf das Konto unten.'],
    ['Zahlbar ohne Abzug', ''],
    ['Wir bitten um Zahlung', 'auf unser Konto'],
    ['Der Betrag wird', 'von Ihrem Konto abgebucht.'],
  ],
  fr: [
    ['Merci de régler', 'par virement.'],
    ['À payer sans escompte', ''],
    ['Le montant sera prélevé', 'sur votre compte.'],
  ],
  es: [
    ['Rogamos abonen el importe', 'en nuestra cuenta.'],
    ['El importe se cargará', 'en su cuenta.'],
  ],
  it: [
    ['Vi preghiamo di pagare', 'sul conto indicato.'],
    ['L’importo sarà addebitato', 'sul vostro conto.'],
  ],
  nl: [
    ['Gelieve te betalen', 'op onze rekening.'],
    ['Wij incasseren het bedrag', 'van uw rekening.'],
  ],
  sv: [['Vänligen betala', 'till vårt konto.']],
  pl: [['Prosimy o wpłatę', 'na nasze konto.']],
};

/** A sentence that asks to be paid by a day. */
export function payingSentence(random: Random, phrases: Phrases, day: string): string {
  const [before, behind] = random.chance(0.6) ? random.pick(PAYING[phrases.language] ?? PAYING.en) : ['', ''];
  return [before, dueSentence(random, phrases), day, behind].filter((part) => part !== '').join(' ');
}

/** What stands at the foot of invoices besides, by language. */
export const NOTES: Readonly<Record<string, readonly string[]>> = {
  en: [
    'Goods remain our property until paid for in full.',
    'Thank you for your business.',
    'This invoice was made by a computer and needs no signature.',
    'Claims within eight days of receipt.',
  ],
  de: [
    'Die Ware bleibt bis zur vollständigen Bezahlung unser Eigentum.',
    'Wir danken für Ihr Vertrauen.',
    'Beträge je Position ohne Umsatzsteuer',
    'Lieferdatum entspricht Rechnungsdatum.',
  ],
  fr: ['Merci de votre confiance.', 'Pas d’escompte pour paiement anticipé.', 'Marchandise reprise sous huit jours.'],
  es: ['Gracias por su confianza.', 'Precios con IVA incluido', 'No se admiten devoluciones.'],
  it: ['Merce viaggia a rischio del committente.', 'Grazie per la fiducia.', 'Contributo assolto ove dovuto'],
  nl: ['Bedankt voor uw vertrouwen.', 'Op al onze leveringen zijn onze voorwaarden van toepassing.'],
  sv: ['Tack för ert förtroende.', 'Dröjsmålsränta enligt lag.', 'Godkänd för F-skatt'],
  pl: ['Dziękujemy za współpracę.', 'podpis osoby upoważnionej do wystawienia', 'Dokument nie wymaga podpisu.'],
};

/** A word for a discount on early payment. */
export const earlyWord = (random: Random, { language }: Phrases): string =>
  random.pick(LEXICONS.find((lexicon) => lexicon.language === language)?.words.earlyDiscount ?? ['discount']);

/** What a caption on the page stands before. */
export type Captioned = 'number' | 'date' | 'due' | 'order' | 'customer' | 'delivery' | 'otherNumber' | 'otherDate';

const list = (text: string): string[] => text.split('|').map((part) => part.trim());

/** Words of one supplier's own for what the others call otherwise, by language. */
const OWN: Readonly<Record<string, Readonly<Record<Captioned, readonly string[]>>>> = {
  en: {
    number: list('Our bundle|Docket|Sheet|Bill|Ref.|No.|This document|Charge note|File under|Serial'),
    date: list('Made on|Written|Day|Raised|As of|Printed|Made out'),
    due: list('Settle until|Funds with us by|We expect it by|Not later than|Last day|Money by'),
    order: list('Your call|Your slip|Asked for under|Requisition|Job for you|Your file|Yours'),
    customer: list('You are|Client|Ledger|Your number with us|Folio'),
    delivery: list('Packed under|Drop|Van note|Shipment'),
    otherNumber: list('Quote|Contract|Job no.|Route|Meter no.|Our contact|Extension|Lot|Project'),
    otherDate: list('Sent out|Delivered|Ordered on|Period from|Week ending|Collected'),
  },
  de: {
    number: list('Beleg|Vorgang|Unser Zeichen|Nr.|Blatt|Schriftstück|Faktur'),
    date: list('Ausgestellt|vom|Gemacht am|Stand|Tag|den'),
    due: list('Bis spätestens|Wir erwarten Ihr Geld am|Zu begleichen bis|Letzter Tag'),
    order: list('Ihr Auftrag vom Zettel|Ihr Zeichen|Bezug|Auf Abruf|Ihre Anfrage'),
    customer: list('Sie sind bei uns|Konto|Debitor|Kunde'),
    delivery: list('Ausgeliefert mit|Packzettel|Tour'),
    otherNumber: list('Angebot|Projekt|Objekt|Zählernummer|Sachbearbeiter|Durchwahl|Charge'),
    otherDate: list('Leistung vom|Geliefert am|Bestellt am|Zeitraum ab|Druckdatum'),
  },
  fr: {
    number: list('Pièce|Notre pli|N°|Bordereau|Réf.|Note'),
    date: list('Fait le|Établi le|En date du|Le|Jour'),
    due: list('À régler avant|Versement attendu le|Au plus tard le|Dernier jour'),
    order: list('Votre appel|Votre demande|Suite à|V/réf.|Bon'),
    customer: list('Vous êtes|Compte|Dossier'),
    delivery: list('Parti avec|Tournée|Colis'),
    otherNumber: list('Devis|Contrat|Chantier|Poste|Compteur|Lot'),
    otherDate: list('Livré le|Commandé le|Période du|Imprimé le'),
  },
  es: {
    number: list('Papel|Nuestro número|Nº|Documento|Ref.|Recibo'),
    date: list('Hecho el|A día|Día|Extendida'),
    due: list('A pagar antes del|Esperamos su pago el|Último día'),
    order: list('Su encargo|Según aviso|Su nota|S/ref.'),
    customer: list('Usted es|Cuenta|Abonado'),
    delivery: list('Salió con|Ruta|Bulto'),
    otherNumber: list('Presupuesto|Contrato|Obra|Extensión|Lote'),
    otherDate: list('Entregado el|Pedido el|Periodo desde|Impreso'),
  },
  it: {
    number: list('Foglio|Nostro numero|N.|Doc.|Rif.|Parcella'),
    date: list('Fatto il|Addì|Giorno|Redatta il'),
    due: list('Da saldare entro|Attendiamo entro il|Ultimo giorno'),
    order: list('Vostra richiesta|Come da|Vs. rif.|Chiamata'),
    customer: list('Voi siete|Conto|Codice'),
    delivery: list('Partito con|Giro|Collo'),
    otherNumber: list('Preventivo|Contratto|Cantiere|Interno|Lotto'),
    otherDate: list('Consegnato il|Ordinato il|Periodo dal|Stampato il'),
  },
  nl: {
    number: list('Stuk|Ons nummer|Nr.|Bon|Ref.|Nota'),
    date: list('Gemaakt op|Dag|Opgemaakt|Per'),
    due: list('Te geven voor|Graag uiterlijk|Laatste dag'),
    order: list('Uw vraag|Uw bon|Naar aanleiding van|Uw kenmerk'),
    customer: list('U bent|Rekening|Relatie'),
    delivery: list('Mee met|Rit|Pakbon'),
    otherNumber: list('Offerte|Contract|Werk|Toestel|Partij'),
    otherDate: list('Gebracht op|Besteld op|Periode vanaf|Afgedrukt'),
  },
  sv: {
    number: list('Blad|Vårt nummer|Nr|Handling|Ref.|Nota'),
    date: list('Gjord den|Dag|Utskriven|Per'),
    due: list('Betalas senast|Vi väntar pengar|Sista dag'),
    order: list('Er förfrågan|Enligt|Ert märke|Rop'),
    customer: list('Ni är|Konto|Kund'),
    delivery: list('Gick med|Tur|Kolli'),
    otherNumber: list('Offert|Avtal|Arbete|Anknytning|Parti'),
    otherDate: list('Lämnat den|Beställt den|Period från|Tryckt'),
  },
  pl: {
    number: list('Kwit|Nasz numer|Nr|Pismo|Dok.'),
    date: list('Zrobiono|Dnia|Wypisano|Z dnia'),
    due: list('Prosimy do|Czekamy do|Ostatni dzień'),
    order: list('Wasze zlecenie|Wg|Wasz znak|Zapotrzebowanie'),
    customer: list('Jesteście|Konto|Klient'),
    delivery: list('Wyjechało z|Kurs|Paczka'),
    otherNumber: list('Oferta|Umowa|Budowa|Wewn.|Partia'),
    otherDate: list('Dowieziono|Zamówiono|Okres od|Wydruk'),
  },
};

const MEANINGS: Partial<Readonly<Record<Captioned, LabelMeaning>>> = {
  number: 'invoiceNumber',
  date: 'issueDate',
  due: 'dueDate',
  order: 'orderReference',
};

/** A caption in the document's language, with how it is known: usual words, rarer ones, or words that no list has. */
export function captionOf(random: Random, phrases: Phrases, what: Captioned): { text: string; own: boolean } {
  const own = OWN[phrases.language] ?? OWN.en;
  const usual: Partial<Record<Captioned, readonly string[]>> = {
    number: phrases.number,
    date: phrases.date,
    due: phrases.due,
    order: phrases.order,
    customer: phrases.customer,
    delivery: phrases.delivery,
  };
  const meaning = MEANINGS[what];
  const rarer = meaning
    ? (LEXICONS.find(({ language }) => language === phrases.language)?.labels[meaning] ?? []).filter((text) => !/[(|]/.test(text))
    : [];
  const isOwn = !usual[what] || random.chance(0.22);
  const text = isOwn
    ? random.pick(own[what])
    : rarer.length > 0 && random.chance(0.4)
      ? capital(random.pick(rarer))
      : random.pick(usual[what] ?? own[what]);
  return { text: random.chance(0.15) ? text.toUpperCase() : text, own: isOwn };
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
