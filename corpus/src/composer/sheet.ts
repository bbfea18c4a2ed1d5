import type { Word } from '@umber/core/reading';

/** Letters' widths as shares of the size of type, about those of a common sans serif. */
const NARROW = /[iljtfr.,:;'!|/()[\] -]/;
const WIDE = /[\p{Lu}mw%@&]/u;
const widthOf = (text: string, size: number): number =>
  [...text].reduce((sum, letter) => sum + (NARROW.test(letter) ? 0.3 : WIDE.test(letter) ? 0.7 : 0.54), 0) * size;

export interface Print {
  /** Height of the type in points. */
  readonly size?: number;
  readonly align?: 'left' | 'right' | 'middle';
}

/** One page that texts are put on: each becomes words with the places that a text layer would give them. */
export class Sheet {
  readonly words: Word[] = [];

  constructor(
    readonly width: number,
    readonly height: number,
  ) {}

  /** Puts a text with its top at `y`; `x` is its left end, its right end or its middle. Points; returns where it ends. */
  put(x: number, y: number, text: string, { size = 9, align = 'left' }: Print = {}): number {
    const whole = widthOf(text, size);
    let at = align === 'left' ? x : align === 'right' ? x - whole : x - whole / 2;
    for (const part of text.split(' ')) {
      const width = widthOf(part, size);
      if (part !== '') this.words.push({ text: part, x: at, y, width, height: size });
      at += width + 0.3 * size;
    }
    return at - 0.3 * size;
  }
}
