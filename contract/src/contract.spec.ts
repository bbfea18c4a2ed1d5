import { CELL_SCHEMAS, FIELD_SCHEMAS, reasonedSchema, valueChangeSchema } from './checking/index.js';
import { MAY, may, ROLES, signInSchema } from './people/index.js';
import { TRAY_NAMES, TRAYS, traySchema } from './trays/index.js';

describe('what each role may do', () => {
  it('an auditor only looks', () => {
    for (const right of Object.keys(MAY) as (keyof typeof MAY)[]) expect([right, may('auditor', right)]).toEqual([right, false]);
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

  it('an administrator may all', () => {
    for (const right of Object.keys(MAY) as (keyof typeof MAY)[]) expect(may('administrator', right)).toBe(true);
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
