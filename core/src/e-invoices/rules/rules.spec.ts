import { ALL_RULES, check } from './index.js';
import type { EInvoice } from '../model.js';
import { allowance, conforming, having, line, ofCategory, party } from '../fixtures/invoice.js';

const totals = (more: Partial<EInvoice['totals']>) => ({ totals: more });
const [tax] = conforming().taxes;
const [payment] = conforming().payments;
const address = { lines: [], city: 'Ghent', postcode: '9000', region: null, country: 'BE' };
const own = (more: object) => conforming({ lines: [line(more)] });
const priced = (more: object) => own({ price: { ...line().price, ...more } });
const withItem = (more: object) => own({ item: { ...line().item, ...more } });
/** With a discount or a charge of 10.00, all sums right. */
const discounted = (more: object = {}) =>
  having(
    conforming({ allowances: [allowance(more)], taxes: [{ ...tax, basis: '115.00', amount: '23.00' }] }),
    totals({ allowances: '10.00', net: '115.00', tax: '23.00', gross: '138.00', due: '138.00' }),
  );
const charged = (more: object = {}) =>
  having(
    conforming({
      allowances: [allowance({ isCharge: true, reason: 'Freight', ...more })],
      taxes: [{ ...tax, basis: '135.00', amount: '27.00' }],
    }),
    totals({ charges: '10.00', net: '135.00', tax: '27.00', gross: '162.00', due: '162.00' }),
  );
const lineDiscounted = (more: object = {}) =>
  own({ quantity: '11', net: '127.50', allowances: [allowance({ category: null, rate: null, ...more })] });
const representative = (more: object = {}) => conforming({ representative: party({ name: 'Fell Tax Agents Ltd', ...more }) });
const taxes = (more: object) => conforming({ taxes: [{ ...tax, ...more }] });
const paid = (more: object) => conforming({ payments: [{ ...payment, ...more }] });
const german = (more: object) => conforming(more);
const attachment = { reference: 'A', description: null, address: null, fileName: 'hours.pdf', mime: 'application/pdf', content: '' };

