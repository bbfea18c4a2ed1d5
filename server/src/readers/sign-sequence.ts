/** What the second reader made of one crop. */
export interface SignReading {
  readonly text: string;
  /** The least sure of its signs, 0..1; 0 where it read nothing. */
  readonly score: number;
  readonly signs: readonly ReadSign[];
}

/** One sign, how sure the reader is of it, what else it may be, and where it stands as a share of the crop's width. */
export interface ReadSign {
  readonly sign: string;
  readonly score: number;
  readonly rival: string;
  readonly rivalScore: number;
  readonly at: number;
}

/**
 * Signs from a sequence of likelihoods, `steps` rows of one number for each sign of the alphabet, the first of which means
 * "none here" (connectionist temporal classification, best path).
 */
export function decodeSigns(likelihoods: Float32Array, steps: number, alphabet: readonly string[]): SignReading {
  const count = likelihoods.length / steps;
  const signs: ReadSign[] = [];
  let last = 0;
  for (let step = 0; step < steps; step++) {
    let [best, second] = [0, -1];
    for (let i = 1; i < count; i++) {
      const likelihood = likelihoods[step * count + i];
      if (likelihood > likelihoods[step * count + best]) {
        second = best;
        best = i;
      } else if (second < 0 || likelihood > likelihoods[step * count + second]) second = i;
    }
    const score = likelihoods[step * count + best];
    if (best !== 0) {
      const read = {
        sign: alphabet[best] ?? '',
        score,
        rival: alphabet[second] ?? '',
        rivalScore: second < 0 ? 0 : likelihoods[step * count + second],
        at: (step + 0.5) / steps,
      };
      if (best !== last) signs.push(read);
      else if (score > signs[signs.length - 1].score) signs[signs.length - 1] = { ...read, at: signs[signs.length - 1].at };
    }
    last = best;
  }
  const text = signs.map(({ sign }) => sign).join('');
  return { text: text.trim(), score: signs.length === 0 ? 0 : Math.min(...signs.map(({ score }) => score)), signs };
}
