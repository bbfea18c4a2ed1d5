import { TRAYS } from '@umber/core/documents';
import { MAY, may, ROLES } from '@umber/core/permissions';
import { scanWishSchema } from './demo/schemas.js';
import { sendingSchema } from './intake/schemas.js';
import { riskChangeSchema } from './reading/schemas.js';
import { newSupplierSchema } from './suppliers/schemas.js';
import { isUnsure } from './separating/index.js';
import { arrangementSchema } from './separating/schemas.js';
import { alikeChoiceSchema } from './sorting/schemas.js';
import { CELL_SCHEMAS, FIELD_SCHEMAS, reasonedSchema, valueChangeSchema } from './checking/schemas.js';
import { signInSchema } from './people/schemas.js';
import { TRAY_NAMES } from './trays/index.js';
import { traySchema } from './trays/schemas.js';

describe('what each role may do', () => {
  it('an auditor only looks, and saves and hands on what it sees', () => {
    for (const right of Object.keys(MAY) as (keyof typeof MAY)[])
      expect([right, may('auditor', right)]).toEqual([right, ['audit', 'exports', 'handLists', 'keepSearches'].includes(right)]);
  });

  it('a clerk neither approves nor posts, an approver only approves', () => {
    expect([may('clerk', 'check'), may('clerk', 'approve'), may('clerk', 'post')]).toEqual([true, false, false]);
    expect([may('approver', 'approve'), may('approver', 'check'), may('approver', 'match'), may('approver', 'post')]).toEqual([
      true,
      false,
      false,
      false,
    ]);
  });

  it('an administrator administers, and touches no document', () => {
    const rights = (Object.keys(MAY) as (keyof typeof MAY)[]).filter((right) => may('administrator', right));
    expect(rights).toEqual([
      'confirmSuppliers',
      'keepSearches',
      'ownFields',
      'risk',
      'submit',
      'rules',
      'sources',
      'separation',
      'audit',
      'demo',
    ]);
    expect(ROLES).toHaveLength(5);
  });
});

describe('how values must be written', () => {
  const good = (schema: { validate(value: unknown): { error?: Error; value: unknown } }, value: string) =>
    schema.validate(value).error === undefined;

  it.each([
    ['netTotal', '1234.50', true],
    ['netTotal', '-0.05', true],
    ['netTotal', '1234.505', false],
    ['netTotal', '1,234.50', false],
    ['netTotal', '1e3', false],
    ['issueDate', '2026-02-28', true],
    ['issueDate', '2026-02-29', false],
    ['issueDate', '28.02.2026', false],
    ['currency', 'eur', true],
    ['currency', 'euro', false],
    ['sellerIban', 'GB82 WEST 1234 5698 7654 32', true],
    ['sellerIban', 'GB82 WEST 1234 5698 7654 33', false],
    ['invoiceNumber', ' ', false],
  ] as const)('%s = %s: %s', (field, value, fine) => {
    expect(good(FIELD_SCHEMAS[field], value)).toBe(fine);
  });

  it.each([
    ['quantity', '12.3456', true],
    ['quantity', '12.34567', false],
    ['unitPrice', '0.000041', true],
    ['taxRate', '5.5', true],
    ['taxRate', '20 %', false],
  ] as const)('%s = %s: %s', (cell, value, fine) => {
    expect(good(CELL_SCHEMAS[cell], value)).toBe(fine);
  });

  it('an IBAN is kept without spaces, a currency in capitals, a login in small letters', () => {
    expect(FIELD_SCHEMAS.sellerIban.validate('GB82 WEST 1234 5698 7654 32').value).toBe('GB82WEST12345698765432');
    expect(FIELD_SCHEMAS.currency.validate('gbp').value).toBe('GBP');
    expect(signInSchema.validate({ login: ' Nell ', password: 'x' }).value.login).toBe('nell');
  });

  it('every change names its version, every reason says something', () => {
    expect(valueChangeSchema.validate({ value: 'x' }).error).toBeDefined();
    expect(valueChangeSchema.validate({ value: 'x', version: 1, more: true }).error).toBeDefined();
    expect(reasonedSchema.validate({ version: 1, reason: '  ' }).error?.message).toBe('Say why, in a few words.');
  });
});

describe('the trays', () => {
  it('each have a name, and there are no others', () => {
    expect(Object.keys(TRAY_NAMES).sort()).toEqual([...TRAYS].sort());
    expect(traySchema.validate('inbox').error).toBeDefined();
  });
});

