import { jest } from '@jest/globals';
import type { LiveNews, TrayCount, TrayRow, TrayRows } from '@umber/contract/trays';
import { of, Subject, throwError } from 'rxjs';
import type { TestAnswers } from '../fixtures/answering';
import { Slices } from '../fixtures/slices';
import { Live } from '../live/live';
import { ApiError } from '../api-error';
import { TrayEffects } from './tray.effects';
import { TrayActions } from './tray.state';

const rows = (...ids: number[]) => ids.map((id) => ({ id })) as unknown as TrayRow[];

function stage(answers: TestAnswers = {}) {
  const asked: string[] = [];
  const news = new Subject<readonly LiveNews[]>();
  const api: TestAnswers = {
    trays: () => (asked.push('counts'), of([{ tray: 'check', count: 2 }] as unknown as TrayCount[])),
    tray: ({ tray }) => (asked.push(tray), of({ tray, rows: rows(1, 2), total: 2 })),
    arrivals: () => (asked.push('arrivals'), of([])),
    ...answers,
  };
  const slices = new Slices(api, [{ provide: Live, useValue: { news } }]);
  slices.run(() => new TrayEffects());
  return { slices, asked, news };
}

describe('the trays', () => {
  beforeEach(() => void jest.useFakeTimers());
  afterEach(() => void jest.useRealTimers());

  it('come with their counts when one is opened', () => {
    const { slices, asked } = stage();
    slices.dispatch(TrayActions.opened({ tray: 'check' }));
    expect(asked).toEqual(['counts', 'check']);
    expect(slices.now.trays).toMatchObject({ rows: rows(1, 2), total: 2, loading: false, counts: [{ tray: 'check', count: 2 }] });
  });

  it('are asked for once for news that comes in a heap', () => {
    const { slices, asked, news } = stage();
    slices.dispatch(TrayActions.opened({ tray: 'check' }));
    for (let id = 0; id < 30; id++) news.next([{ what: 'document', id } as unknown as LiveNews]);
    expect(asked).toEqual(['counts', 'check']);
    jest.runAllTimers();
    expect(asked).toEqual(['counts', 'check', 'counts', 'check']);
  });

  it('show what arrives only in Arriving', () => {
    const { slices, asked } = stage();
    slices.dispatch(TrayActions.opened({ tray: 'arriving' }));
    expect(asked).toContain('arrivals');
    slices.dispatch(TrayActions.opened({ tray: 'match' }));
    expect(asked.filter((what) => what === 'arrivals')).toHaveLength(1);
  });

  it('say why they cannot be shown, and are there again with the next news', () => {
    let away = true;
    const { slices, news } = stage({
      tray: ({ tray }) =>
        away ? throwError(() => new ApiError('away', 'The server does not answer.')) : of({ tray, rows: rows(5), total: 1 }),
    });
    slices.dispatch(TrayActions.opened({ tray: 'check' }));
    expect(slices.now.trays).toMatchObject({ error: 'The server does not answer.', loading: false });
    away = false;
    news.next([]);
    jest.runAllTimers();
    expect(slices.now.trays).toMatchObject({ error: null, rows: rows(5) });
  });

  it('do not show the rows of a tray that was left meanwhile', () => {
    const late = new Subject<TrayRows>();
    const { slices } = stage({ tray: ({ tray }) => (tray === 'check' ? late : of({ tray, rows: rows(9), total: 1 })) });
    slices.dispatch(TrayActions.opened({ tray: 'check' }));
    slices.dispatch(TrayActions.opened({ tray: 'match' }));
    late.next({ tray: 'check', rows: rows(1), total: 1 });
    expect(slices.now.trays.rows).toEqual(rows(9));
  });
});
