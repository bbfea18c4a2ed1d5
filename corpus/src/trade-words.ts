/** Words that only some trades put on their invoices, by language. */
export interface TradeWords {
  readonly ordered: string;
  readonly supplied: string;
  readonly supplyDate: string;
  readonly subtotal: string;
  /** The tax within a total, before its rate. */
  readonly contained: string;
  readonly taxAmount: string;
  readonly gross: string;
  readonly code: string;
  readonly period: string;
  readonly intro: string;
  /** The sums of an invoice in one sentence. */
  readonly sums: (net: string, rate: string, tax: string, gross: string) => string;
  readonly payBy: (date: string, iban: string) => string;
}

export const TRADE_WORDS: Readonly<Record<string, TradeWords>> = {
  en: {
    ordered: 'Ordered',
    supplied: 'Supplied',
    supplyDate: 'Supplied on',
    subtotal: 'Sub-total',
    contained: 'includes VAT at',
    taxAmount: 'VAT',
    gross: 'Gross',
    code: 'Code',
    period: 'Period',
    intro: 'For our services we charge you as follows:',
    sums: (net, rate, tax, gross) => `The net amount of ${net} plus ${rate}% VAT of ${tax} comes to a total of ${gross}.`,
    payBy: (date, iban) => `Please pay by ${date}${iban ? ` to IBAN ${iban}` : ''}.`,
  },
  de: {
    ordered: 'bestellt',
    supplied: 'geliefert',
    supplyDate: 'Liefertag',
    subtotal: 'Zwischensumme',
    contained: 'darin enthalten MwSt.',
    taxAmount: 'MwSt.',
    gross: 'Brutto',
    code: 'Kz',
    period: 'Zeitraum',
    intro: 'Für unsere Leistungen berechnen wir Ihnen:',
    sums: (net, rate, tax, gross) =>
      `Der Nettobetrag von ${net} zuzüglich ${rate} % Mehrwertsteuer von ${tax} ergibt einen Gesamtbetrag von ${gross}.`,
    payBy: (date, iban) => `Bitte überweisen Sie den Betrag bis zum ${date}${iban ? ` auf das Konto IBAN ${iban}` : ''}.`,
  },
  fr: {
    ordered: 'Commandé',
    supplied: 'Livré',
    supplyDate: 'Livré le',
    subtotal: 'Sous-total',
    contained: 'dont TVA',
    taxAmount: 'TVA',
    gross: 'TTC',
    code: 'Code',
    period: 'Période',
    intro: 'Pour nos prestations, nous vous facturons :',
    sums: (net, rate, tax, gross) =>
      `Le montant hors taxes de ${net}, majoré de ${rate} % de TVA soit ${tax}, donne un total TTC de ${gross}.`,
    payBy: (date, iban) => `Merci de régler avant le ${date}${iban ? ` sur le compte IBAN ${iban}` : ''}.`,
  },
  nl: {
    ordered: 'Besteld',
    supplied: 'Geleverd',
    supplyDate: 'Geleverd op',
    subtotal: 'Subtotaal',
    contained: 'waarvan btw',
    taxAmount: 'Btw',
    gross: 'Incl.',
    code: 'Code',
    period: 'Periode',
    intro: 'Voor onze diensten brengen wij u in rekening:',
    sums: (net, rate, tax, gross) => `Het nettobedrag van ${net} vermeerderd met ${rate}% btw van ${tax} geeft een totaal van ${gross}.`,
    payBy: (date, iban) => `Wilt u uiterlijk ${date} betalen${iban ? ` op IBAN ${iban}` : ''}?`,
  },
  es: {
    ordered: 'Pedido',
    supplied: 'Servido',
    supplyDate: 'Servido el',
    subtotal: 'Subtotal',
    contained: 'IVA incluido',
    taxAmount: 'IVA',
    gross: 'Con IVA',
    code: 'Cód.',
    period: 'Periodo',
    intro: 'Por nuestros servicios les facturamos:',
    sums: (net, rate, tax, gross) => `La base imponible de ${net} más el ${rate} % de IVA de ${tax} da un total de ${gross}.`,
    payBy: (date, iban) => `Rogamos el pago antes del ${date}${iban ? ` en la cuenta IBAN ${iban}` : ''}.`,
  },
  it: {
    ordered: 'Ordinato',
    supplied: 'Consegnato',
    supplyDate: 'Consegnato il',
    subtotal: 'Totale parziale',
    contained: 'di cui IVA',
    taxAmount: 'IVA',
    gross: 'Ivato',
    code: 'Cod.',
    period: 'Periodo',
    intro: 'Per i nostri servizi Vi fatturiamo:',
    sums: (net, rate, tax, gross) => `L’imponibile di ${net} più IVA ${rate} % di ${tax} dà un totale fattura di ${gross}.`,
    payBy: (date, iban) => `Vi preghiamo di pagare entro il ${date}${iban ? ` sul conto IBAN ${iban}` : ''}.`,
  },
  sv: {
    ordered: 'Beställt',
    supplied: 'Levererat',
    supplyDate: 'Levererat den',
    subtotal: 'Delsumma',
    contained: 'varav moms',
    taxAmount: 'Moms',
    gross: 'Inkl. moms',
    code: 'Kod',
    period: 'Period',
    intro: 'För våra tjänster debiterar vi:',
    sums: (net, rate, tax, gross) => `Nettobeloppet ${net} plus ${rate} % moms ${tax} ger totalt ${gross}.`,
    payBy: (date, iban) => `Betala senast ${date}${iban ? ` till IBAN ${iban}` : ''}.`,
  },
  pl: {
    ordered: 'Zamówiono',
    supplied: 'Wydano',
    supplyDate: 'Wydano dnia',
    subtotal: 'Suma częściowa',
    contained: 'w tym VAT',
    taxAmount: 'VAT',
    gross: 'Brutto',
    code: 'Kod',
    period: 'Okres',
    intro: 'Za nasze usługi naliczamy:',
    sums: (net, rate, tax, gross) => `Kwota netto ${net} plus ${rate} % VAT ${tax} daje razem ${gross}.`,
    payBy: (date, iban) => `Prosimy o zapłatę do dnia ${date}${iban ? ` na konto IBAN ${iban}` : ''}.`,
  },
};
