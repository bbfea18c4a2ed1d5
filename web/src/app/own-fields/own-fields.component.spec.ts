import { fireEvent, screen } from '@testing-library/angular';
import type { OwnFieldWish } from '@umber/contract/own-fields';
import type { OwnField } from '@umber/core/documents';
import { NEVER, of, throwError } from 'rxjs';
import { ApiError } from '../api-error';
import { LONG_NAME, shown } from '../fixtures/shown';
import { OwnFieldsPage } from './own-fields-page';

const field = (over: Partial<OwnField> = {}): OwnField => ({
  key: 'site',
  name: 'Site',
  level: 'head',
  type: 'choice',
  required: true,
  labels: ['Site'],
  choices: ['North yard', 'South yard'],
  pattern: '',
  least: null,
  most: null,
  matches: null,
  ...over,
});
const away = () => throwError(() => new ApiError('already-there', 'There is a field called Site already.'));

describe('the fields of the company’s own', () => {
  it('say that they load', async () => {
    await shown(OwnFieldsPage, { answers: { ownFields: () => NEVER } });
    expect(screen.getByRole('status').textContent).toContain('Loading');
  });
  it('say that there are none', async () => {
    await shown(OwnFieldsPage, { answers: { ownFields: () => of([]) } });
    expect(screen.getByText(/There are none yet/)).toBeTruthy();
    expect(screen.queryByRole('button', { name: /Add a field/ })).toBeNull();
  });
  it('are shown with their checks, however long their names', async () => {
    await shown(OwnFieldsPage, {
      answers: { ownFields: () => of([field({ name: LONG_NAME, matches: 'costCentre' })]) },
      role: 'administrator',
    });
    expect(screen.getByText(LONG_NAME)).toBeTruthy();
    expect(screen.getByText(/must be there · one of North yard, South yard · matched with the order’s cost centre/)).toBeTruthy();
  });
  it('are added by an administrator, refused with the reason, changed and taken away', async () => {
    const added: OwnFieldWish[] = [];
    let refuse = true;
    await shown(OwnFieldsPage, {
      role: 'administrator',
      answers: {
        ownFields: () => of([]),
        addOwnField: (_, wish) => {
          if (refuse) return away();
          added.push(wish);
          return of([field()]);
        },
        changeOwnField: () => of([field({ name: 'Yard' })]),
        removeOwnField: () => of([]),
      },
    });
    fireEvent.click(screen.getByRole('button', { name: /Add a field/ }));
    fireEvent.input(screen.getByLabelText('Name'), { target: { value: 'Site' } });
    fireEvent.change(screen.getByLabelText('What it holds'), { target: { value: 'choice' } });
    fireEvent.change(screen.getByLabelText('Printed as'), { target: { value: 'Site;  Yard; Site' } });
    fireEvent.change(screen.getByLabelText('One of'), { target: { value: 'North yard; South yard' } });
    fireEvent.click(screen.getByLabelText('An invoice must have it'));
    fireEvent.click(screen.getByRole('button', { name: /Add the field/ }));
    expect(screen.getByRole('alert').textContent).toContain('already');
    refuse = false;
    fireEvent.click(screen.getByRole('button', { name: /Add the field/ }));
    expect(added).toMatchObject([
      { name: 'Site', type: 'choice', labels: ['Site', 'Yard'], choices: ['North yard', 'South yard'], required: true },
    ]);
    fireEvent.click(await screen.findByRole('button', { name: 'change' }));
    fireEvent.click(screen.getByRole('button', { name: /^Save/ }));
    expect(await screen.findByText('Yard')).toBeTruthy();
    fireEvent.click(screen.getByRole('button', { name: 'change' }));
    fireEvent.click(screen.getByRole('button', { name: 'Take it away' }));
    expect(await screen.findByText(/There are none yet/)).toBeTruthy();
  });
});
