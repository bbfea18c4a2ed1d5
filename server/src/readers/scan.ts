import {
  joinReadings,
  levelled,
  likelyLanguage,
  maybeGlued,
  plainCharacters,
  respaced,
  rowsOfText,
  typeBox,
  uncovered,
  unprovenBoxes,
  worthSecondReading,
  type PageWords,
  type Word,
} from '@umber/core/reading';
import { LEXICONS } from '@umber/core/languages';
import { after, blank, cropped, inkParts, scaling, shrunk, UNCHANGED, type Grey } from '@umber/core/pictures';
import { SEPARATOR_MARK } from '@umber/core/separating';
import { symbolsIn } from './barcodes.js';
import { readWords, type FirstWord } from './first-reader.js';
import { LIMITS } from './limits.js';
import { cropAround, readCrops, type CropBox } from './second-reader.js';
import type { CharacterReading } from './character-sequence.js';
import { straighten } from './straighten.js';

/** The first reader's names of the languages, by ISO 639. */
export const LANGUAGES: Readonly<Record<string, string>> = Object.fromEntries(LEXICONS.map(({ language, ocr }) => [language, ocr]));

/** A page read off a picture. */
export interface ScannedPage {
  readonly words: PageWords;
  /** The page as it was read: upright, level, evenly lit. */
  readonly picture: Grey;
}

/**
 * Reads a page that is a picture. `resolution` is in pixels an inch, null where not known; `turns` the quarter turns, clockwise,
 * that a person gave it beyond those found.
 */
export async function readScan(page: Grey, number: number, resolution: number | null, turns = 0): Promise<ScannedPage> {
  const upright = await straighten(page, resolution, turns);
  const { picture, lines } = upright;
  const guess = likelyLanguage(rowsOfText(upright.glimpse.join('\n')));
  const readIn = async (language: string) =>
    withoutStains((await readWords(picture, LANGUAGES[language], upright.resolution)).filter((word) => isPrint(word, lines))).flatMap(
      (word) => unglued(picture, word),
    );
  let found = await readIn(guess ?? 'en');
  // A few lines may not tell the language, all of them do: then the page is read again in its own.
  const language = likelyLanguage(rowsOfText(found.map((word) => word.text).join('\n'))) ?? 'en';
  if (language !== (guess ?? 'en')) found = await readIn(language);
  const scale = 72 / upright.resolution;
  const again = (words: readonly FirstWord[], of: readonly FirstWord[]) => readAgain(picture, words, unproven(picture, of, number, scale));
  // The second reader goes over what there is while the first one looks for what it missed.
  const [closer, seen] = await Promise.all([
    lookCloser(picture, missed(lines, found), LANGUAGES[language], upright.resolution),
    again(found, found),
  ]);
  const first = [...found, ...closer];
  const words = levelled([
    ...seen,
    ...(closer.length > 0 ? await again(closer, first) : []),
    ...(await readAlone(picture, missed(lines, first))),
  ]);
  const symbols = await symbolsIn(shrunk(page, SYMBOL_SIDE));
  const separator = words.length < FEW_WORDS && symbols.includes(SEPARATOR_MARK);
  const codes = symbols.filter((text) => text !== SEPARATOR_MARK);
  const pointsPerPixel = 72 / (resolution ?? (upright.resolution * page.width) / picture.width);
  return {
    picture,
    words: {
      page: number,
      width: picture.width * scale,
      height: picture.height * scale,
      ...(separator ? { separator } : {}),
      ...(codes.length > 0 ? { codes } : {}),
      words: words.slice(0, LIMITS.wordsOfPage).map((word) => scaled(word, scale)),
      straightenedBy: after(scaling(scale), after(upright.map, scaling(1 / pointsPerPixel))),
    },
  };
}

/** A page with more words is no separator sheet. Symbols are read off the page as it came: even light hollows out dark squares. */
const FEW_WORDS = 60;
/** The longest side at which symbols are looked for, in pixels. */
const SYMBOL_SIDE = 1400;

