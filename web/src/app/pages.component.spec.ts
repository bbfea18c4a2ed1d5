import { fireEvent, screen } from '@testing-library/angular';
import type { ArchiveFound, ArchiveHit } from '@umber/contract/searching';
import { ArchivePage } from './archive/archive-page';
import type { SourceView } from '@umber/contract/intake';
import type { OrderRow } from '@umber/contract/orders';
import type { FileView } from '@umber/contract/separating';
import type { AlikeDocument } from '@umber/contract/sorting';
import { NEVER, of, throwError } from 'rxjs';
import { ApiError } from './api-error';
import type { TestAnswers } from './fixtures/answering';
import { LONG_NAME, shown } from './fixtures/shown';
import { SourcesPage } from './intake/sources-page';
import type { AuditEntry } from '@umber/contract/audit';
import type { AuditAct } from '@umber/core/audit';
import { AuditPage } from './audit/audit-page';
import { OrdersPage } from './orders/orders-page';
import { SignIn } from './people/sign-in';
import { FilePage } from './separating/file-page';
import { AlikePage } from './sorting/alike-page';

const away = () => throwError(() => new ApiError('away', 'The server does not answer.'));

describe('the orders', () => {
  const order = (id: number, supplier: string): OrderRow => ({
    id,
    number: `4${id}`,
    supplier,
    owner: 'Ines Whitcombe',
    costCentre: 'PW',
    currency: 'GBP',
    orderedOn: '2026-11-01',
    kind: 'goods',
    receivedPercent: 100,
    invoicedPercent: 40,
    state: 'open',
    lines: 2,
    amount: '100.00',
  });
  it('say that they are loading', async () => {
    await shown(OrdersPage, { answers: { orders: () => NEVER } });
    expect(screen.getByRole('status').textContent).toContain('Loading');
  });
  it('say why they cannot be shown', async () => {
    await shown(OrdersPage, { answers: { orders: away } });
    expect(screen.getByRole('alert').textContent).toContain('does not answer');
  });
  it.each([0, 1, 500])('are %i', async (count) => {
    await shown(OrdersPage, { answers: { orders: () => of(Array.from({ length: count }, (_, i) => order(i, LONG_NAME))) } });
    expect(screen.getAllByRole('row')).toHaveLength(1 + Math.max(1, count));
    if (count === 0) expect(screen.getByText('No order fits.')).toBeTruthy();
    else expect(screen.getAllByText(LONG_NAME)).toHaveLength(count);
  });
});

describe('settings and sign-ins', () => {
  const entry = (id: number, act: AuditAct): AuditEntry => ({
    id,
    at: '2026-11-20T10:00:00Z',
    person: id % 2 === 0 ? LONG_NAME : null,
    act,
  });
  const acts: AuditAct[] = [
    { code: 'signed-in', address: '127.0.0.1' },
    { code: 'sign-in-refused', login: 'nell', address: '10.1.2.3' },
    {
      code: 'source-changed',
      name: 'Box',
      changes: [
        { what: 'host', before: 'a.example', after: 'b.example' },
        { what: 'password', before: null, after: null },
      ],
    },
    { code: 'rules-set', source: 'Mail', before: [], after: [] },
    { code: 'separation-set', before: 'three-people', after: 'two-people' },
    { code: 'supplier-added', supplier: 'Alder Ltd', id: 3, another: true },
  ];

  it('say that they load', async () => {
    await shown(AuditPage, { answers: { audit: () => NEVER } });
    expect(screen.getByRole('status')).toBeTruthy();
  });

  it('say why they cannot be shown', async () => {
    await shown(AuditPage, { answers: { audit: away } });
    expect(screen.getByRole('alert')).toBeTruthy();
  });

  it('say each act in words', async () => {
    await shown(AuditPage, { answers: { audit: () => of(acts.map((act, i) => entry(i, act))) } });
    expect(screen.getByText('Changed the source “Box”: host from a.example to b.example; a new password.')).toBeTruthy();
    expect(screen.getByText('Put Alder Ltd on file, and said that it is another firm than one like it.')).toBeTruthy();
    expect(screen.getAllByRole('row')).toHaveLength(acts.length + 1);
  });
});

