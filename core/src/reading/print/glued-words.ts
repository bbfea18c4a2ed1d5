/** Places in a text where print without a space is odd: a letter beside a digit, a capital behind a small letter. */
const SWITCH = /(?<=\p{L})(?=\d)|(?<=\d)(?=\p{L})|(?<=\p{Ll})(?=\p{Lu})/gu;

/** Letters by which a gap may be off from where letters of equal width would put it. */
const OFF = 1.4;

/** Whether a reader may have lost a space in this text. */
export const maybeGlued = (text: string): boolean => text.search(SWITCH) >= 0;

/**
 * The text with the spaces that its reader lost: `gaps` are the middles of the white gaps in its print that are too wide
 * for a gap between letters, as shares of its width. The text itself where a gap stands at no letter-to-digit switch.
 */
export function respaced(text: string, gaps: readonly number[]): string {
  const switches = [...text.matchAll(SWITCH)].map((match) => match.index);
  const cuts = gaps.map((gap) => {
    const at = gap * text.length;
    const nearest = switches.reduce<number | null>(
      (best, one) => (best === null || Math.abs(one - at) < Math.abs(best - at) ? one : best),
      null,
    );
    return nearest !== null && Math.abs(nearest - at) <= OFF ? nearest : null;
  });
  const places = [...new Set(cuts.filter((cut) => cut !== null))].sort((a, b) => a - b);
  if (cuts.includes(null) || places.length < cuts.length) return text;
  return [0, ...places].map((from, i) => text.slice(from, places[i])).join(' ');
}
