import { Store } from '@ngrx/store';
import { screen } from '@testing-library/angular';
import userEvent from '@testing-library/user-event';
import type { TrayRow } from '@umber/contract/trays';
import { NEVER, of } from 'rxjs';
import { rowOf } from '../fixtures/documents';
import { LONG_NAME, shown } from '../fixtures/shown';
import { TrayPage } from './tray-page';
import { TrayActions } from './tray.state';

const came = (rows: readonly TrayRow[]) => [
  TrayActions.opened({ tray: 'check' }),
  TrayActions.rowsCame({ tray: 'check', rows, total: rows.length }),
];
const show = (before: ReturnType<typeof came> | [ReturnType<typeof TrayActions.opened>]) =>
  shown(TrayPage, { inputs: { tray: 'check' }, before, answers: { sorting: () => NEVER, arrivals: () => of([]) } });

describe('a tray', () => {
  it('says that it is loading', async () => {
    await show([TrayActions.opened({ tray: 'check' })]);
    expect(screen.getByText('Loading …')).toBeTruthy();
  });

  it('says that it is empty, and what that means', async () => {
    const { fixture } = await show(came([]));
    fixture.debugElement.injector.get(Store).dispatch(TrayActions.rowsCame({ tray: 'check', rows: [], total: 0 }));
    await fixture.whenStable();
    expect(screen.getByText(/No open doubts/)).toBeTruthy();
    expect(screen.queryByRole('button', { name: /Start/ })).toBeNull();
  });

  it('says why it cannot be shown', async () => {
    const { fixture } = await show(came([]));
    fixture.debugElement.injector.get(Store).dispatch(TrayActions.failed({ message: 'The server does not answer.' }));
    await fixture.whenStable();
    expect(screen.getByRole('alert').textContent).toContain('The server does not answer.');
  });

  it('shows one document with what is asked about it, each question once', async () => {
    const asked = { of: 'doubt', field: 'dueDate', line: null, question: { code: 'not-found' } } as const;
    await show(came([rowOf(1, { asked: [asked, asked] })]));
    expect(screen.getAllByRole('row')).toHaveLength(2);
    expect(screen.getByText('Supplier 1 Ltd')).toBeTruthy();
    expect(screen.getByRole('button', { name: /Start/ })).toBeTruthy();
  });

  it('shows five hundred a part at a time', async () => {
    await show(came(Array.from({ length: 500 }, (_, i) => rowOf(i + 1))));
    expect(screen.getAllByRole('row')).toHaveLength(201);
    await userEvent.click(screen.getByRole('button', { name: /Show 300 more/ }));
    expect(screen.getAllByRole('row')).toHaveLength(401);
  });

  it('shows long names whole, and a document of which nothing was read', async () => {
    const unread = { supplier: null, supplierKnown: false, number: null, issueDate: null, dueDate: null, currency: null, total: null };
    await show(came([rowOf(1, { supplier: LONG_NAME }), rowOf(2, unread)]));
    expect(screen.getByText(LONG_NAME)).toBeTruthy();
    expect(screen.getByText('not read', { exact: false })).toBeTruthy();
  });
});
