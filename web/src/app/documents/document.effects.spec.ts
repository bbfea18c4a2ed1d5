import type { DocumentView } from '@umber/contract/documents';
import type { LiveNews, TrayRow } from '@umber/contract/trays';
import { of, Subject, throwError } from 'rxjs';
import type { TestAnswers } from '../fixtures/answering';
import { Slices } from '../fixtures/slices';
import { ApiError } from '../api-error';
import { TrayActions } from '../trays/tray.state';
import { Ahead } from './ahead';
import { DocumentEffects } from './document.effects';
import { DocumentActions } from './document.state';

const view = (id: number, version: number, tray = 'check') => ({ id, version, tray }) as DocumentView;
const newsOf = (id: number) => [{ what: 'document', id } as unknown as LiveNews];

function stage(answers: TestAnswers) {
  const fetched: (number | null)[] = [];
  const ahead = { take: (id: number) => (id === 8 ? view(8, 5) : null), fetch: (id: number | null) => fetched.push(id) };
  const slices = new Slices(answers, [{ provide: Ahead, useValue: ahead }]);
  slices.run(() => new DocumentEffects());
  return {
    slices,
    fetched,
    dispatch: slices.dispatch.bind(slices),
    went: slices.went,
    dropped: slices.dropped,
    now: () => slices.now.document,
  };
}

