import { MOST_RISK, type RiskView } from '@umber/contract/reading';
import { grouped } from '../money/grouped';

/** What a risk means for the values that were read last, in one sentence. */
export function askedSentence({ values, asked }: RiskView, risk: number): string {
  const count = asked[risk - 1];
  if (count === undefined) return `Say a whole number from 1 to ${MOST_RISK}.`;
  if (values === 0) return 'Nothing has been read yet that would show what this means.';
  const of = `Of the ${grouped(String(values), 0)} values read last, `;
  return `${of}${count === 1 ? 'one is' : `${grouped(String(count), 0)} are`} less sure than that and would be asked about.`;
}
