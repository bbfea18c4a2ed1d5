import { screen, waitFor } from '@testing-library/angular';
import userEvent from '@testing-library/user-event';
import type { KeepingView, NamePreview } from '@umber/contract/keeping';
import { of, throwError } from 'rxjs';
import { ApiError } from '../api-error';
import type { TestAnswers } from '../fixtures/answering';
import { shown } from '../fixtures/shown';
import { KeepingPanel } from './keeping-panel';

const view = (more: Partial<KeepingView> = {}): KeepingView => ({
  folder: '/srv/kept',
  pattern: '{year}/{number}',
  kept: 12,
  waiting: 0,
  faults: [],
  ...more,
});
const seen: NamePreview = { paths: ['2026/INV-1.pdf', '2026/INV-2.pdf'] };

describe('documents kept as files', () => {
  const open = (answers: TestAnswers = {}, role: 'administrator' | 'clerk' = 'administrator') =>
    shown(KeepingPanel, { role, answers: { keeping: () => of(view()), namePreview: () => of(seen), ...answers } });

  it('show their names as these are typed, or what is wrong with the pattern', async () => {
    const user = userEvent.setup();
    const asked: string[] = [];
    await open({
      namePreview: (_params, { pattern }) => (
        asked.push(pattern),
        of(pattern.includes('nothing') ? { fault: { code: 'no-such-field', at: 0, found: 'nothing' } } : seen)
      ),
    });
    expect(await screen.findByText('2026/INV-1.pdf')).toBeTruthy();
    const field = screen.getByLabelText<HTMLInputElement>('Called');
    expect(field.value).toBe('{year}/{number}');
    await user.clear(field);
    await user.type(field, '{{nothing}');
    expect((await screen.findByRole('alert')).textContent).toContain('There is no field “nothing”.');
    expect(asked.at(-1)).toBe('{nothing}');
  });

  it('are set by the button; an empty folder is none', async () => {
    const user = userEvent.setup();
    const wishes: unknown[] = [];
    await open({ setKeeping: (_params, wish) => (wishes.push(wish), of(view({ folder: null }))) });
    await user.clear(await screen.findByLabelText('Kept in'));
    await user.click(screen.getByRole('button', { name: 'Keep them there' }));
    expect(wishes).toEqual([{ folder: null, pattern: '{year}/{number}' }]);
    expect(screen.getByRole('status').textContent).toContain('No folder is set');
  });

  it('say what could not be written and why, and are tried again', async () => {
    const user = userEvent.setup();
    const fault = { documentId: 51, number: 'INV-9', fault: 'There is no room left there.', triedAt: '2026-11-30T08:00:00Z' };
    await open({ keeping: () => of(view({ waiting: 3, faults: [fault] })), keepAgain: () => of(view()) });
    expect((await screen.findByRole('status')).textContent).toContain('12 documents kept, 2 on their way, 1 not written:');
    expect(screen.getByRole('link', { name: 'INV-9' }).getAttribute('href')).toBe('/document/51');
    await user.click(screen.getByRole('button', { name: 'Try them again' }));
    await waitFor(() => expect(screen.getByRole('status').textContent).toBe('12 documents kept.'));
  });

  it('are shown to everybody, set by administrators', async () => {
    await open({}, 'clerk');
    expect((await screen.findByRole('status')).textContent).toBe('12 documents kept.');
    expect(screen.queryByRole('button')).toBeNull();
  });

  it('say why a folder is refused, and keep what was typed', async () => {
    const user = userEvent.setup();
    await open({ setKeeping: () => throwError(() => new ApiError('bad-request', 'Only folders below these are used: /srv.')) });
    const folder = await screen.findByLabelText<HTMLInputElement>('Kept in');
    await user.clear(folder);
    await user.type(folder, '/etc{Enter}');
    expect((await screen.findByRole('alert')).textContent).toContain('Only folders below');
    expect(folder.value).toBe('/etc');
  });
});
