import { pageOf } from '../fixtures/laid-out.js';
import { readDocument } from '../read-document.js';
import { earlyPaymentTerms } from './terms.js';
import { rowsOfText } from '../print/words.js';

describe('early payment terms', () => {
  it.each([
    ['Zahlung: 14 Tage 2 % Skonto, 30 Tage netto', '2', 14, 30],
    ['Terms: 3% discount within 8 days, 30 days net', '3', 8, 30],
    ['Escompte 2 % sous 10 jours, net à 30 jours', '2', 10, 30],
    ['Betaling binnen 10 dagen 2% korting, 21 dagen netto', '2', 10, 21],
    ['Pago a 30 días; descuento del 3 % por pago en 10 días', '3', 10, 30],
    ['Pagamento a 60 giorni; sconto 2% entro 14 giorni', '2', 14, 60],
    ['2/10 net 30', '2', 10, 30],
    ['Zahlbar in 8 Tagen mit 2,5 % Skonto, 45 Tage netto', '2.5', 8, 45],
  ])('%s', (text, percent, early, net) => {
    expect(earlyPaymentTerms(rowsOfText(text))).toMatchObject({ discountPercent: percent, discountDays: early, netDays: net });
  });

  it.each(['VAT 20 % on goods', 'Discount 10 %', 'Payment within 30 days'])('%s is none', (text) =>
    expect(earlyPaymentTerms(rowsOfText(text))).toBeNull(),
  );

  it('give the discount, its last day and the due date', () => {
    const { fields } = readDocument([
      pageOf([
        [40, 60, 'Rechnung'],
        [40, 90, 'Rechnungsnummer 4711'],
        [40, 105, 'Rechnungsdatum 01.06.2026'],
        [40, 300, 'Zahlung: 14 Tage 2 % Skonto, 30 Tage netto'],
      ]),
    ]);
    expect([fields.discountPercent?.value, fields.discountDate?.value, fields.dueDate?.value]).toEqual(['2', '2026-06-15', '2026-07-01']);
  });
});
