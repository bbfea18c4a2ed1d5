import { screen } from '@testing-library/angular';
import userEvent from '@testing-library/user-event';
import type { EntryView, OpenItem } from '@umber/contract/ledger';
import { NEVER, of, throwError } from 'rxjs';
import { ApiError } from '../api-error';
import type { TestAnswers } from '../fixtures/answering';
import { LONG_NAME, shown } from '../fixtures/shown';
import { LedgerPage } from './ledger-page';

const item = (n: number, more: Partial<OpenItem> = {}): OpenItem => ({
  documentId: n,
  entryNumber: n,
  supplierId: n,
  supplier: `Supplier ${n} Ltd`,
  invoiceNumber: `INV-${n}`,
  dueDate: null,
  amount: '120.00',
  supplierTotal: '120.00',
  with: [],
  heldBack: null,
  ...more,
});
const entry: EntryView = {
  id: 1,
  number: 1,
  kind: 'invoice',
  postedOn: '2026-11-10',
  period: '2026-11',
  description: 'Invoice INV-1',
  documentId: 1,
  currency: 'GBP',
  exchangeRate: '1',
  postedBy: null,
  paidTo: null,
  lines: [],
};
const nothing: TestAnswers = {
  entries: () => of([]),
  openItems: () => of({ items: [], count: 0 }),
  trialBalance: () => of({ rows: [], debit: '0', credit: '0' }),
};
const show = async (answers: TestAnswers, view?: string) => {
  const { fixture } = await shown(LedgerPage, { answers: { ...nothing, ...answers } });
  await new Promise((resolve) => setTimeout(resolve, 200));
  await fixture.whenStable();
  if (view) await userEvent.click(screen.getByRole('tab', { name: new RegExp(view) }));
};

describe('the ledger', () => {
  it('says that it is loading, that it is empty, why it cannot be shown', async () => {
    await show({ entries: () => NEVER });
    expect(screen.getByRole('status').textContent).toContain('Loading');
    await userEvent.click(screen.getByRole('tab', { name: /Open items/ }));
    expect(screen.getByText('Nothing is owed.')).toBeTruthy();
  });

  it('says why a view cannot be shown, and shows the others', async () => {
    await show({ openItems: () => throwError(() => new ApiError('away', 'The server does not answer.')), entries: () => of([entry]) });
    expect(screen.getByText('Invoice INV-1')).toBeTruthy();
    await userEvent.click(screen.getByRole('tab', { name: /Open items/ }));
    expect(screen.getByRole('alert').textContent).toContain('The server does not answer.');
  });

  it('shows what is owed by supplier, with all that is owed where not every item is shown', async () => {
    const items = [item(1, { supplier: LONG_NAME, supplierTotal: '9876.00' }), item(2)];
    await show({ openItems: () => of({ items, count: 700 }) }, 'Open items');
    expect(screen.getByText(LONG_NAME)).toBeTruthy();
    expect(screen.getByText('9,876.00')).toBeTruthy();
    expect(screen.getByText(/The 2 items due first, of 700/)).toBeTruthy();
  });
});
