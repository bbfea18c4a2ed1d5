import { pageOf } from '../fixtures/laid-out.js';
import { cellsOf as cells, readLinesOf as read, right, type Runs } from '../fixtures/read-lines.js';
import { expectedAmount, lineArithmetic } from './line-row.js';

const heads = (y: number): Runs => [
  [40, y, 'Item'],
  [110, y, 'Description'],
  right(330, y, 'Qty'),
  [340, y, 'Unit'],
  right(430, y, 'Price'),
  right(540, y, 'Amount'),
];
const line = (y: number, item: string, text: string, qty: string, unit: string, price: string, amount: string): Runs => [
  [40, y, item],
  [110, y, text],
  right(330, y, qty),
  [340, y, unit],
  right(430, y, price),
  right(540, y, amount),
];
const total = (y: number): Runs => [[360, y, 'Net total'], right(540, y, '£999.00')];

describe('lines under column heads', () => {
  it('cell by cell, until the totals', () => {
    const table = read([
      pageOf([
        ...heads(100),
        ...line(118, 'A-1', 'Oak sleeper', '3', 'pcs', '10.00', '30.00'),
        ...line(134, 'A-2', 'Key', '2', 'box', '4.50', '9.00'),
        ...total(160),
      ]),
    ]);
    expect(cells(table, 'itemNumber', 'description', 'quantity', 'unit', 'unitPrice', 'netAmount')).toEqual([
      ['A-1', 'Oak sleeper', '3', 'pcs', '10.00', '30.00'],
      ['A-2', 'Key', '2', 'box', '4.50', '9.00'],
    ]);
  });

  it('joins a wrapped description and finds an item number below', () => {
    const table = read([
      pageOf([
        ...heads(100),
        ...line(118, '', 'Oak sleeper, new,', '3', 'pcs', '10.00', '30.00').filter(([, , text]) => text !== ''),
        [110, 129, '2.6 m long'],
        [110, 140, 'Item: OAK-26'],
        ...total(170),
      ]),
    ]);
    expect(cells(table, 'itemNumber', 'description')).toEqual([['OAK-26', 'Oak sleeper, new, 2.6 m long']]);
  });

  it('keeps a number in a description, and finds descriptions whose head stands over totals', () => {
    const table = read([
      pageOf([
        ...heads(100),
        [40, 118, 'A-1'],
        [110, 118, 'Nitrile gloves size 9'],
        right(330, 118, '1'),
        [340, 118, 'pcs'],
        right(430, 118, '80.66'),
        right(540, 118, '80.66'),
        [40, 140, 'Goods total'],
        right(165, 140, '80.66'),
        [40, 156, 'Total excl. VAT'],
        right(165, 156, '80.66'),
        [40, 172, 'Invoice total'],
        right(165, 172, '84.69'),
      ]),
    ]);
    expect(cells(table, 'itemNumber', 'description', 'quantity', 'netAmount')).toEqual([['A-1', 'Nitrile gloves size 9', '1', '80.66']]);
  });

  it('keeps item numbers out of the description where one of two heads for them is a position', () => {
    const row = (y: number, position: string, item: string, text: string, amount: string): Runs => [
      [44, y, position],
      [64, y, item],
      [107, y, text],
      right(380, y, '2'),
      right(464, y, '8.00'),
      right(540, y, amount),
    ];
    const table = read(
      [
        pageOf([
          [44, 100, 'Nr.'],
          [64, 100, 'Artikel'],
          [107, 100, 'Beschrijving'],
          right(380, 100, 'Aantal'),
          right(464, 100, 'Prijs'),
          right(540, 100, 'Bedrag'),
          ...row(118, '1', 'T-8794', 'Kogellager', '16.00'),
          [44, 134, '2'],
          // So close that item number and description are one run.
          [64, 134, 'HW-3573 Verf'],
          right(380, 134, '2'),
          right(464, 134, '8.00'),
          right(540, 134, '16.00'),
          ...row(150, '3', '731164', 'Toner', '16.00'),
        ]),
      ],
      'heads',
      'nl',
    );
    expect(cells(table, 'itemNumber', 'description')).toEqual([
      ['T-8794', 'Kogellager'],
      ['HW-3573', 'Verf'],
      ['731164', 'Toner'],
    ]);
  });

  it('goes on with a description over the page, not with the next page’s letterhead', () => {
    const first = pageOf([...heads(700), ...line(760, 'A-1', 'Hydraulic hose with', '2', 'pcs', '10.00', '20.00')]);
    const next = (x: number, text: string) =>
      read([first, pageOf([[x, 40, text], ...line(80, 'A-2', 'Oak wedge', '1', 'pcs', '4.00', '4.00')], 2)]);
    expect(cells(next(110, 'swivel ends'), 'description')).toEqual([['Hydraulic hose with swivel ends'], ['Oak wedge']]);
    expect(cells(next(40, 'Pellow Timber Ltd'), 'description')).toEqual([['Hydraulic hose with'], ['Oak wedge']]);
  });

  it('leaves out group headings and what is carried over', () => {
    const table = read([
      pageOf([
        ...heads(100),
        [40, 118, 'Delivery note 617131 of 03/05/26'],
        ...line(134, 'A-1', 'Ham', '1', 'kg', '9.00', '9.00'),
        [110, 150, 'Carried forward'],
        right(540, 150, '9.00'),
      ]),
      {
        ...pageOf([
          ...heads(60),
          [110, 78, 'Brought forward'],
          right(540, 78, '9.00'),
          ...line(94, 'A-2', 'Jam', '2', 'jar', '2.00', '4.00'),
          ...total(130),
        ]),
        page: 2,
      },
    ]);
    expect(cells(table, 'description', 'netAmount')).toEqual([
      ['Ham', '9.00'],
      ['Jam', '4.00'],
    ]);
  });

  it('whose heads stand askew over their columns, and whose item numbers have none', () => {
    const row = (y: number, code: string, qty: string, text: string, price: string, amount: string): Runs => [
      [47, y, code],
      right(140, y, qty),
      [175, y, text],
      right(430, y, price),
      right(540, y, amount),
    ];
    const table = read([
      pageOf([
        [121, 100, 'Qty'],
        [162, 100, 'Product'],
        right(430, 100, 'Price'),
        right(540, 100, 'Amount'),
        ...row(118, '23050', '1', 'Scones, sultana', '18.56', '18.56'),
        ...row(134, '22044', '8', 'Eggs, medium', '6.05', '48.40'),
        ...row(150, '26104', '4', 'Lids, cup', '22.82', '91.28'),
        ...total(180),
      ]),
    ]);
    expect(cells(table, 'itemNumber', 'quantity', 'description', 'unitPrice', 'netAmount')).toEqual([
      ['23050', '1', 'Scones, sultana', '18.56', '18.56'],
      ['22044', '8', 'Eggs, medium', '6.05', '48.40'],
      ['26104', '4', 'Lids, cup', '22.82', '91.28'],
    ]);
  });

  it('whose column of descriptions has lost its head', () => {
    const table = read([
      pageOf([
        ...heads(100).flatMap(([x, y, text]): Runs => (text === 'Description' ? [] : [[x, y, text === 'Item' ? 'Item no.' : text]])),
        ...line(118, 'A-1', 'Oak sleeper', '3', 'pcs', '10.00', '30.00'),
        ...line(134, 'A-2', 'Key, brass', '2', 'box', '4.50', '9.00'),
        ...total(160),
      ]),
    ]);
    expect(cells(table, 'itemNumber', 'description', 'quantity')).toEqual([
      ['A-1', 'Oak sleeper', '3'],
      ['A-2', 'Key, brass', '2'],
    ]);
  });

  it('is not disturbed by a side bar', () => {
    const shifted = (runs: Runs): Runs => runs.map(([x, y, text]) => [x + 0, y, text]);
    const table = read([
      pageOf([
        ...shifted([[180, 100, 'Description'], right(400, 100, 'Qty'), right(540, 100, 'Amount')]),
        [40, 118, 'Billing period'],
        [180, 118, 'Exchange line'],
        right(400, 118, '2'),
        right(540, 118, '37.02'),
        [40, 130, '01 Mar 2026'],
      ]),
    ]);
    expect(cells(table, 'description', 'quantity', 'netAmount')).toEqual([['Exchange line', '2', '37.02']]);
  });

  it('takes a unit that stands with the quantity', () => {
    const table = read([
      pageOf([
        [40, 100, 'Description'],
        right(360, 100, 'Qty'),
        right(450, 100, 'Unit price'),
        right(540, 100, 'Amount'),
        [40, 118, 'Day units'],
        right(360, 118, '716 kVArh'),
        right(450, 118, '0.0041'),
        right(540, 118, '2.94'),
      ]),
    ]);
    expect(cells(table, 'description', 'quantity', 'unit', 'unitPrice')).toEqual([['Day units', '716', 'kVArh', '0.0041']]);
  });

  it('reads a returned item and another language', () => {
    const table = read(
      [
        pageOf([
          [40, 100, 'Bezeichnung'],
          right(330, 100, 'Menge'),
          right(430, 100, 'Preis'),
          right(540, 100, 'Betrag'),
          [40, 118, 'Scheibe M16'],
          right(330, 118, '-87'),
          right(430, 118, '0,17'),
          right(540, 118, '-14,79'),
        ]),
      ],
      'heads',
      'de',
      ',',
    );
    expect(cells(table, 'quantity', 'netAmount')).toEqual([['-87', '-14.79']]);
  });

  it('is not tried where no row looks like heads', () => {
    expect(
      read([
        pageOf([
          [40, 100, 'Dear Sirs,'],
          [40, 116, 'we enclose our account.'],
        ]),
      ]),
    ).toBeNull();
  });
});

