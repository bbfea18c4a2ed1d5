import { screen, within } from '@testing-library/angular';
import userEvent from '@testing-library/user-event';
import type { SupplierChangeView, SupplierPage as Page, SupplierRecord, SupplierRecordWish } from '@umber/contract/suppliers';
import { NEVER, of, throwError } from 'rxjs';
import { ApiError } from '../api-error';
import type { TestAnswers } from '../fixtures/answering';
import { left, LONG_NAME, shown } from '../fixtures/shown';
import { SupplierPage } from './supplier-page';

const record = {
  name: 'Tarnside Lubricants Ltd',
  tradingNames: ['Tarnside Oils', 'TLL'],
  formerNames: [],
  address: '',
  country: 'GB',
  currency: 'GBP',
  taxId: 'GB123456789',
  otherTaxIds: [],
  iban: null,
  mailDomain: 'tarnside.example',
  otherDomains: [],
  termsDays: 30,
  discountPercent: '0',
  discountDays: null,
  taxTreatment: 'domestic',
  account: '5020',
  costCentre: 'PW',
  approverId: null,
  orderRequired: false,
  tolerances: {},
  straightLimit: null,
  sampleEvery: 10,
  group: '',
  note: '',
} as unknown as SupplierRecord;
const page = (more: Partial<Page> = {}): Page => ({
  supplier: { id: 8, name: record.name, waitsSince: null } as unknown as Page['supplier'],
  version: 2,
  record,
  approver: null,
  blocked: null,
  mergedInto: null,
  accounts: [],
  changes: [],
  twins: [],
  orders: [],
  documents: [],
  straight: { went: 0, shown: 0, right: 0, wrong: 0 },
  owed: '0.00',
  items: [],
  units: [],
  ...more,
});
const change = (more: Partial<SupplierChangeView> = {}): SupplierChangeView => ({
  id: 4,
  changes: [{ field: 'iban', before: null, after: 'GB33BUKB20201555555555' } as unknown as SupplierChangeView['changes'][number]],
  reason: 'on their letter',
  askedBy: LONG_NAME,
  askedById: 2,
  askedAt: '2026-11-20T10:00:00Z',
  takesTwo: true,
  confirmedBy: null,
  refusedBy: null,
  answeredAt: null,
  ...more,
});
const lists = { people: [], accounts: [{ number: '5020', name: 'Oil' }], costCentres: [{ code: 'PW', name: 'Way' }], currencies: ['GBP'] };

const open = (answers: TestAnswers = {}, role: 'clerk' | 'controller' | 'auditor' = 'controller') =>
  shown(SupplierPage, {
    answers: { supplierPage: () => of(page()), orderingLists: () => of(lists), ...answers },
    inputs: { id: 8 },
    role,
  });
const button = (name: string | RegExp) => screen.getByRole('button', { name });

beforeEach(() => sessionStorage.clear());

