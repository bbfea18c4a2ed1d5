import fc from 'fast-check';
import { pageOf } from '../reading/fixtures/laid-out.js';
import { readDocument, type PageWords } from '../reading/index.js';
import { inForce, isOneSupplier, learn, marksOf, ownerOf, owns, taughtBy, type SupplierHabits, type Taught } from './index.js';

type Runs = Parameters<typeof pageOf>[0];

interface Odd {
  readonly number: string;
  readonly day?: string;
  readonly order?: string | null;
  readonly lines?: readonly (readonly [what: string, many: number, each: number])[];
  readonly dx?: number;
  readonly dy?: number;
  readonly name?: string;
  readonly taxId?: string;
}
const NAME = 'Harrowgill Oddments Ltd';
const LINES: NonNullable<Odd['lines']> = [
  ['Signal lamp glass, green', 2, 75],
  ['Brass oil cup, 12 mm', 4, 37.5],
];

/** A page of a supplier who calls everything otherwise than others do; `dx` and `dy` shift all of it. */
function oddPage({
  number,
  day = '12/10/2026',
  order = '40533',
  lines = LINES,
  dx = 0,
  dy = 0,
  name = NAME,
  taxId = 'GB311592634',
}: Odd): PageWords {
  const net = lines.reduce((sum, [, many, each]) => sum + many * each, 0);
  const end = 260 + 16 * lines.length;
  const runs: Runs = [
    [40, 40, name],
    [40, 54, 'The Sidings, Harrowgill HG4 2TT'],
    [400, 40, 'INVOICE', 16],
    [40, 120, 'Kestrel Fell Railway Ltd'],
    [330, 120, 'Vorra tunim'],
    [430, 120, number],
    [330, 136, 'Put down'],
    [430, 136, day],
    ...(order === null
      ? []
      : ([
          [330, 152, 'Your slip'],
          [430, 152, order],
        ] as const)),
    [330, 168, 'Folio'],
    [430, 168, '77120'],
    [40, 240, 'Stuff'],
    [300, 240, 'Many'],
    [380, 240, 'Apiece'],
    [480, 240, 'Together'],
    ...lines.flatMap(([what, many, each], i): Runs => [
      [40, 260 + 16 * i, what],
      [300, 260 + 16 * i, String(many)],
      [380, 260 + 16 * i, each.toFixed(2)],
      [480, 260 + 16 * i, (many * each).toFixed(2)],
    ]),
    [380, end + 20, 'Bare'],
    [480, end + 20, net.toFixed(2)],
    [380, end + 36, 'For the crown 20 %'],
    [480, end + 36, (net / 5).toFixed(2)],
    [380, end + 52, 'Makes'],
    [480, end + 52, `£${(net * 1.2).toFixed(2)}`],
    [40, 780, `${name} · VAT reg. no. ${taxId}`],
  ];
  return pageOf(runs.map(([x, y, text, size]) => [x + dx, y + dy, text, size] as const));
}

function truthOf({ number, day = '12/10/2026', order = '40533', lines = LINES, name = NAME, taxId = 'GB311592634' }: Odd): Taught {
  const net = lines.reduce((sum, [, many, each]) => sum + many * each, 0);
  const [d, m, y] = day.split('/');
  return {
    kind: 'invoice',
    fields: {
      invoiceNumber: number,
      issueDate: `${y}-${m}-${d}`,
      dueDate: null,
      currency: 'GBP',
      orderReference: order,
      sellerName: name,
      sellerTaxId: taxId,
      sellerIban: null,
      netTotal: net.toFixed(2),
      taxTotal: (net / 5).toFixed(2),
      grossTotal: (net * 1.2).toFixed(2),
      amountDue: (net * 1.2).toFixed(2),
    },
    lines: lines.map(([description, many, each]) => ({
      itemNumber: null,
      description,
      quantity: String(many),
      unit: null,
      unitPrice: each.toFixed(2),
      netAmount: (many * each).toFixed(2),
      taxRate: '20',
    })),
  };
}