/** Of each rule an invoice that breaks it. What keeps to all of them stands below. */
const BREAKING: Readonly<Record<string, EInvoice>> = {
  'BR-01': conforming({ profile: null }),
  'BR-02': conforming({ number: null }),
  'BR-03': conforming({ issueDate: null }),
  'BR-04': conforming({ typeCode: null }),
  'BR-05': conforming({ currency: null }),
  'BR-06': conforming({ seller: party({ name: null }) }),
  'BR-07': conforming({ buyer: party({ name: null }) }),
  'BR-08': conforming({ seller: party({ address: null }) }),
  'BR-09': conforming({ seller: party({ address: { ...address, country: null } }) }),
  'BR-10': conforming({ buyer: party({ address: null }) }),
  'BR-11': conforming({ buyer: party({ address: { ...address, country: null } }) }),
  'BR-12': having(conforming(), totals({ lines: null })),
  'BR-13': having(conforming(), totals({ net: null })),
  'BR-14': having(conforming(), totals({ gross: null })),
  'BR-15': having(conforming(), totals({ due: null })),
  'BR-16': conforming({ lines: [] }),
  'BR-17': conforming({ payee: party() }),
  'BR-18': representative({ name: null }),
  'BR-19': representative({ address: null }),
  'BR-20': representative({ address: { ...address, country: null } }),
  'BR-21': own({ id: null }),
  'BR-22': own({ quantity: null }),
  'BR-23': own({ unit: null }),
  'BR-24': own({ net: null }),
  'BR-25': withItem({ name: null }),
  'BR-26': priced({ net: null }),
  'BR-27': own({ quantity: '-10', price: { ...line().price, net: '-12.50' } }),
  'BR-28': priced({ gross: '-13.00' }),
  'BR-29': conforming({ period: { from: '2026-11-30', to: '2026-11-01' } }),
  'BR-30': own({ period: { from: '2026-11-30', to: '2026-11-01' } }),
  'BR-31': discounted({ amount: null }),
  'BR-32': discounted({ category: null }),
  'BR-33': discounted({ reason: null }),
  'BR-36': charged({ amount: null }),
  'BR-37': charged({ category: null }),
  'BR-38': charged({ reason: null }),
  'BR-41': lineDiscounted({ amount: null }),
  'BR-42': lineDiscounted({ reason: null }),
  'BR-43': lineDiscounted({ isCharge: true, amount: null }),
  'BR-44': lineDiscounted({ isCharge: true, reason: null }),
  'BR-45': taxes({ basis: null }),
  'BR-46': taxes({ amount: null }),
  'BR-47': taxes({ category: null }),
  'BR-48': taxes({ rate: null }),
  'BR-49': paid({ code: null }),
  'BR-50': paid({ accounts: [{ id: null, name: 'X', bic: null }] }),
  'BR-51': paid({ code: '48', accounts: [], card: { number: '4111111111111111', holder: null } }),
  'BR-52': conforming({ attachments: [{ ...attachment, reference: null }] }),
  'BR-53': conforming({ taxCurrency: 'EUR' }),
  'BR-54': withItem({ attributes: [{ name: 'Colour', value: null }] }),
  'BR-55': conforming({ preceding: [{ number: null, date: '2026-10-01' }] }),
  'BR-56': representative({ taxId: null }),
  'BR-57': conforming({ delivery: { name: null, location: null, date: null, address: { ...address, country: null } } }),
  'BR-61': paid({ accounts: [] }),
  'BR-62': conforming({ seller: party({ endpoint: { id: 'x', scheme: null } }) }),
  'BR-63': conforming({ buyer: party({ endpoint: { id: 'x', scheme: null } }) }),
  'BR-64': withItem({ standard: { id: '4006381333931', scheme: null } }),
  'BR-65': withItem({ classes: [{ id: '12', scheme: null }] }),
  'BR-66': paid({ code: '48', accounts: [], card: { number: null, holder: 'X' } }),
  'BR-67': paid({ code: '48', accounts: [] }),
  'BR-CL-01': conforming({ typeCode: '999' }),
  'BR-CL-04': conforming({ currency: 'EURO' }),
  'BR-CL-05': having(conforming({ taxCurrency: 'EURO' }), totals({ taxAccounted: '29.00' })),
  'BR-CL-14': conforming({ seller: party({ address: { ...address, country: 'QQ' } }) }),
  'BR-CL-17': taxes({ category: 'X' }),
  'BR-CL-18': own({ category: 'X' }),
  'BR-CL-24': conforming({ attachments: [{ ...attachment, mime: 'text/html' }] }),
  'BR-CO-03': conforming({ taxPointDate: '2026-11-09', taxPointCode: '35' }),
  'BR-CO-04': own({ category: null }),
  'BR-CO-09': conforming({ seller: party({ taxId: '123456782' }) }),
  'BR-CO-10': having(conforming(), totals({ lines: '126.00' })),
  'BR-CO-11': having(discounted(), totals({ allowances: '11.00' })),
  'BR-CO-12': having(charged(), totals({ charges: null })),
  'BR-CO-13': having(discounted(), totals({ net: '125.00' })),
  'BR-CO-14': having(conforming(), totals({ tax: '25.01' })),
  'BR-CO-15': having(conforming(), totals({ gross: '150.01' })),
  'BR-CO-16': having(conforming(), totals({ paid: '50.00' })),
  'BR-CO-17': taxes({ amount: '25.01' }),
  'BR-CO-18': conforming({ taxes: [] }),
  'BR-CO-19': conforming({ period: { from: null, to: null } }),
  'BR-CO-20': own({ period: { from: null, to: null } }),
  'BR-CO-25': conforming({ dueDate: null }),
  'BR-CO-26': conforming({ seller: party({ taxId: null }) }),
  'BR-DEC-01': discounted({ amount: '10.001' }),
  'BR-DEC-02': discounted({ base: '10.001' }),
  'BR-DEC-05': charged({ amount: '10.001' }),
  'BR-DEC-06': charged({ base: '10.001' }),
  'BR-DEC-09': having(conforming(), totals({ lines: '125.000' })),
  'BR-DEC-10': having(discounted(), totals({ allowances: '10.000' })),
  'BR-DEC-11': having(charged(), totals({ charges: '10.000' })),
  'BR-DEC-12': having(conforming(), totals({ net: '125.000' })),
  'BR-DEC-13': having(conforming(), totals({ tax: '25.000' })),
  'BR-DEC-14': having(conforming(), totals({ gross: '150.000' })),
  'BR-DEC-15': having(conforming({ taxCurrency: 'EUR' }), totals({ taxAccounted: '29.123' })),
  'BR-DEC-16': having(conforming(), totals({ paid: '0.000' })),
  'BR-DEC-17': having(conforming(), totals({ rounding: '0.000' })),
  'BR-DEC-18': having(conforming(), totals({ due: '150.000' })),
  'BR-DEC-19': taxes({ basis: '125.000' }),
  'BR-DEC-20': taxes({ amount: '25.000' }),
  'BR-DEC-23': own({ net: '125.000' }),
  'BR-DEC-24': lineDiscounted({ amount: '10.001' }),
  'BR-DEC-27': lineDiscounted({ isCharge: true, amount: '10.001' }),
  'BR-B-01': own({ category: 'B' }),
  'BR-B-02': conforming({ lines: [line({ category: 'B' }), line({ id: '2' })] }),
  'BR-IC-11': ofCategory('K', { delivery: { name: null, location: null, date: null, address } }),
  'BR-IC-12': ofCategory('K', { delivery: { name: null, location: null, date: '2026-11-09', address: null } }),
  'BR-O-11': ofCategory('O', { taxes: [...ofCategory('O').taxes, tax] }),
  'BR-O-12': ofCategory('O', { lines: [...ofCategory('O').lines, line({ id: '2' })] }),
  'BR-O-13': ofCategory('O', { allowances: [allowance()] }),
  'BR-O-14': ofCategory('O', { allowances: [allowance({ isCharge: true })] }),
  'UT-01': having(conforming(), totals({ gross: '150,00' })),
  'UT-02': conforming({ issueDate: '2026-02-30' }),
  'UT-03': own({ quantity: '11' }),
  'UT-04': paid({ accounts: [{ id: 'GB34BUKB20201555555555', name: null, bic: null }] }),
  'UT-05': conforming({ dueDate: '2026-11-09' }),
  'UT-06': priced({ gross: '15.00', discount: '1.00' }),
  'UT-07': conforming({ lines: [line(), line()] }),
  'UT-08': priced({ base: '0' }),
  'UT-09': having(conforming(), totals({ gross: '1234567890123.00' })),
  'UT-10': conforming({ number: 'N'.repeat(101) }),
  'BR-DE-1': german({ payments: [] }),
  'BR-DE-2': german({ seller: party({ contact: null }) }),
  'BR-DE-3': german({ seller: party({ address: { ...address, city: null } }) }),
  'BR-DE-4': german({ seller: party({ address: { ...address, postcode: null } }) }),
  'BR-DE-5': german({ seller: party({ contact: { name: null, phone: '0123456', mail: 'a@b.example' } }) }),
  'BR-DE-6': german({ seller: party({ contact: { name: 'A', phone: null, mail: 'a@b.example' } }) }),
  'BR-DE-7': german({ seller: party({ contact: { name: 'A', phone: '0123456', mail: null } }) }),
  'BR-DE-8': german({ buyer: party({ address: { ...address, city: null } }) }),
  'BR-DE-9': german({ buyer: party({ address: { ...address, postcode: null } }) }),
  'BR-DE-10': german({ delivery: { name: null, location: null, date: null, address: { ...address, city: null } } }),
  'BR-DE-11': german({ delivery: { name: null, location: null, date: null, address: { ...address, postcode: null } } }),
  'BR-DE-14': taxes({ rate: null }),
  'BR-DE-15': german({ buyerReference: null }),
  'BR-DE-16': german({ seller: party({ taxId: null, registration: { id: '1', scheme: null } }) }),
  'BR-DE-17': german({ typeCode: '386' }),
  'BR-DE-18': german({ terms: '#SKONTO#TAGE=7#PROZENT=2#' }),
  'BR-DE-19': paid({ code: '58', accounts: [{ id: '12345678', name: null, bic: null }] }),
  'BR-DE-20': paid({ code: '59', accounts: [], debit: { mandate: 'M', creditor: 'C', account: '1234' } }),
  'BR-DE-21': german({ profile: 'urn:cen.eu:en16931:2017:xrechnung' }),
  'BR-DE-22': german({ attachments: [attachment, attachment] }),
  'BR-DE-23': paid({ code: '59' }),
  'BR-DE-26': german({ typeCode: '384' }),
  'BR-DE-27': german({ seller: party({ contact: { name: 'A', phone: '1', mail: 'a@b.example' } }) }),
  'BR-DE-28': german({ seller: party({ contact: { name: 'A', phone: '0123456', mail: 'nobody' } }) }),
  'BR-DE-30': paid({ code: '59', accounts: [], debit: { mandate: 'M', creditor: null, account: 'GB33BUKB20201555555555' } }),
  'BR-DE-31': paid({ code: '59', accounts: [], debit: { mandate: 'M', creditor: 'C', account: null } }),
};

