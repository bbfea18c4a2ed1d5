import { screen, waitFor, within } from '@testing-library/angular';
import userEvent from '@testing-library/user-event';
import type { DeletionPage, DeletionView, HoldView, KeptOriginal, RetentionView } from '@umber/contract/retention';
import { KEPT_KINDS, type KeptKind } from '@umber/core/documents';
import { NEVER, of, throwError } from 'rxjs';
import { ApiError } from '../api-error';
import type { TestAnswers } from '../fixtures/answering';
import { LONG_NAME, shown } from '../fixtures/shown';
import { RetentionPage } from './retention-page';

const hold = (more: Partial<HoldView> = {}): HoldView => ({
  id: 3,
  name: 'Tax audit',
  reason: 'they look at 2014',
  supplier: null,
  first: '2014-01-01',
  last: '2014-12-31',
  documents: 4,
  ofDocuments: false,
  placedBy: LONG_NAME,
  placedAt: '2026-11-20T10:00:00Z',
  release: null,
  released: null,
  ...more,
});
const deletion = (more: Partial<DeletionView> = {}): DeletionView => ({
  id: 5,
  state: 'asked',
  until: '2024-12-31',
  kinds: [],
  reason: 'over',
  askedBy: 'Nell Ashgrove',
  isMine: false,
  askedAt: '2026-11-20T10:00:00Z',
  originals: 2,
  documents: 3,
  answer: null,
  deleted: 0,
  keptBack: 0,
  fault: null,
  ...more,
});
const original = (id: number): KeptOriginal => ({
  arrivalId: id,
  documentId: id,
  kind: 'statement',
  supplier: LONG_NAME,
  number: `S-${id}`,
  issueDate: '2014-03-31',
  currency: 'GBP',
  total: '120.00',
  name: 'a.pdf',
  receivedOn: '2014-04-01',
  keptUntil: '2024-12-31',
  holds: [],
  outcome: null,
});
const view = (more: Partial<RetentionView> = {}): RetentionView => ({
  years: Object.fromEntries(KEPT_KINDS.map((kind) => [kind, 10])) as Record<KeptKind, number>,
  yearEndsIn: 12,
  set: { by: 'Ruth Denholm', at: '2026-11-29T10:00:00Z' },
  today: '2026-11-30',
  days: [
    { until: '2024-12-31', isDue: true, originals: 3, documents: 4, held: 1 },
    { until: '2036-12-31', isDue: false, originals: 50, documents: 53, held: 0 },
  ],
  forEver: 0,
  atWork: 2,
  holds: [],
  deletions: [],
  ...more,
});
const page = (more: Partial<DeletionPage> = {}): DeletionPage => ({
  ...deletion(),
  listed: [original(1), original(2)],
  isCut: false,
  ...more,
});

