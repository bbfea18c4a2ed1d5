import { checkTaxId, isIban } from '@umber/core/identifiers';
import { decimal, sum } from '@umber/core/money';
import { depthOrders, scenarioOrders, SUPPLIERS } from '../scenario/index.js';
import { depthMails, firstDayMails } from './index.js';

describe('the demo', () => {
  it('has suppliers whose tax ids and IBANs pass their check digits', () => {
    expect(SUPPLIERS.length).toBeGreaterThanOrEqual(20);
    for (const supplier of SUPPLIERS) {
      if (supplier.country === 'US') continue;
      expect([supplier.key, checkTaxId(supplier.taxId ?? '')]).toEqual([supplier.key, 'right']);
      expect([supplier.key, isIban(supplier.iban ?? '')]).toEqual([supplier.key, true]);
    }
    expect(new Set(SUPPLIERS.map((supplier) => supplier.layout)).size).toBeGreaterThanOrEqual(6);
    expect(new Set(SUPPLIERS.map((supplier) => supplier.language)).size).toBeGreaterThanOrEqual(3);
  });

  it('has some forty orders, some of them received short, the same at every start', () => {
    const orders = scenarioOrders('2026-11-23');
    expect(orders.length).toBeGreaterThanOrEqual(40);
    expect(orders.some((order) => order.lines.some((line) => line.received < line.quantity))).toBe(true);
    expect(scenarioOrders('2026-11-23')).toEqual(orders);
  });

  it('mails invoices of all kinds that add up unless they are meant not to', () => {
    const invoices = firstDayMails('2026-11-23').flatMap((mail) => mail.invoices);
    expect(invoices.length).toBeGreaterThanOrEqual(25);
    expect(new Set(invoices.map((invoice) => invoice.number)).size).toBe(invoices.length);
    const off = invoices.filter((invoice) => !sum([invoice.net, invoice.tax]).eq(decimal(invoice.gross)));
    expect(off).toHaveLength(3);
  });

  it('has orders of every kind with invoices for them that add up, each of an order of its own', () => {
    const orders = depthOrders('2026-11-23');
    expect(new Set(orders.map(({ kind }) => kind))).toEqual(new Set(['goods', 'service', 'blanket']));
    expect(orders.some(({ lines }) => lines.some(({ returned }) => returned > 0))).toBe(true);
    const invoices = depthMails('2026-11-23').flatMap((mail) => mail.invoices);
    for (const { net, tax, gross, order } of invoices) {
      expect(sum([net, tax]).eq(decimal(gross))).toBe(true);
      expect(orders.map(({ number }) => number)).toEqual(expect.arrayContaining(order?.split(', ') ?? []));
    }
    const all = [...firstDayMails('2026-11-23').flatMap((mail) => mail.invoices), ...invoices];
    expect(new Set(all.map(({ number }) => number)).size).toBe(all.length);
  });
});
