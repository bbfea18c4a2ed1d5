import { MAT_DIALOG_DATA, MatDialogRef } from '@angular/material/dialog';
import { fireEvent, screen } from '@testing-library/angular';
import userEvent from '@testing-library/user-event';
import type { EntryView } from '@umber/contract/ledger';
import type { TrayRow } from '@umber/contract/trays';
import { NEVER, of, throwError } from 'rxjs';
import { ApiError } from '../api-error';
import type { TestAnswers } from '../fixtures/answering';
import { shown } from '../fixtures/shown';
import { PostAllDialog } from './post-all-dialog';

const row = (id: number): TrayRow =>
  ({ id, version: 3, supplier: `Supplier ${id}`, number: `INV-${id}`, currency: 'GBP', total: '120.00', totalBase: '120.00' }) as TrayRow;
const entry = (id: number): EntryView =>
  ({
    documentId: id,
    paidTo: null,
    lines: [
      { account: '5010', debit: '100.00', credit: '0.00' },
      { account: '1320', debit: '20.00', credit: '0.00' },
      { account: '2100', debit: '0.00', credit: '120.00' },
    ],
  }) as unknown as EntryView;

describe('posting together', () => {
  let closed = 0;
  const open = (answers: TestAnswers, ids: readonly number[] = [1, 2]) => {
    closed = 0;
    return shown(PostAllDialog, {
      role: 'controller',
      answers: { entry: ({ id }) => of(entry(id)), ...answers },
      providers: [
        { provide: MAT_DIALOG_DATA, useValue: ids.map(row) },
        { provide: MatDialogRef, useValue: { close: () => closed++ } },
      ],
    });
  };

  it('draws every entry up before any is made, and says what that comes to', async () => {
    await open({});
    expect(screen.getByRole('status').textContent).toBe('2 entries, each numbered by itself and final once posted.');
    expect(screen.getAllByText('5010 1320')).toHaveLength(2);
    expect(screen.getByRole('button', { name: /Post 2, 240\.00/ })).toBeTruthy();
  });

  it('posts once by the button, with what was seen, and closes when all are posted', async () => {
    const user = userEvent.setup();
    const asked: unknown[] = [];
    await open({
      postAll: (_params, { documents }) => (
        asked.push(documents),
        of([1, 2].map((document) => ({ document, entry: document + 40, message: null })))
      ),
    });
    await user.dblClick(screen.getByRole('button', { name: /^Post 2/ }));
    expect(asked).toEqual([
      [
        { id: 1, version: 3 },
        { id: 2, version: 3 },
      ],
    ]);
    expect(closed).toBe(1);
  });

  it('posts by Enter, but not while it is held, and not again while it is under way', async () => {
    let asked = 0;
    await open({ postAll: () => (asked++, NEVER) });
    fireEvent.keyDown(document, { key: 'Enter', repeat: true });
    expect(asked).toBe(0);
    fireEvent.keyDown(document, { key: 'Enter' });
    fireEvent.keyDown(document, { key: 'Enter' });
    expect(asked).toBe(1);
  });

  it('leaves out what cannot be posted, with why', async () => {
    const asked: unknown[] = [];
    const user = userEvent.setup();
    await open({
      entry: ({ id }) => (id === 2 ? throwError(() => new ApiError('own-posting', 'You approved it.')) : of(entry(id))),
      postAll: (_params, { documents }) => (asked.push(documents), of([{ document: 1, entry: null, message: 'The period is closed.' }])),
    });
    expect(screen.getByRole('status').textContent).toBe('1 of 2 can be posted; the others say why not.');
    expect(screen.getByText('You approved it.')).toBeTruthy();
    await user.click(screen.getByRole('button', { name: /^Post 1/ }));
    expect(asked).toEqual([[{ id: 1, version: 3 }]]);
    expect(screen.getByText('The period is closed.')).toBeTruthy();
    expect(screen.getByRole('status').textContent).toBe('0 posted, 1 not: each says why.');
    expect(closed).toBe(0);
    expect(screen.queryByRole('button', { name: /^Post/ })).toBeNull();
  });

  it('says what stopped all of them, and lets it be tried again', async () => {
    const user = userEvent.setup();
    await open({ postAll: () => throwError(() => new ApiError('away', 'The server does not answer.')) });
    await user.click(screen.getByRole('button', { name: /^Post 2/ }));
    expect(screen.getByRole('alert').textContent).toContain('does not answer');
    expect(screen.getByRole<HTMLButtonElement>('button', { name: /^Post 2/ }).disabled).toBe(false);
  });
});