describe('Retention', () => {
  const open = (now: RetentionView, answers: TestAnswers = {}, role: 'clerk' | 'controller' | 'auditor' = 'clerk') =>
    shown(RetentionPage, {
      role,
      answers: {
        retention: () => of(now),
        dueOriginals: () => of({ originals: 2, documents: [original(1), original(2)], isCut: false }),
        deletion: () => of(page()),
        ...answers,
      },
    });

  it('says that it loads', async () => {
    await open(view(), { retention: () => NEVER });
    expect(screen.getByRole('status').textContent).toContain('Loading');
  });

  it('says why it cannot be shown', async () => {
    await open(view(), { retention: () => throwError(() => new ApiError('away', 'The server does not answer.')) });
    expect(screen.getByRole('alert').textContent).toContain('does not answer');
  });

  it('is nothing yet', async () => {
    await open(view({ days: [], atWork: 0 }));
    for (const text of [/Nothing here is kept for a number/, 'Nothing was ever asked to be deleted.', 'Nothing is on hold.'])
      expect(screen.getByText(text)).toBeTruthy();
    expect(screen.getByText('0').parentElement?.textContent).toContain('originals may go');
  });

  it('lists what may go when its day is chosen, and asks for its deletion with the button, once', async () => {
    const wishes: unknown[] = [];
    const user = userEvent.setup();
    await open(view(), { askDeletion: (_params, wish) => (wishes.push(wish), NEVER) });
    expect(screen.getByText('2').parentElement?.textContent).toContain('originals may go');
    expect(screen.getByText(/2 originals still being worked with/)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: '31 Dec 2024' }));
    expect(screen.getAllByRole('link', { name: new RegExp(`${LONG_NAME.slice(0, 20)}.*S-[12]`) })).toHaveLength(2);
    await user.type(screen.getByLabelText('Why they may go'), 'their time is over');
    await user.selectOptions(screen.getByLabelText('Only of this kind'), 'Statement of account');
    const ask = await screen.findByRole('button', { name: /Ask to delete 2 originals/ });
    await user.dblClick(ask);
    expect(wishes).toEqual([{ until: '2024-12-31', kinds: ['statement'], reason: 'their time is over' }]);
  });

  it('lists nothing of another kind while what is chosen is on its way, and asks for none of it', async () => {
    const user = userEvent.setup();
    const found = { originals: 2, documents: [original(1), original(2)], isCut: false };
    await open(view(), { dueOriginals: (_params, { kind }) => (kind === '' ? of(found) : NEVER) });
    await user.click(screen.getByRole('button', { name: '31 Dec 2024' }));
    expect(screen.getByRole('button', { name: /Ask to delete/ })).toBeTruthy();
    await user.selectOptions(screen.getByLabelText('Only of this kind'), 'Statement of account');
    expect(screen.queryByRole('button', { name: /Ask to delete/ })).toBeNull();
    expect(screen.queryByRole('link', { name: /S-1/ })).toBeNull();
    expect(screen.getByText('Loading …')).toBeTruthy();
  });

  it('asks for nothing that is not over', async () => {
    const user = userEvent.setup();
    await open(view());
    await user.click(screen.getByRole('button', { name: '31 Dec 2036' }));
    expect(screen.getByText(/not over yet/)).toBeTruthy();
    expect(screen.queryByRole('button', { name: /Ask to delete/ })).toBeNull();
  });

  it('offers an auditor nothing but to look', async () => {
    const user = userEvent.setup();
    await open(view({ holds: [hold()], deletions: [deletion()] }), {}, 'auditor');
    await user.click(screen.getByRole('button', { name: '31 Dec 2024' }));
    await user.click(screen.getByRole('button', { name: 'No. 5' }));
    expect(screen.getAllByRole('button').map((one) => one.textContent?.trim())).toEqual(['31 Dec 2024', '31 Dec 2036', 'No. 5']);
    expect(screen.getByLabelText<HTMLInputElement>('Invoice').disabled).toBe(true);
  });

  it('lets a controller agree to what somebody else asked, with what was seen', async () => {
    const agreed: unknown[] = [];
    const user = userEvent.setup();
    await open(
      view({ deletions: [deletion()] }),
      { agreeDeletion: (params, seen) => (agreed.push([params, seen]), of(page({ state: 'under-way' }))) },
      'controller',
    );
    await user.click(screen.getByRole('button', { name: 'No. 5' }));
    expect(screen.getByText(/set last by Ruth Denholm on 29 Nov 2026/, { selector: 'article p' })).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Delete 2 originals for good' }));
    expect(agreed).toEqual([[{ id: 5 }, { originals: 2 }]]);
  });

  it('lets nobody agree to their own, but take it back', async () => {
    const refused: unknown[] = [];
    const user = userEvent.setup();
    await open(
      view({ deletions: [deletion({ isMine: true })] }),
      {
        deletion: () => of(page({ isMine: true })),
        refuseDeletion: (_params, { reason }) => (refused.push(reason), of(page({ state: 'left' }))),
      },
      'controller',
    );
    await user.click(screen.getByRole('button', { name: 'No. 5' }));
    expect(screen.queryByRole('button', { name: /for good/ })).toBeNull();
    await user.type(screen.getByLabelText('Why they stay'), 'too early{Enter}');
    expect(refused).toEqual(['too early']);
  });

  it('says how a deletion goes on, where it stopped, and what it left', async () => {
    await open(
      view({
        deletions: [
          deletion({
            id: 9,
            state: 'under-way',
            answer: { by: 'Ruth', at: '2026-11-21T10:00:00Z', reason: null },
            deleted: 1,
            fault: 'The folder is not there.',
          }),
          deletion({ id: 8, state: 'done', answer: { by: 'Ruth', at: '2026-11-21T10:00:00Z', reason: null }, deleted: 1, keptBack: 1 }),
          deletion({ id: 7, state: 'left', answer: { by: 'Ruth', at: '2026-11-21T10:00:00Z', reason: 'not yet' } }),
        ],
      }),
    );
    const of9 = within(screen.getByLabelText('Deletion 9'));
    expect(of9.getByText(/1 of 2 done/)).toBeTruthy();
    expect(of9.getByText(/tried again every minute: The folder is not there/)).toBeTruthy();
    expect(within(screen.getByLabelText('Deletion 8')).getByText(/1 original deleted, 1 left, agreed by Ruth on 21 Nov 2026/)).toBeTruthy();
    expect(within(screen.getByLabelText('Deletion 8')).getByRole('link', { name: 'Save the record' }).getAttribute('href')).toBe(
      '/api/retention/deletions/8/record.csv',
    );
    expect(within(screen.getByLabelText('Deletion 7')).getByText(/left where they are by Ruth: not yet/)).toBeTruthy();
  });

  it('places a hold on a supplier who is chosen from the list, and on no other', async () => {
    const placed: unknown[] = [];
    const supplier = { id: 4, name: 'Alder Ltd', taxId: 'GB1' } as never;
    const user = userEvent.setup();
    await open(view(), {
      suppliers: () => of([supplier]),
      placeHold: (_params, wish) => (placed.push(wish), of(view({ holds: [hold()] }))),
    });
    await user.click(screen.getByRole('button', { name: /Place a hold/ }));
    await user.type(screen.getByLabelText(/Name/), 'Dispute');
    await user.type(screen.getByLabelText(/^Why/), 'the court asks');
    await user.type(screen.getByLabelText(/All of/), 'Ald');
    await user.click(screen.getByRole('button', { name: 'Place the hold' }));
    expect(screen.getByRole('alert').textContent).toContain('“Ald” is none of them');
    await user.type(screen.getByLabelText(/All of/), 'er Ltd · GB1');
    await waitFor(() => expect(document.querySelector('datalist option')).toBeTruthy());
    await user.click(screen.getByRole('button', { name: 'Place the hold' }));
    expect(placed).toEqual([
      { name: 'Dispute', reason: 'the court asks', search: null, without: [], documents: [], supplier: 4, first: null, last: null },
    ]);
    expect(screen.getByText(/1 Jan 2014 to 31 Dec 2014: 4 documents now/)).toBeTruthy();
  });

  const ending = (isMine: boolean) => hold({ release: { by: 'Nell', isMine, at: '2026-11-20T10:00:00Z', reason: 'it is over' } });
  it('ends no hold as one asked oneself', async () => {
    await open(view({ holds: [ending(true)] }), {}, 'controller');
    expect(screen.queryByRole('button', { name: 'End it' })).toBeNull();
    expect(screen.getByRole('button', { name: 'It stays' })).toBeTruthy();
  });

  it('ends a hold that somebody else asks to end', async () => {
    const answered: unknown[] = [];
    const user = userEvent.setup();
    await open(view({ holds: [ending(false)] }), { answerRelease: (_params, answer) => (answered.push(answer), of(view())) }, 'controller');
    await user.click(screen.getByRole('button', { name: 'End it' }));
    expect(answered).toEqual([{ released: true }]);
  });

  it('asks for a hold to end with a reason', async () => {
    const asked: unknown[] = [];
    const user = userEvent.setup();
    await open(view({ holds: [hold()] }), { askRelease: (_params, wish) => (asked.push(wish), of(view())) });
    await user.click(screen.getByRole('button', { name: /Ask for it to end/ }));
    await user.type(screen.getByLabelText('Why it may end'), 'settled');
    await user.click(screen.getByRole('button', { name: 'Ask' }));
    expect(asked).toEqual([{ reason: 'settled' }]);
  });

  it('sets years, and keeps what is typed when the server says no', async () => {
    const set: unknown[] = [];
    const user = userEvent.setup();
    await open(
      view(),
      { setRetention: (_params, wish) => (set.push(wish), throwError(() => new ApiError('bad-request', 'Whole years, from 1 to 99.'))) },
      'controller',
    );
    const field = screen.getByLabelText<HTMLInputElement>('Reminder');
    await user.clear(field);
    await user.type(field, '3');
    await user.clear(screen.getByLabelText('Letter'));
    await user.selectOptions(screen.getByLabelText('Last month of the financial year'), 'March');
    await user.click(screen.getByRole('button', { name: 'Keep them so long' }));
    expect(set).toEqual([{ years: { reminder: 3, other: null }, yearEndsIn: 3 }]);
    expect(screen.getByRole('alert').textContent).toContain('from 1 to 99');
    expect(field.value).toBe('3');
  });
});
