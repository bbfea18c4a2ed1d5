import { domesticAccount, isRoutingNumber, isShown, type BankAccount } from '../../identifiers/index.js';
import { rowsOf, type PageWords } from '../print/words.js';
import { ibansOf } from './bank-and-tax.js';

/** A way in which a country writes accounts without an IBAN: words before the bank's code, its shape, words before the number, its shape. */
interface DomesticScheme {
  readonly country: string;
  readonly bank: RegExp;
  readonly number: RegExp;
  readonly accepts?: (bank: string) => boolean;
}
/** Between a label and its value other labels and marks may stand, as where both labels are heads of columns. */
const SCHEMES: readonly DomesticScheme[] = [
  {
    country: 'GB',
    bank: /\bsort(?:ing)?[\s-]*code\b\D{0,60}?(\d{2}[-–. ]?\d{2}[-–. ]?\d{2})(?!\d)/giu,
    number: /(?<!\d)(\d{8})(?!\d)/gu,
  },
  {
    country: 'US',
    bank: /\b(?:routing|transit|aba|rtn)\b\D{0,60}?(\d{9})(?!\d)/giu,
    number: /\b(?:account|acct|a\/c)\b\D{0,60}?(?:\d{9}\D{1,4})?(\d{6,17})(?!\d)/giu,
    accepts: isRoutingNumber,
  },
  {
    country: 'DE',
    bank: /\b(?:blz|bankleitzahl)\b\D{0,60}?(\d{3} ?\d{3} ?\d{2})(?!\d)/giu,
    number: /\b(?:konto|kto)\b[^\d]{0,60}?(?:\d{3} ?\d{3} ?\d{2}\D{1,4})?(\d[\d ]{3,12}\d)(?!\d)/giu,
  },
];
/** Characters around the bank's code within which its account number stands. */
const NEAR = 140;

/** Every bank account that the pages show, as accounts are compared, in page order, each once. */
export function bankAccountsOf(pages: readonly PageWords[]): BankAccount[] {
  const found: BankAccount[] = [];
  const take = (account: BankAccount) => {
    if (found.some((known) => isShown(known, account))) return;
    // A bank that was named before with no number is this account's.
    const bare = found.findIndex((known) => isShown(account, known));
    found.splice(bare < 0 ? found.length : bare, bare < 0 ? 0 : 1, account);
  };
  for (const page of pages) {
    const rows = rowsOf(page);
    for (const { value } of ibansOf(rows)) take(value);
    const text = rows.map((row) => row.runs.flatMap((run) => run.words.map((word) => word.text)).join(' ')).join('\n');
    for (const scheme of SCHEMES) for (const account of domesticAccounts(text, scheme)) take(account);
  }
  return found;
}

function domesticAccounts(text: string, { country, bank, number, accepts }: DomesticScheme): BankAccount[] {
  return [...text.matchAll(bank)]
    .filter(([, code]) => accepts?.(code) ?? true)
    .map((match) => {
      const end = match.index + match[0].length;
      const numberIn = (from: number, to: number) =>
        [...text.slice(Math.max(0, from), to).matchAll(number)].map((one) => one[1]).find((one) => one !== match[1]);
      return domesticAccount(country, match[1], numberIn(end, end + NEAR) ?? numberIn(match.index - NEAR, end + NEAR) ?? '');
    });
}
