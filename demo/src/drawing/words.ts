import type { Language } from '../scenario/suppliers.js';

/** The words that the demo's suppliers print, by language. */
export const WORDS = {
  en: {
    invoice: 'Invoice',
    credit: 'Credit note',
    number: 'Invoice no.',
    creditNumber: 'Credit note no.',
    date: 'Invoice date',
    due: 'Due date',
    order: 'Your order no.',
    customer: 'Customer no.',
    to: 'Invoice to',
    item: 'Item',
    description: 'Description',
    quantity: 'Qty',
    unit: 'Unit',
    price: 'Price',
    amount: 'Amount',
    rate: 'VAT %',
    net: 'Net total',
    tax: 'VAT',
    gross: 'Invoice total',
    creditGross: 'Total credit',
    taxId: 'VAT reg. no.',
    pay: 'Please pay to',
    thanks: 'Thank you for your order.',
    registered: 'Registered in England no. 0',
  },
  de: {
    invoice: 'Rechnung',
    credit: 'Gutschrift',
    number: 'Rechnungsnummer',
    creditNumber: 'Gutschrift Nr.',
    date: 'Rechnungsdatum',
    due: 'Fällig am',
    order: 'Ihre Bestellung',
    customer: 'Kundennummer',
    to: 'Rechnung an',
    item: 'Artikel-Nr.',
    description: 'Bezeichnung',
    quantity: 'Menge',
    unit: 'Einheit',
    price: 'Einzelpreis',
    amount: 'Betrag',
    rate: 'MwSt. %',
    net: 'Nettobetrag',
    tax: 'MwSt.',
    gross: 'Rechnungsbetrag',
    creditGross: 'Gutschriftbetrag',
    taxId: 'USt-IdNr.',
    pay: 'Bankverbindung',
    thanks: 'Wir danken für Ihren Auftrag.',
    registered: 'Amtsgericht, HRB ',
  },
  fr: {
    invoice: 'Facture',
    credit: 'Avoir',
    number: 'Facture n°',
    creditNumber: 'Avoir n°',
    date: 'Date de facture',
    due: 'Échéance',
    order: 'Votre commande',
    customer: 'N° client',
    to: 'Facturé à',
    item: 'Référence',
    description: 'Désignation',
    quantity: 'Quantité',
    unit: 'Unité',
    price: 'P.U. HT',
    amount: 'Montant HT',
    rate: 'TVA %',
    net: 'Total HT',
    tax: 'TVA',
    gross: 'Total TTC',
    creditGross: 'Total TTC',
    taxId: 'N° TVA',
    pay: 'Règlement par virement',
    thanks: 'Merci de votre confiance.',
    registered: 'RCS B ',
  },
  nl: {
    invoice: 'Factuur',
    credit: 'Creditnota',
    number: 'Factuurnummer',
    creditNumber: 'Creditnota nr',
    date: 'Factuurdatum',
    due: 'Vervaldatum',
    order: 'Uw bestelnummer',
    customer: 'Klantnummer',
    to: 'Factuuradres',
    item: 'Artikel',
    description: 'Omschrijving',
    quantity: 'Aantal',
    unit: 'Eenheid',
    price: 'Prijs',
    amount: 'Bedrag',
    rate: 'Btw %',
    net: 'Totaal excl. btw',
    tax: 'Btw',
    gross: 'Totaal incl. btw',
    creditGross: 'Totaal incl. btw',
    taxId: 'Btw-nummer',
    pay: 'Betaling aan',
    thanks: 'Dank voor uw opdracht.',
    registered: 'KvK ',
  },
  es: {
    invoice: 'Factura',
    credit: 'Nota de abono',
    number: 'Factura núm.',
    creditNumber: 'Abono nº',
    date: 'Fecha de factura',
    due: 'Vencimiento',
    order: 'Su pedido',
    customer: 'Nº cliente',
    to: 'Facturar a',
    item: 'Código',
    description: 'Concepto',
    quantity: 'Cantidad',
    unit: 'Ud.',
    price: 'Precio',
    amount: 'Importe',
    rate: 'IVA %',
    net: 'Base imponible',
    tax: 'IVA',
    gross: 'Total factura',
    creditGross: 'Total abono',
    taxId: 'NIF',
    pay: 'Ingreso en cuenta',
    thanks: 'Gracias por su confianza.',
    registered: 'Registro Mercantil, hoja ',
  },
  it: {
    invoice: 'Fattura',
    credit: 'Nota di credito',
    number: 'Fattura n.',
    creditNumber: 'Nota di credito n.',
    date: 'Data fattura',
    due: 'Scadenza',
    order: 'Vostro ordine',
    customer: 'Codice cliente',
    to: 'Fatturare a',
    item: 'Codice',
    description: 'Descrizione',
    quantity: 'Quantità',
    unit: 'U.M.',
    price: 'Prezzo',
    amount: 'Importo',
    rate: 'IVA %',
    net: 'Imponibile',
    tax: 'IVA',
    gross: 'Totale fattura',
    creditGross: 'Totale documento',
    taxId: 'P. IVA',
    pay: 'Coordinate bancarie',
    thanks: 'Grazie per il vostro ordine.',
    registered: 'REA ',
  },
} as const satisfies Record<Language, Record<string, string>>;
export type Words = Readonly<Record<keyof (typeof WORDS)['en'], string>>;

const SIGNS: Readonly<Record<string, string>> = { GBP: '£', EUR: '€', USD: '$' };

/** A decimal string as this language prints it: 1,234.50 or 1.234,50 or 1 234,50. */
export function printed(value: string, language: Language): string {
  const [whole, fraction] = value.replace('-', '').split('.');
  const mark = language === 'en' ? '.' : ',';
  const group = language === 'en' ? ',' : language === 'fr' ? ' ' : '.';
  const grouped = whole.replace(/\B(?=(\d{3})+$)/g, group);
  return (value.startsWith('-') ? '-' : '') + (fraction === undefined ? grouped : grouped + mark + fraction);
}

/** An amount with its currency sign where this language puts it. */
export function withSign(value: string, language: Language, currency: string): string {
  const sign = SIGNS[currency] ?? currency;
  return language === 'en' || language === 'nl'
    ? `${sign}${language === 'nl' ? ' ' : ''}${printed(value, language)}`
    : `${printed(value, language)} ${sign}`;
}

/** A date as this language and country print it. */
export function printedDate(iso: string, language: Language, country: string, long = false): string {
  const [year, month, day] = iso.split('-');
  if (long)
    return new Intl.DateTimeFormat(country === 'US' ? 'en-US' : language === 'en' ? 'en-GB' : language, {
      day: 'numeric',
      month: 'long',
      year: 'numeric',
      timeZone: 'UTC',
    }).format(new Date(`${iso}T00:00:00Z`));
  if (country === 'US') return `${month}/${day}/${year}`;
  if (language === 'de') return `${day}.${month}.${year}`;
  if (language === 'nl') return `${day}-${month}-${year}`;
  return `${day}/${month}/${year}`;
}