describe('heads that a scan lost', () => {
  const body = [...line(118, 'A-1', 'Oak sleeper', '3', 'pcs', '10.00', '30.00'), ...line(134, 'A-2', 'Key', '2', 'box', '4.50', '9.00')];

  it('are made up for by a column of amounts', () => {
    const table = read([pageOf([...heads(100).filter(([, , text]) => text !== 'Amount'), ...body, ...total(160)])]);
    expect(cells(table, 'description', 'unitPrice', 'netAmount')).toEqual([
      ['Oak sleeper', '10.00', '30.00'],
      ['Key', '4.50', '9.00'],
    ]);
  });

  it('are no columns of numbers that stand among the totals', () => {
    const page = pageOf([...heads(100).filter(([, , text]) => text !== 'Qty'), ...body, ...total(160), [230, 160, '999.00']]);
    expect(cells(read([page]), 'description', 'quantity')).toEqual([
      ['Oak sleeper', '3'],
      ['Key', '2'],
    ]);
  });
});

describe('lines by alignment', () => {
  it('finds quantity and price by what they multiply to', () => {
    const table = read(
      [
        pageOf([
          [40, 200, 'Attending meeting at Fellgarth'],
          [330, 200, '1.5 hrs × £260.00'],
          right(540, 200, '390.00'),
          [40, 216, 'Copying and binding'],
          [330, 216, '373 pages × £0.15'],
          right(540, 216, '55.95'),
          [40, 227, 'two sets'],
          ...total(260),
        ]),
      ],
      'alignment',
    );
    expect(cells(table, 'description', 'quantity', 'unit', 'unitPrice', 'netAmount')).toEqual([
      ['Attending meeting at Fellgarth', '1.5', 'hrs', '260.00', '390.00'],
      ['Copying and binding two sets', '373', 'pages', '0.15', '55.95'],
    ]);
  });

  it('finds the description behind quantity and unit, and no quantity in it', () => {
    const row = (y: number, item: string, quantity: string, unit: string, text: string, price: string, amount: string): Runs => [
      [40, y, item],
      [130, y, quantity],
      [160, y, unit],
      [210, y, text],
      right(460, y, price),
      right(540, y, amount),
    ];
    const lines = [
      ...row(200, '26120', '2', 'case', 'Napkin, 33 cm, 2000', '18.97', '37.94'),
      ...row(216, '22001', '8', 'box', 'Butter portions', '8.98', '71.84'),
    ];
    expect(cells(read([pageOf([...lines, ...total(240)])], 'alignment'), 'itemNumber', 'quantity', 'unit', 'description')).toEqual([
      ['26120', '2', 'case', 'Napkin, 33 cm, 2000'],
      ['22001', '8', 'box', 'Butter portions'],
    ]);
  });

  it('leaves out what stands beside the table', () => {
    const row = (y: number, text: string, amount: string): Runs => [[180, y, text], right(540, y, amount)];
    const lines = [
      ...row(200, 'Ball bearing', '80.00'),
      [40, 216, 'Your order'] as const,
      ...row(216, 'Safety gloves', '30.00'),
      ...row(232, 'Floodlight', '20.00'),
    ];
    expect(cells(read([pageOf([...lines, ...total(260)])], 'alignment'), 'description')).toEqual([
      ['Ball bearing'],
      ['Safety gloves'],
      ['Floodlight'],
    ]);
  });

  it('takes services without quantities', () => {
    const table = read(
      [
        pageOf([
          [40, 200, 'Public liability cover'],
          right(540, 200, '6,515.00'),
          [40, 216, 'Boiler explosion cover'],
          right(540, 216, '1,399.43'),
          ...total(240),
        ]),
      ],
      'alignment',
    );
    expect(cells(table, 'description', 'quantity', 'netAmount')).toEqual([
      ['Public liability cover', null, '6515.00'],
      ['Boiler explosion cover', null, '1399.43'],
    ]);
  });
});

