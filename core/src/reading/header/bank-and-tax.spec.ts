import { ibanOf } from '../../identifiers/index.js';
import { blocksUnder } from './address-blocks.js';
import { ibansOf, sellersFirst, taxIdsOf } from './bank-and-tax.js';
import { LabelledRows } from './candidates.js';
import { pageOf } from '../fixtures/laid-out.js';
import { labelsOf } from '../language/labels.js';
import { rowsOf } from '../print/words.js';
import { usualWords } from '../language/wording.js';

type Runs = Parameters<typeof pageOf>[0];
const iban = ibanOf('GB', 'TRNB40123412345678');
const grouped = iban.replace(/(.{4})(?=.)/g, '$1 ');
const ids = (runs: Runs, country: string | null = 'GB', buyer: string[] = [], language = 'en') => {
  const rows = rowsOf(pageOf(runs));
  return taxIdsOf(new LabelledRows(rows, labelsOf(rows, usualWords(language))), rows, country, buyer, usualWords(language)).map((id) => [
    id.value,
    id.check,
  ]);
};

describe('IBANs on a page', () => {
  it('go on in a side bar under a row that belongs to the page beside it', () => {
    const [start, rest] = [grouped.slice(0, 14), grouped.slice(15)];
    const page = pageOf([
      [50, 100, `IBAN ${start}`],
      [404, 105, 'VAT 20%'],
      [500, 105, '12.00'],
      [50, 111, rest],
    ]);
    expect(ibansOf(rowsOf(page)).map((one) => one.value)).toEqual([iban]);
  });

  it('are read in groups, joined, and wrapped to the next line', () => {
    expect(ibansOf(rowsOf(pageOf([[50, 100, `IBAN ${grouped}`]]))).map((one) => one.value)).toEqual([iban]);
    expect(ibansOf(rowsOf(pageOf([[50, 100, `IBAN: ${iban}`]]))).map((one) => one.value)).toEqual([iban]);
    const wrapped = pageOf([
      [50, 100, `IBAN ${grouped.slice(0, 14)}`],
      [50, 112, grouped.slice(15)],
    ]);
    expect(ibansOf(rowsOf(wrapped)).map((one) => one.value)).toEqual([iban]);
  });

  it('are read where small print goes on at the start of the next line, and past a dot that a scan put in', () => {
    const footer = pageOf([
      [60, 800, 'Alder Fixings Ltd'],
      [200, 800, 'Registered no. 0123'],
      [420, 800, `IBAN ${grouped.slice(0, 9)}`],
      [60, 811, grouped.slice(10)],
      [420, 811, 'Page 1'],
    ]);
    expect(ibansOf(rowsOf(footer)).map((one) => one.value)).toEqual([iban]);
    expect(ibansOf(rowsOf(pageOf([[50, 100, `IBAN ${iban.slice(0, 20)}.${iban.slice(20)}`]]))).map((one) => one.value)).toEqual([iban]);
  });

  it('are left out where the check digits are wrong, and counted once', () => {
    expect(ibansOf(rowsOf(pageOf([[50, 100, `IBAN ${iban.replace(/.$/, (d) => String((Number(d) + 1) % 10))}`]])))).toEqual([]);
    const twice = pageOf([
      [50, 100, `IBAN ${grouped}`],
      [50, 140, `Pay to ${grouped}`],
    ]);
    expect(ibansOf(rowsOf(twice))).toHaveLength(1);
  });
});

