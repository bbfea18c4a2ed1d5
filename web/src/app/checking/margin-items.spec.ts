import { HEADER_FIELDS, type DocumentKind, type HeaderField } from '@umber/core/documents';
import type { DocumentView, DoubtView, FieldView } from '@umber/contract/documents';
import { type ReadValue } from '@umber/core/reading';
import { asked, HARDLY_READ, isPlaced, marginItems } from './margin-items';
import { answersTo } from './questions';

const read = (value: string, x: number, more: Partial<ReadValue> = {}): ReadValue => ({
  value,
  confidence: 0.9,
  page: 1,
  box: { x, y: 100, width: 50, height: 9 },
  evidence: [{ code: 'labelled', relation: 'right of', label: 'label' }],
  alternatives: [],
  ...more,
});
const values: Partial<Record<HeaderField, FieldView>> = {
  invoiceNumber: { value: 'INV-1', read: read('INV-1', 400), settled: false, pointed: null },
  issueDate: {
    value: '2026-03-14',
    read: read('2026-03-14', 400, { alternatives: [{ value: '2026-04-13', why: { code: 'other-reading' }, page: 1, box: null }] }),
    settled: false,
    pointed: null,
  },
  sellerName: { value: 'Pellow Timber Ltd', read: read('Pellow Timber Ltd', 40), settled: false, pointed: null },
  sellerIban: {
    value: 'GB82WEST12345698765432',
    read: read('GB82WEST12345698765432', 40, { evidence: [{ code: 'check-digits' }] }),
    settled: false,
    pointed: null,
  },
  netTotal: { value: '100.00', read: read('100.00', 450), settled: false, pointed: null },
  taxTotal: { value: '20.00', read: read('20.00', 450), settled: false, pointed: null },
  grossTotal: { value: '129.00', read: read('129.00', 450), settled: false, pointed: null },
  amountDue: { value: '129.00', read: read('129.00', 450), settled: false, pointed: null },
};
const doubt = (id: number, more: Partial<DoubtView>): DoubtView => ({
  id,
  field: null,
  line: null,
  question: { code: 'as-worded', text: 'why?' },
  ...more,
});

function view(doubts: readonly DoubtView[], fields: Partial<Record<HeaderField, FieldView>> = {}): DocumentView {
  const all = Object.fromEntries(
    HEADER_FIELDS.map((field) => [field, fields[field] ?? values[field] ?? { value: null, read: null, settled: false, pointed: null }]),
  );
  return {
    id: 1,
    version: 1,
    tray: 'check',
    parkedFrom: null,
    reason: null,
    kind: 'invoice',
    language: 'en',
    file: { id: 1, name: 'a.pdf', pages: 1 },
    arrival: { id: 1, sender: null, subject: null, receivedAt: '2026-03-14T00:00:00Z', text: '', source: 'Mail', kind: 'mail' },
    fields: all as Record<HeaderField, FieldView>,
    own: [],
    ownCells: [],
    discount: null,
    carriage: null,
    lines: [],
    dispute: null,
    steps: [],
    letters: [],
    questions: [],
    claims: [],
    credits: [],
    creditedBy: [],
    replaces: null,
    replacedBy: null,
    original: { keptUntil: null, holds: [], deleted: null },
    notes: [],
    handed: null,
    restsUntil: null,
    doubts,
    exceptions: [],
    citations: [],
    eInvoice: null,
    statement: null,
    tags: [],
    department: null,
    approvals: [],
    handledBy: [],
    touchedBy: [],
    pages: [{ number: 1, turned: 0, straightened: false, width: 595, height: 842, words: [] }],
    supplier: null,
    alike: null,
    orders: [],
    checkedBy: null,
    entryNumber: null,
    trail: [],
  };
}
const item = (document: DocumentView, id: string) => marginItems(document).find((one) => one.id === id);