const FIRST: Odd = { number: 'HO-2301' };
const habits = learn([oddPage(FIRST)], truthOf(FIRST));
const read = (odd: Odd, by = habits) => readDocument([oddPage(odd)], { habits: by });

describe('what one document taught', () => {
  it('is known on the next one: the words for each field, and the columns', () => {
    expect(readDocument([oddPage(FIRST)]).fields.orderReference).toBeNull();
    const { fields, lines } = read({ number: 'HO-2477', day: '03/11/2026', order: '41877', lines: [['Coach screw, bright', 10, 4.2]] });
    expect([fields.invoiceNumber?.value, fields.issueDate?.value, fields.orderReference?.value]).toEqual([
      'HO-2477',
      '2026-11-03',
      '41877',
    ]);
    expect([fields.netTotal?.value, fields.taxTotal?.value, fields.grossTotal?.value]).toEqual(['42.00', '8.40', '50.40']);
    expect(lines.map(({ description, quantity, unitPrice }) => [description?.value, quantity?.value, unitPrice?.value])).toEqual([
      ['Coach screw, bright', '10', '4.20'],
    ]);
  });

  it('holds however the page is shifted and however many lines it has', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: -12, max: 25 }),
        fc.integer({ min: -15, max: 20 }),
        fc.array(
          fc.tuple(
            fc.constantFrom('Coach screw, bright', 'Lamp wick, flat', 'Tallow, block'),
            fc.integer({ min: 1, max: 60 }),
            fc.integer({ min: 1, max: 900 }),
          ),
          {
            minLength: 1,
            maxLength: 14,
          },
        ),
        fc.integer({ min: 1000, max: 9999 }),
        (dx, dy, drawn, run) => {
          const lines = drawn.map(([what, many, tenths]) => [what, many, tenths / 10] as const);
          const { fields } = read({ number: `HO-${run}`, order: `4${run}`, lines, dx, dy });
          expect([fields.invoiceNumber?.value, fields.orderReference?.value]).toEqual([`HO-${run}`, `4${run}`]);
          expect(fields.grossTotal?.value).toBe((lines.reduce((sum, [, many, each]) => sum + many * each, 0) * 1.2).toFixed(2));
        },
      ),
      { numRuns: 40 },
    );
  });

  it('is evidence, no order: what is not there is not made up', () => {
    expect(read({ number: 'HO-2480', order: null }).fields.orderReference).toBeNull();
  });

  it('nothing that nobody would have asked about becomes wrong in silence, whatever value of the head was a slip', () => {
    const others = ['77120', '40533', 'HO-2301', 'GB311592634', '2026-10-12', '60.00'];
    const slips = (['invoiceNumber', 'orderReference', 'issueDate', 'netTotal', 'sellerTaxId'] as const).flatMap((field) =>
      others.map((value) => ({ field, value })),
    );
    const page = { number: 'HO-2500', order: '42100' };
    const without = readDocument([oddPage(page)]);
    const truth = truthOf(page);
    for (const { field, value } of slips) {
      const taught = learn([oddPage(FIRST)], { ...truthOf(FIRST), fields: { ...truthOf(FIRST).fields, [field]: value } });
      const reading = read(page, taught);
      for (const name of ['invoiceNumber', 'issueDate', 'netTotal', 'grossTotal', 'sellerTaxId'] as const) {
        const wasRight = without.fields[name]?.value === truth.fields[name] && !without.doubts.some((doubt) => doubt.field === name);
        const isRight = reading.fields[name]?.value === truth.fields[name];
        const isAsked = reading.doubts.some((doubt) => doubt.field === name);
        expect({ field, value, name, fine: !wasRight || isRight || isAsked }).toMatchObject({ fine: true });
      }
    }
  });

  it('a number that was taught to be the date is asked about each time', () => {
    const taught = learn([oddPage(FIRST)], { ...truthOf(FIRST), fields: { ...truthOf(FIRST).fields, invoiceNumber: '12/10/2026' } });
    const { fields, doubts } = read({ number: 'HO-2500', day: '03/11/2026', order: '42100' }, taught);
    expect(fields.invoiceNumber?.value).toBe('03/11/2026');
    expect(doubts.some(({ field }) => field === 'invoiceNumber')).toBe(true);
  });

  it('never throws on what is no value of the field', () => {
    fc.assert(
      fc.property(fc.string(), fc.string(), (value, cell) => {
        const lines = [{ description: cell, quantity: cell, unitPrice: cell, netAmount: cell }];
        learn([oddPage(FIRST)], {
          kind: 'invoice',
          fields: { netTotal: value, issueDate: value, invoiceNumber: value, sellerName: value },
          lines,
        });
      }),
      { numRuns: 60 },
    );
  });
});