/** Letters of the rules of a category, and the category. */
const CATEGORIES = { S: 'S', Z: 'Z', E: 'E', AE: 'AE', IC: 'K', G: 'G', O: 'O', AF: 'L', AG: 'M' } as const;
const withoutIds = {
  seller: party({ taxId: null, registration: null, identifiers: [{ id: '1', scheme: null }] }),
  buyer: party({ name: 'Kestrel Fell Railway Ltd', taxId: null }),
};
const withIds = { seller: party(), buyer: party({ name: 'Kestrel Fell Railway Ltd' }) };
/** Of the rules that every category has, an invoice that breaks it. */
function breaking(category: string): Readonly<Record<number, EInvoice>> {
  const base = category === 'S' ? conforming() : ofCategory(category);
  const [share] = base.taxes;
  const ids = category === 'O' ? withIds : withoutIds;
  const wrongRate = category === 'S' ? '0' : category === 'L' || category === 'M' ? '-1' : '20';
  const one = (isCharge: boolean, rate: string | null = base.lines[0].rate) => allowance({ isCharge, category, rate });
  const has = (parts: Partial<EInvoice>): EInvoice => ({ ...base, ...parts });
  const said = share.reason === null ? 'Because' : null;
  return {
    1: has({ taxes: [{ ...share, category: category === 'Z' ? 'E' : 'Z' }] }),
    2: has(ids),
    3: has({ ...ids, lines: [], allowances: [one(false)] }),
    4: has({ ...ids, lines: [], allowances: [one(true)] }),
    5: has({ lines: [line({ category, rate: wrongRate })] }),
    6: has({ allowances: [one(false, wrongRate)] }),
    7: has({ allowances: [one(true, wrongRate)] }),
    8: has({ taxes: [{ ...share, basis: '126.00' }] }),
    9: has({ taxes: [{ ...share, amount: '26.00' }] }),
    10: has({ taxes: [{ ...share, reason: said }] }),
  };
}
const OF_CATEGORIES = Object.fromEntries(
  Object.entries(CATEGORIES).flatMap(([letters, category]) =>
    Object.entries(breaking(category)).map(([count, invoice]) => [`BR-${letters}-${count.padStart(2, '0')}`, invoice] as const),
  ),
);
const ALL: Readonly<Record<string, EInvoice>> = { ...BREAKING, ...OF_CATEGORIES };

