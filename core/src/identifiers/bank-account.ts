import { isIban, normalizeIban, printedIban } from './iban.js';

/**
 * A bank account as accounts are compared: an IBAN without blanks, or country, bank and account number with colons between, as
 * `GB:204117:12345678` (sort code), `US:021000021:987654321` (routing number), `DE:37040044:532013000` (Bankleitzahl). The number is
 * empty where a page shows the bank only.
 */
export type BankAccount = string;

/** Where a country's IBAN has its bank code and its account number; leading noughts of the number do not count. */
const WITHIN_IBAN: Readonly<Record<string, { readonly bank: readonly [number, number]; readonly number: readonly [number, number] }>> = {
  GB: { bank: [8, 14], number: [14, 22] },
  DE: { bank: [4, 12], number: [12, 22] },
};

/** The account of a country's bank and account number. */
export const domesticAccount = (country: string, bank: string, number: string): BankAccount =>
  `${country}:${bank.replace(/\D/g, '')}:${number.replace(/\D/g, '').replace(/^0+/, '')}`;

/**
 * Whether a known account is the one that a page shows, written as IBAN or by bank and number. A page that shows the bank only may mean any
 * account of it; a known account of which no number is known is no other's.
 */
export function isShown(known: BankAccount, shown: BankAccount): boolean {
  if (normalizeIban(known) === normalizeIban(shown)) return true;
  const [left, right] = [domestic(known), domestic(shown)];
  if (left === null || right === null || left.bank !== right.bank) return false;
  return left.number === right.number || right.number === '';
}

function domestic(account: BankAccount): { bank: string; number: string } | null {
  const [country, bank, number] = account.split(':');
  if (number !== undefined) return { bank: `${country}:${bank}`, number };
  const iban = normalizeIban(account);
  const parts = WITHIN_IBAN[iban.slice(0, 2)];
  if (!parts || !isIban(iban)) return null;
  return { bank: `${iban.slice(0, 2)}:${iban.slice(...parts.bank)}`, number: iban.slice(...parts.number).replace(/^0+/, '') };
}

/** An account as people write it: an IBAN in groups of four, else bank and number. */
export function printedAccount(account: BankAccount): string {
  const [country, bank, number] = account.split(':');
  if (number === undefined) return printedIban(normalizeIban(account));
  const code = country === 'GB' ? bank.replace(/(\d\d)(?=\d)/g, '$1-') : bank;
  return number === '' ? code : `${code}, account ${country === 'GB' ? number.padStart(8, '0') : number}`;
}

/** Whether a routing number of the American Bankers Association has the right check digit. */
export function isRoutingNumber(text: string): boolean {
  if (!/^\d{9}$/.test(text)) return false;
  const weights = [3, 7, 1, 3, 7, 1, 3, 7, 1];
  return [...text].reduce((total, digit, i) => total + Number(digit) * weights[i], 0) % 10 === 0;
}

/**
 * An account as a person typed it: an IBAN; a sort code of six digits and a number of eight; a routing number of nine digits and a number; or as
 * accounts are compared. Null where it is none, or a check digit is wrong.
 */
export function typedAccount(text: string): BankAccount | null {
  if (isIban(text)) return normalizeIban(text);
  const kept = /^([A-Z]{2}):(\d{6,11}):(\d{4,17})$/.exec(text.trim().toUpperCase());
  if (kept) return domesticAccount(kept[1], kept[2], kept[3]);
  const printed = /^(\d{2}[- ]?\d{2}[- ]?\d{2}|\d{9})\D+(\d{4,17})$/.exec(text.trim());
  if (!printed) return null;
  const code = printed[1].replace(/\D/g, '');
  if (code.length === 9) return isRoutingNumber(code) ? domesticAccount('US', code, printed[2]) : null;
  return printed[2].length === 8 ? domesticAccount('GB', code, printed[2]) : null;
}
