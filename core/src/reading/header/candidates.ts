import type { Relation } from '../../documents/index.js';
import { bottom, overlapX, right, type Box } from '../../geometry/index.js';
import { isSmallWord, isWeak, type Label } from '../language/labels.js';
import type { LabelMeaning } from '../../languages/index.js';
import { isCurrencySign } from '../print/numbers.js';
import type { Span } from '../print/spans.js';
import type { Row, Run } from '../print/words.js';

/** A value that a label points at. `score` is 0..1, for comparing candidates of one field. */
export interface Candidate<S extends Span> {
  readonly span: S;
  readonly label: Label;
  readonly relation: Relation;
  readonly score: number;
}

type SpansOf<S extends Span> = (run: Run) => readonly S[];

/** A gap of so many letter heights parts a side bar from the page. */
const FAR = 4;

/** How far below a label its value may be, in heights of the label, and below one of a row of labels, some of which may have two lines. */
const FAR_BELOW = 2.4;
const FAR_BELOW_HEADS = 3.4;

/** Words that a line of a text has at least, and what a value counts less that stands in its next line. */
const SENTENCE = 5;
const WRAPPED = 0.1;

/** What a weak label counts less, one that also occurs in ordinary text. */
const WEAK = 0.12;

/** So much closer above than below is a value whose label stands under it. */
const CLOSER = 0.7;

/** What a value above its label counts more where that is how the page is laid out. */
const ABOVE_AS_BELOW = -0.26;

const RELATION_SCORE: Readonly<Record<Relation, number>> = { 'same run': 0.96, 'right of': 0.95, below: 0.86, above: 0.6 };

/** The rows of one document with the labels found on them, ready to be asked what a label points at. */
export class LabelledRows {
  readonly labels: readonly Label[];
  readonly #byRun = new Map<Run, Label[]>();
  readonly #byRow = new Map<number, Label[]>();
  readonly #byMeaning = new Map<LabelMeaning, Label[]>();
  readonly #rows: readonly Row[];
  /** Where the row with an index stands among the rows. */
  readonly #places: ReadonlyMap<number, number>;

