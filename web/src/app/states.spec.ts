import '@angular/compiler';
import type { DocumentView } from '@umber/contract/documents';
import type { Session } from '@umber/contract/people';
import { DocumentActions, documentFeature } from './documents/document.state';
import { SessionActions, sessionFeature } from './people/session.state';
import { TrayActions, trayFeature } from './trays/tray.state';

const document = (id: number, version: number) => ({ id, version, tray: 'check' }) as DocumentView;

describe('the state of the open document', () => {
  const opened = documentFeature.reducer(undefined, DocumentActions.opened({ id: 7 }));

  it('takes the document that was asked for and no other', () => {
    expect(documentFeature.reducer(opened, DocumentActions.came({ document: document(7, 1) })).document?.version).toBe(1);
    expect(documentFeature.reducer(opened, DocumentActions.came({ document: document(8, 1) })).document).toBeNull();
  });

  it('is busy from a change until its answer', () => {
    const came = documentFeature.reducer(opened, DocumentActions.came({ document: document(7, 1) }));
    const busy = documentFeature.reducer(came, DocumentActions.changed({ change: { name: 'finishCheck' } }));
    expect(busy.busy).toBe(true);
    const done = documentFeature.reducer(busy, DocumentActions.changeDone({ document: document(7, 2), next: false }));
    expect(done).toMatchObject({ busy: false, document: { version: 2 } });
  });

  it('keeps what it shows when a change is refused, and says why until it is read', () => {
    const came = documentFeature.reducer(opened, DocumentActions.came({ document: document(7, 1) }));
    const refused = documentFeature.reducer(came, DocumentActions.refused({ message: 'Someone else was faster.', code: 'stale' }));
    expect(refused).toMatchObject({ busy: false, message: 'Someone else was faster.', document: { version: 1 } });
    expect(documentFeature.reducer(refused, DocumentActions.messageRead()).message).toBeNull();
  });

  it('forgets the answer to a change of a document that was left', () => {
    const other = documentFeature.reducer(opened, DocumentActions.opened({ id: 9 }));
    expect(documentFeature.reducer(other, DocumentActions.changeDone({ document: document(7, 2), next: true })).document).toBeNull();
    expect(documentFeature.reducer(other, DocumentActions.closed())).toEqual({ id: null, document: null, busy: false, message: null });
  });
});

describe('the state of the trays', () => {
  const opened = trayFeature.reducer(undefined, TrayActions.opened({ tray: 'check' }));

  it('is empty and loading when another tray is opened, and keeps its rows when it is the same', () => {
    const rows = [{ id: 1 }] as never;
    const filled = trayFeature.reducer(opened, TrayActions.rowsCame({ tray: 'check', rows, total: 1 }));
    expect(filled).toMatchObject({ loading: false, total: 1 });
    expect(trayFeature.reducer(filled, TrayActions.opened({ tray: 'check' }))).toMatchObject({ rows, loading: false });
    expect(trayFeature.reducer(filled, TrayActions.opened({ tray: 'match' }))).toMatchObject({ rows: [], loading: true, chosen: null });
  });

  it('ignores rows that come late for a tray that was left', () => {
    const match = trayFeature.reducer(opened, TrayActions.opened({ tray: 'match' }));
    expect(trayFeature.reducer(match, TrayActions.rowsCame({ tray: 'check', rows: [{ id: 1 }] as never, total: 1 })).rows).toEqual([]);
  });

  it('says what went wrong until rows come again', () => {
    const failed = trayFeature.reducer(opened, TrayActions.failed({ message: 'The server does not answer.' }));
    expect(failed).toMatchObject({ loading: false, error: 'The server does not answer.' });
    expect(trayFeature.reducer(failed, TrayActions.rowsCame({ tray: 'check', rows: [], total: 0 })).error).toBeNull();
  });
});

describe('the state of the session', () => {
  const who = { login: 'nell', password: 'x' };
  const session = { person: { id: 1, login: 'nell', name: 'Nell', role: 'clerk' } } as Session;

  it('asks, then holds the person, then forgets them', () => {
    const asking = sessionFeature.reducer(undefined, SessionActions.signIn({ who }));
    expect(asking).toMatchObject({ asking: true, session: null });
    const started = sessionFeature.reducer(asking, SessionActions.started({ session }));
    expect(sessionFeature.selectPerson.projector(started.session)?.name).toBe('Nell');
    expect(sessionFeature.reducer(started, SessionActions.ended())).toEqual({ session: null, asking: false, error: null });
  });

  it('keeps the refusal until the next try', () => {
    const refused = sessionFeature.reducer(undefined, SessionActions.refused({ message: 'no' }));
    expect(refused.error).toBe('no');
    expect(sessionFeature.reducer(refused, SessionActions.signIn({ who })).error).toBeNull();
  });
});
