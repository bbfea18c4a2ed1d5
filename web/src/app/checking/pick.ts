import { choiceOf, yesOrNo } from '@umber/core/documents';
import { contains, overlapX, overlapY, type Box } from '@umber/core/geometry';
import { takesDate, takesNumber, type Taking } from './typed-value';
import { decimalMarkOf, readDate, readNumber, type Word } from '@umber/core/reading';

/** The words that a click or a dragged rectangle on the page means, in reading order. Points. */
export function wordsAt(words: readonly Word[], area: Box): readonly Word[] {
  const click = area.width < 4 && area.height < 4;
  const hit = click
    ? words.filter((word) => contains(word, area.x, area.y, 1.5)).slice(0, 1)
    : words.filter(
        (word) =>
          overlapX(word, area) > 0.4 * Math.min(word.width, area.width) && overlapY(word, area) > 0.4 * Math.min(word.height, area.height),
      );
  return [...hit].sort((a, b) => (Math.abs(a.y - b.y) > a.height / 2 ? a.y - b.y : a.x - b.x));
}

const SIGNS: Readonly<Record<string, string>> = { '£': 'GBP', '€': 'EUR', $: 'USD' };

/**
 * Pointed-at text as the value of a field: amounts as decimal strings, dates ISO 8601. Null where the text is no such value,
 * so that the person is told instead of a wrong value being taken. `all` are the page's words: they tell the decimal mark.
 */
export function valueFrom(field: Taking, picked: readonly Word[], all: readonly Word[]): string | null {
  const text = picked
    .map((word) => word.text)
    .join(' ')
    .trim();
  if (text === '') return null;
  const bare = text.replace(SIGNS_AROUND, '');
  if (takesDate(field)) return readDate(text)?.value ?? readDate(bare.replace(/^\D*?(?=\d)/, ''))?.value ?? null;
  if (takesNumber(field)) {
    const mark = decimalMarkOf(all.map((word) => word.text));
    const percentless = (one: string) => one.replace(/\s*%$/, '');
    return (readNumber(percentless(text), mark) ?? readNumber(percentless(bare.replace(/[:;]/g, '').trim()), mark))?.value ?? null;
  }
  if (typeof field !== 'string' && field.type === 'yes-no') return yesOrNo(bare);
  if (typeof field !== 'string' && field.type === 'choice') return choiceOf(field.choices, bare);
  if (field === 'currency') return SIGNS[/[£€$]/.exec(text)?.[0] ?? ''] ?? /\b[A-Z]{3}\b/.exec(text)?.[0] ?? null;
  if (field === 'sellerIban') return /^[A-Z]{2}\d{2}\w*$/i.exec(text.replace(/^IBAN:?\s*/i, '').replace(/[^A-Z0-9]/gi, ''))?.[0] ?? null;
  return text.replace(SIGNS_AROUND, '') || null;
}

/** Signs around a value that do not belong to it: brackets, quotation marks, what ends a sentence, a number sign before it. */
const SIGNS_AROUND = /^[\s#("'“„«[{:;,.]+|[\s)"'”“»\]},;:.]+$/g;

/** What was pointed at, as a field's value: the words that it takes, and the value. */
export interface Pointed {
  readonly words: readonly Word[];
  readonly value: string;
}

/**
 * What a click on a word, or a drag over several, means for a field: of a date, a number or an account also the words that stand close
 * to the one that was clicked, of a description all of them. Null where it is no such value.
 */
export function pointedAt(field: Taking, words: readonly Word[], all: readonly Word[], isClick: boolean): Pointed | null {
  if (words.length === 0) return null;
  const around = isClick ? runAround(all, words[0]) : words;
  const isWhole =
    takesDate(field) ||
    takesNumber(field) ||
    field === 'sellerIban' ||
    field === 'sellerName' ||
    field === 'description' ||
    typeof field !== 'string';
  const grouped = isClick && takesNumber(field) ? [thousandsAround(all, words[0])] : [];
  for (const tried of isWhole ? [...grouped, around, words] : [words, around]) {
    const value = valueFrom(field, tried, all);
    if (value !== null) return { words: tried, value };
  }
  return null;
}

/** A number whose thousands stand apart, “1 340,91”: the word that was clicked with the groups of digits before and after it. */
function thousandsAround(words: readonly Word[], word: Word): readonly Word[] {
  const row = words.filter((other) => overlapY(other, word) > 0.5 * Math.min(other.height, word.height)).sort((a, b) => a.x - b.x);
  const near = (a: Word, b: Word) => b.x - (a.x + a.width) < 1.2 * word.height;
  let [from, to] = [row.indexOf(word), row.indexOf(word)];
  while (from > 0 && /^\d{3}(?!\d)/.test(row[from].text) && /^\d{1,3}$/.test(row[from - 1].text) && near(row[from - 1], row[from])) from--;
  while (to < row.length - 1 && /^\d{1,3}$/.test(row[to].text) && /^\d{3}(?!\d)/.test(row[to + 1].text) && near(row[to], row[to + 1])) to++;
  return row.slice(from, to + 1);
}

/** A click on one word of a date or an identifier means its neighbours too: the run it stands in. */
export function runAround(words: readonly Word[], word: Word): readonly Word[] {
  const row = words.filter((other) => overlapY(other, word) > 0.5 * Math.min(other.height, word.height)).sort((a, b) => a.x - b.x);
  const at = row.indexOf(word);
  const near = (a: Word, b: Word) => b.x - (a.x + a.width) < 0.6 * word.height;
  let [from, to] = [at, at];
  while (from > 0 && near(row[from - 1], row[from])) from--;
  while (to < row.length - 1 && near(row[to], row[to + 1])) to++;
  return row.slice(from, to + 1);
}
