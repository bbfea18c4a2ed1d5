import { ChangeDetectionStrategy, Component, inject } from '@angular/core';
import { screen } from '@testing-library/angular';
import userEvent from '@testing-library/user-event';
import type { NewSupplier, SupplierView } from '@umber/contract/suppliers';
import { NEVER, of, throwError } from 'rxjs';
import { ApiError } from '../api-error';
import type { TestAnswers } from '../fixtures/answering';
import { left, shown } from '../fixtures/shown';
import { NewSuppliers } from './new-supplier';

const lists = { accounts: [{ number: '5020', name: 'Oil' }], costCentres: [{ code: 'PW', name: 'Way' }], templates: [] };
const draft = {
  name: 'Tarnside Lubricants Ltd',
  taxId: 'GB378619446',
  iban: null,
  mailDomain: 'tarnside.example',
  country: 'GB',
  currency: 'GBP',
  termsDays: 14,
};
const onFile = { id: 8, name: draft.name } as unknown as SupplierView;

@Component({ changeDetection: ChangeDetectionStrategy.OnPush, template: '<button type="button" (click)="open()">New</button>' })
class Opens {
  readonly #suppliers = inject(NewSuppliers);
  static documentId: number | null = 7;
  static put: string[] = [];
  open(): void {
    this.#suppliers.putOnFile(Opens.documentId).subscribe(({ name }) => Opens.put.push(name));
  }
}

async function open(answers: TestAnswers = {}, documentId: number | null = 7) {
  Opens.documentId = documentId;
  Opens.put = [];
  const user = userEvent.setup();
  await shown(Opens, { answers: { coding: () => of(lists), supplierDraft: () => of(draft), ...answers } });
  await user.click(screen.getByRole('button', { name: 'New' }));
  await screen.findByRole('dialog');
  return user;
}
const save = () => screen.getByRole<HTMLButtonElement>('button', { name: /Put on file/ });
const said = () => screen.getByRole('alert').textContent;
const field = (name: string) => screen.getByLabelText<HTMLInputElement>(name);
async function choose(user: ReturnType<typeof userEvent.setup>): Promise<void> {
  await user.selectOptions(field('Usual account'), '5020');
  await user.selectOptions(field('Usual cost centre'), 'PW');
}

beforeEach(() => sessionStorage.clear());

describe('putting a supplier on file', () => {
  it('begins with what the page shows, and is sent once', async () => {
    const wishes: NewSupplier[] = [];
    const user = await open({ addSupplier: (_params, wish) => (wishes.push(wish), NEVER) });
    expect([field('Name').value, field('IBAN').value, field('Days to pay').value]).toEqual([draft.name, '', '14']);
    await choose(user);
    await user.dblClick(save());
    expect(wishes).toMatchObject([{ ...draft, iban: '', account: '5020', costCentre: 'PW', another: false }]);
  });

  it('says what is missing or wrong, one after the other', async () => {
    const user = await open({}, null);
    await user.click(save());
    expect(said()).toContain('Type the supplier’s name');
    await user.type(field('Name'), 'Tarnside Lubricants Ltd');
    await user.type(field('IBAN'), 'GB33BUKB20201555555554');
    await user.click(save());
    expect(said()).toContain('This is no IBAN');
  });

  it('asks whether one that is alike is another firm', async () => {
    const wishes: NewSupplier[] = [];
    const user = await open({
      addSupplier: (_params, wish) => {
        wishes.push(wish);
        return wish.another ? of(onFile) : throwError(() => new ApiError('like-another', 'Tarnside Oils has the same tax id.'));
      },
    });
    await choose(user);
    expect(screen.queryByLabelText('It is another firm')).toBeNull();
    await user.click(save());
    expect(said()).toContain('the same tax id');
    await user.click(screen.getByLabelText('It is another firm'));
    await user.click(save());
    expect(wishes.map(({ another }) => another)).toEqual([false, true]);
    expect(Opens.put).toEqual([draft.name]);
  });

  it('that is left keeps what was typed, apart for each document', async () => {
    const user = await open();
    await user.clear(field('Name'));
    await user.type(field('Name'), 'Tarnside Oil Co');
    left();
    const again = await open();
    expect(field('Name').value).toBe('Tarnside Oil Co');
    await again.click(screen.getByRole('button', { name: /Back/ }));
    left();
    await open({}, 9);
    expect(field('Name').value).toBe(draft.name);
  });

  it('can be filled in by hand where the page cannot be asked, and is kept as well', async () => {
    const supplierDraft = () => throwError(() => new ApiError('unreachable', 'The server does not answer.'));
    const user = await open({ supplierDraft });
    expect(said()).toContain('does not answer');
    await user.type(field('Name'), 'Tarnside');
    left();
    await open({ supplierDraft });
    expect(field('Name').value).toBe('Tarnside');
  });
});