describe('tax ids on a page', () => {
  it('are found right under their label in a narrow column, not further off', () => {
    const column = (x: number, y: number) =>
      ids(
        [
          [330, 100, 'Alder Fixings LLC'],
          [330, 114, 'Tax ID:'],
          [x, y, '69-2792437'],
        ],
        null,
      );
    expect(column(330, 126)).toEqual([['69-2792437', 'national']]);
    expect(column(430, 126)).toEqual([]);
    expect(column(330, 190)).toEqual([]);
  });

  it('are taken as printed, checked with the country where no prefix is printed', () => {
    expect(ids([[50, 800, 'VAT reg. no. GB 698 1561 32']])).toEqual([['GB 698 1561 32', 'right']]);
    expect(ids([[50, 800, 'VAT registration 698 1561 32']])).toEqual([['698 1561 32', 'right']]);
    expect(ids([[50, 800, 'EIN 30-7265808']], 'US')).toEqual([['30-7265808', 'national']]);
    expect(ids([[50, 800, 'USt-IdNr. DE136695976']], 'DE', [], 'de')).toEqual([['DE136695976', 'right']]);
  });

  it('are found where a line of small print breaks their label, or parts it from them', () => {
    const print = 'Cedar Supply Corp. | Dry Creek, NV 89099 | Remit to: 0825448 |';
    expect(
      ids([[50, 700, `${print} Federal Tax`], [50, 711, 'ID 74-7618405']], 'US'), // prettier-ignore
    ).toEqual([['74-7618405', 'national']]);
    expect(
      ids([[50, 700, `${print} Federal Tax ID`], [270, 711, '74-7618405']], 'US'), // prettier-ignore
    ).toEqual([['74-7618405', 'national']]);
    // Farther below it is another line's.
    expect(ids([[50, 700, `${print} Federal Tax ID`], [270, 740, '74-7618405']], 'US')).toEqual([]); // prettier-ignore
  });

  it('go on in the next line behind a dash', () => {
    const runs: Runs = [
      [50, 800, 'Cedar Hollow Supply Inc. Federal Tax ID 39-'],
      [200, 811, '8554150'],
    ];
    expect(ids(runs, 'US')).toEqual([['39-8554150', 'national']]);
  });

  it('with wrong digits are told, not hidden', () => {
    expect(ids([[50, 800, 'USt-IdNr. DE136695977']], 'DE', [], 'de')).toEqual([['DE136695977', 'wrong']]);
  });

  it('of the buyer are never the seller’s', () => {
    expect(ids([[50, 200, 'Your VAT no. GB 698 1561 32']])).toEqual([]);
    expect(ids([[50, 200, 'VAT no. GB698156132']], 'GB', ['GB698156132'])).toEqual([]);
    expect(
      ids(
        [
          [50, 200, 'Ihre USt-IdNr. GB 698 1561 32'],
          [50, 800, 'USt-IdNr. DE136695976'],
        ],
        'DE',
        [],
        'de',
      ),
    ).toEqual([['DE136695976', 'right']]);
  });
});

describe('the seller’s tax id', () => {
  const chosen = (runs: Runs, name: string) => {
    const rows = rowsOf(pageOf(runs));
    const labelled = new LabelledRows(rows, labelsOf(rows, usualWords('en')));
    const ids = taxIdsOf(labelled, rows, 'GB', [], usualWords('en'));
    return sellersFirst(ids, name, rows, blocksUnder(labelled, rows, ['buyer']));
  };
  const block = (x: number, name: string, id: string, label?: string): Runs => [
    ...(label ? [[x, 86, label] as const] : []),
    [x, 100, name],
    [x, 114, '4 Mill Row'],
    [x, 128, `VAT no. ${id}`],
  ];

  it('stands with the seller’s name, not in the buyer’s block, whichever is printed first', () => {
    const page = [...block(40, 'Fell Railway Ltd', 'GB999999973', 'Bill to'), ...block(330, 'Ashgrove Tiles Ltd', 'GB123456782')];
    const [first] = chosen(page, 'Ashgrove Tiles Ltd');
    expect(first).toMatchObject({ value: 'GB123456782' });
    expect(first.rival).toBeUndefined();
  });

  it('has a rival where nothing tells two apart', () => {
    const page: Runs = [
      [40, 600, 'VAT no. GB999999973'],
      [40, 640, 'VAT no. GB123456782'],
    ];
    expect(chosen(page, 'Nobody Ltd')[0].rival).toBeDefined();
  });

  it('is seen without a label by its shape, and asked about where its check digits are wrong', () => {
    expect(ids([[40, 100, 'Kaltbrunn AG CHE-109.322.551 MWST']], 'CH')).toEqual([['CHE-109.322.551', 'right']]);
    expect(ids([[40, 100, 'capital 10 000 EUR FR15512903744']], 'FR', [], 'fr')).toEqual([['FR15512903744', 'wrong']]);
  });
});
