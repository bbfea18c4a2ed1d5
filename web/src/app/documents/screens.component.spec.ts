import { ActionsSubject, Store } from '@ngrx/store';
import { screen } from '@testing-library/angular';
import userEvent from '@testing-library/user-event';
import type { DocumentView, StepView } from '@umber/contract/documents';
import { NEVER, of, throwError } from 'rxjs';
import { ApiError } from '../api-error';
import { ApprovalScreen } from '../approval/approval-screen';
import { CheckScreen } from '../checking/check-screen';
import { documentOf, lineOf } from '../fixtures/documents';
import type { TestAnswers } from '../fixtures/answering';
import { LONG_NAME, shown } from '../fixtures/shown';
import { PostScreen } from '../ledger/post-screen';
import { MatchScreen } from '../matching/match-screen';
import { DocumentPage } from './document-page';
import { DocumentActions } from './document.state';
import { RestingScreen } from './resting-screen';

const quiet: TestAnswers = {
  coding: () => of({ accounts: [], costCentres: [], templates: [] }),
  proposals: () => of({ suppliers: [], orders: [] }),
  entry: () => NEVER,
};
const doubt = (id: number, field: 'dueDate' | 'netTotal') => ({ id, field, line: null, question: { code: 'not-found' } }) as const;
const named = (document: DocumentView, name: string): DocumentView => ({
  ...document,
  supplier: document.supplier && { ...document.supplier, name },
  fields: { ...document.fields, sellerName: { ...document.fields.sellerName, value: name } },
});

describe('the page of a document', () => {
  it('says that it is loading', async () => {
    await shown(DocumentPage, { inputs: { id: 7 }, answers: quiet });
    expect(screen.getByRole('status').textContent).toContain('Loading');
  });

  it('says why it cannot be shown, with a way out', async () => {
    const refused = DocumentActions.refused({ message: 'There is no such document.', code: 'no-such-document' });
    const { fixture } = await shown(DocumentPage, { inputs: { id: 7 }, answers: quiet });
    fixture.debugElement.injector.get(Store).dispatch(refused);
    await fixture.whenStable();
    expect(screen.getByRole('alert').textContent).toContain('There is no such document.');
    expect(screen.getByRole('link', { name: 'To the trays' })).toBeTruthy();
  });
});

describe('Check', () => {
  it('offers to settle where nothing is asked', async () => {
    await shown(CheckScreen, { inputs: { document: documentOf('check') }, answers: quiet });
    expect(screen.getByRole('button', { name: /Settle, next/ })).toBeTruthy();
  });

  it('takes back twice where that is asked for twice, however fast, and no more once it was refused', async () => {
    const step = (id: number) => ({ id, at: '2026-11-30T08:00:00Z', by: 'Nell Ashgrove', act: { code: 'settled' } }) as unknown as StepView;
    const document = documentOf('check', { steps: [step(3), step(2), step(1)] });
    const { fixture } = await shown(CheckScreen, {
      inputs: { document },
      before: [DocumentActions.opened({ id: document.id }), DocumentActions.came({ document })],
      answers: quiet,
    });
    const store = fixture.debugElement.injector.get(Store);
    const undone: unknown[] = [];
    fixture.debugElement.injector.get(ActionsSubject).subscribe((action) => {
      if (action.type === DocumentActions.changed.type) undone.push((action as ReturnType<typeof DocumentActions.changed>).change.input);
    });
    const user = userEvent.setup();
    await user.dblClick(screen.getByRole('button', { name: /^Undo/ }));
    await user.keyboard('z');
    expect(undone).toEqual([{ step: 3 }]);
    const after = { ...document, version: 2, steps: document.steps.slice(1) };
    store.dispatch(DocumentActions.changeDone({ document: after, next: false }));
    fixture.componentRef.setInput('document', after);
    await fixture.whenStable();
    expect(undone).toEqual([{ step: 3 }, { step: 2 }]);
    store.dispatch(DocumentActions.refused({ message: 'The server does not answer.', code: 'away' }));
    await fixture.whenStable();
    expect(undone).toHaveLength(2);
  });

  it.each([
    [1, '1 doubt'],
    [2, '2 doubts'],
  ])('counts what is asked: %i', async (count, text) => {
    const doubts = [doubt(1, 'dueDate'), doubt(2, 'netTotal')].slice(0, count);
    await shown(CheckScreen, { inputs: { document: documentOf('check', { doubts }) }, answers: quiet });
    expect(screen.getByRole('button', { name: new RegExp(`^${text}`) })).toBeTruthy();
  });

  it('shows a long name, and a document without any page', async () => {
    await shown(CheckScreen, { inputs: { document: named(documentOf('check', { pages: [] }), LONG_NAME) }, answers: quiet });
    expect(screen.getAllByText(LONG_NAME).length).toBeGreaterThan(0);
    expect(screen.getByRole('link', { name: /Download it as it came/ })).toBeTruthy();
  });

  it('shows five hundred lines', async () => {
    const lines = Array.from({ length: 500 }, (_, i) => lineOf(i));
    await shown(CheckScreen, { inputs: { document: documentOf('check', { lines }) }, answers: quiet });
    await userEvent.click(screen.getByRole('button', { name: 'Lines L' }));
    expect(screen.getByText(/^Lines \d+ to \d+ of 500$/)).toBeTruthy();
    // Only the rows on and near the screen are drawn.
    expect(screen.getByDisplayValue('Goods 1')).toBeTruthy();
    expect(screen.getAllByRole('textbox').length).toBeLessThan(700);
  });

  it('lets an auditor look but change nothing', async () => {
    await shown(CheckScreen, {
      role: 'auditor',
      inputs: { document: documentOf('check', { doubts: [doubt(1, 'dueDate')] }) },
      answers: quiet,
    });
    expect(screen.queryByRole('button', { name: /^Park/ })).toBeNull();
    expect(screen.queryByRole('button', { name: /Turn away/ })).toBeNull();
  });
});

