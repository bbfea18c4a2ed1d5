import type { DocumentView } from '@umber/contract/documents';
import { owedSums, type Owed } from '@umber/core/arithmetic';
import { printedSums } from '../checking/printed-sums';
import { sum, toAmount } from '@umber/core/money';

/** A letter as it is proposed: the person reads and changes it before it goes. */
export interface LetterDraft {
  readonly subject: string;
  readonly text: string;
}

/** The words of one language; `{}` parts are put in. */
interface Wording {
  readonly invoice: string;
  readonly greeting: string;
  readonly dispute: string;
  readonly unreadable: string;
  readonly returned: string;
  readonly short: string;
  readonly question: string;
  /** A statement of account shows what never came, or with another amount. */
  readonly statement: string;
  readonly missing: string;
  readonly thanks: string;
}

const WORDS: Readonly<Record<string, Wording>> = {
  en: {
    invoice: 'Your invoice {number}',
    greeting: 'Good day,',
    dispute:
      'the sums of your invoice {number} of {date} do not agree: its lines come to {lines}, it prints {net} as net and {gross} as total. We have booked {owed}. Please send us a corrected invoice, or tell us how it is meant.',
    unreadable: 'the copy of your document {file} that reached us cannot be read. Please send it once more, as a PDF if you can.',
    returned: 'we return your invoice {number} of {date} unpaid: {reason}',
    short:
      'we cannot pay all of your invoice {number} of {date}: {reason} We pay {owed} less, net of tax, and ask you for a credit note of that amount.',
    question: 'we have a question about your invoice {number} of {date}:',
    statement: 'Your statement of account of {date}',
    missing:
      'your statement of account of {date} shows what has not reached us, or has another amount with us (in brackets):\n\n{list}\n\nPlease send us what is missing, as PDF if you can.',
    thanks: 'With kind regards',
  },
  de: {
    invoice: 'Ihre Rechnung {number}',
    greeting: 'Guten Tag,',
    dispute:
      'die Summen Ihrer Rechnung {number} vom {date} stimmen nicht überein: Die Positionen ergeben {lines}, gedruckt sind {net} netto und {gross} gesamt. Wir haben {owed} gebucht. Bitte senden Sie uns eine berichtigte Rechnung, oder sagen Sie uns, wie sie gemeint ist.',
    unreadable:
      'die Kopie Ihres Belegs {file}, die uns erreicht hat, ist nicht lesbar. Bitte senden Sie ihn noch einmal, möglichst als PDF.',
    returned: 'wir geben Ihre Rechnung {number} vom {date} unbezahlt zurück: {reason}',
    short:
      'Ihre Rechnung {number} vom {date} können wir nicht ganz bezahlen: {reason} Wir zahlen {owed} netto weniger und bitten Sie um eine Gutschrift in dieser Höhe.',
    question: 'wir haben eine Frage zu Ihrer Rechnung {number} vom {date}:',
    statement: 'Ihr Kontoauszug vom {date}',
    missing:
      'Ihr Kontoauszug vom {date} zeigt Belege, die uns nicht erreicht haben oder bei uns einen anderen Betrag haben (in Klammern):\n\n{list}\n\nBitte senden Sie uns, was fehlt, möglichst als PDF.',
    thanks: 'Mit freundlichen Grüßen',
  },
  fr: {
    invoice: 'Votre facture {number}',
    greeting: 'Bonjour,',
    dispute:
      'les montants de votre facture {number} du {date} ne concordent pas : les lignes font {lines}, la page indique {net} hors taxe et {gross} au total. Nous avons comptabilisé {owed}. Merci de nous envoyer une facture rectifiée, ou de nous dire ce qui est juste.',
    unreadable: 'la copie de votre document {file} qui nous est parvenue est illisible. Merci de nous le renvoyer, si possible en PDF.',
    returned: 'nous vous retournons impayée votre facture {number} du {date} : {reason}',
    short:
      'nous ne pouvons pas régler la totalité de votre facture {number} du {date} : {reason} Nous payons {owed} hors taxe de moins et vous prions de nous envoyer un avoir de ce montant.',
    question: 'nous avons une question au sujet de votre facture {number} du {date} :',
    statement: 'Votre relevé de compte du {date}',
    missing:
      'votre relevé de compte du {date} comporte des pièces qui ne nous sont pas parvenues, ou dont le montant est autre chez nous (entre parenthèses) :\n\n{list}\n\nMerci de nous envoyer ce qui manque, si possible en PDF.',
    thanks: 'Cordialement',
  },
  nl: {
    invoice: 'Uw factuur {number}',
    greeting: 'Goedendag,',
    dispute:
      'de bedragen van uw factuur {number} van {date} kloppen niet met elkaar: de regels komen op {lines}, gedrukt staat {net} netto en {gross} totaal. Wij hebben {owed} geboekt. Stuurt u ons een verbeterde factuur, of laat ons weten hoe het bedoeld is.',
    unreadable: 'de kopie van uw document {file} die wij ontvingen is niet leesbaar. Wilt u het nogmaals sturen, liefst als pdf?',
    returned: 'wij sturen uw factuur {number} van {date} onbetaald terug: {reason}',
    short:
      'wij kunnen uw factuur {number} van {date} niet volledig betalen: {reason} Wij betalen {owed} exclusief btw minder en vragen u om een creditnota voor dat bedrag.',
    question: 'wij hebben een vraag over uw factuur {number} van {date}:',
    statement: 'Uw rekeningoverzicht van {date}',
    missing:
      'op uw rekeningoverzicht van {date} staan stukken die wij niet hebben ontvangen, of die bij ons een ander bedrag hebben (tussen haakjes):\n\n{list}\n\nWilt u ons sturen wat ontbreekt, liefst als pdf?',
    thanks: 'Met vriendelijke groet',
  },
  es: {
    invoice: 'Su factura {number}',
    greeting: 'Buenos días:',
    dispute:
      'los importes de su factura {number} del {date} no cuadran: las líneas suman {lines}, la página indica {net} neto y {gross} en total. Hemos contabilizado {owed}. Les rogamos que nos envíen una factura corregida o nos digan qué es lo correcto.',
    unreadable:
      'la copia de su documento {file} que nos ha llegado no se puede leer. Les rogamos que lo envíen de nuevo, si es posible en PDF.',
    returned: 'les devolvemos sin pagar su factura {number} del {date}: {reason}',
    short:
      'no podemos pagar la totalidad de su factura {number} del {date}: {reason} Pagamos {owed} menos, sin impuestos, y les rogamos que nos envíen un abono por ese importe.',
    question: 'tenemos una pregunta sobre su factura {number} del {date}:',
    statement: 'Su extracto de cuenta del {date}',
    missing:
      'su extracto de cuenta del {date} muestra documentos que no nos han llegado, o que tienen otro importe en nuestros libros (entre paréntesis):\n\n{list}\n\nLes rogamos que nos envíen lo que falta, si es posible en PDF.',
    thanks: 'Un cordial saludo',
  },
  it: {
    invoice: 'La vostra fattura {number}',
    greeting: 'Buongiorno,',
    dispute:
      'gli importi della vostra fattura {number} del {date} non concordano: le righe danno {lines}, la pagina riporta {net} netto e {gross} in totale. Abbiamo registrato {owed}. Vi preghiamo di inviarci una fattura corretta o di dirci come va intesa.',
    unreadable:
      'la copia del vostro documento {file} che abbiamo ricevuto non è leggibile. Vi preghiamo di inviarlo di nuovo, se possibile in PDF.',
    returned: 'vi restituiamo non pagata la vostra fattura {number} del {date}: {reason}',
    short:
      'non possiamo pagare per intero la vostra fattura {number} del {date}: {reason} Paghiamo {owed} in meno, al netto dell’imposta, e vi preghiamo di inviarci una nota di credito per tale importo.',
    question: 'abbiamo una domanda sulla vostra fattura {number} del {date}:',
    statement: 'Il vostro estratto conto del {date}',
    missing:
      'il vostro estratto conto del {date} riporta documenti che non ci sono pervenuti, o che da noi hanno un altro importo (tra parentesi):\n\n{list}\n\nVi preghiamo di inviarci quanto manca, se possibile in PDF.',
    thanks: 'Cordiali saluti',
  },
  sv: {
    invoice: 'Er faktura {number}',
    greeting: 'God dag,',
    dispute:
      'beloppen på er faktura {number} av {date} stämmer inte överens: raderna blir {lines}, sidan visar {net} netto och {gross} totalt. Vi har bokfört {owed}. Skicka oss en rättad faktura, eller säg oss hur det är menat.',
    unreadable: 'kopian av ert dokument {file} som nådde oss går inte att läsa. Skicka det gärna en gång till, helst som pdf.',
    returned: 'vi återsänder er faktura {number} av {date} obetald: {reason}',
    short:
      'vi kan inte betala hela er faktura {number} av {date}: {reason} Vi betalar {owed} mindre, exklusive moms, och ber om en kreditfaktura på det beloppet.',
    question: 'vi har en fråga om er faktura {number} av {date}:',
    statement: 'Ert kontoutdrag av {date}',
    missing:
      'ert kontoutdrag av {date} visar handlingar som inte har nått oss, eller som har ett annat belopp hos oss (inom parentes):\n\n{list}\n\nSkicka oss gärna det som saknas, helst som pdf.',
    thanks: 'Med vänlig hälsning',
  },
  pl: {
    invoice: 'Państwa faktura {number}',
    greeting: 'Dzień dobry,',
    dispute:
      'kwoty na Państwa fakturze {number} z dnia {date} nie zgadzają się: pozycje dają {lines}, wydrukowano {net} netto i {gross} razem. Zaksięgowaliśmy {owed}. Prosimy o fakturę korygującą lub o wyjaśnienie.',
    unreadable:
      'kopia Państwa dokumentu {file}, którą otrzymaliśmy, jest nieczytelna. Prosimy o ponowne przesłanie, najlepiej w formacie PDF.',
    returned: 'zwracamy niezapłaconą Państwa fakturę {number} z dnia {date}: {reason}',
    short:
      'nie możemy zapłacić całości Państwa faktury {number} z dnia {date}: {reason} Płacimy o {owed} netto mniej i prosimy o fakturę korygującą na tę kwotę.',
    question: 'mamy pytanie dotyczące Państwa faktury {number} z dnia {date}:',
    statement: 'Państwa zestawienie salda z dnia {date}',
    missing:
      'Państwa zestawienie salda z dnia {date} zawiera dokumenty, które do nas nie dotarły lub mają u nas inną kwotę (w nawiasie):\n\n{list}\n\nProsimy o przesłanie brakujących, najlepiej w formacie PDF.',
    thanks: 'Z poważaniem',
  },
};

