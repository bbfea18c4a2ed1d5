import { LETTERS, NEEDS_REASON } from '@umber/core/e-invoices';
import { CATEGORY_NAMES, termName } from './terms.js';

/** What a rule says of an invoice: its number, the term that it is about, what stands there, and what would be right. */
export interface RuleSaid {
  readonly rule: string;
  readonly term: string;
  readonly found: string | null;
  readonly wanted: string | null;
}

/** Sentences of rules that say more than that a term is missing: `{term}`, `{found}` and `{wanted}` stand for what they are about. */
const TEXTS: Readonly<Record<string, string>> = {
  'BR-16': 'It has no lines.',
  'BR-17': 'A payee is named who is the seller, or has no name.',
  'BR-23': 'The quantity has no unit.',
  'BR-27': 'The price is below zero.',
  'BR-28': 'The price before discount is below zero.',
  'BR-29': 'The period ends before it begins.',
  'BR-30': 'The period of the line ends before it begins.',
  'BR-33': 'A discount has no reason.',
  'BR-38': 'A charge has no reason.',
  'BR-42': 'A discount of the line has no reason.',
  'BR-44': 'A charge of the line has no reason.',
  'BR-51': 'The whole number of a card is shown: {found}.',
  'BR-53': 'The tax is owed in another currency, and its amount in that currency is missing.',
  'BR-54': 'A property of the item has no name or no value.',
  'BR-61': 'It is to be paid by credit transfer, and there is no account.',
  'BR-62': 'The seller’s electronic address does not say of what kind it is.',
  'BR-63': 'The buyer’s electronic address does not say of what kind it is.',
  'BR-64': 'The item’s standard number does not say of what kind it is.',
  'BR-65': 'The item’s class does not say of what kind it is.',
  'BR-67': 'It was paid by card, and no card is named.',
  'BR-CL-01': '“{found}” is no type that an invoice may have.',
  'BR-CL-04': '“{found}” is no currency.',
  'BR-CL-05': '“{found}” is no currency.',
  'BR-CL-14': '“{found}” is no country.',
  'BR-CL-17': 'A tax category is none that there is.',
  'BR-CL-18': 'The tax category of the line is none that there is.',
  'BR-CL-24': 'A file of type {found} may not be attached.',
  'BR-CO-03': 'Both a date and a code say when the tax is owed.',
  'BR-CO-04': 'The line has no tax category.',
  'BR-CO-09': '{term} “{found}” does not begin with a country.',
  'BR-CO-10': 'The sum of the lines is {found}, but the lines come to {wanted}.',
  'BR-CO-11': 'Discounts in all are {found}, but they come to {wanted}.',
  'BR-CO-12': 'Charges in all are {found}, but they come to {wanted}.',
  'BR-CO-13': 'The net total is {found}; lines, discounts and charges make {wanted}.',
  'BR-CO-14': 'The tax is {found}, but its parts come to {wanted}.',
  'BR-CO-15': 'The total is {found}; net and tax make {wanted}.',
  'BR-CO-16': 'The amount due is {found}; the total less what was paid makes {wanted}.',
  'BR-CO-17': 'A tax is {found}; its rate makes {wanted}.',
  'BR-CO-18': 'It does not say what tax is asked for.',
  'BR-CO-19': 'A period has neither beginning nor end.',
  'BR-CO-20': 'The period of the line has neither beginning nor end.',
  'BR-CO-25': 'It has neither a due date nor payment terms.',
  'BR-CO-26': 'Nothing tells the seller apart: no identifier, registration or VAT identifier.',
  'BR-B-01': 'Split payment is for Italian firms among themselves.',
  'BR-B-02': 'Split payment and ordinary tax stand in one invoice.',
  'UT-01': '{term} is “{found}”, which is no number.',
  'UT-02': '{term} is “{found}”, which is no date.',
  'UT-03': 'The net amount is {found}; quantity × price makes {wanted}.',
  'UT-04': 'The account {found} cannot be: its check digits are wrong.',
  'UT-05': 'It is due on {found}, before it was issued.',
  'UT-06': 'The price is not what its discount makes of the price before.',
  'UT-07': 'Two lines have the number {found}.',
  'UT-08': 'The price is per nothing.',
  'UT-09': '{term} is {found}, a larger number than is kept.',
  'UT-10': '{term} “{found}” is longer than is kept.',
  'UT-11': '{found} stands where the schema expects {wanted}.',
  'UT-12': '{found} lacks what the schema wants there: {wanted}.',
  'UT-13': '{found} has a value that the schema does not know.',
  'BR-DE-1': 'It does not say how to pay.',
  'BR-DE-14': 'A tax has no rate.',
  'BR-DE-15': 'The buyer’s reference (Leitweg-ID) is missing.',
  'BR-DE-16': 'The seller has neither a VAT identifier nor a tax number.',
  'BR-DE-17': 'Type {found} is not used in XRechnung.',
  'BR-DE-18': 'The early payment discount is not written as XRechnung wants it.',
  'BR-DE-19': 'The account {found} is no IBAN.',
  'BR-DE-20': 'The account that is debited, {found}, is no IBAN.',
  'BR-DE-21': 'The profile “{found}” is none of XRechnung.',
  'BR-DE-22': 'Two attached files have the name {found}.',
  'BR-DE-23': 'The means of payment and what is given for it do not go together.',
  'BR-DE-26': 'It corrects an invoice, and does not say which.',
  'BR-DE-27': 'The seller’s telephone {found} has fewer than three digits.',
  'BR-DE-28': 'The seller’s mail address {found} is none.',
};

/** The category that the letters of a rule are of. */
const CATEGORY_OF: Readonly<Record<string, string>> = Object.fromEntries(
  Object.entries(LETTERS).map(([category, letters]) => [letters, category]),
);

/** What the rules of a tax category say, by their count. */
function ofCategory(category: string, count: number): string {
  const name = `Tax category ${category} (${CATEGORY_NAMES[category]})`;
  switch (count) {
    case 1:
      return `${name}: lines and the tax by category do not go together.`;
    case 2:
    case 3:
    case 4:
      return category === 'O' ? `${name} is for those without a VAT identifier.` : `${name}: {term} is missing.`;
    case 5:
    case 6:
    case 7:
      return `${name} may not have the rate {found}.`;
    case 8:
      return `${name}: taxed are {found}; lines, discounts and charges make {wanted}.`;
    case 9:
      return `${name}: the tax is {found}; it must be {wanted}.`;
    case 10:
      return NEEDS_REASON.has(category) ? `${name}: why no tax is asked for is missing.` : `${name} has no reason for no tax.`;
    case 11:
      return category === 'K' ? `${name}: neither the day of delivery nor a period is said.` : `${name} may stand beside no other.`;
    default:
      return category === 'K' ? `${name}: the country that it was delivered to is missing.` : `${name} may stand beside no other.`;
  }
}

/** A breach of a rule in a sentence that a clerk understands. */
export function ruleText({ rule, term, found, wanted }: RuleSaid): string {
  const [, letters, count] = /^BR-(S|Z|E|AE|IC|G|O|AF|AG)-(\d+)$/.exec(rule) ?? [];
  const text =
    TEXTS[rule] ??
    (letters !== undefined
      ? ofCategory(CATEGORY_OF[letters], Number(count))
      : rule.startsWith('BR-DEC')
        ? '{term} is {found}: more than two digits after the point.'
        : '{term} is missing.');
  return text
    .replaceAll('{term}', termName(term))
    .replaceAll('{found}', found ?? 'nothing')
    .replaceAll('{wanted}', wanted ?? 'something else');
}