describe('the margin’s items', () => {
  it('stand on the side where they were read', () => {
    expect(item(view([]), 'invoiceNumber')?.side).toBe('right');
    expect(item(view([]), 'sellerName')?.side).toBe('left');
  });

  it('say what confirms them, not where their label stands', () => {
    expect(item(view([]), 'sellerIban')).toMatchObject({ value: 'GB82 WEST 1234 5698 7654 32', note: 'check digits right' });
    expect(item(view([]), 'invoiceNumber')?.note).toBe('');
  });

  it('keep a corrected value at its place and say what the page has', () => {
    const corrected = view([], { grossTotal: { value: '120.00', read: read('129.00', 450), settled: true, pointed: null } });
    expect(item(corrected, 'grossTotal')).toMatchObject({ value: '120.00', note: 'given by you, the page has 129.00', page: 1 });
  });

  it('stand in the margin where they have a place or are asked about; all others can be filled in the list at its foot', () => {
    const loose = (document: DocumentView) =>
      marginItems(document)
        .filter((one) => !isPlaced(one, document))
        .map(({ id }) => id);
    expect(loose(view([]))).toEqual([
      'dueDate',
      'currency',
      'orderReference',
      'sellerTaxId',
      'paymentReference',
      'amountDue',
      'discountPercent',
      'discountDate',
    ]);
    expect(loose(view([doubt(1, { field: 'currency' }), doubt(2, { field: 'dueDate' })]))).not.toContain('currency');
    expect(loose(view([], { amountDue: { value: '99.00', read: read('99.00', 450), settled: false, pointed: null } }))).not.toContain(
      'amountDue',
    );
  });

  it('stand where a person pointed, and nowhere once the page is said not to show them', () => {
    const pointed = { page: 2, box: { x: 9, y: 8, width: 7, height: 6 } };
    const given = { value: 'INV-2', read: read('INV-1', 400), settled: true, pointed };
    expect(item(view([], { invoiceNumber: given }), 'invoiceNumber')).toMatchObject({ page: 2, box: pointed.box, label: null });
    const cleared = { value: null, read: read('INV-1', 400), settled: true, pointed: null };
    expect(item(view([], { invoiceNumber: cleared }), 'invoiceNumber')).toMatchObject({ page: null, box: null, value: 'not on the page' });
  });

  it('ask once whether the pages are any good where hardly anything was read', () => {
    const none = { value: null, read: null, settled: false, pointed: null };
    const fields = { invoiceNumber: none, issueDate: none, grossTotal: none };
    const doubts = (['invoiceNumber', 'issueDate', 'grossTotal'] as const).map((field, i) =>
      doubt(i + 1, { field, question: { code: 'not-found' } }),
    );
    const document = view(doubts, fields);
    expect(asked(marginItems(document)).map(({ id }) => id)[0]).toBe(HARDLY_READ);
    const question = asked(marginItems(document))[0].doubt!;
    expect(answersTo(question, document).map(({ way }) => way)).toEqual(['copy', 'pages', 'again', undefined]);
    expect(asked(marginItems(view(doubts.slice(1), { issueDate: none, grossTotal: none }))).map(({ id }) => id)).not.toContain(HARDLY_READ);
  });

  it('are asked in order: the whole document, the head as doubted, the lines', () => {
    const doubts = [
      doubt(1, { field: 'lines' }),
      doubt(2, { field: 'grossTotal' }),
      doubt(3, { field: 'netTotal' }),
      doubt(4, { field: 'kind' }),
      doubt(5, { line: 2, field: 'quantity' }),
    ];
    expect(asked(marginItems(view(doubts))).map((one) => one.id)).toEqual(['doubt-4', 'grossTotal', 'netTotal', 'lines']);
    expect(item(view(doubts), 'lines')?.note).toBe('2 doubts');
  });
});