/** The places of the words, in pixels of the picture, that its own arithmetic does not prove. */
const unproven = (picture: Grey, words: readonly FirstWord[], page: number, scale: number): CropBox[] =>
  unprovenBoxes({
    page,
    width: picture.width * scale,
    height: picture.height * scale,
    words: words.map((word) => scaled({ ...(typeBox(word.text, word) ?? word), text: word.text, score: word.score }, scale)),
    straightenedBy: UNCHANGED,
  }).map((box) => ({ x: box.x / scale, y: box.y / scale, width: box.width / scale, height: box.height / scale }));

/** The words without those that only a stamp or a stain can be: far larger than all others, and unsure. */
function withoutStains<W extends FirstWord>(words: readonly W[]): W[] {
  const heights = words.map((word) => word.height).sort((a, b) => a - b);
  const usual = heights[Math.floor(heights.length / 2)] ?? 0;
  return words.filter((word) => word.height < (word.score < 0.6 ? 1.8 : 2.4) * usual || word.score > 0.75);
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
  if (/^[|_~—=.,:;'‘’"“”`°*«»\\]+$/.test(word.text) || (/^[–\-/]+$/.test(word.text) && word.score < 0.6)) return false;
  const [x, y] = [word.x + word.width / 2, word.y + word.height / 2];
  const seen = lines.some((line) => x >= line.x && x <= line.x + line.width && y >= line.y && y <= line.y + line.height);
  return seen ? word.score > 0.05 || /\d/.test(word.text) : word.score > 0.6;
}

/** Words that the first reader joined across a gap, as between two columns, parted; their parts have no first reading of their own. */
function parted(picture: Grey, word: FirstWord): { word: FirstWord; parts: FirstWord[] } {
  if (!/\d/.test(word.text) || word.text.length < 3) return { word, parts: [] };
  const parts = inkParts(picture, word, Math.max(5, WIDE_GAP * usualHeight(word)));
  return { word, parts: parts.length < 2 ? [] : parts.map(({ from, to }) => ({ ...word, x: from, width: to - from, text: '', score: 0 })) };
}

const WIDE_GAP = 0.85;
/** A space between words, as a share of the height of capitals; the widest gaps between letters are a third. */
const SPACE = 0.45;

/** A word whose reader lost a space between letters and digits, as the words that its print shows. */
function unglued(picture: Grey, word: FirstWord): FirstWord[] {
  if (!maybeGlued(word.text)) return [word];
  const parts = inkParts(picture, word, Math.max(4, SPACE * usualHeight(word)));
  const gaps = parts.slice(1).map(({ from }, i) => ((from + parts[i].to) / 2 - word.x) / word.width);
  const texts = respaced(word.text, gaps).split(' ');
  return texts.length < 2 ? [word] : texts.map((text, i) => ({ ...word, text, x: parts[i].from, width: parts[i].to - parts[i].from }));
}

/** Height of a word's capitals even where its box took in a rule or a stain: no letter is twice as high as wide. */
const usualHeight = (word: FirstWord) => Math.min(word.height, (2 * word.width) / Math.max(1, word.text.length));

async function readAgain(picture: Grey, found: readonly FirstWord[], boxes: readonly CropBox[]) {
  const split = found.map((word) => parted(picture, word));
  const words = split.flatMap(({ word, parts }) => (parts.length === 0 ? [word] : parts));
  const whole = new Map(split.flatMap(({ word, parts }) => parts.map((part) => [part, { word, parts }] as const)));
  const chosen = words.filter((word) => worthSecondReading(word, boxes) || word.text === '');
  const readings = await readCrops(picture, chosen.map(cropAround));
  const second = new Map(chosen.map((word, i) => [word, readings[i]]));
  return words.flatMap((word) => {
    const reading = second.get(word);
    const joined = whole.get(word);
    if (joined && reading) {
      const together = plainCharacters(joined.parts.map((part) => second.get(part)?.text ?? '').join(''));
      const text = plainCharacters(reading.text).replace(/^[|[\]]+|[|[\]]+$/g, '');
      const score = together === plainCharacters(joined.word.text) ? 0.98 : ALONE * reading.score;
      const box = typeBox(text, word) ?? { ...word };
      return /[\p{L}\d]/u.test(text) ? [{ ...box, text, score, alternatives: [], line: word.line }] : [];
    }
    const { text, score, alternatives } = joinReadings(
      word,
      reading ? { text: reading.text, score: reading.score, rival: rivalOf(reading) } : null,
    );
    const box = typeBox(word.text, word) ?? {
      x: word.x,
      y: word.y - 0.2 * word.height,
      width: word.width,
      height: Math.max(word.height, 8),
    };
    return partsOf({ ...box, text, score, alternatives, line: word.line });
  });
}

/** A word whose reading holds spaces, as so many words; its width is shared out by their letters. */
function partsOf<W extends Word>(word: W): W[] {
  const texts = word.text.split(/\s+/).filter((text) => text !== '');
  if (texts.length < 2) return texts.map((text) => ({ ...word, text }));
  const letter = word.width / word.text.length;
  let from = 0;
  return texts.map((text) => {
    const at = word.text.indexOf(text, from);
    from = at + text.length;
    return { ...word, text, x: word.x + at * letter, width: text.length * letter, alternatives: [] };
  });
}

/** The text with its least sure character as the next likeliest. */
function rivalOf({ characters }: CharacterReading): string | null {
  if (characters.length === 0) return null;
  const weakest = characters.reduce((a, b) => (b.rivalScore > a.rivalScore ? b : a));
  if (weakest.rivalScore < 0.02) return null;
  return characters
    .map((character) => (character === weakest ? character.rival : character.character))
    .join('')
    .trim();
}

/** Print that the text finder saw and none of the words covers. */
const missed = (lines: readonly CropBox[], words: readonly FirstWord[]): CropBox[] => lines.flatMap((line) => uncovered(line, words));

/** White between the lines of a list of cuttings, in pixels. */
const APART = 24;

/** The first reader's second look at what it missed: the cuttings, set below one another as one block of print. */
async function lookCloser(picture: Grey, gaps: readonly CropBox[], language: string, resolution: number): Promise<FirstWord[]> {
  const cuttings = gaps.map((gap) => {
    const [x, y] = [Math.round(gap.x), Math.round(gap.y)];
    return { x, y, picture: cropped(picture, x, y, Math.max(2, Math.round(gap.width)), Math.max(2, Math.round(gap.height))) };
  });
  if (cuttings.length === 0) return [];
  const width = Math.max(...cuttings.map((cutting) => cutting.picture.width)) + 2 * APART;
  const height = cuttings.reduce((sum, cutting) => sum + cutting.picture.height + APART, APART);
  if (width * height > LIMITS.pixels) return [];
  const sheet = blank(width, height, 250);
  let top = APART;
  const placed = cuttings.map((cutting) => {
    for (let row = 0; row < cutting.picture.height; row++)
      sheet.data.set(
        cutting.picture.data.subarray(row * cutting.picture.width, (row + 1) * cutting.picture.width),
        (top + row) * width + APART,
      );
    const at = { ...cutting, top };
    top += cutting.picture.height + APART;
    return at;
  });
  const words = await readWords(sheet, language, resolution, ONE_BLOCK);
  return words.flatMap((word) => {
    const middle = word.y + word.height / 2;
    const from = placed.find((cutting) => middle >= cutting.top - 2 && middle <= cutting.top + cutting.picture.height + 2);
    if (!from || word.score < 0.3 || !/[\p{L}\d]/u.test(word.text)) return [];
    return [{ ...word, x: word.x - APART + from.x, y: word.y - from.top + from.y, line: `closer ${from.top}` }];
  });
}

/** The first reader's mode for a block of lines. */
const ONE_BLOCK = 6;

/** Print that the first reader does not see even so: read by the second reader alone. */
async function readAlone(picture: Grey, gaps: readonly CropBox[]) {
  const readings = await readCrops(picture, gaps);
  return gaps.flatMap((gap, i) => wordsOfLine(gap, readings[i], `missed ${i}`));
}

/** How much of the second reader's own score counts where it reads alone. */
const ALONE = 0.7;

function wordsOfLine(line: CropBox, { characters, score }: CharacterReading, name: string) {
  if (score < 0.3) return [];
  const words: { text: string; from: number; to: number; score: number }[] = [];
  let open = false;
  for (const { character, at, score: sure } of characters) {
    if (character.trim() === '') open = false;
    else if (open) {
      const last = words[words.length - 1];
      words[words.length - 1] = { text: last.text + character, from: last.from, to: at, score: Math.min(last.score, sure) };
    } else {
      words.push({ text: character, from: at, to: at, score: sure });
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
