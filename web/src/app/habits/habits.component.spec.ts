import { fireEvent, screen } from '@testing-library/angular';
import type { HabitOwnerRow, HabitsView, HabitView, TrialView } from '@umber/contract/habits';
import { NEVER, of, throwError } from 'rxjs';
import type { Role } from '@umber/core/permissions';
import type { Rule } from '@umber/core/reading';
import { ApiError } from '../api-error';
import type { TestAnswers } from '../fixtures/answering';
import { LONG_NAME, shown } from '../fixtures/shown';
import { HabitOwnersPage } from './habit-owners-page';
import { HabitsPage } from './habits-page';

const away = () => throwError(() => new ApiError('away', 'The server does not answer.'));

describe('the suppliers of whom something was learned', () => {
  const owner = (id: number): HabitOwnerRow => ({
    id,
    name: LONG_NAME,
    onFile: id % 2 === 0,
    everyone: false,
    habits: 12,
    held: 3,
    corrected: 1,
    version: 4,
    at: '2026-11-20T10:00:00Z',
  });
  it('say that they load', async () => {
    await shown(HabitOwnersPage, { answers: { progress: () => NEVER, habitOwners: () => NEVER } });
    expect(screen.getByRole('status').textContent).toContain('Loading');
  });
  it('say why they cannot be shown', async () => {
    await shown(HabitOwnersPage, { answers: { progress: () => NEVER, habitOwners: away } });
    expect(screen.getByRole('alert').textContent).toContain('does not answer');
  });
  it.each([0, 1, 500])('are %i', async (count) => {
    await shown(HabitOwnersPage, {
      answers: { progress: () => NEVER, habitOwners: () => of(Array.from({ length: count }, (_, i) => owner(i))) },
    });
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
    everyone: false,
    version: 2,
    habits,
    versions: [
      { version: 2, at: '2026-11-20T10:00:00Z', by: LONG_NAME, document: { id: 7, number: null }, changes: [] },
      { version: 1, at: '2026-11-19T10:00:00Z', by: null, document: null, changes: [{ code: 'learned', habit: habit().habit }] },
    ],
    documents: 4,
  });
  const around = { ownFields: () => of([]), progressOf: () => NEVER };
  const on = (answers: TestAnswers, role: Role = 'clerk') =>
    shown(HabitsPage, { answers: { ...around, ...answers }, inputs: { id: 3 }, role });
  const trial = (over: Partial<TrialView> = {}): TrialView => ({
    id: 5,
    version: 2,
    change: { change: 'switch', subject: habit().subject, off: true },
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
    await on({ habits: () => of(view([habit()])), tryHabits: () => of(trial()) });
    fireEvent.click(screen.getAllByRole('button', { name: 'try' })[0]);
    expect(await screen.findByText(/Being tried: without/)).toBeTruthy();
    expect(screen.getByText(/order number: 40533, then empty: was right, now wrong/)).toBeTruthy();
    expect(screen.getByRole('button', { name: /Switch it off/ })).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: /Drop it/ }));
    expect(screen.queryByText(/Being tried/)).toBeNull();
  });
  it('say where there is nothing to try one on', async () => {
    const none = { figures: { documents: 0, untouched: [0, 0], questions: [0, 0], silent: [0, 0], spoilt: 0 }, changed: [] } as const;
    await on({ habits: () => of(view([habit()])), tryHabits: () => of(trial({ result: none })) });
    fireEvent.click(screen.getAllByRole('button', { name: 'try' })[0]);
    expect(await screen.findByText(/there is nothing to try it on/)).toBeTruthy();
  });
  it('say why one could not be switched', async () => {
    await on({ habits: () => of(view([habit()])), switchHabit: away });
    fireEvent.click(screen.getByRole('button', { name: 'switch off' }));
    expect(screen.getByRole('alert').textContent).toContain('does not answer');
  });
  it('are seen over time: a line, and all figures in a table', async () => {
    await on({
      habits: () => of(view([habit()])),
      progressOf: () =>
        of({
          months: [
            { month: '2026-10', documents: 8, untouched: 2, keys: 30, counted: 5 },
            { month: '2026-11', documents: 10, untouched: 7, keys: 0, counted: 0 },
          ],
          fields: [{ field: 'orderReference', corrections: [4, 1] }],
        }),
    });
    expect(await screen.findByRole('img', { name: 'Oct 25 %, Nov 70 %' })).toBeTruthy();
    expect(screen.getByRole('row', { name: /October 2026 8 2 6\.0/ })).toBeTruthy();
    expect(screen.getByRole('row', { name: /order number 4 1/ })).toBeTruthy();
  });
  it('have rules by hand: put together, tried as they change, saved, and refused with the reason', async () => {
    const tried: Rule[] = [];
    let refuse = true;
    await on({
      habits: () => of(view([habit()])),
      tryRule: (_, { rule }) => {
        tried.push(rule);
        const one = { seller: 'A', page: 1, printed: '88341', missed: null, settled: false };
        return of([
          { ...one, id: 1, number: 'HO-1', value: '88341', now: null },
          { ...one, id: 2, number: 'HO-2', value: '88342', now: '77120' },
          { ...one, id: 3, number: 'HO-3', value: null, printed: null, missed: 'look', now: '1' },
        ] as const);
      },
      saveRule: (_, { rule, subject }) => {
        if (refuse) return away();
        expect(subject).toBeNull();
        return of(view([habit(), habit({ subject: 'rule x', habit: { what: 'rule', id: 'x', rule }, off: true, speaks: false })]));
      },
    });
    fireEvent.click(screen.getByRole('button', { name: /Add a rule by hand/ }));
    expect(screen.getByText('Type the words that it looks by.')).toBeTruthy();
    fireEvent.input(screen.getByLabelText('Words, 1'), { target: { value: 'Your slip' } });
    fireEvent.input(screen.getByLabelText('Pattern'), { target: { value: '99999' } });
    fireEvent.click(screen.getByRole('button', { name: 'change what is taken' }));
    fireEvent.change(screen.getByLabelText('Change 1'), { target: { value: 'no-spaces' } });
    expect(
      screen.getByText(
        'Look right of “Your slip”, take the nearest reference with a digit that looks like 99999, take the spaces out, for the order number.',
      ),
    ).toBeTruthy();
    expect(await screen.findByText(/of 3: 0 the same as now, 1 empty now/)).toBeTruthy();
    expect(screen.getByText('nothing is where it looks')).toBeTruthy();
    expect(tried.at(-1)?.change).toEqual([{ change: 'no-spaces' }]);
    fireEvent.click(screen.getByRole('button', { name: /Save it, off at first/ }));
    expect(screen.getByRole('alert').textContent).toContain('does not answer');
    refuse = false;
    fireEvent.click(screen.getByRole('button', { name: /Save it, off at first/ }));
    expect(await screen.findByText('switched off')).toBeTruthy();
    expect(screen.queryByLabelText('Pattern')).toBeNull();
  });
  it('for all suppliers are changed by a controller only', async () => {
    await on({ habits: () => of({ ...view([]), everyone: true, versions: [] }) });
    expect(screen.getByText('No rule is made for all suppliers.')).toBeTruthy();
    expect(screen.queryByRole('button', { name: /Add a rule/ })).toBeNull();
  });
  it('take in what was learned of another name', async () => {
    const merges: number[] = [];
    const other: HabitOwnerRow = {
      id: 8,
      name: 'Harrowgill Sundries',
      onFile: false,
      everyone: false,
      habits: 2,
      held: 0,
      corrected: 0,
      version: 1,
      at: '2026-11-20T10:00:00Z',
    };
    await on({
      habits: () => of(view([habit()])),
      habitOwners: () => of([other, { ...other, id: 1, everyone: true }]),
      tryHabits: (_, { change }) => of(trial({ change })),
      mergeHabits: (_, { from }) => (merges.push(from), of(view([habit()]))),
    });
    fireEvent.click(screen.getByRole('button', { name: /Another name of the same supplier/ }));
    const chooser = await screen.findByLabelText('The other name');
    fireEvent.change(chooser, { target: { value: '8' } });
    fireEvent.click(screen.getByRole('button', { name: 'Try it' }));
    expect(await screen.findByText('Being tried: with what was learned of Harrowgill Sundries')).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: /They are one supplier/ }));
    expect(merges).toEqual([8]);
  });
});
