import { screen } from '@testing-library/angular';
import userEvent from '@testing-library/user-event';
import type { LineCodingWish } from '@umber/contract/coding';
import type { LineView } from '@umber/contract/documents';
import type { CodingLists } from '@umber/contract/matching';
import { of } from 'rxjs';
import type { TestAnswers } from '../fixtures/answering';
import { documentOf, lineOf } from '../fixtures/documents';
import { shown } from '../fixtures/shown';
import { CodingTable } from './coding-table';

const lists = {
  accounts: [
    { number: '5010', name: 'Sleepers' },
    { number: '5120', name: 'Water' },
  ],
  costCentres: [
    { code: 'PW', name: 'Permanent Way' },
    { code: 'WS', name: 'Workshop' },
  ],
  templates: [],
} as unknown as CodingLists;
const bare = (position: number): LineView => ({ ...lineOf(position), account: null, costCentre: null });

describe('coding', () => {
  const coded: (readonly LineCodingWish[])[] = [];
  const open = async (lines: readonly LineView[], mayCode = true, known = lists, answers: TestAnswers = {}) => {
    coded.length = 0;
    const { fixture } = await shown(CodingTable, { answers, inputs: { document: documentOf('match', { lines }), lists: known, mayCode } });
    fixture.componentInstance.coded.subscribe((wishes) => coded.push(wishes));
    fixture.componentInstance.templatesChanged.subscribe((templates) => fixture.componentRef.setInput('lists', { ...known, templates }));
    return userEvent.setup();
  };
  const centre = (line: number) => screen.getByLabelText<HTMLSelectElement>(`Cost centre of line ${line}`);
  const account = (line: number) => screen.getByLabelText<HTMLSelectElement>(`Account of line ${line}`);

  it('of a line that has none is asked for when both are chosen, in either order, with its project', async () => {
    const user = await open([bare(0), bare(1)]);
    await user.selectOptions(account(1), '5120');
    expect(coded).toEqual([]);
    expect(screen.getByRole('status').textContent).toContain('Line 1: choose a cost centre as well.');
    expect(account(1).value).toBe('5120');
    await user.selectOptions(centre(2), 'WS');
    expect(screen.getByRole('status').textContent).toContain('Line 2: choose an account as well.');
    await user.type(screen.getByLabelText('Project of line 1'), 'Bridge 7');
    await user.tab();
    await user.selectOptions(centre(1), 'PW');
    expect(coded).toEqual([[expect.objectContaining({ position: 0, account: '5120', costCentre: 'PW', project: 'Bridge 7' })]]);
    await user.selectOptions(account(2), '5010');
    expect(coded[1]).toEqual([expect.objectContaining({ position: 1, account: '5010', costCentre: 'WS' })]);
    expect(screen.queryByRole('status')).toBeNull();
  });

  it('of all lines changes those that are whole, and waits for what the others lack', async () => {
    const user = await open([lineOf(0), bare(1)]);
    await user.selectOptions(screen.getByLabelText('Account of all lines'), '5120');
    expect(coded).toEqual([[expect.objectContaining({ position: 0, account: '5120', costCentre: 'PW' })]]);
    expect(screen.getByRole('status').textContent).toContain('Line 2: choose a cost centre as well.');
    await user.selectOptions(screen.getByLabelText('Cost centre of all lines'), 'WS');
    expect(coded[1].map(({ position, account, costCentre }) => [position, account, costCentre])).toEqual([
      [0, '5010', 'WS'],
      [1, '5120', 'WS'],
    ]);
  });

  it('of a split that is kept takes the place of another only where that is said, and goes away when asked', async () => {
    const parts = [{ account: '5120', costCentre: 'WS', project: null, percent: '40', amount: null }];
    const kept = { id: 3, name: 'Workshop 40', parts };
    const wishes: unknown[] = [];
    const user = await open(
      [lineOf(0)],
      true,
      { ...lists, templates: [kept] },
      {
        saveTemplate: (_params, wish) => (wishes.push(wish), of([kept, { ...wish, id: 4 }])),
        removeTemplate: ({ id }) => (wishes.push(id), of([])),
      },
    );
    await user.click(screen.getByRole('button', { name: /share/i }));
    await user.selectOptions(screen.getByLabelText('A split that was kept'), 'Workshop 40');
    expect(screen.getByLabelText<HTMLInputElement>('Name of the split').value).toBe('Workshop 40');
    await user.click(screen.getByRole('button', { name: 'Keep in its place' }));
    const name = screen.getByLabelText('Name of the split');
    await user.clear(name);
    await user.type(name, 'Halves');
    await user.click(screen.getByRole('button', { name: 'Keep' }));
    expect(wishes).toEqual([
      { name: 'Workshop 40', parts, replaces: 3 },
      { name: 'Halves', parts, replaces: null },
    ]);
    await user.clear(name);
    await user.type(name, 'workshop 40');
    await user.click(screen.getByRole('button', { name: 'Take the split Workshop 40 away' }));
    expect(wishes.at(-1)).toBe(3);
    expect(screen.getByRole('button', { name: 'Keep' })).toBeTruthy();
  });

  it('is only shown to who may not code', async () => {
    await open([lineOf(0)], false);
    expect([account(1).disabled, centre(1).disabled]).toEqual([true, true]);
  });
});
