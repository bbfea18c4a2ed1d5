import { labelsOf, languageOf } from './labels.js';
import { fold, PhraseBook } from './phrases.js';
import { rowsOfText } from '../print/words.js';
import { usualWords } from './wording.js';

const meanings = (text: string, language = 'en') =>
  labelsOf(rowsOfText(text), usualWords(language)).map((label) => [label.meaning, label.phrase]);

describe('phrases', () => {
  it('are found however they are cased, accented and dotted', () => {
    expect(fold('Rechnungs-Nr.:')).toBe('rechnungs nr');
    expect(fold('N° TVA')).toBe('n° tva');
    const book = new PhraseBook<string>();
    book.add('fällig am', 'due');
    expect(book.get('FALLIG AM')).toEqual(['due']);
  });

  it('are the longest that fit, and whole words only', () => {
    const book = new PhraseBook<string>();
    book.add('invoice', 'a');
    book.add('invoice date', 'b');
    const [run] = rowsOfText('Invoice Date invoiced')[0].runs;
    expect(book.find(run).map((hit) => [hit.value, hit.from, hit.to])).toEqual([[['b'], 0, 2]]);
  });

  it('leave a word to the next phrase where both are phrases so', () => {
    const book = new PhraseBook<string>({ givesWords: true });
    for (const phrase of ['vat invoice', 'vat invoice no', 'no of the order']) book.add(phrase, phrase);
    const found = (text: string) => book.find(rowsOfText(text)[0].runs[0]).map((hit) => hit.phrase);
    expect(found('VAT invoice No of the order 12')).toEqual(['vat invoice', 'no of the order']);
    expect(found('VAT invoice No 12')).toEqual(['vat invoice no']);
  });
});

describe('labels', () => {
  it.each([
    ['en', 'Invoice number', 'invoiceNumber'],
    ['en', 'Please pay by', 'dueDate'],
    ['en', 'P.O. Number', 'orderReference'],
    ['de', 'Rechnungs-Nr.', 'invoiceNumber'],
    ['de', 'Ihre Bestellung', 'orderReference'],
    ['fr', 'Net à payer', 'amountDue'],
    ['fr', 'Réf. commande', 'orderReference'],
    ['nl', 'Vervaldatum', 'dueDate'],
    ['es', 'Base imponible', 'netTotal'],
    ['it', 'Totale fattura', 'grossTotal'],
    ['sv', 'Förfallodatum', 'dueDate'],
    ['pl', 'Do zapłaty', 'amountDue'],
  ])('%s: %s is %s', (language, text, meaning) => {
    expect(meanings(text, language).map(([found]) => found)).toContain(meaning);
  });

  it.each([
    ['en', 'Delivery date', 'issueDate'],
    ['en', 'Original invoice date', 'issueDate'],
    ['en', 'Relating to invoice', 'invoiceNumber'],
    ['en', 'Account number', 'invoiceNumber'],
    ['de', 'Ihre USt-IdNr.', 'sellerTaxId'],
    ['de', 'Auftrags-Nr.', 'orderReference'],
    ['fr', 'Sur facture', 'invoiceNumber'],
  ])('%s: %s misleads and is not %s', (language, text, meaning) => {
    expect(meanings(text, language).map(([found]) => found)).not.toContain(meaning);
  });
});

describe('a label in a sentence', () => {
  it('is known behind an article that has lost its vowel', () => {
    expect(meanings('L’imponibile di € 2.277,50 più IVA', 'it')).toContainEqual(['netTotal', 'imponibile']);
    expect(meanings("Date d'échéance", 'fr')).toEqual([['dueDate', 'date d echeance']]);
  });
});

describe('the language', () => {
  it.each([
    ['en', 'Invoice number 12\nInvoice date 1 May 2026\nAmount due'],
    ['de', 'Rechnungsnummer 12\nRechnungsdatum\nFällig am\nNettobetrag'],
    ['fr', 'Facture n° 12\nÉchéance\nTotal TTC'],
    ['nl', 'Factuurnummer 12\nVervaldatum\nTotaal excl. btw'],
    ['es', 'Factura núm. 12\nVencimiento\nBase imponible'],
    ['it', 'Fattura n. 12\nScadenza\nTotale fattura'],
    ['sv', 'Fakturanummer 12\nFörfallodatum\nAtt betala'],
    ['pl', 'Faktura nr 12\nTermin płatności\nDo zapłaty'],
  ])('is found: %s', (language, text) => {
    expect(languageOf(rowsOfText(text))).toBe(language);
  });

  it('is English where nothing tells', () => {
    expect(languageOf([])).toBe('en');
  });
});