describe('the sources', () => {
  const rest: TestAnswers = {
    risk: () => NEVER,
    archive: () => NEVER,
    separation: () => NEVER,
    keeping: () => NEVER,
    tokens: () => of([]),
  };
  const source: SourceView = {
    id: 1,
    kind: 'mail',
    name: LONG_NAME,
    enabled: true,
    settings: {},
    hasPassword: false,
    rules: [],
    lastSeenAt: null,
    lastError: 'The mailbox refused the password.',
    lastErrorAt: '2026-11-10T08:00:00Z',
    arrivals: 0,
    today: 0,
  };
  it('say that they are loading', async () => {
    await shown(SourcesPage, { answers: { ...rest, sources: () => NEVER } });
    expect(screen.getAllByText('Loading …')).toHaveLength(1);
  });
  it('say why they cannot be shown', async () => {
    await shown(SourcesPage, { answers: { ...rest, sources: away } });
    expect(screen.getAllByRole('alert')[0].textContent).toContain('does not answer');
    expect(screen.queryByText('Loading …')).toBeNull();
  });
  it('show a long name and what went wrong last', async () => {
    await shown(SourcesPage, { answers: { ...rest, sources: () => of([source]) } });
    expect(screen.getByText(LONG_NAME)).toBeTruthy();
    expect(screen.getByText('The mailbox refused the password.')).toBeTruthy();
  });
});

describe('the archive', () => {
  const facets = { found: null, kinds: [], trays: [], suppliers: [], years: [], amounts: [] };
  const hit = (id: number): ArchiveHit => ({
    id,
    tray: 'posted',
    kind: 'invoice',
    supplier: LONG_NAME,
    number: `INV-${id}`,
    issueDate: null,
    currency: 'GBP',
    total: '12.50',
    fileId: id,
    entry: 31,
    parts: [
      { text: 'the ', hit: false },
      { text: 'carriage', hit: true },
    ],
    place: 'page',
    page: 2,
    more: 1,
    word: 'carriage',
  });
  const rest: TestAnswers = { keptSearches: () => of([]), handedLists: () => of([]), listReaders: () => of([]) };
  const found = (hits: readonly ArchiveHit[], documents = hits.length): ArchiveFound => ({
    documents,
    isRough: false,
    hits,
    facets,
    abroad: [],
    instead: [],
  });
  it('says that it is loading', async () => {
    await shown(ArchivePage, { answers: { ...rest, searchArchive: () => NEVER } });
    expect(screen.getAllByText('Loading …')).toHaveLength(1);
  });
  it('says why it cannot be shown', async () => {
    await shown(ArchivePage, { answers: { ...rest, searchArchive: away } });
    expect(screen.getByRole('alert').textContent).toContain('does not answer');
  });
  it('says that nothing is found, and for what a word that stands nowhere was taken', async () => {
    const instead = [{ word: 'haulgae', by: ['haulage'] }];
    await shown(ArchivePage, { answers: { ...rest, searchArchive: () => of({ ...found([]), instead }) } });
    expect(screen.getByText('Nothing has all of this.')).toBeTruthy();
    expect(screen.getByText('“haulgae” stands nowhere: looked for haulage')).toBeTruthy();
  });
  it('shows five hundred hits with long names, where each was found, and how many more there are', async () => {
    const hits = Array.from({ length: 500 }, (_, i) => hit(i + 1));
    await shown(ArchivePage, { answers: { ...rest, searchArchive: () => of(found(hits, 2500)) } });
    expect(document.querySelectorAll('umber-archive-hits li')).toHaveLength(500);
    expect(screen.getAllByText('on page 2 · 1 more place')).toHaveLength(500);
    expect(screen.getByRole('button', { name: '2,000 more below' })).toBeTruthy();
    expect(screen.getAllByText('posted, no. 31')).toHaveLength(500);
  });
});

