import { joinReadings, levelled, likelyLanguage, rowsOfText, typeBox, uncovered, worthSecondReading, type PageWords, type Word } from '@umber/core/reading';
import { after, scaling, type Grey } from '@umber/core/pictures';
import { readWords, type FirstWord } from './first-reader.js';
import { LIMITS } from './limits.js';
import { readCrops, type CropBox } from './second-reader.js';
import type { SignReading } from './sign-sequence.js';
import { straighten } from './straighten.js';

/** The first reader's names of the languages, by ISO 639. */
const LANGUAGES: Readonly<Record<string, string>> = { en: 'eng', de: 'deu', fr: 'fra', nl: 'nld', es: 'spa', it: 'ita', sv: 'swe', pl: 'pol' };

/** A page read off a picture. */
export interface ScannedPage {
  readonly words: PageWords;
  /** The page as it was read: upright, level, evenly lit. */
  readonly picture: Grey;
}

/** Reads a page that is a picture. `resolution` is in pixels an inch, null where not known. */
export async function readScan(page: Grey, number: number, resolution: number | null): Promise<ScannedPage> {
  const upright = await straighten(page, resolution);
  const { picture, lines } = upright;
  const language = likelyLanguage(rowsOfText(upright.glimpse.join('\n'))) ?? 'en';
  const first = (await readWords(picture, LANGUAGES[language], upright.resolution)).filter((word) => isPrint(word, lines));
  const words = levelled([...(await readAgain(picture, first)), ...(await readMissed(picture, lines, first))]);
  const scale = 72 / upright.resolution;
  const pointsPerPixel = 72 / (resolution ?? (upright.resolution * page.width) / picture.width);
  return {
    picture,
    words: {
      page: number,
      width: picture.width * scale,
      height: picture.height * scale,
      words: words.slice(0, LIMITS.wordsOfPage).map((word) => scaled(word, scale)),
      straightenedBy: after(scaling(scale), after(upright.map, scaling(1 / pointsPerPixel))),
    },
  };
}

const scaled = (word: Word, scale: number): Word => ({
  ...word,
  x: word.x * scale,
  y: word.y * scale,
  width: word.width * scale,
  height: word.height * scale,
});

/** Whether the first reader's word is print: the text finder saw it too, or the reader is sure. Stains and rules are neither. */
function isPrint(word: FirstWord, lines: readonly CropBox[]): boolean {
  if (/^[|_~—–\-=.:;'‘’"“”°*«»\\/]+$/.test(word.text) && (word.score < 0.6 || /^[|_~—=]+$/.test(word.text))) return false;
  const [x, y] = [word.x + word.width / 2, word.y + word.height / 2];
  const seen = lines.some((line) => x >= line.x && x <= line.x + line.width && y >= line.y && y <= line.y + line.height);
  return seen ? word.score > 0.05 || /\d/.test(word.text) : word.score > 0.6;
}

/** Signs of space around a word's ink that help the second reader. */
const AROUND = 0.18;

async function readAgain(picture: Grey, words: readonly FirstWord[]) {
  const chosen = words.filter(worthSecondReading);
  const readings = await readCrops(
    picture,
    chosen.map((word) => {
      const margin = Math.round(AROUND * Math.max(word.height, 16));
      return { x: word.x - margin, y: word.y - margin, width: word.width + 2 * margin, height: word.height + 2 * margin };
    }),
  );
  const second = new Map(chosen.map((word, i) => [word, readings[i]]));
  return words.flatMap((word) => {
    const reading = second.get(word);
    const { text, score, alternatives } = joinReadings(word, reading ? { text: reading.text, score: reading.score, rival: rivalOf(reading) } : null);
    const box = typeBox(word.text, word) ?? { x: word.x, y: word.y - 0.2 * word.height, width: word.width, height: Math.max(word.height, 8) };
    return text === '' ? [] : [{ ...box, text, score, alternatives, line: word.line }];
  });
}

/** The text with its least sure sign as the next likeliest. */
function rivalOf({ signs }: SignReading): string | null {
  if (signs.length === 0) return null;
  const weakest = signs.reduce((a, b) => (b.rivalScore > a.rivalScore ? b : a));
  if (weakest.rivalScore < 0.02) return null;
  return signs
    .map((sign) => (sign === weakest ? sign.rival : sign.sign))
    .join('')
    .trim();
}

/** Print that the text finder saw and the first reader did not: read by the second reader alone. */
async function readMissed(picture: Grey, lines: readonly CropBox[], first: readonly FirstWord[]) {
  const gaps = lines.flatMap((line) => uncovered(line, first));
  const readings = await readCrops(picture, gaps);
  return gaps.flatMap((gap, i) => wordsOfLine(gap, readings[i], `missed ${i}`));
}

/** How much of the second reader's own score counts where it reads alone. */
const ALONE = 0.7;

function wordsOfLine(line: CropBox, { signs, score }: SignReading, name: string) {
  if (score < 0.3) return [];
  const words: { text: string; from: number; to: number; score: number }[] = [];
  let open = false;
  for (const { sign, at, score: sure } of signs) {
    if (sign.trim() === '') open = false;
    else if (open) {
      const last = words[words.length - 1];
      words[words.length - 1] = { text: last.text + sign, from: last.from, to: at, score: Math.min(last.score, sure) };
    } else {
      words.push({ text: sign, from: at, to: at, score: sure });
      open = true;
    }
  }
  const letter = 0.25 * line.height;
  return words
    .filter(({ text }) => /[\p{L}\d]/u.test(text))
    .map((word) => ({
      text: word.text,
      score: ALONE * word.score,
      alternatives: [],
      line: name,
      x: line.x + word.from * line.width - letter,
      width: (word.to - word.from) * line.width + 2 * letter,
      y: line.y + 0.12 * line.height,
      height: 0.72 * line.height,
    }));
}