describe('the arithmetic of a line', () => {
  const at = { x: 0, y: 0, width: 1, height: 1 };
  const row = (values: Record<string, string>) =>
    Object.fromEntries(Object.entries(values).map(([name, value]) => [name, { value, box: at }]));

  it.each([
    [{ quantity: '3', unitPrice: '10.00', netAmount: '30.00' }, 'right'],
    [{ quantity: '18', unitPrice: '43.63', discount: '10', netAmount: '706.81' }, 'right'],
    [{ quantity: '750', unitPrice: '26.65', per: '100', discount: '33.5', netAmount: '132.92' }, 'right'],
    [{ quantity: '850', unitPrice: '5.12', netAmount: '43.52' }, 'right'],
    [{ quantity: '-87', unitPrice: '17.16', per: '100', discount: '3', netAmount: '-14.48' }, 'right'],
    [{ quantity: '3', unitPrice: '10.00', netAmount: '31.00' }, 'wrong'],
    [{ unitPrice: '10.00', netAmount: '31.00' }, 'untold'],
    [{ quantity: '3', unitPrice: '10.00' }, 'untold'],
  ])('%j is %s', (values, verdict) => {
    expect(lineArithmetic(row(values))).toBe(verdict);
  });

  it('expects nothing where quantity or price is missing', () => {
    expect(expectedAmount(row({ quantity: '3' }))).toBeNull();
  });

  it('“No” heads positions where the numbers below count up, and quantities where they do not', () => {
    const under = (numbers: readonly string[]) =>
      read([
        pageOf([
          [48, 240, 'No'],
          [87, 240, 'Item description'],
          right(540, 240, 'Total'),
          ...['Site survey', 'Window cleaning', 'Machine hire'].flatMap((text, i): Runs => [
            [48, 260 + 16 * i, numbers[i]],
            [87, 260 + 16 * i, text],
            right(540, 260 + 16 * i, `${i + 1}10.00`),
          ]),
          [360, 330, 'Net total'],
          right(540, 330, '£630.00'),
        ]),
      ]);
    expect(cells(under(['1', '2', '3']), 'quantity', 'description')).toEqual([
      [null, 'Site survey'],
      [null, 'Window cleaning'],
      [null, 'Machine hire'],
    ]);
    expect(cells(under(['4', '1', '12']), 'quantity')).toEqual([['4'], ['1'], ['12']]);
  });
});

