import { screen } from '@testing-library/angular';
import userEvent from '@testing-library/user-event';
import type { LineCodingWish } from '@umber/contract/coding';
import type { LineView } from '@umber/contract/documents';
import type { CodingLists } from '@umber/contract/matching';
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
  const open = async (lines: readonly LineView[], mayCode = true) => {
    coded.length = 0;
    const { fixture } = await shown(CodingTable, { inputs: { document: documentOf('match', { lines }), lists, mayCode } });
    fixture.componentInstance.coded.subscribe((wishes) => coded.push(wishes));
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

  it('is only shown to who may not code', async () => {
    await open([lineOf(0)], false);
    expect([account(1).disabled, centre(1).disabled]).toEqual([true, true]);
  });
});
