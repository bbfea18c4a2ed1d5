/** The buyer: a fictional narrow-gauge mountain railway. */
export const COMPANY = {
  name: 'Kestrel Fell Railway Ltd',
  address: ['Engine Yard, Station Road', 'Fellgarth', 'KF4 7RW', 'United Kingdom'],
  taxId: 'GB378619446',
  currency: 'GBP',
  invoicesAddress: 'invoices@kestrelfell.example',
} as const;

/** The password of every demo person; the demo runs on loopback only. */
export const DEMO_PASSWORD = 'tray-by-the-window';

export const PEOPLE = [
  { login: 'nell', name: 'Nell Ashgrove', role: 'clerk' },
  { login: 'tom', name: 'Tom Brackley', role: 'approver' },
  { login: 'ines', name: 'Ines Carrow', role: 'approver' },
  { login: 'piet', name: 'Piet Halloran', role: 'approver' },
  { login: 'ruth', name: 'Ruth Denholm', role: 'controller' },
  { login: 'abel', name: 'Abel Fenwick', role: 'controller' },
  { login: 'sol', name: 'Sol Everley', role: 'administrator' },
  { login: 'wyn', name: 'Wyn Fairlie', role: 'auditor' },
] as const;

export const COST_CENTRES = [
  { code: 'PW', name: 'Permanent Way', manager: 'tom' },
  { code: 'WS', name: 'Workshop', manager: 'ines' },
  { code: 'LS', name: 'Locomotive Shed', manager: 'ines' },
  { code: 'ST', name: 'Stations', manager: 'piet' },
  { code: 'TR', name: 'Tea Room', manager: 'piet' },
  { code: 'OF', name: 'Office', manager: 'piet' },
] as const;

export const ACCOUNTS = [
  { number: '1320', name: 'Input tax', kind: 'asset', purpose: 'input-tax' },
  { number: '1330', name: 'Prepaid expenses', kind: 'asset', purpose: 'prepaid' },
  { number: '2100', name: 'Trade payables', kind: 'liability', purpose: 'payables' },
  { number: '2150', name: 'Goods received, not invoiced', kind: 'liability', purpose: 'goods-received' },
  { number: '5010', name: 'Permanent way materials', kind: 'expense', purpose: null },
  { number: '5020', name: 'Rolling stock parts', kind: 'expense', purpose: null },
  { number: '5030', name: 'Coal and fuel', kind: 'expense', purpose: null },
  { number: '5040', name: 'Lubricants', kind: 'expense', purpose: null },
  { number: '5050', name: 'Uniforms', kind: 'expense', purpose: null },
  { number: '5060', name: 'Tea room supplies', kind: 'expense', purpose: null },
  { number: '5110', name: 'Electricity', kind: 'expense', purpose: null },
  { number: '5120', name: 'Water', kind: 'expense', purpose: null },
  { number: '5130', name: 'Telephone and data', kind: 'expense', purpose: null },
  { number: '5210', name: 'Insurance', kind: 'expense', purpose: null },
  { number: '5220', name: 'Legal and professional', kind: 'expense', purpose: null },
  { number: '5310', name: 'Cleaning', kind: 'expense', purpose: null },
  { number: '5320', name: 'Grounds and lineside', kind: 'expense', purpose: null },
  { number: '5330', name: 'Tool hire', kind: 'expense', purpose: null },
  { number: '5340', name: 'Printing', kind: 'expense', purpose: null },
  { number: '5350', name: 'Inspection and certification', kind: 'expense', purpose: null },
  { number: '5360', name: 'Paint', kind: 'expense', purpose: null },
  { number: '5410', name: 'Freight', kind: 'expense', purpose: null },
  { number: '5420', name: 'Carriage inwards', kind: 'expense', purpose: 'carriage' },
  { number: '5900', name: 'Purchase price variance', kind: 'expense', purpose: 'price-variance' },
] as const;

/** Position, what it asks for, who approves. */
export const APPROVAL_RULES = [
  { position: 10, minAmount: null, onlyExceptions: true, approver: 'cost-centre-manager', person: null },
  { position: 20, minAmount: '5000.00', onlyExceptions: false, approver: 'order-owner', person: null },
  { position: 30, minAmount: '15000.00', onlyExceptions: false, approver: 'person', person: 'ruth' },
] as const;

export const TOLERANCES = {
  pricePercent: '2',
  priceAmount: '25.00',
  underPercent: '5',
  underAmount: '50.00',
  quantityPercent: '0',
  quantityAmount: '0.00',
  invoiceAmount: '50.00',
  chargeAmount: '15.00',
} as const;

/** Units of GBP for one of these. */
export const EXCHANGE_RATES = { EUR: '0.8542', USD: '0.7811' } as const;
