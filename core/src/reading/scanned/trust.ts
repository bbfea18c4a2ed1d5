import type { Box } from '../../geometry/index.js';
import type { LabelMeaning } from '../../languages/index.js';
import type { Label } from '../language/labels.js';
import type { PageWords, Word } from '../print/words.js';

/** Below this the readers of a scan did not really read a word. */
const UNREAD = 0.6;

/** How sure the readers were of what stands where: 1 everywhere on pages with a text layer of their own. */
export class PageTrust {
  readonly #pages: ReadonlyMap<number, PageWords>;
  /** Whether any page was read off a picture. */
  readonly scanned: boolean;
  /** Share of the words of scanned pages that were not really read, 0..1. */
  readonly unread: number;

  constructor(pages: readonly PageWords[]) {
    this.#pages = new Map(pages.map((page) => [page.page, page]));
    const scans = pages.filter((page) => page.straightenedBy);
    this.scanned = scans.length > 0;
    const words = scans.flatMap((page) => page.words).filter((word) => /[\p{L}\d]{2}/u.test(word.text));
    this.unread = words.length === 0 ? 0 : words.filter((word) => (word.score ?? 1) < UNREAD).length / words.length;
  }

  /** The least sure of the words in the box, 0..1; marks without letters or digits do not count. */
  least(page: number | null, box: Box | null): number {
    return Math.min(1, ...this.#wordsIn(page, box).map((word) => word.score ?? 1));
  }

  /** The mean over the letters in the box, 0..1. */
  mean(page: number | null, box: Box | null): number {
    const words = this.#wordsIn(page, box);
    const letters = words.reduce((sum, word) => sum + word.text.length, 0);
    return letters === 0 ? 1 : words.reduce((sum, word) => sum + (word.score ?? 1) * word.text.length, 0) / letters;
  }

  /** What else the readers saw in the box: its text with one word exchanged at a time. */
  others(page: number | null, box: Box | null): string[] {
    const words = this.#wordsIn(page, box);
    return words.flatMap((word, i) =>
      (word.alternatives ?? []).map((other) => words.map((own, k) => (k === i ? other : own.text)).join(' ')),
    );
  }

  #wordsIn(page: number | null, box: Box | null): Word[] {
    if (page === null || box === null) return [];
    const words = this.#pages.get(page)?.words ?? [];
    return words.filter((word) => {
      const [x, y] = [word.x + word.width / 2, word.y + word.height / 2];
      return x >= box.x - 1 && x <= box.x + box.width + 1 && y >= box.y - 1 && y <= box.y + box.height + 1 && /[\p{L}\d]/u.test(word.text);
    });
  }
}

/** Fields that a label promises: a scan that shows the label and no value has a value that was not read. */
export function promised(meaning: LabelMeaning, labels: readonly Label[]): string | null {
  const label = labels.find((one) => one.meaning === meaning && one.from === 0 && one.phrase.length > 4);
  return label
    ? label.run.words
        .slice(label.from, label.to)
        .map((word) => word.text)
        .join(' ')
    : null;
}
