import { holdsDate, holdsNumber, type HeaderField, type LineCell } from '@umber/core/documents';
import { contains, overlapX, overlapY, type Box } from '@umber/core/geometry';
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
export function valueFrom(field: HeaderField | LineCell, picked: readonly Word[], all: readonly Word[]): string | null {
  const text = picked
    .map((word) => word.text)
    .join(' ')
    .trim();
  if (text === '') return null;
  if (holdsDate(field)) return readDate(text)?.value ?? readDate(text.replace(/^\D*?(?=\d)/, ''))?.value ?? null;
  if (holdsNumber(field)) return readNumber(text.replace(/\s*%$/, ''), decimalMarkOf(all.map((word) => word.text)))?.value ?? null;
  if (field === 'currency') return SIGNS[/[£€$]/.exec(text)?.[0] ?? ''] ?? /\b[A-Z]{3}\b/.exec(text)?.[0] ?? null;
  if (field === 'sellerIban') return text.replace(/^IBAN:?\s*/i, '').replace(/\s+/g, '');
  return text.replace(/^#/, '').replace(/[,;:]$/, '');
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
