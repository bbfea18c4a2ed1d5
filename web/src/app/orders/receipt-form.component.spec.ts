import { screen } from '@testing-library/angular';
import userEvent from '@testing-library/user-event';
import type { OrderView } from '@umber/contract/orders';
import { NEVER, throwError } from 'rxjs';
import { ApiError } from '../api-error';
import type { TestAnswers } from '../fixtures/answering';
import { shown } from '../fixtures/shown';
import { ReceiptForm } from './receipt-form';

const line = (id: number, quantity: string, received: string) => ({
  id,
  description: `Goods ${id}`,
  quantity,
  received,
  unit: 'pcs',
  byAmount: false,
});
const order = { id: 12, currency: 'GBP', lines: [line(1, '10', '4'), line(2, '5', '5')] } as unknown as OrderView;

describe('what came of an order', () => {
  const open = (answers: TestAnswers = {}, kind: 'receipt' | 'return' = 'receipt') =>
    shown(ReceiptForm, { inputs: { order, kind }, answers });

  it('is what is still to come unless something else is typed, and entered once', async () => {
    const user = userEvent.setup();
    const wishes: unknown[] = [];
    await open({ enterReceipt: ({ id }, wish) => (wishes.push([id, wish.lines, wish.kind]), NEVER) });
    expect(screen.getByLabelText<HTMLInputElement>('Came now of Goods 1').value).toBe('6');
    expect(screen.getByLabelText<HTMLInputElement>('Came now of Goods 2').value).toBe('');
    await user.dblClick(screen.getByRole('button', { name: 'It came' }));
    expect(wishes).toEqual([[12, [{ orderLineId: 1, quantity: '6' }], 'receipt']]);
  });

  it('takes quantities in any usual writing, and leaves out those of nothing', async () => {
    const user = userEvent.setup();
    const lines: unknown[] = [];
    await open({ enterReceipt: (_params, wish) => (lines.push(wish.lines), NEVER) });
    await user.click(screen.getByRole('button', { name: 'Nothing of it' }));
    await user.type(screen.getByLabelText('Came now of Goods 1'), '0');
    await user.type(screen.getByLabelText('Came now of Goods 2'), '1,5{Enter}');
    expect(lines).toEqual([[{ orderLineId: 2, quantity: '1.5' }]]);
  });

  it('is nothing where nothing is typed, and says so', async () => {
    const user = userEvent.setup();
    await open();
    await user.click(screen.getByRole('button', { name: 'Nothing of it' }));
    await user.click(screen.getByRole('button', { name: 'It came' }));
    expect(screen.getByRole('alert').textContent).toContain('how much it is');
  });

  it('that is refused stays as it was typed', async () => {
    const user = userEvent.setup();
    await open({ enterReceipt: () => throwError(() => new ApiError('incomplete', 'No more than 6 can come.')) });
    const field = screen.getByLabelText<HTMLInputElement>('Came now of Goods 1');
    await user.clear(field);
    await user.type(field, '60{Enter}');
    expect(screen.getByRole('alert').textContent).toContain('No more than 6');
    expect(field.value).toBe('60');
    expect(screen.getByRole<HTMLButtonElement>('button', { name: 'It came' }).disabled).toBe(false);
  });

  it('that goes back is nothing until it is typed', async () => {
    await open({}, 'return');
    expect(screen.getByLabelText<HTMLInputElement>('Went back of Goods 1').value).toBe('');
    expect(screen.getByRole('button', { name: 'It went back' })).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Nothing of it' })).toBeNull();
  });
});