describe('a supplier', () => {
  it('that nothing came of says so in each part', async () => {
    await open();
    expect(screen.getByText('None is on file.')).toBeTruthy();
    expect(screen.getByText('None came yet.')).toBeTruthy();
    expect(screen.getByText('Nothing was changed yet.')).toBeTruthy();
    expect(screen.getByText('Tarnside Oils, TLL')).toBeTruthy();
  });

  it('cannot be changed by who only looks, nor once it became part of another', async () => {
    await open({}, 'auditor');
    expect(screen.queryByRole('button', { name: /^Change/ })).toBeNull();
    left();
    await open({ supplierPage: () => of(page({ mergedInto: { id: 9, name: 'Tarnside Group plc' } })) });
    expect(screen.getByRole('link', { name: 'Tarnside Group plc' })).toBeTruthy();
    expect(screen.queryByRole('button', { name: /^Change/ })).toBeNull();
  });

  it('is changed with a reason; several names stand with a semicolon between', async () => {
    const user = userEvent.setup();
    const wishes: SupplierRecordWish[] = [];
    await open({ changeSupplier: (_params, wish) => (wishes.push(wish), NEVER) });
    await user.click(button(/^Change/));
    const names = screen.getByDisplayValue('Tarnside Oils; TLL');
    await user.type(names, '; Tarn Oil');
    await user.click(button('Save'));
    expect(screen.getByRole('alert').textContent).toContain('Say why');
    await user.type(screen.getByPlaceholderText('as the history will say it'), 'they said so');
    await user.dblClick(button('Save'));
    expect(wishes).toMatchObject([
      { version: 2, reason: 'they said so', tradingNames: ['Tarnside Oils', 'TLL', 'Tarn Oil'], discountPercent: '0' },
    ]);
  });

  it('whose change was begun before somebody else’s is asked about', async () => {
    const user = userEvent.setup();
    await open();
    await user.click(button(/^Change/));
    await user.type(screen.getByDisplayValue('tarnside.example'), '.uk');
    left();

    const versions: number[] = [];
    const refused = () => throwError(() => new ApiError('stale', 'Someone else changed this supplier meanwhile.'));
    await open({
      supplierPage: () => of(page({ version: 3 })),
      changeSupplier: (_params, wish) => (versions.push(wish.version), wish.version < 3 ? refused() : NEVER),
    });
    await user.click(button(/^Change/));
    expect(screen.getByDisplayValue('tarnside.example.uk')).toBeTruthy();
    const said = screen.getByText(/Somebody changed this supplier after you began to type/);
    await user.type(screen.getByPlaceholderText('as the history will say it'), 'another domain');
    await user.click(button('Save'));
    expect(screen.getByRole('alert').textContent).toContain('meanwhile');
    await user.click(within(said).getByRole('button'));
    await user.click(button('Save'));
    expect(versions).toEqual([2, 3]);
  });

  it('is blocked with a reason, by which it is shown', async () => {
    const user = userEvent.setup();
    const wishes: unknown[] = [];
    await open({ blockSupplier: (_params, wish) => (wishes.push(wish), NEVER) });
    await user.click(button('Block …'));
    await user.type(await screen.findByRole('textbox'), 'Insolvency notice');
    await user.click(button(/^Block(?! …)/));
    expect(wishes).toEqual([{ version: 2, blocked: true, reason: 'Insolvency notice' }]);
  });

  it('gets an account only where one is typed', async () => {
    const user = userEvent.setup();
    await open();
    await user.click(button('Add …'));
    expect(screen.getByRole('alert').textContent).toContain('Type the account');
  });
});

describe('a change of a supplier that takes two', () => {
  const waiting = (more: Partial<SupplierChangeView> = {}) => ({ supplierPage: () => of(page({ changes: [change(more)] })) });

  it('is confirmed by another, once', async () => {
    const user = userEvent.setup();
    const answers: unknown[] = [];
    await open({ ...waiting(), answerChange: ({ change: id }, { confirmed }) => (answers.push([id, confirmed]), NEVER) });
    await user.dblClick(button('Confirm the change'));
    expect(answers).toEqual([[4, true]]);
  });

  it('is not confirmed by who asked for it, though taken back', async () => {
    await open(waiting({ askedById: 1 }));
    expect(screen.queryByRole('button', { name: 'Confirm the change' })).toBeNull();
    expect(button('Refuse it')).toBeTruthy();
  });

  it('is only seen by a clerk', async () => {
    await open(waiting(), 'clerk');
    expect(screen.queryByRole('button', { name: /Confirm|Refuse/ })).toBeNull();
    expect(screen.getByText(/A second person confirms it/)).toBeTruthy();
  });

  it('that is answered stands among the changes', async () => {
    await open(waiting({ confirmedBy: 'Ruth Denholm', answeredAt: '2026-11-21T10:00:00Z' }));
    expect(screen.getByText(/confirmed by Ruth Denholm/)).toBeTruthy();
    expect(screen.queryByText(/asks for a change/)).toBeNull();
  });
});
