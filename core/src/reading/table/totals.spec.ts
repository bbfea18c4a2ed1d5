import { Decimal, plain } from '../../money/index.js';
import { LabelledRows } from '../header/candidates.js';
import { endingAt, pageOf } from '../fixtures/laid-out.js';
import { labelsOf } from '../language/labels.js';
import { chooseTotals } from './totals.js';
import { rowsOf } from '../print/words.js';
import { usualWords } from '../language/wording.js';

const asDecimal = (text: string | null) => (text === null ? null : new Decimal(text));

function totals(
  pairs: readonly (readonly [label: string, amount: string])[],
  lineSum: string | null = null,
  lineTax: string | null = null,
) {
  const rows = rowsOf(
    pageOf(
      pairs.flatMap(([label, amount], i) =>
        [[300, 500 + i * 16, label] as const, [endingAt(540, amount), 500 + i * 16, amount] as const].filter(([, , text]) => text !== ''),
      ),
    ),
  );
  const labelled = new LabelledRows(rows, labelsOf(rows, usualWords('en')));
  const chosen = chooseTotals(labelled, rows, '.', asDecimal(lineSum), asDecimal(lineTax));
  const value = (field: keyof typeof chosen.chosen) => {
    const candidate = chosen.chosen[field];
    return candidate ? plain(candidate.value) : null;
  };
  return {
    values: [value('netTotal'), value('taxTotal'), value('grossTotal'), value('amountDue')],
    addsUp: chosen.addsUp,
    dueExplained: chosen.dueExplained,
    discount: chosen.discount?.toFixed(2) ?? null,
    carriage: chosen.carriage?.toFixed(2) ?? null,
    paid: chosen.paid?.toFixed(2) ?? null,
  };
}

describe('the totals are chosen together', () => {
  it('net, tax and total', () => {
    expect(
      totals([
        ['Net total', '£100.00'],
        ['VAT 20%', '£20.00'],
        ['Total', '£120.00'],
      ]),
    ).toMatchObject({ values: ['100', '20', '120', '120'], addsUp: true });
  });

  it('with several rates whose sum is printed, and whose sum is not', () => {
    const rates = [
      ['Net total', '£150.00'],
      ['VAT 20% (100.00)', '£20.00'],
      ['VAT 5% (50.00)', '£2.50'],
    ] as const;
    expect(totals([...rates, ['Total VAT', '£22.50'], ['Total', '£172.50']]).values).toEqual(['150', '22.5', '172.5', '172.5']);
    expect(totals([...rates, ['Total', '£172.50']]).values).toEqual(['150', '22.5', '172.5', '172.5']);
  });

  it('with a total that is rounded to five hundredths, as in Switzerland', () => {
    expect(
      totals([
        ['Net total', 'CHF 83.20'],
        ['VAT 8.1%', 'CHF 6.74'],
        ['Total', 'CHF 89.95'],
      ]),
    ).toMatchObject({ values: ['83.2', '6.74', '89.95', '89.95'], addsUp: true });
  });

  it('with the tax that was not read, where a printed rate or the lines give what is left', () => {
    const unread = [
      ['Net total', '£100.00'],
      ['VAT 20 %:', ''],
      ['Total', '£120.00'],
    ] as const;
    expect(totals(unread)).toMatchObject({ values: ['100', '20', '120', '120'], addsUp: true });
    const noRate = [unread[0], ['VAT', ''], unread[2]] as const;
    expect(totals(noRate).values).toEqual(['100', null, '120', '120']);
    expect(totals(noRate, '100', '20').values).toEqual(['100', '20', '120', '120']);
  });

  it('but a printed tax that is wrong stays as it is printed', () => {
    const wrong = [
      ['Net total', '£100.00'],
      ['VAT 20%', '£21.00'],
      ['Total', '£120.00'],
    ] as const;
    expect(totals(wrong)).toMatchObject({ values: ['100', '21', '120', '120'], addsUp: false });
  });

  it('less a deposit', () => {
    const result = totals([
      ['Net total', '£100.00'],
      ['VAT 20%', '£20.00'],
      ['Total', '£120.00'],
      ['Deposit received', '-£50.00'],
      ['Balance due', '£70.00'],
    ]);
    expect(result).toMatchObject({ values: ['100', '20', '120', '70'], paid: '50.00', dueExplained: true });
  });

  it('with a balance brought forward', () => {
    const result = totals([
      ['Balance brought forward', '£30.00'],
      ['Total excluding VAT', '£100.00'],
      ['VAT at 20%', '£20.00'],
      ['Total including VAT', '£120.00'],
      ['Total now due', '£150.00'],
    ]);
    expect(result).toMatchObject({ values: ['100', '20', '120', '150'], dueExplained: true });
  });

  it('with a discount and carriage between the lines and the net total', () => {
    const result = totals(
      [
        ['Goods total', '£100.00'],
        ['Discount', '-£3.00'],
        ['Carriage', '£15.00'],
        ['Net total', '£112.00'],
        ['VAT 20%', '£22.40'],
        ['Total', '£134.40'],
      ],
      '100.00',
    );
    expect(result).toMatchObject({ values: ['112', '22.4', '134.4', '134.4'], discount: '3.00', carriage: '15.00' });
  });

  it('leaves net and tax empty where only one total is printed', () => {
    expect(totals([['Total', '£75.00']], '75.00').values).toEqual([null, null, '75', '75']);
  });

  it('keeps what is printed and says that it does not add up', () => {
    const result = totals([
      ['Net total', '£100.00'],
      ['VAT 20%', '£20.00'],
      ['Total', '£129.00'],
    ]);
    expect(result).toMatchObject({ values: ['100', '20', '129', '129'], addsUp: false });
  });

  it('does not explain an amount due that follows from nothing', () => {
    const result = totals([
      ['Net total', '£100.00'],
      ['VAT 20%', '£20.00'],
      ['Total', '£120.00'],
      ['Amount due', '£99.00'],
    ]);
    expect(result.dueExplained && result.values[3] === '99').toBe(false);
  });

  it('that a sentence gives, also where its line ends before the amount', () => {
    const rows = rowsOf(
      pageOf([
        [77, 276, 'Het nettobedrag van € 1.722,25 vermeerderd met 9% btw van € 155,00 geeft een totaal van €'],
        [77, 288, '1.877,25.'],
      ]),
    );
    const { chosen, addsUp } = chooseTotals(new LabelledRows(rows, labelsOf(rows, usualWords('nl'))), rows, ',', new Decimal('1722.25'));
    expect([chosen.netTotal, chosen.taxTotal, chosen.grossTotal].map((one) => one?.value.toFixed(2))).toEqual([
      '1722.25',
      '155.00',
      '1877.25',
    ]);
    expect(addsUp).toBe(true);
  });
});
