import type { Weights } from './fields.js';
import type { HeadCandidate, Traits } from './traits.js';

/** A candidate with how likely it is the one, 0..1; those of all candidates and of none make 1. */
export interface Likely<C> {
  readonly candidate: C;
  readonly chance: number;
}

/** What the weights say for a candidate. */
export function utility(weights: Weights, traits: Traits): number {
  let sum = 0;
  for (const name in traits) if (traits[name] !== 0) sum += (weights[name] ?? 0) * traits[name];
  return sum;
}

/** How likely each candidate is, likeliest first, and how likely it is that none is: a conditional logit over all of them. */
export function likeliest<C extends Pick<HeadCandidate, 'traits'>>(
  candidates: readonly C[],
  none: Traits,
  weights: Weights,
): { readonly ranked: readonly Likely<C>[]; readonly none: number } {
  const said = candidates.map(({ traits }) => utility(weights, traits));
  const left = utility(weights, none);
  const most = Math.max(left, ...said);
  const all = said.reduce((sum, one) => sum + Math.exp(one - most), Math.exp(left - most));
  return {
    ranked: candidates.map((candidate, i) => ({ candidate, chance: Math.exp(said[i] - most) / all })).sort((a, b) => b.chance - a.chance),
    none: Math.exp(left - most) / all,
  };
}
