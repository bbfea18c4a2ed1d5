import { Router } from '@angular/router';
import { screen, within } from '@testing-library/angular';
import userEvent from '@testing-library/user-event';
import type { OrderChange, OrderPage, OrderView, OrderWish } from '@umber/contract/orders';
import { NEVER, of, throwError } from 'rxjs';
import { ApiError } from '../api-error';
import type { TestAnswers } from '../fixtures/answering';
import { left, shown } from '../fixtures/shown';
import { OrderForm } from './order-form';

const lists = {
  people: [{ id: 3, name: 'Tom Brackenbury' }],
  accounts: [
    { number: '5010', name: 'Track' },
    { number: '5020', name: 'Oil' },
  ],
  costCentres: [{ code: 'PW', name: 'Permanent way' }],
  currencies: ['GBP', 'EUR'],
};
const supplier = {
  id: 8,
  name: 'Tarnside Lubricants Ltd',
  taxId: 'GB123456789',
  iban: null,
  country: 'GB',
  currency: 'EUR',
  termsDays: 30,
  account: '5020',
  costCentre: 'PW',
  waitsSince: null,
  by: null,
  blocked: null,
};
const order = (more: Partial<OrderView> = {}): OrderView =>
  ({
    id: 12,
    number: '40533',
    kind: 'goods',
    version: 2,
    supplierId: 8,
    supplier: supplier.name,
    ownerId: 3,
    owner: 'Tom Brackenbury',
    costCentre: 'PW',
    project: null,
    currency: 'GBP',
    orderedOn: '2026-11-01',
    state: 'open',
    blanket: null,
    valueLimit: null,
    validUntil: null,
    note: '',
    charges: [],
    discountPercent: '0',
    worth: '20.00',
    lines: [
      {
        id: 7,
        itemNumber: 'OC-12',
        ourItem: null,
        description: 'Brass oil cup',
        quantity: '4',
        unit: 'pcs',
        unitPrice: '5',
        pricePer: '1',
        priceSteps: [],
        byAmount: false,
        check: 'receipt',
        account: '5020',
        costCentre: null,
      },
    ],
    ...more,
  }) as unknown as OrderView;
const pageOf = (one: OrderView): OrderPage => ({ order: one, receipts: [], versions: [], documents: [], callOffs: [] });

const open = (answers: TestAnswers = {}, inputs: Record<string, unknown> = {}) =>
  shown(OrderForm, {
    answers: { orderingLists: () => of(lists), suppliers: () => of([supplier]), orders: () => of([]), ...answers },
    inputs,
    providers: [{ provide: Router, useValue: { navigate: (to: unknown) => Promise.resolve(went.push(to)) } }],
  });
/** Where it led to. */
let went: unknown[] = [];
const save = (name = 'Enter the order') => screen.getByRole('button', { name: new RegExp(name) });
const faultSaid = () => screen.getByRole('alert').textContent;

beforeEach(() => {
  sessionStorage.clear();
  went = [];
});

