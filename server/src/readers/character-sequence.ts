/** What the second reader made of one crop. */
export interface CharacterReading {
  readonly text: string;
  /** The least sure of its characters, 0..1; 0 where it read nothing. */
  readonly score: number;
  readonly characters: readonly ReadCharacter[];
}

/** One character, how sure the reader is of it, what else it may be, and where it stands as a share of the crop's width. */
export interface ReadCharacter {
  readonly character: string;
  readonly score: number;
  readonly rival: string;
  readonly rivalScore: number;
  readonly at: number;
}

/**
 * Characters from a sequence of likelihoods, `steps` rows of one number for each character of the alphabet, the first of which means
 * "none here" (connectionist temporal classification, best path).
 */
export function decodeCharacters(likelihoods: Float32Array, steps: number, alphabet: readonly string[]): CharacterReading {
  const count = likelihoods.length / steps;
  const characters: ReadCharacter[] = [];
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
        character: alphabet[best] ?? '',
        score,
        rival: alphabet[second] ?? '',
        rivalScore: second < 0 ? 0 : likelihoods[step * count + second],
        at: (step + 0.5) / steps,
      };
      if (best !== last) characters.push(read);
      else if (score > characters[characters.length - 1].score)
        characters[characters.length - 1] = { ...read, at: characters[characters.length - 1].at };
    }
    last = best;
  }
  const text = characters.map(({ character }) => character).join('');
  return { text: text.trim(), score: characters.length === 0 ? 0 : Math.min(...characters.map(({ score }) => score)), characters };
}
