import { screen, waitFor, within } from '@testing-library/angular';
import userEvent from '@testing-library/user-event';
import type { ExportsView, ExportWish, KeptExport, RunView } from '@umber/contract/exports';
import type { OwnField } from '@umber/core/documents';
import { PLAIN_LAYOUT, tableColumns } from '@umber/core/exports';
import { NEVER, of, throwError } from 'rxjs';
import { ApiError } from '../api-error';
import type { TestAnswers } from '../fixtures/answering';
import { LONG_NAME, shown } from '../fixtures/shown';
import { ExportsPage } from './exports-page';

const wish: ExportWish = {
  what: { trays: ['posted'], kinds: [], supplierId: null, date: 'postedOn', from: null, to: null, words: '', search: null, since: 'last' },
  layout: { ...PLAIN_LAYOUT, shape: 'heads', columns: [{ field: 'invoiceNumber', head: 'Nr' }] },
};
const kept: KeptExport = {
  ...wish,
  id: 4,
  version: 3,
  name: 'To the auditors',
  every: 'month',
  target: null,
  madeBy: LONG_NAME,
  lastRun: null,
};
const run = (more: Partial<RunView> = {}): RunView => ({
  id: 9,
  exportId: null,
  name: 'Export',
  wish,
  by: 'Nell Ashgrove',
  askedAt: '2026-11-30T08:00:00Z',
  doneAt: '2026-11-30T08:00:01Z',
  documents: 2,
  fault: null,
  delivery: null,
  files: [{ name: 'export.csv', bytes: 120, sha256: 'ab'.repeat(32) }],
  ...more,
});
const view = (more: Partial<ExportsView> = {}): ExportsView => ({ kept: [], runs: [], ...more });
const site = { key: 'site', name: 'Works site', level: 'head', type: 'text' } as OwnField;