/** Invoices that keep to every rule. */
const KEEPING: readonly (readonly [string, EInvoice])[] = [
  ['an ordinary one', conforming()],
  ['with a discount', discounted()],
  ['with a charge', charged()],
  [
    'with a discount on a line',
    having(conforming({ lines: [line({ quantity: '10.8', allowances: [allowance({ category: null, rate: null })] })] }), {}),
  ],
  [
    'with a price per hundred',
    conforming({
      lines: [line({ quantity: '1000', price: { net: '12.50', discount: null, gross: null, base: '100', baseUnit: 'H87' } })],
    }),
  ],
  ['with a part paid before', having(conforming(), totals({ paid: '50.00', due: '100.00' }))],
  ['rounded when paid', having(conforming(), totals({ rounding: '-0.05', due: '149.95' }))],
  ['with an early payment discount', conforming({ terms: '#SKONTO#TAGE=14#PROZENT=2.00#' })],
  ...Object.values(CATEGORIES)
    .filter((category) => category !== 'S')
    .map((category) => [`of tax category ${category}`, ofCategory(category)] as const),
];

describe('rules of electronic invoices', () => {
  it.each(KEEPING)('%s keeps to all of them', (_, invoice) => {
    expect(check(invoice)).toEqual([]);
  });

  it.each(ALL_RULES.map(({ id }) => id))('%s finds an invoice that breaks it', (id) => {
    const invoice = ALL[id];
    expect(invoice).toBeDefined();
    expect(check(invoice).map(({ rule }) => rule)).toContain(id);
  });

  it('say what stands there and what would be right', () => {
    expect(check(having(conforming(), totals({ gross: '151.00', due: '151.00' })))).toEqual([
      { rule: 'BR-CO-15', level: 'error', place: { term: 'BT-112' }, found: '151.00', wanted: '150.00' },
    ]);
    expect(check(own({ quantity: '11' }))).toEqual([
      { rule: 'UT-03', level: 'error', place: { term: 'BT-131', of: 'line', index: 0 }, found: '125.00', wanted: '137.50' },
    ]);
  });

  it('reckon exactly: a third of a cent is none', () => {
    const third = conforming({
      lines: [line({ quantity: '3', net: '0.10', price: { ...line().price, net: '0.0333' } })],
      taxes: [{ ...tax, basis: '0.10', amount: '0.02' }],
    });
    expect(check(having(third, totals({ lines: '0.10', net: '0.10', tax: '0.02', gross: '0.12', due: '0.12' })))).toEqual([]);
  });
});