describe('Match', () => {
  const exception = (id: number, line: number | null) =>
    ({
      id,
      line,
      facts: { code: 'bank-account', account: 'GB82WEST12345698765432', onFile: null },
      figures: [],
      acceptedBy: null,
      acceptedReason: null,
      confirmations: [],
    }) as const;

  it.each([1, 12])('shows %i exceptions', async (count) => {
    const exceptions = Array.from({ length: count }, (_, i) => exception(i + 1, null));
    await shown(MatchScreen, { inputs: { document: documentOf('match', { exceptions }) }, answers: quiet });
    expect(screen.getAllByText(/not on file/i)).toHaveLength(1);
    expect(screen.getByText(count === 1 ? '1 exception' : `${count} exceptions`)).toBeTruthy();
    // Each is one click away in the bar.
    expect(screen.getAllByRole('button', { name: /^bank account/ })).toHaveLength(count);
  });

  it('offers the ways out of an exception, the likeliest by Enter', async () => {
    const late = {
      ...exception(1, 0),
      facts: { code: 'not-received', description: 'Oak', invoiced: '5', before: '0', limit: '3' },
    } as const;
    await shown(MatchScreen, { inputs: { document: documentOf('match', { exceptions: [late] }) }, answers: quiet });
    const names = screen.getAllByRole('button', { name: /^[1-8] / }).map((button) => button.textContent?.replace(/\s+/g, ' ').trim());
    expect(names[0]).toMatch(/^1 Ask who knows.*Enter$/);
    expect(names.map((name) => name?.slice(2)).join(' | ')).toMatch(
      /Wait for the goods.*Accept with a reason.*Pay short.*Back to Check.*Turn away/,
    );
  });

  it('goes on without the proposals and the accounts when the server is away', async () => {
    const away = () => throwError(() => new ApiError('away', 'The server does not answer.'));
    await shown(MatchScreen, {
      inputs: { document: documentOf('match', { exceptions: [exception(1, null)] }) },
      answers: { coding: away, proposals: away },
    });
    expect(screen.getByRole('button', { name: /^Park/ })).toBeTruthy();
  });
});

describe('Sign-off', () => {
  it('tells who is asked, and lets nobody else approve', async () => {
    const because = { person: 9, because: [{ code: 'every' }], inPlace: false } as const;
    const approvals = [
      { id: 1, approverId: 9, approver: 'Ines Whitcombe', because, state: 'asked', comment: null, answeredAt: null },
    ] as const;
    await shown(ApprovalScreen, { inputs: { document: named(documentOf('sign-off', { approvals }), LONG_NAME) }, answers: quiet });
    expect(screen.getAllByText(/Ines Whitcombe/).length).toBeGreaterThan(0);
    expect(screen.queryByRole('button', { name: /^Approve/ })).toBeNull();
  });
});

describe('Post', () => {
  it('says that the entry is drawn up', async () => {
    await shown(PostScreen, { role: 'controller', inputs: { document: documentOf('post') }, answers: quiet });
    expect(screen.getByText('Drawing up the entry …')).toBeTruthy();
    expect(screen.getByRole('button', { name: /^Post/ }).hasAttribute('disabled')).toBe(true);
  });

  it('says why it cannot be posted', async () => {
    const entry = () => throwError(() => new ApiError('not-postable', 'The period is closed.'));
    await shown(PostScreen, { role: 'controller', inputs: { document: documentOf('post') }, answers: { ...quiet, entry } });
    expect(screen.getByRole('alert').textContent).toContain('The period is closed.');
  });

  it('offers nothing to a clerk', async () => {
    await shown(PostScreen, { inputs: { document: documentOf('post') }, answers: quiet });
    expect(screen.queryByRole('button', { name: /^Post/ })).toBeNull();
  });
});

describe('a resting place', () => {
  it.each(['parked', 'turned-away', 'filed'] as const)('says why the document is there: %s', async (tray) => {
    const document = documentOf(tray, {
      reason: { code: 'said', text: 'Asked the buyer' },
      parkedFrom: tray === 'parked' ? 'match' : null,
    });
    await shown(RestingScreen, { inputs: { document }, answers: quiet });
    expect(screen.getAllByText(/Asked the buyer/).length).toBeGreaterThan(0);
    expect(screen.queryByRole('button', { name: /^Reopen/ }) !== null).toBe(tray !== 'filed');
  });
});