describe('what is asked of the server', () => {
  const refusal = (schema: { validate(value: unknown): { error?: Error } }, value: unknown) =>
    schema.validate(value).error?.message ?? null;

  it('puts pages together, and turns a page once and by whole quarters', () => {
    const asked = (turned: unknown) => refusal(arrangementSchema, { version: 1, documents: [[1, 2], [3]], turned });
    expect(asked(undefined)).toBeNull();
    expect(arrangementSchema.validate({ version: 1, documents: [[1]] }).value.turned).toEqual([]);
    expect(asked([{ page: 1, turned: 3 }])).toBeNull();
    expect(asked([{ page: 1, turned: 4 }])).toMatch('turned');
    expect(
      asked([
        { page: 1, turned: 1 },
        { page: 1, turned: 2 },
      ]),
    ).toMatch('duplicate');
    expect(refusal(arrangementSchema, { version: 1, documents: [] })).not.toBeNull();
  });

  it('settles documents that look alike in one of the known ways, each with what it needs', () => {
    const documents = [{ id: 4, version: 2 }];
    const asked = (does: unknown) => refusal(alikeChoiceSchema, { documents, does });
    for (const does of [
      { act: 'apart' },
      { act: 'supplier', supplierId: 3 },
      { act: 'kind', kind: 'delivery-note' },
      { act: 'park', reason: 'asked the buyer' },
      { act: 'turn-away', reason: 'not for us' },
    ])
      expect([does.act, asked(does)]).toEqual([does.act, null]);
    for (const does of [
      undefined,
      {},
      { act: 'post' },
      { act: 'supplier' },
      { act: 'kind', kind: 'poem' },
      { act: 'park', reason: ' ' },
      { act: 'apart', more: 1 },
    ])
      expect([does, asked(does)]).not.toEqual([does, null]);
    expect(refusal(alikeChoiceSchema, { documents: [], does: { act: 'apart' } })).toBe('Choose at least one document.');
  });

  it('sets the scanner within what it can do', () => {
    const wish = { invoices: 2, resolution: 200, paper: 'worn', file: 'tiff', separators: true, to: 'mail' };
    expect(refusal(scanWishSchema, wish)).toBeNull();
    for (const change of [{ invoices: 0 }, { invoices: 9 }, { resolution: 72 }, { paper: 'wet' }, { file: 'gif' }, { to: 'moon' }])
      expect(refusal(scanWishSchema, { ...wish, ...change })).not.toBeNull();
  });

  it('knows a boundary that is a question', () => {
    const at = (probability: number) => isUnsure({ before: 2, probability, signs: [] });
    expect([0.02, 0.3, 0.5, 0.8, 0.97].map(at)).toEqual([false, true, true, true, false]);
  });
});

describe('where an arrival is sent', () => {
  it.each([
    [{ to: 'check', reason: '' }, null],
    [{ to: 'filed' }, null],
    [{ to: 'parked', reason: ' asked the buyer ' }, null],
    [{ to: 'parked', reason: '' }, 'Say why, in a few words.'],
    [{ to: 'turned-away' }, 'Say why, in a few words.'],
    [{ to: 'turned-away', reason: 'no' }, 'Say why, in a few words.'],
  ])('%j: %s', (sending, message) => expect(sendingSchema.validate(sending).error?.message ?? null).toBe(message));
});

describe('a new supplier', () => {
  const whole = {
    name: 'Gillbeck Scaffolding Ltd',
    taxId: 'gb 016 8044 36',
    iban: 'gb82 west 1234 5698 7654 32',
    mailDomain: 'Gillbeck.example',
    country: 'gb',
    currency: 'gbp',
    termsDays: 30,
    account: '5330',
    costCentre: 'PW',
  };

  it('is written as suppliers are kept', () => {
    expect(newSupplierSchema.validate(whole).value).toMatchObject({
      taxId: 'GB016804436',
      iban: 'GB82WEST12345698765432',
      mailDomain: 'gillbeck.example',
      country: 'GB',
      currency: 'GBP',
    });
  });

  it('may have no tax id, no IBAN and no mails', () => {
    const { error, value } = newSupplierSchema.validate({ ...whole, taxId: '', iban: ' ', mailDomain: null });
    expect([error, value?.taxId, value?.iban, value?.mailDomain]).toEqual([undefined, null, null, null]);
  });

  it.each([
    ['taxId', 'GB123456789', 'check digits'],
    ['iban', 'GB82WEST12345698765433', 'check digits'],
    ['mailDomain', 'supplier', 'behind the @'],
    ['country', 'GBR', 'two letters'],
    ['currency', '£', 'three letters'],
    ['termsDays', 30.5, 'from 0 to 365'],
    ['account', '', 'Choose the account'],
    ['costCentre', '', 'Choose the cost centre'],
  ])('%s may not be %s', (field, value, words) => {
    expect(newSupplierSchema.validate({ ...whole, [field]: value }).error?.message).toContain(words);
  });
});

it.each([
  [1, true],
  [40, true],
  [0, false],
  [41, false],
  [6.5, false],
])('an accepted risk of %s of 100: %s', (acceptedRisk, fits) =>
  expect(riskChangeSchema.validate({ acceptedRisk }).error === undefined).toBe(fits),
);
