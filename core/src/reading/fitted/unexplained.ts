import type { HeadCandidate } from './traits.js';

/** Digits that tax ids have, about. */
const [FEWEST, MOST] = [8, 13];
const TELEPHONE = /^(\+|00?\d|\(\d)/;

/**
 * An identifier on the pages that nothing explains and that may be the seller's tax id under no label or one that nobody knows: no number of
 * this document, telephone, account or other number that a label names; null where there is none.
 */
export function unexplainedId(identifiers: readonly HeadCandidate[], chosen: readonly (string | undefined)[]): string | null {
  const found = identifiers.find(({ span, traits, labels }) => {
    const digits = span.text.replace(/\D/g, '').length;
    const isPart = chosen.some((value) => value !== undefined && (value.includes(span.text) || span.text.includes(value)));
    return (
      digits >= FEWEST &&
      digits <= MOST &&
      !isPart &&
      labels.size === 0 &&
      !TELEPHONE.test(span.text) &&
      !traits['in the table'] &&
      !traits['in a line of contacts'] &&
      !traits['a tax id or an account'] &&
      !traits['leaves digits before it'] &&
      !traits['leaves digits behind it'] &&
      !traits['like an amount']
    );
  });
  return found?.span.text ?? null;
}