describe('the answers to a doubt', () => {
  it('never propose that something was due before it was issued, nor issued after it was due', () => {
    const alternatives = ['2026-03-04', '2026-05-14'].map((value) => ({
      value,
      why: { code: 'other-reading' } as const,
      page: 1,
      box: null,
    }));
    const dates = (field: 'issueDate' | 'dueDate', issued: string, due: string) => {
      const dated = (of: string, name: string) => ({
        value: of,
        read: read(of, 400, name === field ? { alternatives } : {}),
        settled: false,
        pointed: null,
      });
      const fields = { issueDate: dated(issued, 'issueDate'), dueDate: dated(due, 'dueDate') };
      return answersTo(doubt(1, { field }), view([], fields)).map(({ text, value }) => value ?? text);
    };
    expect(dates('dueDate', '2026-03-14', '2026-04-14')).toEqual(['14 Apr 2026', '2026-05-14']);
    expect(dates('issueDate', '2026-03-14', '2026-04-14')).toEqual(['14 Mar 2026', '2026-03-04']);
    // What stands there cannot be: it is the last of the answers.
    expect(dates('dueDate', '2026-04-14', '2026-03-14')).toEqual(['2026-05-14', '14 Mar 2026']);
  });

  it('begin with what was read, then its alternatives', () => {
    const answers = answersTo(doubt(1, { field: 'issueDate' }), view([]));
    expect(answers.map((answer) => [answer.text, answer.value])).toEqual([
      ['14 Mar 2026', null],
      ['13 Apr 2026', '2026-04-13'],
    ]);
  });

  it('offer what the other totals make', () => {
    expect(answersTo(doubt(1, { field: 'grossTotal' }), view([])).map((answer) => [answer.text, answer.reason])).toContainEqual([
      '120.00',
      'net and tax make this',
    ]);
    expect(answersTo(doubt(1, { field: 'netTotal' }), view([]))[0]).toMatchObject({ value: '109.00', reason: 'the total less tax' });
  });

  it('propose before leaving a missing value empty', () => {
    const missing = view([], { grossTotal: { value: null, read: null, settled: false, pointed: null } });
    expect(answersTo(doubt(1, { field: 'grossTotal' }), missing).map((answer) => answer.text)).toEqual(['120.00', 'not on the page']);
  });

  it('what may only be a value is offered behind leaving the field empty', () => {
    const document = view([]);
    const missing = {
      ...document,
      fields: { ...document.fields, orderReference: { value: null, read: null, settled: false, pointed: null } },
    };
    const question = { code: 'perhaps', value: 'CR39830' } as const;
    expect(answersTo(doubt(1, { field: 'orderReference', question }), missing).map(({ text, value }) => [text, value])).toEqual([
      ['not on the page', null],
      ['CR39830', 'CR39830'],
    ]);
  });

  it('ask what a document is, what it was read as first', () => {
    const kinds = (kind: DocumentKind) => answersTo(doubt(1, { field: 'kind' }), { ...view([]), kind }).map((answer) => answer.value);
    expect(kinds('invoice')).toEqual(['invoice', 'credit-note', 'statement', 'reminder', 'delivery-note', 'order-confirmation', 'other']);
    expect(kinds('reminder').slice(0, 2)).toEqual(['reminder', 'invoice']);
  });

  it('let anything else stand as it is', () => {
    expect(answersTo(doubt(1, { line: 3, field: 'quantity' }), view([]))).toEqual([
      { text: 'Right as it stands', reason: '', value: null, page: null, box: null },
    ]);
  });

  it('ask about totals that do not add up once, with the changes that would mend it, likeliest first', () => {
    const question = { code: 'totals-differ', net: '100.00', tax: '20.00', gross: '129.00' } as const;
    const doubts = (['grossTotal', 'netTotal', 'taxTotal'] as const).map((field, i) => doubt(i + 1, { field, question }));
    const document = view([...doubts, doubt(4, { field: 'amountDue', question: { code: 'same-as-total' } })]);
    expect(asked(marginItems(document)).map(({ id }) => id)).toEqual(['grossTotal']);
    expect(item(document, 'netTotal')).toMatchObject({ note: 'asked at Total', askedElsewhere: true });
    expect(answersTo(doubts[0], document).map(({ field, value }) => [field, value])).toEqual([
      ['grossTotal', '120.00'],
      ['taxTotal', '29.00'],
      ['netTotal', '109.00'],
      [undefined, null],
    ]);
    expect(answersTo(doubts[0], document).at(-1)).toMatchObject({ way: 'dispute' });
  });

  it('offer the tax first where it is none that the lines’ rate makes', () => {
    const question = { code: 'totals-differ', net: '100.00', tax: '30.00', gross: '120.00' } as const;
    const taxed = {
      ...view([doubt(1, { field: 'grossTotal', question })], {
        taxTotal: { value: '30.00', read: read('30.00', 450), settled: false, pointed: null },
        grossTotal: { value: '120.00', read: read('120.00', 450), settled: false, pointed: null },
      }),
      lines: [{ cells: { taxRate: '20' } }],
    } as unknown as DocumentView;
    expect(answersTo(taxed.doubts[0], taxed)[0]).toMatchObject({ field: 'taxTotal', value: '20.00' });
  });
});

describe('fields of the company’s own in the margin', () => {
  const site = {
    key: 'works-site',
    name: 'Works site',
    level: 'head',
    type: 'choice',
    required: true,
    labels: [],
    choices: ['North yard', 'South yard'],
    pattern: '',
    least: null,
    most: null,
    matches: null,
  } as const;
  const missing = doubt(9, { field: 'own:works-site', question: { code: 'not-found' } });
  const shownWith = (value: string | null) => ({
    ...view([missing]),
    own: [{ field: site, value, read: value === null ? null : read(value, 40), settled: false, pointed: null }],
  });

  it('stand at their place, and are asked about like the others', () => {
    const item = marginItems(shownWith('North yard')).find(({ field }) => field === 'own:works-site');
    expect(item).toMatchObject({ name: 'Works site', value: 'North yard', own: site, page: 1, doubt: missing });
    expect(asked(marginItems(shownWith(null))).map(({ name }) => name)).toEqual(['Works site']);
  });

  it('are never guessed by Enter: where nothing was read, the first answer leads into the field', () => {
    expect(answersTo(missing, shownWith(null)).map(({ text, way }) => [text, way])).toEqual([
      ['Choose or type it …', 'type'],
      ['North yard', undefined],
      ['South yard', undefined],
    ]);
    expect(answersTo(missing, shownWith('North yard')).map(({ text }) => text)).toEqual(['North yard', 'South yard']);
  });
});