  constructor(rows: readonly Row[], labels: readonly Label[]) {
    this.labels = labels;
    this.#rows = rows;
    this.#places = new Map(rows.map((row, place) => [row.index, place]));
    for (const label of labels) {
      file(this.#byRun, label.run, label);
      file(this.#byRow, label.run.row, label);
      file(this.#byMeaning, label.meaning, label);
    }
  }

  /** The labels on the row with this index. */
  onRow(index: number): readonly Label[] {
    return this.#byRow.get(index) ?? [];
  }

  /** Whether the run begins with a label and is thus no value. */
  startsWithLabel(run: Run): boolean {
    return (this.#byRun.get(run) ?? []).some((label) => label.from === 0);
  }

  /**
   * Whether the labels stand under their values rather than over them: more of those that stand alone have the nearest value above.
   * At least two must.
   */
  standUnder<S extends Span>(meanings: readonly LabelMeaning[], spansOf: SpansOf<S>): boolean {
    let [over, under] = [0, 0];
    for (const meaning of meanings)
      for (const label of this.#byMeaning.get(meaning) ?? []) {
        if (label.from > 0 || label.to < label.run.words.length || label.run.text.endsWith(':')) continue;
        const box = labelBox(label);
        const [above] = this.#vertical(label, spansOf, -1);
        const [below] = this.#vertical(label, spansOf, 1);
        const up = above ? box.y - bottom(above.box) : Infinity;
        const down = below ? below.box.y - bottom(box) : Infinity;
        if (up < CLOSER * down) under++;
        else if (down !== Infinity) over++;
      }
    return under >= 2 && under > over;
  }

  /** Every value of the wanted type that a label of this meaning points at, best first. */
  candidates<S extends Span>(meaning: LabelMeaning, spansOf: SpansOf<S>, options: { above?: boolean | 'only' } = {}): Candidate<S>[] {
    return (this.#byMeaning.get(meaning) ?? [])
      .flatMap((label) => this.#pointedAt(label, spansOf, options.above ?? false))
      .sort((a, b) => b.score - a.score);
  }

  #pointedAt<S extends Span>(label: Label, spansOf: SpansOf<S>, above: boolean | 'only'): Candidate<S>[] {
    const base = this.#labelScore(label);
    const found = (span: S, relation: Relation, penalty = 0): Candidate<S> => ({
      span,
      label,
      relation,
      score: Math.max(0.05, RELATION_SCORE[relation] + base - penalty),
    });
    const next = Math.min(
      ...(this.#byRun.get(label.run) ?? [])
        .filter((other) => other.from >= label.to && other.meaning !== label.meaning && !isSmallWord(other.phrase))
        .map((other) => other.to),
    );
    // What stands behind the next label is that one's.
    const same = spansOf(label.run).filter((span) => isBehind(span, label) && span.from - label.to <= 7 && span.from < next);
    const inRun = same.map((span, i) => found(span, 'same run', 0.03 * (span.from - label.to) + 0.02 * i));
    const toRight = this.#rightOf(label, spansOf).map(({ span, penalty }) => found(span, 'right of', penalty));
    if (inRun.length > 0) return [...inRun, ...toRight.map((candidate) => ({ ...candidate, score: candidate.score - BEHIND_ITS_OWN }))];
    if (toRight.length > 0) {
      const under = this.#flushBelow(label, spansOf, toRight[0].span);
      return under
        ? [found(under, 'below', -0.1), ...toRight.map((candidate) => ({ ...candidate, score: candidate.score - 0.15 }))]
        : toRight;
    }
    const wrapped = this.#wrapped(label, spansOf);
    if (wrapped) return [found(wrapped, 'same run', WRAPPED)];
    if (label.to < label.run.words.length && !this.#endsInLabels(label)) return [];
    if (above === 'only') return this.#vertical(label, spansOf, -1).map((span) => found(span, 'above', ABOVE_AS_BELOW));
    const below = this.#vertical(label, spansOf, 1).map((span) =>
      found(span, 'below', isWeak(label.phrase) && isCaption(label, span) ? -WEAK : 0),
    );
    if (below.length > 0 || !above) return below;
    return this.#vertical(label, spansOf, -1).map((span) => found(span, 'above'));
  }

  /** What begins the next line of a text whose line ends in the label: “a total of” and “973.72” below. */
  #wrapped<S extends Span>(label: Label, spansOf: SpansOf<S>): S | null {
    const { run } = label;
    if (label.from === 0 || run.words.length - label.to > 2 || run.words.length < SENTENCE) return null;
    const place = this.#places.get(run.row) ?? -1;
    const [row, next] = [this.#rows[place], this.#rows[place + 1] as Row | undefined];
    if (!next || next.page !== run.page || row.runs.length > 1 || Math.abs(next.runs[0].box.x - run.box.x) > 2) return null;
    if (next.box.y - bottom(run.box) > run.box.height) return null;
    return spansOf(next.runs[0]).find((span) => span.from <= 2) ?? null;
  }

  #labelScore(label: Label): number {
    const words = label.phrase.split(' ').length;
    let score = words >= 2 ? 0.03 : 0;
    if (isWeak(label.phrase)) score -= WEAK;
    if (label.from > 0 && !this.#followsLabel(label)) score -= label.from > 3 ? 0.2 : 0.1;
    return score;
  }

  /** A label right after another label's value, or in a run of nothing but labels: still at the start of something. */
  #followsLabel(label: Label): boolean {
    if (this.#isAllLabels(label.run)) return true;
    const before = label.run.words[label.from - 1]?.text ?? '';
    return /^[·|–—-]$/.test(before) || /[:,·|]$/.test(before);
  }

  /** Whether several labels cover all words of a run, as over the columns of a table of one row. */
  #isAllLabels(run: Run): boolean {
    const labels = this.#byRun.get(run) ?? [];
    if (labels.every(({ from }) => from === labels[0].from)) return false;
    return run.words.every(
      (word, i) => labels.some(({ from, to }) => i >= from && i < to) || (word.text.length <= 3 && !/\d/.test(word.text)),
    );
  }

  #endsInLabels(label: Label): boolean {
    const labels = this.#byRun.get(label.run) ?? [];
    return (
      labels.some((other) => other.to === label.run.words.length) ||
      label.run.words.slice(label.to).every((word) => /^[^\p{L}\d]*$/u.test(word.text) || word.text.length <= 3)
    );
  }

  #rightOf<S extends Span>(label: Label, spansOf: SpansOf<S>): { span: S; penalty: number }[] {
    const row = this.#rows[this.#places.get(label.run.row) ?? -1];
    if (!row || this.#hasLabelAfter(label)) return [];
    const found: { span: S; penalty: number }[] = [];
    let passed = 0;
    for (const run of row.runs.slice(row.runs.indexOf(label.run) + 1)) {
      if (this.startsWithLabel(run)) break;
      const gap = run.box.x - right(label.run.box);
      for (const span of spansOf(run)) {
        found.push({ span, penalty: Math.min(0.12, gap / 3000) + 0.04 * passed + (span.from > 0 ? 0.06 : 0) });
      }
      passed++;
      if (passed > 3) break;
    }
    return found;
  }

  #hasLabelAfter(label: Label): boolean {
    return (this.#byRun.get(label.run) ?? []).some(
      (other) => other.from >= label.to && other.meaning !== label.meaning && !isSmallWord(other.phrase),
    );
  }

  #vertical<S extends Span>(label: Label, spansOf: SpansOf<S>, direction: 1 | -1): S[] {
    const box = labelBox(label);
    for (let place = this.#places.get(label.run.row) ?? -1; this.#rows[place]?.page === label.run.page; place += direction) {
      const row = this.#rows[place];
      const gap = direction === 1 ? row.box.y - bottom(box) : box.y - bottom(row.box);
      if (gap < -0.35 * box.height) continue;
      if (gap > (this.#isHead(label) ? FAR_BELOW_HEADS : FAR_BELOW) * box.height + 6) break;
      const under = row.runs.filter((run) => aligned(box, run.box) && !isSpeck(run));
      if (under.length === 0) continue;
      const spans = under
        .filter((run) => !this.startsWithLabel(run))
        .flatMap(spansOf)
        .filter((span) => aligned(box, span.box));
      if (spans.length > 0) return [nearestX(spans, box)];
      if (under.some((run) => this.startsWithLabel(run)) || direction === 1) break;
    }
    return [];
  }

  /** Whether the label stands among others, as over the columns of a table of one row. */
  #isHead(label: Label): boolean {
    return this.onRow(label.run.row).some((other) => other.from >= label.to || other.to <= label.from || other.run !== label.run);
  }

  /** A value right under the label, flush with it, where what stands to the right is far away: a label of a side bar. */
  #flushBelow<S extends Span>(label: Label, spansOf: SpansOf<S>, beside: S): S | null {
    const box = labelBox(label);
    if (label.to < label.run.words.length || beside.box.x - right(box) < FAR * box.height) return null;
    const [under] = this.#vertical(label, spansOf, 1);
    return under && Math.abs(under.box.x - box.x) < 3 && under.box.y - bottom(box) < 0.9 * box.height ? under : null;
  }
}

/** What a value counts less that stands right of a label which has its own in one run. */
const BEHIND_ITS_OWN = 0.3;

/** Whether a value stands behind a label; the currency in “Total EUR 12.00” is of both. */
const isBehind = (span: Span, { from, to, run }: Label): boolean =>
  span.from >= to || (span.from > from && span.to > to && run.words.slice(span.from, to).every(({ text }) => isCurrencySign(text)));

function file<K, V>(drawers: Map<K, V[]>, key: K, value: V): void {
  const drawer = drawers.get(key);
  if (drawer) drawer.push(value);
  else drawers.set(key, [value]);
}

function labelBox(label: Label): Box {
  const words = label.run.words.slice(label.from, label.to);
  const x = words[0].x;
  return { ...label.run.box, x, width: right(words[words.length - 1]) - x };
}

/** Whether a label stands alone, right over a value that stands alone too, flush with it: no word of a text. */
function isCaption(label: Label, { run, from, to, box }: Span): boolean {
  const [above, whole] = [label.run.box, label.from === 0 && label.to === label.run.words.length];
  const flush = Math.abs(box.x - above.x) < 2 || Math.abs(right(box) - right(above)) < 2;
  return whole && from === 0 && to === run.words.length && flush && box.y - bottom(above) < above.height;
}

/** A letter or two that a reader of a scan saw in a rule or a speck. */
const isSpeck = (run: Run): boolean => run.words[0].score !== undefined && /^[^\d]{1,2}$/u.test(run.text);

function aligned(a: Box, b: Box): boolean {
  return overlapX(a, b) > 0 || Math.abs(a.x - b.x) < 6 || Math.abs(right(a) - right(b)) < 6;
}

function nearestX<S extends Span>(spans: readonly S[], box: Box): S {
  const distance = (span: S) => Math.min(Math.abs(span.box.x - box.x), Math.abs(right(span.box) - right(box)));
  return spans.reduce((a, b) => (distance(b) < distance(a) ? b : a));
}
