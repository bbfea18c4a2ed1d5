import { addDays } from '@umber/core/dates';
import { Random } from '@umber/demo/random';
import type { DrawnInvoice } from './model.js';
import { printed, printedDate } from './invoice-formatter.js';

/** What suppliers send besides invoices. */
export const LETTER_KINDS = ['statement', 'reminder', 'delivery-note', 'order-confirmation', 'other'] as const;
export type LetterKind = (typeof LETTER_KINDS)[number];

interface LetterPhrases {
  /** Titles, then a sentence; a letter without a title has an empty one. */
  readonly says: Readonly<Record<LetterKind, readonly [titles: string, sentence: string]>>;
  readonly open: string;
  readonly regards: string;
}

/** How letters are worded, by language: titles separated by `|`. */
const LETTERS: Readonly<Record<string, LetterPhrases>> = {
  en: {
    says: {
      statement: ['Statement of account|Statement|Account statement', 'Your account with us stands as follows.'],
      reminder: ['Payment reminder|Reminder|Overdue account', 'The sums below are past due. Please settle them within a week.'],
      'delivery-note': ['Delivery note|Packing slip', 'We have delivered the goods below today. Received in good order:'],
      'order-confirmation': ['Order confirmation|Order acknowledgement', 'Thank you for your order, which we accept as follows.'],
      other: ['', 'We are moving: from next month our new warehouse is open from seven in the morning. Telephone numbers stay the same.'],
    },
    open: 'Open',
    regards: 'Kind regards',
  },
  de: {
    says: {
      statement: ['Kontoauszug|Kontokorrentauszug', 'Ihr Konto bei uns weist folgende offene Posten aus.'],
      reminder: ['Mahnung|Zahlungserinnerung|2. Mahnung', 'Folgende Beträge sind überfällig. Bitte zahlen Sie innerhalb von sieben Tagen.'],
      'delivery-note': ['Lieferschein', 'Wir haben Ihnen heute geliefert. Ware ordnungsgemäß erhalten:'],
      'order-confirmation': ['Auftragsbestätigung', 'Vielen Dank für Ihre Bestellung, die wir wie folgt annehmen.'],
      other: ['', 'Wir ziehen um: Ab dem nächsten Monat finden Sie unser Lager an der Ringstraße. Die Telefonnummern bleiben gleich.'],
    },
    open: 'Offen',
    regards: 'Mit freundlichen Grüßen',
  },
  fr: {
    says: {
      statement: ['Relevé de compte|Relevé', 'Voici la situation de votre compte chez nous.'],
      reminder: [
        'Rappel|Relance|Rappel de paiement',
        'Sauf erreur, les sommes ci-dessous restent dues. Merci de les régler sous huitaine.',
      ],
      'delivery-note': ['Bon de livraison', 'Nous avons livré ce jour les marchandises suivantes. Reçu en bon état :'],
      'order-confirmation': ['Confirmation de commande|Accusé de réception de commande', 'Nous vous remercions de votre commande.'],
      other: ['', 'Nous déménageons : à partir du mois prochain notre dépôt vous accueille quai Nord. Nos téléphones ne changent pas.'],
    },
    open: 'Solde',
    regards: 'Sincères salutations',
  },
  nl: {
    says: {
      statement: ['Rekeningoverzicht', 'Hierbij het overzicht van uw openstaande posten.'],
      reminder: [
        'Herinnering|Betalingsherinnering|Aanmaning',
        'Onderstaande bedragen zijn nog niet voldaan. Wij verzoeken u binnen zeven dagen te betalen.',
      ],
      'delivery-note': ['Pakbon|Leveringsbon', 'Heden hebben wij geleverd. In goede orde ontvangen:'],
      'order-confirmation': ['Orderbevestiging|Opdrachtbevestiging', 'Hartelijk dank voor uw bestelling.'],
      other: ['', 'Wij verhuizen: vanaf volgende maand is ons magazijn aan de kade open. Onze telefoonnummers blijven gelijk.'],
    },
    open: 'Openstaand',
    regards: 'Met vriendelijke groet',
  },
  es: {
    says: {
      statement: ['Extracto de cuenta|Estado de cuenta', 'El estado de su cuenta es el siguiente.'],
      reminder: ['Recordatorio de pago|Recordatorio', 'Los importes siguientes están vencidos. Rogamos su abono en siete días.'],
      'delivery-note': ['Albarán|Albarán de entrega', 'Hoy hemos entregado lo siguiente. Recibido conforme:'],
      'order-confirmation': ['Confirmación de pedido', 'Gracias por su pedido, que aceptamos como sigue.'],
      other: ['', 'Nos trasladamos: desde el próximo mes nuestro almacén abre en el muelle norte. Los teléfonos no cambian.'],
    },
    open: 'Pendiente',
    regards: 'Atentamente',
  },
  it: {
    says: {
      statement: ['Estratto conto', 'La situazione del Vostro conto è la seguente.'],
      reminder: ['Sollecito di pagamento|Sollecito', 'Gli importi seguenti risultano scaduti. Vi preghiamo di saldare entro sette giorni.'],
      'delivery-note': ['Documento di trasporto|Bolla di consegna', 'Oggi abbiamo consegnato quanto segue. Ricevuto in buono stato:'],
      'order-confirmation': ['Conferma d’ordine|Conferma ordine', 'Vi ringraziamo per il Vostro ordine.'],
      other: ['', 'Ci trasferiamo: dal prossimo mese il nostro magazzino apre alla banchina nord. I telefoni restano gli stessi.'],
    },
    open: 'Aperto',
    regards: 'Cordiali saluti',
  },
  sv: {
    says: {
      statement: ['Kontoutdrag', 'Så här ser ert konto hos oss ut.'],
      reminder: ['Betalningspåminnelse|Påminnelse', 'Nedanstående belopp är förfallna. Vänligen betala inom sju dagar.'],
      'delivery-note': ['Följesedel', 'Vi har i dag levererat följande. Mottaget i gott skick:'],
      'order-confirmation': ['Orderbekräftelse', 'Tack för er beställning.'],
      other: ['', 'Vi flyttar: från nästa månad ligger vårt lager vid kajen. Telefonnumren är desamma.'],
    },
    open: 'Öppet',
    regards: 'Med vänliga hälsningar',
  },
  pl: {
    says: {
      statement: ['Wyciąg z konta|Zestawienie sald', 'Stan Państwa konta przedstawia się następująco.'],
      reminder: [
        'Przypomnienie o płatności|Wezwanie do zapłaty',
        'Poniższe kwoty są przeterminowane. Prosimy o zapłatę w ciągu siedmiu dni.',
      ],
      'delivery-note': ['Dokument WZ|List przewozowy', 'Dostarczyliśmy dzisiaj następujące towary. Odebrano w dobrym stanie:'],
      'order-confirmation': ['Potwierdzenie zamówienia', 'Dziękujemy za zamówienie.'],
      other: ['', 'Przeprowadzamy się: od przyszłego miesiąca nasz magazyn mieści się przy nabrzeżu. Telefony bez zmian.'],
    },
    open: 'Do zapłaty',
    regards: 'Z poważaniem',
  },
};