describe('a new order', () => {
  it('asks for what is missing, one after the other', async () => {
    const user = userEvent.setup();
    await open();
    await user.click(save());
    expect(faultSaid()).toContain('Choose the supplier.');
    await user.type(screen.getByRole('combobox', { name: 'Supplier' }), 'Tarn');
    await user.click(await screen.findByRole('option', { name: /Tarnside/ }));
    await user.click(save());
    expect(faultSaid()).toContain('who ordered');
    await user.selectOptions(screen.getByLabelText('Who ordered'), '3');
    await user.click(save());
    expect(faultSaid()).toContain('at least one line');
    await user.type(screen.getByLabelText('Description of line 1'), 'Oil');
    await user.click(save());
    expect(faultSaid()).toContain('Line 1: type the quantity.');
  });

  it('takes currency, cost centre and account from its supplier, and is entered once', async () => {
    const user = userEvent.setup();
    const wishes: OrderWish[] = [];
    await open({ enterOrder: (_params, wish) => (wishes.push(wish), NEVER) });
    await user.type(screen.getByRole('combobox', { name: 'Supplier' }), 'Tarn');
    await user.click(await screen.findByRole('option', { name: /Tarnside/ }));
    await user.selectOptions(screen.getByLabelText('Who ordered'), '3');
    await user.type(screen.getByLabelText('Description of line 1'), 'Oil');
    await user.type(screen.getByLabelText('Quantity of line 1'), '1.200,5');
    await user.type(screen.getByLabelText('Price of line 1'), '2,40');
    expect(screen.getByText('2,881.20', { selector: 'td' })).toBeTruthy();
    await user.dblClick(save());
    expect(wishes).toMatchObject([
      {
        supplierId: 8,
        ownerId: 3,
        currency: 'EUR',
        costCentre: 'PW',
        lines: [{ description: 'Oil', quantity: '1200.5', price: '2.40', account: '5020', check: 'receipt' }],
      },
    ]);
  });

  it('goes on with another line after Enter in the last price; one that stays empty is left out', async () => {
    const user = userEvent.setup();
    await open();
    await user.type(screen.getByLabelText('Price of line 1'), '2{Enter}');
    expect(await screen.findByLabelText('Description of line 2')).toBeTruthy();
    await user.click(screen.getByRole('button', { name: 'Take line 2 away' }));
    expect(screen.queryByLabelText('Description of line 2')).toBeNull();
  });

  it('for a service has amounts in place of quantities and prices', async () => {
    const user = userEvent.setup();
    await open();
    await user.selectOptions(screen.getByLabelText('Kind'), 'service');
    expect(screen.getByLabelText('Amount of line 1')).toBeTruthy();
    expect(screen.queryByLabelText('Price of line 1')).toBeNull();
  });

  it('stays as it was typed when one comes back to it, and is empty after it was given up', async () => {
    const user = userEvent.setup();
    await open();
    await user.type(screen.getByLabelText('Description of line 1'), 'Oil');
    left();
    await open();
    expect(screen.getByLabelText<HTMLInputElement>('Description of line 1').value).toBe('Oil');
    await user.click(screen.getByRole('button', { name: 'Give up' }));
    expect(went).toEqual([['/orders']]);
    left();
    await open();
    expect(screen.getByLabelText<HTMLInputElement>('Description of line 1').value).toBe('');
  });
});

describe('a change of an order', () => {
  it('says why, and is of the version that was looked at', async () => {
    const user = userEvent.setup();
    const changes: OrderChange[] = [];
    await open({ orderPage: () => of(pageOf(order())), changeOrder: (_params, change) => (changes.push(change), NEVER) }, { id: 12 });
    const quantity = screen.getByLabelText('Quantity of line 1');
    await user.clear(quantity);
    await user.type(quantity, '6');
    await user.click(save('Save the change'));
    expect(faultSaid()).toContain('Say why');
    await user.type(screen.getByLabelText('Why it is changed'), 'two more{Control>}{Enter}{/Control}');
    expect(changes).toMatchObject([{ version: 2, reason: 'two more', lines: [{ id: 7, quantity: '6', price: '5' }] }]);
  });

  it('that was begun before somebody else’s is not sent as one of theirs', async () => {
    const user = userEvent.setup();
    await open({ orderPage: () => of(pageOf(order())) }, { id: 12 });
    await user.type(screen.getByLabelText('Description of line 1'), ', small');
    left();

    const changes: OrderChange[] = [];
    const theirs = order({ version: 3, note: 'to the yard' });
    await open({ orderPage: () => of(pageOf(theirs)), changeOrder: (_params, change) => (changes.push(change), NEVER) }, { id: 12 });
    const said = screen.getByText(/Somebody changed this order after you began/);
    expect(within(said).getByRole('link').getAttribute('href')).toBe('/orders/12');
    expect(screen.getByLabelText<HTMLInputElement>('Description of line 1').value).toBe('Brass oil cup, small');
    await user.click(within(said).getByRole('button'));
    expect(screen.queryByText(/Somebody changed this order/)).toBeNull();
    await user.type(screen.getByLabelText('Why it is changed'), 'smaller');
    await user.click(save('Save the change'));
    expect(changes).toMatchObject([{ version: 3 }]);
  });

  it('that somebody else’s came before shows it, and keeps what was typed', async () => {
    const user = userEvent.setup();
    const versions: number[] = [];
    let version = 2;
    await open(
      {
        orderPage: () => of(pageOf(order({ version }))),
        changeOrder: (_params, change) => {
          versions.push(change.version);
          version = 3;
          return throwError(() => new ApiError('stale', 'Someone else changed this order meanwhile.'));
        },
      },
      { id: 12 },
    );
    await user.type(screen.getByLabelText('Why it is changed'), 'two more');
    await user.click(save('Save the change'));
    expect(faultSaid()).toContain('meanwhile');
    await user.click(screen.getByRole('button', { name: /I have compared it/ }));
    await user.click(save('Save the change'));
    expect(versions).toEqual([2, 3]);
  });
});
