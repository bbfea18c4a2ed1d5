import type { Random } from '@umber/demo/random';

/** Shapes of numbers of documents and orders: L a letter, 9 a digit, Y a digit of the year, y one of its last two, M a digit of a month. */
const SHAPES = [
  'LL 9999',
  'LL 999999',
  'L 99999',
  'LLL 99999',
  'LL 9999/YYYY',
  'LL 999/yy',
  'LLL/99/YYYY',
  'LL 99 9999',
  'L 99-999',
  '9999',
  '99999',
  '999999',
  '9999999',
  '99999999',
  '999999999',
  '9999/YYYY',
  '99/9999',
  '999-999',
  '9999-999',
  '99 9999',
  '999.999',
  'YYYY-9999',
  'YYYY/99999',
  'YYYY9999',
  'yy-9999',
  'yy9999',
  'yy/9999',
  'YYYY.999',
  'LL-YYYY-999',
  'LLL-99999',
  'LL-9999',
  'LL99999',
  'L9999',
  'LLyy-9999',
  'LLYYYY9999',
  'L.9999',
  'L-99/99',
  'LLL/9999',
  'LL/yy/999',
  '9999-LL',
  '99999L',
  '99L9999',
  '99/L/9999',
  'LL 9999/99/YYYY',
  '99/MM/yy',
  '99/MM/YYYY',
  '9/MM/YYYY',
] as const;

const LETTERS = 'ABCDEFGHJKLMNPRSTVWXYZ';

/** An identifier of any shape, dated in this year. */
export function identifierOf(random: Random, year: string): string {
  const shape = random.pick(SHAPES);
  let years = 0;
  let shorts = 0;
  let first = true;
  let month = random.whole(1, 12).toString().padStart(2, '0');
  return [...shape]
    .map((sign) => {
      if (sign === 'L') return random.pick([...LETTERS]);
      if (sign === 'Y') return year[years++];
      if (sign === 'y') return year[2 + shorts++];
      if (sign === 'M') {
        const [digit, rest] = month;
        month = rest;
        return digit;
      }
      if (sign !== '9') return sign;
      const digit = first && !random.chance(0.2) ? random.whole(1, 9) : random.whole(0, 9);
      first = false;
      return String(digit);
    })
    .join('');
}

export type DateStyle = 'dmy.' | 'dmy/' | 'dmy-' | 'd.m.yy' | 'dmyy/' | 'mdy/' | 'iso' | 'long' | 'short';

/** An ISO date as it is printed; `months` by their names, January first. */
export function dateText(iso: string, style: DateStyle, months: readonly string[], monthFirst = false): string {
  const [year, month, day] = iso.split('-');
  const name = months[Number(month) - 1];
  switch (style) {
    case 'iso':
      return iso;
    case 'dmy.':
      return `${day}.${month}.${year}`;
    case 'dmy/':
      return `${day}/${month}/${year}`;
    case 'dmy-':
      return `${day}-${month}-${year}`;
    case 'd.m.yy':
      return `${Number(day)}.${Number(month)}.${year.slice(2)}`;
    case 'dmyy/':
      return `${day}/${month}/${year.slice(2)}`;
    case 'mdy/':
      return `${month}/${day}/${year}`;
    case 'long':
      return monthFirst ? `${name} ${Number(day)}, ${year}` : `${Number(day)} ${name} ${year}`;
    case 'short':
      return `${day} ${name.slice(0, 3)} ${year.slice(yearFrom(iso))}`;
  }
}
/** Where in the year its printed digits begin: four or two, the same for the same date. */
const yearFrom = (iso: string): number => (Number(iso.slice(-1)) % 3 === 0 ? 2 : 0);

export interface AmountStyle {
  readonly decimal: string;
  readonly grouping: string;
  readonly before: string;
  readonly behind: string;
  readonly minus: 'before' | 'behind' | 'brackets';
}

/** A decimal string as an amount is printed. */
export function amountText(value: string, { decimal, grouping, before, behind, minus }: AmountStyle): string {
  const [whole, cents] = value.replace('-', '').split('.');
  const grouped = whole.replace(/\B(?=(\d{3})+$)/g, grouping) + (cents === undefined ? '' : decimal + cents);
  const signed = !value.startsWith('-')
    ? grouped
    : minus === 'before'
      ? `-${grouped}`
      : minus === 'behind'
        ? `${grouped}-`
        : `(${grouped})`;
  return `${before}${signed}${behind}`;
}