describe('the open document', () => {
  it('is loaded when it is opened, and again when news of it comes', () => {
    let version = 1;
    const { dispatch, now } = stage({ document: ({ id }) => of(view(id, version++)) });
    dispatch(DocumentActions.opened({ id: 7 }));
    expect(now().document).toEqual(view(7, 1));
    dispatch(TrayActions.news({ news: newsOf(8) }));
    expect(now().document?.version).toBe(1);
    dispatch(TrayActions.news({ news: newsOf(7) }));
    expect(now().document?.version).toBe(2);
    // The stream was away: whatever may have happened is looked at.
    dispatch(TrayActions.news({ news: [] }));
    expect(now().document?.version).toBe(3);
  });

  it('is shown at once where it was fetched ahead, and as it now is after; the next is fetched then', () => {
    const { dispatch, now, fetched } = stage({ document: () => throwError(() => new ApiError('away', 'away')) });
    dispatch(TrayActions.opened({ tray: 'check' }));
    dispatch(TrayActions.rowsCame({ tray: 'check', rows: [{ id: 8 }, { id: 9 }] as unknown as TrayRow[], total: 2 }));
    dispatch(DocumentActions.opened({ id: 8 }));
    expect([now().document, now().message]).toEqual([view(8, 5), 'away']);
    expect(fetched).toEqual([9]);
  });

  it('is changed one change after the other, each on the version before', () => {
    const sent: [string, number][] = [];
    const answers: Subject<DocumentView>[] = [];
    const { dispatch, now } = stage({
      document: ({ id }) => of(view(id, 1)),
      changeField: ({ field }, { version }) => {
        sent.push([field, version]);
        answers.push(new Subject());
        return answers[answers.length - 1];
      },
    });
    dispatch(DocumentActions.opened({ id: 7 }));
    for (const field of ['dueDate', 'netTotal'] as const)
      dispatch(DocumentActions.changed({ change: { name: 'changeField', params: { field }, input: { value: null } } }));
    expect(sent).toEqual([['dueDate', 1]]);
    expect(now().busy).toBe(true);
    answers[0].next(view(7, 2));
    answers[0].complete();
    expect(sent).toEqual([
      ['dueDate', 1],
      ['netTotal', 2],
    ]);
  });

  it('gets what was done on it, and no other does, where another was opened meanwhile; nobody is called away from that', () => {
    const sent: [string, number, number][] = [];
    const answers: Subject<DocumentView>[] = [];
    const { dispatch, now, went } = stage({
      document: ({ id }) => of(view(id, 1)),
      finishCheck: ({ id }, { version }) => {
        sent.push(['finish', id, version]);
        answers.push(new Subject());
        return answers[answers.length - 1];
      },
      undo: ({ id }, { version }) => (sent.push(['undo', id, version]), of(view(id, version + 1))),
    });
    const undo = DocumentActions.changed({ change: { name: 'undo', input: { step: 3 } } });
    dispatch(DocumentActions.opened({ id: 7 }));
    dispatch(DocumentActions.changed({ change: { name: 'finishCheck', next: true } }));
    dispatch(undo);
    dispatch(DocumentActions.opened({ id: 9 }));
    answers[0].next(view(7, 2, 'match'));
    answers[0].complete();
    expect(sent).toEqual([
      ['finish', 7, 1],
      ['undo', 7, 2],
    ]);
    expect(now()).toMatchObject({ document: { id: 9, version: 1 }, busy: false });
    expect(went).toEqual([]);
    dispatch(undo);
    expect(sent[2]).toEqual(['undo', 9, 1]);
  });

  it('is loaded again where the server refused because it had changed, and the sentence is kept', () => {
    let version = 4;
    const { dispatch, now } = stage({
      document: ({ id }) => of(view(id, version++)),
      finishCheck: () => throwError(() => new ApiError('stale', 'Someone else changed it.')),
    });
    dispatch(DocumentActions.opened({ id: 7 }));
    dispatch(DocumentActions.changed({ change: { name: 'finishCheck' } }));
    expect(now()).toMatchObject({ busy: false, message: 'Someone else changed it.', document: { version: 5 } });
  });

  it('keeps what was typed until the server has taken it', () => {
    let away = true;
    const { dispatch, dropped } = stage({
      document: ({ id }) => of(view(id, 1)),
      changeField: ({ id }) => (away ? throwError(() => new ApiError('away', 'No answer.')) : of(view(id, 2))),
    });
    dispatch(DocumentActions.opened({ id: 7 }));
    const change = {
      name: 'changeField',
      params: { field: 'dueDate' },
      input: { value: null },
      draft: 'document/7/fields/dueDate',
    } as const;
    dispatch(DocumentActions.changed({ change }));
    expect(dropped).toEqual([]);
    away = false;
    dispatch(DocumentActions.changed({ change }));
    expect(dropped).toEqual(['document/7/fields/dueDate']);
  });

  it('says so where the server is away, and stays as it was', () => {
    const { dispatch, now } = stage({
      document: ({ id }) => of(view(id, 1)),
      finishCheck: () => throwError(() => new ApiError('away', 'The server does not answer.')),
    });
    dispatch(DocumentActions.opened({ id: 7 }));
    dispatch(DocumentActions.changed({ change: { name: 'finishCheck' } }));
    expect(now()).toMatchObject({ message: 'The server does not answer.', document: { version: 1 } });
  });

  it('goes on to the next of its tray once it has left that, and to the tray after the last', () => {
    const { dispatch, went } = stage({
      document: ({ id }) => of(view(id, 1)),
      finishCheck: ({ id }) => of(view(id, 2, 'match')),
      settleDoubt: ({ id }) => of(view(id, 3)),
    });
    const rows = [{ id: 7 }, { id: 9 }] as unknown as TrayRow[];
    dispatch(TrayActions.opened({ tray: 'check' }));
    dispatch(TrayActions.rowsCame({ tray: 'check', rows, total: 2 }));
    dispatch(DocumentActions.opened({ id: 7 }));
    dispatch(DocumentActions.changed({ change: { name: 'finishCheck', next: true } }));
    expect(went).toEqual([['/document', 9]]);
    dispatch(TrayActions.rowsCame({ tray: 'check', rows: rows.slice(1), total: 1 }));
    dispatch(DocumentActions.opened({ id: 9 }));
    dispatch(DocumentActions.changed({ change: { name: 'finishCheck', next: true } }));
    expect(went[1]).toEqual(['/tray', 'check']);
    // A change that leaves it where it is goes nowhere.
    dispatch(DocumentActions.changed({ change: { name: 'settleDoubt', params: { doubt: 1 } } }));
    expect(went).toHaveLength(2);
  });

  it('leads back to those that look like it where it was opened to teach them', () => {
    const { slices, dispatch, went } = stage({
      document: ({ id }) => of(view(id, 1)),
      finishCheck: ({ id }) => of({ ...view(id, 2), tray: 'match' as const }),
    });
    slices.url = '/document/7?alike=5';
    dispatch(DocumentActions.opened({ id: 7 }));
    dispatch(DocumentActions.changed({ change: { name: 'finishCheck', next: true } }));
    expect(went).toEqual([['/alike', '5']]);
  });
});