describe('Exports', () => {
  const open = (answers: TestAnswers = {}, role: 'clerk' | 'approver' = 'clerk') =>
    shown(ExportsPage, {
      role,
      answers: {
        exports: () => of(view()),
        ownFields: () => of([site]),
        previewExport: (_params, { layout }) =>
          of({
            documents: 2,
            tables: tableColumns(layout).map(({ name, columns }) => ({
              name,
              heads: columns.map(({ head }) => head),
              rows: [columns.map(({ head }) => `${head} 1`)],
            })),
          }),
        ...answers,
      },
    });

  it('shows the columns as they will be, adds one of the company’s own by its name, renames, moves and removes them', async () => {
    const user = userEvent.setup();
    await open();
    await user.selectOptions(await screen.findByLabelText('Add a column'), 'Works site');
    await screen.findByText('Works site 1');
    expect(within(screen.getByLabelText('Add a column')).queryByRole('option', { name: 'Works site' })).toBeNull();
    const head = screen.getByLabelText<HTMLInputElement>('Head of Works site');
    await user.clear(head);
    await user.type(head, 'Yard');
    await user.tab();
    await screen.findByText('Yard 1');
    await user.click(screen.getByRole('button', { name: 'Yard to the left' }));
    // What was last is last but one now, before the runs' own table.
    await waitFor(() =>
      expect(
        screen
          .getAllByRole('cell')
          .map((cell) => cell.textContent)
          .slice(0, -1)
          .at(-2),
      ).toBe('Yard 1'),
    );
    await user.click(screen.getByRole('button', { name: 'Yard away' }));
    await waitFor(() => expect(screen.queryByText('Yard 1')).toBeNull());
  });

  it('goes on without own fields when these cannot be had', async () => {
    await open({ ownFields: () => throwError(() => new ApiError('away', 'The server does not answer.')) });
    expect(await screen.findByLabelText('Add a column')).toBeTruthy();
    expect(screen.queryByRole('option', { name: 'Works site' })).toBeNull();
  });

  it('runs once however often the button is pressed, and lists what came of it', async () => {
    const wishes: unknown[] = [];
    const user = userEvent.setup();
    await open({ runExport: (_params, wanted) => (wishes.push(wanted), NEVER) });
    const button = await screen.findByRole('button', { name: 'Export' });
    await waitFor(() => expect(button.hasAttribute('disabled')).toBe(false));
    await user.dblClick(button);
    expect(wishes).toHaveLength(1);
  });

  it('keeps it under a name, and takes a kept one as it is', async () => {
    const user = userEvent.setup();
    const keeps: unknown[] = [];
    await open({
      exports: () => of(view({ kept: [kept] })),
      keepExport: (_params, { name, every, replaces }) => (keeps.push([name, every, replaces]), of(view({ kept: [kept] }))),
    });
    await user.click(await screen.findByRole('button', { name: 'To the auditors' }));
    expect(screen.getByLabelText<HTMLInputElement>('Name of the export').value).toBe('To the auditors');
    expect(screen.getByLabelText<HTMLInputElement>('Head of Invoice number').value).toBe('Nr');
    await user.click(screen.getByRole('button', { name: 'Keep' }));
    expect(screen.getByText('Kept as “To the auditors”.')).toBeTruthy();
    const name = screen.getByLabelText('Name of the export');
    await user.clear(name);
    await user.type(name, 'Another{Enter}');
    expect(keeps).toEqual([
      ['To the auditors', 'month', { id: 4, version: 3 }],
      ['Another', 'month', null],
    ]);
  });

  it('runs a kept one as that one only while it is as it is kept, and shows it as it is when it was kept otherwise meanwhile', async () => {
    const user = userEvent.setup();
    const wishes: unknown[] = [];
    const loads: number[] = [];
    await open({
      exports: () => (loads.push(1), of(view({ kept: [kept] }))),
      runExport: (_params, { exportId }) => (wishes.push(exportId), throwError(() => new ApiError('stale', 'It is kept otherwise.'))),
    });
    await user.click(await screen.findByRole('button', { name: 'To the auditors' }));
    await waitFor(() => expect(screen.getByRole('button', { name: 'Export' }).hasAttribute('disabled')).toBe(false));
    await user.click(screen.getByRole('button', { name: 'Export' }));
    expect(screen.getByRole('alert').textContent).toContain('It is kept otherwise.');
    expect(loads).toHaveLength(2);
    await user.selectOptions(screen.getByLabelText('Since when'), 'all of them');
    expect(screen.getByText(/changed, not kept yet/)).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Export' }));
    expect(wishes).toEqual([4, null]);
  });

  it('lets nobody take away what goes somewhere by itself but those who may say where', async () => {
    const target = { kind: 'folder', to: '/srv/exports' } as const;
    await open({ exports: () => of(view({ kept: [kept, { ...kept, id: 5, name: 'To the bank', target }] })) });
    expect(await screen.findByRole('button', { name: 'Take To the auditors away' })).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Take To the bank away' })).toBeNull();
  });

  it('says what is wrong with a wish, and why a run came to nothing', async () => {
    await open({
      previewExport: () => throwError(() => new ApiError('bad-request', 'Choose at least one column.')),
      exports: () => of(view({ runs: [run({ fault: 'The disk is full.', documents: null, files: [] }), run({ id: 8 })] })),
    });
    expect((await screen.findByRole('alert')).textContent).toContain('Choose at least one column.');
    expect(screen.getByText(/The disk is full/)).toBeTruthy();
    expect(screen.getByRole('link', { name: 'export.csv' }).getAttribute('href')).toBe('/api/export/runs/8/files/0');
  });

  it('shows who may not export what went out, and no more', async () => {
    await open({ exports: () => of(view({ runs: [run()] })) }, 'approver');
    expect(screen.getByText(/may see what went out, not export/)).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Export' })).toBeNull();
    expect(screen.queryByLabelText('Add a column')).toBeNull();
  });
});
