import { bottom, right, union } from '../../geometry/index.js';
import type { Word } from './words.js';

/** Two words of a line that are no farther apart than this, in heights of a letter, were one: their printer set them letter by letter. */
const TOUCHING = 0.08;
/** Figures behind a decimal mark that a typesetter moved off it: “38, 00”. */
const MOVED_OFF = 0.24;
/** Letters of a title that is set wide, at least, and how much one of its gaps may differ from the others. */
const WIDE_LETTERS = 4;
const UNEVEN = 0.35;
/** The widest gap within a title, in heights. */
const WIDEST = 1.5;

/** The words of a text layer with those put together that were taken apart: line by line, each from left to right. */
export function joinSplitWords(words: readonly Word[]): Word[] {
  const lines = linesOf(words);
  return lines.flatMap((line) => joinWide(joinTouching(line)));
}

/** Words that stand on one line, each line from left to right. */
function linesOf(words: readonly Word[]): Word[][] {
  const lines: Word[][] = [];
  for (const word of words) {
    const line = lines.find(
      ([first]) => Math.abs(bottom(first) - bottom(word)) < 0.15 * word.height && Math.abs(first.height - word.height) < 0.15 * word.height,
    );
    if (line) line.push(word);
    else lines.push([word]);
  }
  return lines.map((line) => [...line].sort((a, b) => a.x - b.x));
}

const gapBefore = (word: Word, last: Word): number => (word.x - right(last)) / word.height;

function joinTouching(line: readonly Word[]): Word[] {
  const joined: Word[] = [];
  for (const word of line) {
    const last = joined.at(-1);
    if (last && isOneWith(last, word)) joined[joined.length - 1] = { ...last, ...union([last, word]), text: last.text + word.text };
    else joined.push(word);
  }
  return joined;
}

function isOneWith(last: Word, word: Word): boolean {
  const gap = gapBefore(word, last);
  if (gap < -TOUCHING) return false;
  return gap < TOUCHING || (gap < MOVED_OFF && /\d[.,]$/.test(last.text) && /^\d{2}\D?$/.test(word.text));
}

/** A title whose letters stand apart, as evenly as letters do: “I N V O I C E”. Where its gaps are of two sizes, the wider ones part words. */
function joinWide(line: readonly Word[]): Word[] {
  const joined: Word[] = [];
  for (let from = 0; from < line.length;) {
    let to = from;
    while (to < line.length && /^\p{L}$/u.test(line[to].text) && (to === from || gapBefore(line[to], line[to - 1]) < WIDEST)) to++;
    if (to - from < WIDE_LETTERS) {
      joined.push(line[from++]);
      continue;
    }
    const letters = line.slice(from, to);
    const gaps = letters.slice(1).map((letter, i) => gapBefore(letter, letters[i]));
    const usual = [...gaps].sort((a, b) => a - b)[Math.floor(gaps.length / 2)];
    const isWord = gaps.filter((gap) => Math.abs(gap - usual) < UNEVEN * Math.max(usual, 0.1)).length >= 0.7 * gaps.length;
    if (!isWord) {
      joined.push(...letters);
      from = to;
      continue;
    }
    let word = [letters[0]];
    const end = () => joined.push({ ...word[0], ...union(word), text: word.map(({ text }) => text).join('') });
    gaps.forEach((gap, i) => {
      if (gap > usual + UNEVEN * Math.max(usual, 0.3)) {
        end();
        word = [];
      }
      word.push(letters[i + 1]);
    });
    end();
    from = to;
  }
  return joined;
}
