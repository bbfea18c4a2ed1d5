import { screen } from '@testing-library/angular';
import type { FoundSupplier } from '@umber/contract/suppliers';
import { NEVER, of, throwError } from 'rxjs';
import { ApiError } from '../api-error';
import { LONG_NAME, shown } from '../fixtures/shown';
import { SuppliersPage } from './suppliers-page';

const supplier = (id: number, name = `Supplier ${id} Ltd`): FoundSupplier => ({
  id,
  name,
  taxId: `GB${900000000 + id}`,
  iban: null,
  country: 'GB',
  currency: 'GBP',
  termsDays: 30,
  account: '5010',
  costCentre: 'PW',
  waitsSince: null,
  by: null,
  blocked: null,
});

describe('the suppliers', () => {
  it('are empty: it is said that none is called so', async () => {
    await shown(SuppliersPage, { answers: { suppliers: () => of([]) } });
    expect(screen.getByText('No supplier is called so.')).toBeTruthy();
  });

  it.each([1, 500])('are %i', async (count) => {
    await shown(SuppliersPage, { answers: { suppliers: () => of(Array.from({ length: count }, (_, i) => supplier(i + 1))) } });
    expect(screen.getAllByRole('row')).toHaveLength(count + 1);
  });

  it('show a long name whole', async () => {
    await shown(SuppliersPage, { answers: { suppliers: () => of([supplier(1, LONG_NAME)]) } });
    expect(screen.getByText(LONG_NAME)).toBeTruthy();
  });

  it('say that they are loading', async () => {
    await shown(SuppliersPage, { answers: { suppliers: () => NEVER } });
    expect(screen.getByRole('status').textContent).toContain('Loading');
    expect(screen.queryByText('No supplier is called so.')).toBeNull();
  });

  it('say why they cannot be shown', async () => {
    await shown(SuppliersPage, { answers: { suppliers: () => throwError(() => new ApiError('away', 'The server does not answer.')) } });
    expect(screen.getByRole('alert').textContent).toContain('The server does not answer.');
  });

  it('can be put on file by a clerk', async () => {
    await shown(SuppliersPage, { role: 'clerk', answers: { suppliers: () => of([supplier(1)]) } });
    expect(screen.getByRole('button', { name: /Put one on file/ })).toBeTruthy();
  });

  it('cannot be put on file by an auditor', async () => {
    await shown(SuppliersPage, { role: 'auditor', answers: { suppliers: () => of([supplier(1)]) } });
    expect(screen.queryByRole('button', { name: /Put one on file/ })).toBeNull();
  });
});