describe('whose habits they are', () => {
  const his = marksOf(truthOf(FIRST).fields);
  const other: Odd = { number: 'FS-1', name: 'Fallowbeck Sundries Ltd', taxId: 'GB880123456' };

  it('is told by tax id or name, not by looks', () => {
    expect(owns(his, [oddPage({ number: 'HO-1' })])).toBe(2);
    expect(owns(his, [oddPage({ number: 'HO-1', taxId: '' })])).toBe(1);
    expect(owns(his, [oddPage(other)])).toBe(0);
  });

  it('is nobody where two are as plainly on the page', () => {
    const two = [{ marks: his }, { marks: { ...his } }];
    expect(ownerOf(two, [oddPage(FIRST)])).toBeNull();
    expect(ownerOf(two.slice(1), [oddPage(FIRST)])).toBe(two[1]);
  });

  it('tells one supplier by tax id or account, and by name where no tax id speaks against it', () => {
    const marks = { names: [NAME], taxIds: ['GB311592634'], ibans: [] };
    expect(isOneSupplier(marks, { names: ['Harrowgill'], taxIds: ['GB 311 592634'], ibans: [] })).toBe(true);
    expect(isOneSupplier(marks, { names: [NAME.toUpperCase()], taxIds: [], ibans: [] })).toBe(true);
    expect(isOneSupplier(marks, { names: [NAME], taxIds: ['GB880123456'], ibans: [] })).toBe(false);
  });
});

describe('habits that are kept', () => {
  const teach = (known: SupplierHabits | null, odd: Odd, more: Taught['fields'] = {}, from = odd.number) =>
    taughtBy(known, [oddPage(odd)], { ...truthOf(odd), fields: { ...truthOf(odd).fields, ...more } }, from);
  const labels = (known: SupplierHabits, field: string) =>
    inForce(known.kept).flatMap((habit) => (habit.what === 'label' && habit.field === field ? [habit.words] : []));

  it('gain by what bears them out, once a document', () => {
    const one = teach(null, FIRST);
    const two = teach(one, { number: 'HO-2302' });
    expect(teach(two, { number: 'HO-2302' })).toEqual(two);
    const label = two.kept.find(({ habit }) => habit.what === 'label' && habit.field === 'orderReference');
    expect(label).toMatchObject({ from: 'HO-2301', held: ['HO-2302'], corrected: [] });
  });

  it('lose by what says otherwise, and are silent then', () => {
    const wrong = teach(null, FIRST, { orderReference: '77120' });
    expect(labels(wrong, 'orderReference')).toEqual(['folio']);
    const right = teach(wrong, { number: 'HO-2302', order: '40999' });
    expect(labels(right, 'orderReference')).toEqual(['your slip']);
  });

  it('are forgotten with the document that alone taught them', () => {
    const wrong = teach(null, FIRST, { orderReference: '77120' });
    expect(labels(teach(wrong, FIRST), 'orderReference')).toEqual(['your slip']);
  });

  it('ask for what goes against the page until a second document has borne it out', () => {
    const slip = teach(null, FIRST, { orderReference: 'HO-2301' });
    const against = (known: SupplierHabits) =>
      inForce(known.kept).some((habit) => habit.against && 'field' in habit && habit.field === 'orderReference');
    expect(against(slip)).toBe(true);
    expect(against(teach(slip, { number: 'HO-2302' }, { orderReference: 'HO-2302' }))).toBe(false);
  });
});