describe('the pages of a file', () => {
  const file = (pages: number): FileView => ({
    id: 3,
    name: 'stack.pdf',
    version: 1,
    arrival: { id: 1, sender: null, subject: null, receivedAt: '2026-11-10T08:00:00Z' },
    pages: Array.from({ length: pages }, (_, i) => ({ number: i + 1, width: 595, height: 842, turned: 0 })),
    boundaries: [],
    documents: [{ id: 7, tray: 'check', supplier: LONG_NAME, number: 'INV-1', pages: Array.from({ length: pages }, (_, i) => i + 1) }],
  });
  it('say that they are loading', async () => {
    await shown(FilePage, { inputs: { id: 3 }, answers: { file: () => NEVER } });
    expect(screen.getByRole('status').textContent).toContain('Loading');
  });
  it('say why they cannot be shown', async () => {
    await shown(FilePage, { inputs: { id: 3 }, answers: { file: away } });
    expect(screen.getByRole('alert').textContent).toContain('does not answer');
  });
  it.each([1, 200])('are %i', async (count) => {
    await shown(FilePage, { inputs: { id: 3 }, answers: { file: () => of(file(count)) } });
    expect(screen.getAllByAltText(/^Page \d+$/).length).toBeGreaterThanOrEqual(count);
  });
});

describe('documents that look alike', () => {
  const alike = (id: number): AlikeDocument => ({
    id,
    version: 1,
    tray: 'check',
    kind: 'invoice',
    seller: LONG_NAME,
    number: null,
    issueDate: null,
    order: null,
    currency: null,
    total: null,
    doubts: [],
    checked: false,
    taught: false,
    fileId: 3,
    page: null,
  });
  it('say that they are loading', async () => {
    await shown(AlikePage, { inputs: { id: 1 }, answers: { alike: () => NEVER } });
    expect(screen.getByRole('status').textContent).toContain('Loading');
  });
  it('say why they cannot be shown', async () => {
    await shown(AlikePage, { inputs: { id: 1 }, answers: { alike: away } });
    expect(screen.getByRole('alert').textContent).toContain('does not answer');
  });
  it.each([1, 300])('are %i, of a long name and of which little was read', async (count) => {
    const documents = Array.from({ length: count }, (_, i) => alike(i + 1));
    await shown(AlikePage, { inputs: { id: 1 }, answers: { alike: () => of({ id: 1, documents, suppliers: [] }) } });
    expect(screen.getAllByRole('checkbox')).toHaveLength(count);
    expect(screen.getAllByText(new RegExp(LONG_NAME.slice(0, 40))).length).toBeGreaterThan(0);
  });
  it('are taught by one: its others are shown with what is asked, and accepted together', async () => {
    const accepted: number[][] = [];
    const doubt = (id: number) => ({ id, field: 'orderReference', line: null, question: { code: 'not-found' } }) as const;
    const documents = [
      { ...alike(1), checked: true, tray: 'match' as const },
      { ...alike(2), taught: true, doubts: [1, 2, 3, 4, 5].map(doubt) },
      { ...alike(3), taught: true },
    ];
    await shown(AlikePage, {
      inputs: { id: 1 },
      answers: {
        alike: () => of({ id: 1, documents, suppliers: [] }),
        acceptAlike: (_, { documents: those }) => {
          accepted.push(those.map(({ id }) => id));
          return of({ settled: 1, left: [{ id: 2, why: 'The total is missing.' }], view: { id: 1, documents, suppliers: [] } });
        },
      },
    });
    expect(screen.getAllByText('No order number was found on the page.')).toHaveLength(3);
    expect(screen.getByText('and 2 more')).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: /Right as read: 2/ }));
    expect(accepted).toEqual([[2, 3]]);
    expect((await screen.findByRole('alert')).textContent).toContain('The total is missing.');
  });
});

describe('signing in', () => {
  it('asks for login and password', async () => {
    await shown(SignIn);
    expect(screen.getByLabelText('Login')).toBeTruthy();
    expect(screen.getByLabelText('Password')).toBeTruthy();
  });
});