describe('lines among other things', () => {
  it('are not the rates of a tax table under the totals, whose heads look like theirs', () => {
    const table = read([
      pageOf([
        ...heads(100),
        ...line(118, 'A-1', 'Oak sleeper', '3', 'pcs', '10.00', '30.00'),
        ...line(134, 'A-2', 'Key', '2', 'box', '4.50', '9.00'),
        [40, 160, 'VAT analysis'],
        ...total(160),
        [40, 176, 'Code'],
        [100, 176, 'Rate'],
        right(230, 176, 'Net'),
        right(300, 176, 'VAT'),
        [40, 190, '1'],
        [100, 190, '20%'],
        right(230, 190, '30.00'),
        right(300, 190, '6.00'),
        [360, 190, 'Tax in all'],
        [40, 204, '0'],
        [100, 204, '0%'],
        right(230, 204, '9.00'),
        right(300, 204, '0.00'),
        [360, 204, 'TOTAL'],
        right(540, 204, '£45.00'),
      ]),
    ]);
    expect(cells(table, 'itemNumber')).toEqual([['A-1'], ['A-2']]);
  });

  it('keep the thousands of an amount that stands close behind a percentage', () => {
    const page = pageOf([
      [40, 100, 'Description'],
      right(330, 100, 'Qté'),
      right(400, 100, 'Prix'),
      right(470, 100, 'TVA'),
      right(540, 100, 'Total'),
      [40, 118, 'Joint graphite'],
      right(330, 118, '20'),
      right(400, 118, '578,55'),
      [452, 118, '5,5 %'],
      right(540, 118, '11 571,00'),
    ]);
    // The percent sign moved so close that both are one run.
    const words = page.words.map((word) => (word.text === '%' ? { ...word, x: 493, width: 6 } : word));
    const found = read([{ ...page, words: words.map((word) => (word.text === '5,5' ? { ...word, x: 477 } : word)) }], 'heads', 'fr', ',');
    expect(cells(found, 'quantity', 'netAmount')).toEqual([['20', '11571.00']]);
  });

  it('part a quantity from its unit where both stand under the unit’s head', () => {
    const page = pageOf([
      ...heads(100),
      ...line(118, 'A-1', 'Oil', '12', 'pcs', '2.00', '24.00'),
      ...line(134, 'A-2', 'Wax', '3', 'l', '5.00', '15.00'),
    ]);
    const words = page.words.map((word) =>
      word.text === '3' ? { ...word, x: 340 } : word.text === 'l' && word.y === 134 ? { ...word, x: 347 } : word,
    );
    expect(cells(read([{ ...page, words }]), 'quantity', 'unit')).toEqual([
      ['12', 'pcs'],
      ['3', 'l'],
    ]);
  });

  it('have no head in a side bar, where only the first word of a label is one', () => {
    const line = (y: number, beside: string, text: string, quantity: string, price: string, amount: string): Runs => [
      [18, y, beside],
      [185, y, text],
      right(370, y, quantity),
      right(450, y, price),
      right(560, y, amount),
    ];
    const page = pageOf([
      [185, 186, 'Désignation'],
      right(370, 186, 'Quantité'),
      right(450, 186, 'P.U. HT'),
      right(560, 186, 'Montant HT'),
      [18, 193, 'Réf. commande'],
      ...line(210, '40672', 'Manutention à la grue', '2,69', '134,72', '362,40'),
      ...line(231, 'SO-514700', 'Acheminement de roues', '693', '1,92', '1 330,56'),
      [185, 245, 'montées, Maury-le-Pont'],
    ]);
    const scanned = { ...page, words: page.words.map((word) => ({ ...word, score: 0.99 })) };
    expect(cells(read([scanned], 'heads', 'fr', ','), 'itemNumber', 'description')).toEqual([
      [null, 'Manutention à la grue'],
      [null, 'Acheminement de roues montées, Maury-le-Pont'],
    ]);
  });

  it('follow heads that stand alone at the foot of the page before', () => {
    const moved = (runs: Runs): Runs => runs.map(([x, y, text]): Runs[number] => [x < 200 ? x : x + 33, y, text]);
    const first = pageOf([
      ...heads(100),
      ...line(118, 'A-1', 'Oak sleeper', '3', 'pcs', '10.00', '30.00'),
      [360, 140, 'Carried forward'],
      right(540, 140, '30.00'),
      ...moved(heads(780)),
    ]);
    const second = pageOf(
      [...moved(line(60, 'A-2', 'Brass valve', '2', 'box', '4.50', '9.00')), [360, 90, 'Net total'], right(573, 90, '£39.00')],
      2,
    );
    expect(cells(read([first, second]), 'itemNumber', 'netAmount')).toEqual([
      ['A-1', '30.00'],
      ['A-2', '9.00'],
    ]);
  });

  it('follow heads that are repeated farther right, also over the page without heads there', () => {
    const moved = (runs: Runs, by: number): Runs => runs.map(([x, y, text]): Runs[number] => [x < 200 ? x : x + by, y, text]);
    const first = pageOf([
      ...heads(100),
      ...line(118, 'A-1', 'Oak sleeper', '3', 'pcs', '10.00', '30.00'),
      [360, 140, 'Carried forward'],
      right(540, 140, '30.00'),
      ...moved(heads(160), 14),
      ...moved(line(178, 'A-2', 'Brass valve', '2', 'box', '4.50', '9.00'), 14),
    ]);
    const second = pageOf(
      [...moved(line(60, 'A-3', 'Steel wedge', '7', 'kg', '2.00', '14.00'), 14), [360, 90, 'Net total'], right(554, 90, '£53.00')],
      2,
    );
    expect(cells(read([first, second]), 'itemNumber', 'quantity', 'unitPrice', 'netAmount')).toEqual([
      ['A-1', '3', '10.00', '30.00'],
      ['A-2', '2', '4.50', '9.00'],
      ['A-3', '7', '2.00', '14.00'],
    ]);
  });

  it('under heads beside a side bar’s label that begins like one', () => {
    const page = pageOf([
      [54, 156, 'Cod. cliente'],
      [183, 156, 'Descrizione'],
      right(330, 156, 'Quantità'),
      right(450, 156, 'Prezzo unit.'),
      right(550, 156, 'Totale'),
      [54, 172, 'Rif. ordine'],
      [183, 172, 'Toner nero, alta'],
      right(330, 172, '2,5'),
      right(450, 172, '48,32'),
      right(550, 172, '120,80'),
      [54, 183, 'PO37462'],
      [183, 183, 'capacità'],
      [183, 200, 'Faro LED'],
      right(330, 200, '3'),
      right(450, 200, '10,00'),
      right(550, 200, '30,00'),
    ]);
    expect(cells(read([page], 'heads', 'it', ','), 'itemNumber', 'description')).toEqual([
      [null, 'Toner nero, alta capacità'],
      [null, 'Faro LED'],
    ]);
  });

  it('a lone line’s “No” 1 is its position', () => {
    const page = pageOf([
      [48, 240, 'No'],
      [93, 240, 'Particulars'],
      right(540, 240, 'Net amount'),
      [48, 260, '1'],
      [93, 260, 'Legal advice on wayleave'],
      right(540, 260, '1,996.50'),
      [360, 290, 'Net total'],
      right(540, 290, '$1,996.50'),
    ]);
    expect(cells(read([page]), 'quantity', 'description')).toEqual([[null, 'Legal advice on wayleave']]);
  });

  it('have no column of prices where only the totals below have amounts', () => {
    const page = pageOf([
      [44, 323, 'Line'],
      [73, 323, 'Details'],
      [208, 323, 'Tax %'],
      right(313, 323, 'Net amount'),
      ...['Boiler inspection, annual', 'Legal advice on wayleave'].flatMap((text, i): Runs => [
        [44, 351 + 28 * i, String(i + 1)],
        [73, 351 + 28 * i, text],
        right(240, 351 + 28 * i, '8.25'),
        right(313, 351 + 28 * i, `${i + 1},799.80`),
      ]),
      ...['Goods total', 'Trade discount', 'Subtotal', 'Sales tax'].flatMap((text, i): Runs => [
        [44, 407 + 28 * i, text],
        [142, 407 + 28 * i, `$${i + 1}99.05`],
      ]),
    ]);
    expect(cells(read([page]), 'description', 'unitPrice', 'netAmount')).toEqual([
      ['Boiler inspection, annual', null, '1799.80'],
      ['Legal advice on wayleave', null, '2799.80'],
    ]);
  });
});
