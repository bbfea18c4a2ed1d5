import { screen } from '@testing-library/angular';
import userEvent from '@testing-library/user-event';
import type { SweepItem, SweepStroke, SweepUndo } from '@umber/contract/sweeping';
import { NEVER, of, throwError } from 'rxjs';
import { ApiError } from '../api-error';
import type { TestAnswers } from '../fixtures/answering';
import { LONG_NAME, shown } from '../fixtures/shown';
import { SweepPage } from './sweep-page';

const page = { number: 1, turned: 0, straightened: false, width: 595, height: 842 };
const item = (doubt: number, value: string, more: Partial<SweepItem> = {}): SweepItem => ({
  document: 100 + doubt,
  doubt,
  kind: 'totals',
  field: 'grossTotal',
  line: null,
  question: { code: 'unclear', value, other: null },
  value,
  supplier: `Supplier ${doubt} Ltd`,
  currency: 'GBP',
  page,
  box: { x: 400, y: 600, width: 40, height: 10 },
  words: [{ text: value, x: 400, y: 600, width: 40, height: 10 }],
  ...more,
});
const THREE = [item(1, '120.00'), item(2, '17.50'), item(3, '40.00')];

const open = (items: readonly SweepItem[], answers: TestAnswers = {}, role: 'clerk' | 'auditor' = 'clerk') =>
  shown(SweepPage, { answers: { sweepItems: () => of(items), ...answers }, role });
const card = (value: string) => screen.getByRole('button', { name: new RegExp(`(^| )${value}$`) });
const accept = () => screen.getByRole<HTMLButtonElement>('button', { name: /^Accept/ });

describe('the sweep', () => {
  it('says that it looks, why it cannot, and that nothing waits', async () => {
    const { fixture } = await shown(SweepPage, { answers: { sweepItems: () => NEVER } });
    expect(screen.getByText('Looking through what waits …')).toBeTruthy();
    fixture.destroy();
  });

  it('that cannot be loaded is tried again', async () => {
    const user = userEvent.setup();
    let tries = 0;
    const sweepItems = () => (++tries === 1 ? throwError(() => new ApiError('unreachable', 'The server does not answer.')) : of([]));
    await shown(SweepPage, { answers: { sweepItems } });
    expect(screen.getByRole('alert').textContent).toContain('does not answer');
    await user.click(screen.getByRole('button', { name: 'Try again' }));
    expect(screen.getByText(/Nothing waits/)).toBeTruthy();
  });

  it('accepts what is not picked out, as it was shown, and once', async () => {
    const user = userEvent.setup();
    const strokes: SweepStroke[] = [];
    await open(THREE, { sweep: (_params, stroke) => (strokes.push(stroke), NEVER) });
    await user.click(card('17.50'));
    expect(screen.getByText('1 picked out as wrong, 1 stays in doubt.')).toBeTruthy();
    await user.dblClick(accept());
    expect(strokes).toEqual([
      {
        answers: [
          { document: 101, doubt: 1, shown: '120.00', value: null },
          { document: 103, doubt: 3, shown: '40.00', value: null },
        ],
      },
    ]);
  });

  it('gives what was typed anew its value, in any usual writing', async () => {
    const user = userEvent.setup();
    const strokes: SweepStroke[] = [];
    await open(THREE, { sweep: (_params, stroke) => (strokes.push(stroke), NEVER) });
    await user.keyboard('{ArrowRight}e');
    const field = await screen.findByRole('textbox');
    await user.clear(field);
    await user.type(field, '1.117,50{Enter}');
    expect(screen.getByText('1 picked out as wrong, 1 typed anew.')).toBeTruthy();
    await user.keyboard('{Enter}');
    expect(strokes[0].answers.map(({ doubt, value }) => [doubt, value])).toEqual([
      [1, null],
      [3, null],
      [2, '1117.50'],
    ]);
  });

  it('says what was not taken, leaves it, and takes the stroke back', async () => {
    const user = userEvent.setup();
    const undone: SweepUndo[] = [];
    let left: readonly SweepItem[] = THREE;
    await open([], {
      sweepItems: () => of(left),
      sweep: (_params, { answers }) => {
        left = [THREE[1]];
        return of(
          answers.map(({ document, doubt }) => ({
            document,
            doubt,
            step: doubt === 2 ? null : 50 + doubt,
            message: doubt === 2 ? 'Ines works on it.' : null,
          })),
        );
      },
      undoSweep: (_params, wish) => (undone.push(wish), NEVER),
    });
    await user.click(accept());
    expect(screen.getByText('2 values settled. 1 not: Ines works on it.')).toBeTruthy();
    expect(card('17.50')).toBeTruthy();
    await user.keyboard('z');
    expect(undone).toEqual([{ steps: [{ document: 101, step: 51 }, { document: 103, step: 53 }] }]); // prettier-ignore
  });

  it('keeps kinds apart, and puts scanned with scanned', async () => {
    const user = userEvent.setup();
    const scanned = item(4, '77.00', { page: { ...page, straightened: true } });
    await open([...THREE, scanned, item(5, '2026-11-02', { kind: 'dates', field: 'issueDate' })]);
    expect(screen.getByRole('heading', { name: /Scanned, GBP 1/ })).toBeTruthy();
    await user.click(screen.getByRole('tab', { name: /Dates 1/ }));
    expect(accept().textContent).toContain('Accept all 1');
  });

  it('only accepts what is on the screen, of five hundred', async () => {
    await open(Array.from({ length: 500 }, (_, i) => item(i + 1, `${i + 1}.00`, { supplier: LONG_NAME })));
    const said = /(\d+) on this screen, (\d+) follow/.exec(screen.getByText(/on this screen/).textContent ?? '');
    expect(Number(said?.[1]) + Number(said?.[2])).toBe(500);
    expect(accept().textContent).toContain(`Accept all ${said?.[1]}`);
  });

  it('sorts the characters by what they were read as', async () => {
    const user = userEvent.setup();
    await open(THREE);
    await user.keyboard('m');
    expect(screen.getByRole('region', { name: 'Read as 1' }).querySelectorAll('button')).toHaveLength(2);
    await user.click(screen.getByRole('button', { name: '1 in 17.50' }));
    expect(screen.getByText('1 picked out as wrong, 1 stays in doubt.')).toBeTruthy();
  });

  it('is only looked at by who may not check', async () => {
    const user = userEvent.setup();
    await open(THREE, {}, 'auditor');
    expect(screen.queryByRole('button', { name: /^Accept/ })).toBeNull();
    await user.click(card('17.50'));
    expect(screen.getByText('Pick out what was read wrong.')).toBeTruthy();
  });
});
