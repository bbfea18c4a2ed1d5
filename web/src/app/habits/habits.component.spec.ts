import { fireEvent, screen } from '@testing-library/angular';
import type { HabitOwnerRow, HabitsView, HabitView, TrialView } from '@umber/contract/habits';
import { NEVER, of, throwError } from 'rxjs';
import { ApiError } from '../api-error';
import { LONG_NAME, shown } from '../fixtures/shown';
import { HabitOwnersPage } from './habit-owners-page';
import { HabitsPage } from './habits-page';

const away = () => throwError(() => new ApiError('away', 'The server does not answer.'));

describe('the suppliers of whom something was learned', () => {
  const owner = (id: number): HabitOwnerRow => ({
    id,
    name: LONG_NAME,
    onFile: id % 2 === 0,
    habits: 12,
    held: 3,
    corrected: 1,
    version: 4,
    at: '2026-11-20T10:00:00Z',
  });
  it('say that they load', async () => {
    await shown(HabitOwnersPage, { answers: { habitOwners: () => NEVER } });
    expect(screen.getByRole('status').textContent).toContain('Loading');
  });
  it('say why they cannot be shown', async () => {
    await shown(HabitOwnersPage, { answers: { habitOwners: away } });
    expect(screen.getByRole('alert').textContent).toContain('does not answer');
  });
  it.each([0, 1, 500])('are %i', async (count) => {
    await shown(HabitOwnersPage, { answers: { habitOwners: () => of(Array.from({ length: count }, (_, i) => owner(i))) } });
    expect(screen.getAllByRole('row')).toHaveLength(1 + Math.max(1, count));
    if (count === 0) expect(screen.getByText(/Nothing was learned yet/)).toBeTruthy();
  });
});

describe('the habits of one supplier', () => {
  const habit = (over: Partial<HabitView> = {}): HabitView => ({
    subject: 'label orderReference your slip',
    habit: { what: 'label', field: 'orderReference', words: 'your slip', relation: 'right of', shape: '99999' },
    from: { id: 7, number: 'HO-2301' },
    by: LONG_NAME,
    on: '2026-11-20T10:00:00Z',
    held: 3,
    corrected: 0,
    off: false,
    speaks: true,
    ...over,
  });
  const view = (habits: readonly HabitView[]): HabitsView => ({
    id: 3,
    name: LONG_NAME,
    supplierId: null,
    version: 2,
    habits,
    versions: [
      { version: 2, at: '2026-11-20T10:00:00Z', by: LONG_NAME, document: { id: 7, number: null }, changes: [] },
      { version: 1, at: '2026-11-19T10:00:00Z', by: null, document: null, changes: [{ code: 'learned', habit: habit().habit }] },
    ],
    documents: 4,
  });
  const on = (answers: object) => shown(HabitsPage, { answers, inputs: { id: 3 } });
  const trial = (over: Partial<TrialView> = {}): TrialView => ({
    id: 5,
    version: 2,
    subject: habit().subject,
    off: true,
    result: {
      figures: { documents: 2, untouched: [2, 1], questions: [0, 1], silent: [0, 0], spoilt: 1 },
      changed: [
        { id: 9, number: 'HO-9', changes: [{ field: 'orderReference', before: '40533', after: null, wasRight: true, isRight: false }] },
      ],
    },
    ...over,
  });

  it('say that they load', async () => {
    await on({ habits: () => NEVER });
    expect(screen.getByRole('status').textContent).toContain('Loading');
  });
  it('say why they cannot be shown', async () => {
    await on({ habits: away });
    expect(screen.getByRole('alert').textContent).toContain('does not answer');
  });
  it('are none, one that is off, one that goes against the page, one that was corrected too often', async () => {
    await on({
      habits: () =>
        of(
          view([
            habit({ off: true, speaks: false }),
            habit({ subject: 'b', corrected: 4, speaks: false }),
            habit({ subject: 'c', held: 0, habit: { what: 'absent', field: 'dueDate', against: true } }),
          ]),
        ),
    });
    expect(screen.getByText('switched off')).toBeTruthy();
    expect(screen.getByText(/corrected more often than borne out/)).toBeTruthy();
    expect(screen.getByText(/goes against the page/)).toBeTruthy();
    expect(screen.getByText('in force')).toBeTruthy();
  });
  it('say where nothing is left', async () => {
    await on({ habits: () => of(view([])) });
    expect(screen.getByText(/Nothing is in force/)).toBeTruthy();
  });
  it('are tried by their button, with before and after, and dropped', async () => {
    await on({ habits: () => of(view([habit()])), tryHabit: () => of(trial()) });
    fireEvent.click(screen.getByRole('button', { name: 'try' }));
    expect(await screen.findByText(/Being tried: without/)).toBeTruthy();
    expect(screen.getByText(/order number: 40533, then empty: was right, now wrong/)).toBeTruthy();
    expect(screen.getByRole('button', { name: /Switch it off/ })).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: /Drop it/ }));
    expect(screen.queryByText(/Being tried/)).toBeNull();
  });
  it('say where there is nothing to try one on', async () => {
    const none = { figures: { documents: 0, untouched: [0, 0], questions: [0, 0], silent: [0, 0], spoilt: 0 }, changed: [] } as const;
    await on({ habits: () => of(view([habit()])), tryHabit: () => of(trial({ result: none })) });
    fireEvent.click(screen.getByRole('button', { name: 'try' }));
    expect(await screen.findByText(/there is nothing to try it on/)).toBeTruthy();
  });
  it('say why one could not be switched', async () => {
    await on({ habits: () => of(view([habit()])), switchHabit: away });
    fireEvent.click(screen.getByRole('button', { name: 'switch off' }));
    expect(screen.getByRole('alert').textContent).toContain('does not answer');
  });
});