const escape = (text: string) => text.replace(/&/g, '&amp;').replace(/</g, '&lt;');

/** A letter of the invoice's supplier, one page as HTML: what it is said to be, what it is about, in one of three looks. */
export function drawnLetter(kind: LetterKind, invoice: DrawnInvoice): string {
  const { phrases } = invoice;
  const words = LETTERS[phrases.language];
  const random = new Random(invoice.seed * 13 + LETTER_KINDS.indexOf(kind));
  const style = random.pick(phrases.dateStyles);
  const day = (iso: string) => printedDate(iso, phrases, style);
  const say = (list: readonly string[]) => escape(random.pick(list));
  const [titles, sentence] = words.says[kind];
  const title = titles === '' ? '' : `<h2>${escape(random.pick(titles.split('|')))}</h2>`;
  const table = (heads: readonly string[], rows: readonly (readonly string[])[]) =>
    `<table><tr>${heads.map((head) => `<th>${head}</th>`).join('')}</tr>${rows.map((row) => `<tr>${row.map((cell) => `<td>${escape(cell)}</td>`).join('')}</tr>`).join('')}</table>`;
  const sums = Array.from({ length: random.whole(1, 5) }, (_, i) => [
    `${invoice.number}${i === 0 ? '' : i}`,
    day(addDays(invoice.issueDate, -35 - 9 * i)),
    printed(invoice.gross.plus(17 * i), phrases),
  ]);
  const goods = invoice.lines
    .slice(0, 9)
    .map((line) => [line.item ?? '', line.description, `${line.quantity?.toString() ?? '1'} ${line.unit ?? ''}`]);
  const body =
    kind === 'other'
      ? ''
      : kind === 'statement' || kind === 'reminder'
        ? table([say(phrases.number), say(phrases.date), escape(words.open)], sums)
        : table([say(phrases.columns.item), say(phrases.columns.description), say(phrases.columns.quantity)], goods);
  const order = kind === 'delivery-note' || kind === 'order-confirmation' ? `<p>${say(phrases.order)} ${invoice.order ?? '40871'}</p>` : '';
  const from = `${escape(invoice.legalName)}<br>${invoice.address.join('<br>')}`;
  const look = random.whole(0, 2);
  const css = [
    'h2 { font-size: 17pt } .from { text-align: right }',
    '.from { border-bottom: 2px solid #555; font-weight: 700 } h2 { text-transform: uppercase }',
    'body { padding: 0 12mm } h2 { font-size: 13pt } table { font-size: 90% }',
  ][look];
  return `<!doctype html><meta charset="utf-8"><style>
@page { size: A4; margin: 18mm 16mm } body { font: 10pt '${random.pick(['Liberation Sans', 'Liberation Serif', 'DejaVu Sans'])}'; margin: 0 }
td, th { padding: 1.5mm 4mm 1.5mm 0; text-align: left } footer { position: fixed; bottom: 0; font-size: 7.5pt } ${css}</style>
<div class="from">${from}</div><p>Kestrel Fell Railway Ltd<br>Engine Yard, Station Road<br>Fellgarth KF4 7RW</p>
${title}<p>${day(invoice.issueDate)}</p>${order}<p>${escape(sentence)}</p>${body}<p>${escape(words.regards)}<br>${escape(invoice.brand)}</p>
<footer>${escape(invoice.legalName)} · ${escape(invoice.register)} · ${say(phrases.taxId)} ${invoice.taxId}</footer>`;
}
