import { screen } from '@testing-library/angular';
import userEvent from '@testing-library/user-event';
import type { NewSource, SourceChange, SourceView } from '@umber/contract/intake';
import { NEVER, of, throwError } from 'rxjs';
import { ApiError } from '../api-error';
import { shown } from '../fixtures/shown';
import { SourceForm } from './source-form';

const mailbox: SourceView = {
  id: 4,
  kind: 'mailbox',
  name: 'Accounts',
  enabled: true,
  settings: {
    host: 'imap.company.example',
    port: 993,
    secure: true,
    user: 'invoices',
    folder: 'INBOX',
    afterwards: 'move',
    doneFolder: 'Done',
  },
  hasPassword: true,
  rules: [],
  lastSeenAt: null,
  lastError: null,
  lastErrorAt: null,
  arrivals: 0,
  today: 0,
};
const save = () => screen.getByRole<HTMLButtonElement>('button', { name: 'Save' });

describe('the form of a source', () => {
  it('adds a mailbox once', async () => {
    const user = userEvent.setup();
    const wishes: NewSource[] = [];
    await shown(SourceForm, { answers: { addSource: (_params, wish) => (wishes.push(wish), NEVER) } });
    await user.type(screen.getByLabelText('Name'), 'Accounts');
    await user.type(screen.getByLabelText('Mail server'), 'imap.company.example');
    await user.type(screen.getByLabelText('Login'), 'invoices');
    await user.type(screen.getByLabelText('Password'), 'secret');
    await user.dblClick(save());
    expect(wishes).toMatchObject([
      { kind: 'mailbox', name: 'Accounts', password: 'secret', settings: { host: 'imap.company.example', port: 993, secure: true } },
    ]);
  });

  it('has for a folder what a folder needs', async () => {
    const user = userEvent.setup();
    const wishes: NewSource[] = [];
    await shown(SourceForm, {
      inputs: { newKind: 'folder' },
      answers: { addSource: (_params, wish) => (wishes.push(wish), NEVER) },
    });
    expect(screen.queryByLabelText('Mail server')).toBeNull();
    await user.type(screen.getByLabelText('Folder on the server'), '/srv/scans{Enter}');
    expect(wishes[0].settings).toEqual({ path: '/srv/scans', afterwards: 'move', foldersAreTags: true, polls: false });
  });

  it('never shows a password that is kept, and leaves it unless one is typed', async () => {
    const user = userEvent.setup();
    const changes: SourceChange[] = [];
    await shown(SourceForm, {
      inputs: { source: mailbox },
      answers: { changeSource: (_params, change) => (changes.push(change), of([mailbox])) },
    });
    const password = screen.getByLabelText<HTMLInputElement>('Password');
    expect([password.value, password.placeholder]).toEqual(['', 'unchanged']);
    await user.selectOptions(screen.getByLabelText('Afterwards'), 'mark');
    expect(screen.queryByLabelText('Folder for taken mails')).toBeNull();
    await user.click(save());
    expect(changes).toMatchObject([{ password: '', settings: { afterwards: 'mark', host: 'imap.company.example' } }]);
  });

  it('that is refused stays as it was typed and can be saved again', async () => {
    const user = userEvent.setup();
    await shown(SourceForm, {
      inputs: { source: mailbox },
      answers: { changeSource: () => throwError(() => new ApiError('incomplete', 'A source is called so already.')) },
    });
    await user.clear(screen.getByLabelText('Name'));
    await user.type(screen.getByLabelText('Name'), 'Mail');
    await user.click(save());
    expect(screen.getByRole('alert').textContent).toContain('called so already');
    expect(screen.getByLabelText<HTMLInputElement>('Name').value).toBe('Mail');
    expect(save().disabled).toBe(false);
  });
});