type Kind = 'dispute' | 'unreadable' | 'returned' | 'short' | 'question' | 'missing';

/** Amounts and days as the supplier's language writes them. */
function partsOf(document: DocumentView, more: Readonly<Record<string, string>>): Readonly<Record<string, string>> {
  const { fields, language, file } = document;
  const date = fields.issueDate.value;
  return {
    number: fields.invoiceNumber.value ?? '',
    date: date === null ? '' : new Intl.DateTimeFormat(language, { dateStyle: 'long', timeZone: 'UTC' }).format(new Date(date)),
    file: file.name,
    ...more,
  };
}

/** A proposal in the document's language, English where there is none for it. */
export function letterFor(kind: Kind, document: DocumentView, more: Readonly<Record<string, string>> = {}): LetterDraft {
  const words = WORDS[document.language] ?? WORDS['en'];
  const parts = partsOf(document, more);
  const filled = (text: string) => text.replace(/\{(\w+)\}/g, (_, name: string) => parts[name] ?? '').replace(/ {2,}/g, ' ');
  return {
    subject: filled(kind === 'unreadable' ? document.file.name : kind === 'missing' ? words.statement : words.invoice).trim(),
    text: `${words.greeting}\n\n${filled(words[kind])}\n\n${words.thanks}`,
  };
}

/** The letter about a page that contradicts itself. */
export function disputeLetter(document: DocumentView, owed: Owed): LetterDraft {
  const printed = printedSums(document);
  const currency = document.fields.currency.value ?? undefined;
  const amount = (value: string | null): string =>
    value === null
      ? '–'
      : new Intl.NumberFormat(document.language, currency ? { style: 'currency', currency } : { minimumFractionDigits: 2 }).format(
          // Shown, not reckoned with.
          Number(value),
        );
  return letterFor('dispute', document, {
    lines: amount(toAmount(sum(printed.lines.filter((one) => one !== null)))),
    net: amount(printed.net),
    gross: amount(printed.gross),
    owed: amount(owedSums(owed, printed)?.gross ?? null),
  });
}
