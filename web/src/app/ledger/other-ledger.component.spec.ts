import { screen, waitFor } from '@testing-library/angular';
import userEvent from '@testing-library/user-event';
import type { LedgerBatch, LedgerCode, OtherLedgerView, StoppedEntry } from '@umber/contract/other-ledger';
import { of, throwError } from 'rxjs';
import { ApiError } from '../api-error';
import type { TestAnswers } from '../fixtures/answering';
import { shown } from '../fixtures/shown';
import { OtherLedger } from './other-ledger';

const codes: readonly LedgerCode[] = [
  { kind: 'account', ours: '2100', name: 'Trade payables', theirs: '210000' },
  { kind: 'account', ours: '5340', name: 'Grounds', theirs: null },
  { kind: 'cost-centre', ours: 'PW', name: 'Permanent Way', theirs: 'K-PW' },
  { kind: 'tax-rate', ours: '20', name: '20 %', theirs: null },
];
const batch = (more: Partial<LedgerBatch>): LedgerBatch => ({
  id: 7,
  madeAt: '2026-11-30T08:00:00Z',
  entries: 3,
  accepted: 2,
  refused: 1,
  tries: 1,
  nextAt: null,
  answeredAt: '2026-11-30T08:00:01Z',
  fault: null,
  maybeTaken: false,
  ...more,
});
const stopped: readonly StoppedEntry[] = [
  { entryId: 31, number: 31, description: 'Hartscale INV-1', because: { code: 'refused', reason: 'There is no account GROUNDS.' } },
  { entryId: 32, number: 32, description: 'Mossrigg INV-2', because: { code: 'no-code', kind: 'tax-rate', ours: '5' } },
];
const view = (more: Partial<OtherLedgerView> = {}): OtherLedgerView => ({
  url: 'https://books.example/entries',
  isOn: false,
  codes,
  accepted: 12,
  waiting: 2,
  batches: [
    batch({}),
    batch({ id: 8, answeredAt: null, fault: 'The other ledger answered with 400.' }),
    batch({ id: 9, answeredAt: null, fault: 'The other ledger answered with 403.', maybeTaken: true }),
  ],
  stopped,
  ...more,
});

describe('another ledger', () => {
  const open = (answers: TestAnswers = {}, role: 'controller' | 'clerk' = 'controller') =>
    shown(OtherLedger, { role, answers: { otherLedger: () => of(view()), ...answers } });

  it('says what is there, what stopped and why, and what is on its way', async () => {
    await open();
    await screen.findByText(/What is posted is handed/);
    expect(screen.getByRole('status').textContent).toMatch(/12 there, 2 stopped,\s+0 on their way/);
    for (const text of ['There is no account GROUNDS.', 'Tax rate 5 has no name there.', '2 taken, 1 refused'])
      expect(screen.getByText(text)).toBeTruthy();
    expect(screen.getByText('The other ledger answered with 400. It waits for somebody.')).toBeTruthy();
    expect(screen.getAllByRole('link', { name: 'as CSV' })[0].getAttribute('href')).toBe('/api/other-ledger/batches/7/entries.csv');
  });

  it('hands a refused entry and a batch on again, and names codes as they are typed', async () => {
    const user = userEvent.setup();
    const done: unknown[] = [];
    const answer = (name: string) => (params: object, input?: unknown) => (done.push([name, params, input]), of(view()));
    await open({
      handEntryAgain: answer('entry') as never,
      sendBatchAgain: answer('batch') as never,
      makeBatchAnew: answer('anew') as never,
      setLedgerCodes: ((_params: object, wish: unknown) => (done.push(wish), of(view()))) as never,
      switchOtherLedger: ((_params: object, wish: unknown) => (done.push(wish), of(view()))) as never,
    });
    await user.click(await screen.findByRole('button', { name: 'Hand on again: entry 31' }));
    expect(screen.queryByRole('button', { name: 'Hand on again: entry 32' })).toBeNull();
    await user.click(screen.getByRole('button', { name: 'Send batch 8 again' }));
    await user.click(screen.getByRole('button', { name: 'Make batch 8 anew' }));
    expect(screen.getByRole('button', { name: 'Send batch 9 again' })).toBeTruthy();
    expect(screen.queryByRole('button', { name: 'Make batch 9 anew' })).toBeNull();
    await user.type(screen.getByLabelText('5340 there'), '534000{Tab}');
    await user.clear(screen.getByLabelText('2100 there'));
    await user.tab();
    await user.click(screen.getByRole('checkbox'));
    await waitFor(() => expect(done).toHaveLength(6));
    expect(done.slice(3)).toEqual([
      { codes: [{ kind: 'account', ours: '5340', theirs: '534000' }] },
      { codes: [{ kind: 'account', ours: '2100', theirs: null }] },
      { isOn: true },
    ]);
  });

  it('marks rates of tax as missing only where others are named', async () => {
    const { fixture } = await open();
    const missing = () =>
      [...(fixture.nativeElement as HTMLElement).querySelectorAll('.missing')].map((field) => field.getAttribute('aria-label'));
    await screen.findByLabelText('20 there');
    expect(missing()).toEqual(['5340 there']);
  });

  it('marks all rates where one is named', async () => {
    const named: LedgerCode = { kind: 'tax-rate', ours: '5', name: '5 %', theirs: 'V5' };
    const { fixture } = await open({ otherLedger: () => of(view({ codes: [...codes, named] })) });
    await screen.findByLabelText('20 there');
    const missing = [...(fixture.nativeElement as HTMLElement).querySelectorAll('.missing')].map((field) =>
      field.getAttribute('aria-label'),
    );
    expect(missing).toEqual(['5340 there', '20 there']);
  });

  it('lets who may not set it look, and says what was refused', async () => {
    await open({}, 'clerk');
    expect((await screen.findByRole<HTMLInputElement>('checkbox')).disabled).toBe(true);
    expect(screen.queryByLabelText('5340 there')).toBeNull();
    expect(screen.queryByRole('button')).toBeNull();
  });

  it('is none where the installation names none', async () => {
    await open({ otherLedger: () => of(view({ url: null })) });
    expect(await screen.findByText(/No other ledger is named/)).toBeTruthy();
  });

  it('says why something was refused', async () => {
    const user = userEvent.setup();
    await open({ handEntryAgain: () => throwError(() => new ApiError('no-such-thing', 'This entry was not refused.')) });
    await user.click(await screen.findByRole('button', { name: 'Hand on again: entry 31' }));
    expect((await screen.findByRole('alert')).textContent).toContain('not refused');
  });
});
