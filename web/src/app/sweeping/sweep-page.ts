import { KeyHint } from '../keys/key-hint';
import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { may } from '@umber/core/permissions';
import { SWEEP_KINDS, type SweepAnswer, type SweepItem, type SweepKind, type SweepResult } from '@umber/contract/sweeping';
import { Store } from '@ngrx/store';
import { Api } from '../api';
import { messageOf } from '../api-error';
import { CELL_NAMES, FIELD_NAMES, isHeaderField, shownCell, shownValue } from '../checking/questions';
import { typedValue } from '../checking/typed-value';
import { CutOut } from '../documents/cut-out';
import { pagePicture } from '../documents/addresses';
import { Keys } from '../keys/keys';
import { typingIn } from '../keys/typing-in';
import { sessionFeature } from '../people/session.state';
import { questionText } from '../reading/sentences';
import { WindowSize } from '../window-size';
import { counted } from '../words/counted';
import { groupsOf, piecesOf, SWEEP_NAMES, type Piece } from './groups';

/** Pixels: a card with its gap, a group's heading, and all that stands around them. */
const [CARD_WIDTH, CARD_HEIGHT, HEADING, AROUND] = [172, 106, 30, 230];
/** Height of one character by itself, in pixels. */
const PIECE = 34;

/** One kind of question over all documents that wait at Check: the eye finds the odd one among many alike. */
@Component({
  selector: 'umber-sweep-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, CutOut, RouterLink],
  templateUrl: './sweep-page.html',
  styleUrl: './sweep-page.scss',
})
export class SweepPage {
  readonly #api = inject(Api);
  readonly #router = inject(Router);
  readonly #typeIn = typingIn();
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly #window = inject(WindowSize);
  readonly #person = inject(Store).selectSignal(sessionFeature.selectPerson);
  protected readonly mayCheck = computed(() => may(this.#person()?.role ?? 'auditor', 'check'));

  readonly #items = signal<readonly SweepItem[] | null>(null);
  protected readonly error = signal('');
  protected readonly said = signal('');
  protected readonly busy = signal(false);
  readonly #kind = signal<SweepKind | null>(null);
  protected readonly byCharacter = signal(false);
  /** Doubts picked out as wrong, with what they are instead where that was typed. */
  protected readonly wrong = signal<ReadonlyMap<number, string | null>>(new Map());
  /** The stroke that can be taken back. */
  protected readonly stroke = signal<readonly { document: number; step: number }[]>([]);
  protected readonly chosen = signal(0);
  protected readonly typing = signal<number | null>(null);

  protected readonly names = SWEEP_NAMES;
  protected readonly kinds = computed(() => {
    const items = this.#items() ?? [];
    return SWEEP_KINDS.map((kind) => ({ kind, count: items.filter((item) => item.kind === kind).length })).filter(({ count }) => count > 0);
  });
  protected readonly kind = computed(() => this.kinds().find(({ kind }) => kind === this.#kind())?.kind ?? this.kinds()[0]?.kind ?? null);
  readonly #ofKind = computed(() => (this.#items() ?? []).filter((item) => item.kind === this.kind()));
  protected readonly columns = computed(() => Math.max(1, Math.floor((this.#window.width() - 60) / CARD_WIDTH)));
  /** As many as the screen holds: only what is on it is accepted. */
  protected readonly shown = computed(() => {
    let room = this.#window.height() - AROUND;
    const shown: SweepItem[] = [];
    for (const { items } of groupsOf(this.#ofKind())) {
      room -= HEADING;
      const rows = Math.min(Math.ceil(items.length / this.columns()), Math.floor(room / CARD_HEIGHT));
      if (rows < 1) break;
      shown.push(...items.slice(0, rows * this.columns()));
      room -= rows * CARD_HEIGHT;
    }
    return shown.length > 0 ? shown : this.#ofKind().slice(0, this.columns());
  });
  protected readonly groups = computed(() => groupsOf(this.shown()));
  /** The items in the order in which they stand. */
  readonly #ordered = computed(() => this.groups().flatMap(({ items }) => items));
  protected readonly pieces = computed(() => piecesOf(this.shown()));
  protected readonly rest = computed(() => this.#ofKind().length - this.shown().length);
  protected readonly state = computed(() =>
    this.#items() === null ? (this.error() ? 'failed' : 'loading') : this.kinds().length === 0 ? 'empty' : 'work',
  );
  protected readonly right = computed(() => this.shown().filter(({ doubt }) => !this.wrong().has(doubt)));
  protected readonly typed = computed(() => this.shown().filter(({ doubt }) => this.wrong().get(doubt) != null));
  protected readonly summary = computed(() => {
    const wrong = this.shown().length - this.right().length;
    if (wrong === 0) return 'Pick out what was read wrong.';
    const typed = this.typed().length;
    const left = wrong - typed;
    return `${wrong} picked out as wrong${typed > 0 ? `, ${typed} typed anew` : ''}${left > 0 ? `, ${left} ${left === 1 ? 'stays' : 'stay'} in doubt` : ''}.`;
  });

  constructor() {
    this.load();
    inject(Keys).use([
      {
        keys: 'ArrowRight ArrowLeft',
        does: 'next or previous value',
        repeats: true,
        run: (event) => this.#move(event.key === 'ArrowRight' ? 1 : -1),
      },
      {
        keys: 'ArrowDown ArrowUp',
        does: 'a row further',
        repeats: true,
        run: (event) => this.#move((event.key === 'ArrowDown' ? 1 : -1) * this.columns()),
      },
      { keys: 'Space', does: 'pick the value out as wrong, or not', run: () => this.toggle(this.#ordered()[this.chosen()]) },
      { keys: 'e', does: 'type what it is', run: () => this.type(this.#ordered()[this.chosen()]) },
      { keys: 'o', does: 'open its document', run: () => this.open(this.#ordered()[this.chosen()]) },
      { keys: 'm', does: 'look closer: by character, and back', run: () => this.byCharacter.update((on) => !on) },
      { keys: 'z Control+z', does: 'take the last stroke back', run: () => this.undo() },
      {
        keys: '1 2 3 4 5 6 7',
        does: 'another kind of value',
        run: (event) => this.choose(this.kinds()[Number(event.key) - 1]?.kind ?? null),
      },
      { keys: 'Enter', does: 'accept all that are not picked out, and those typed anew', run: () => this.accept() },
      { keys: 'Escape', does: 'back to the tray', run: () => void this.#router.navigate(['/tray', 'check']) },
    ]);
  }

  protected load(): void {
    this.error.set('');
    this.#api.call('sweepItems').subscribe({
      next: (items) => {
        this.#items.set(items);
        this.busy.set(false);
      },
      error: (error: unknown) => {
        this.error.set(messageOf(error));
        this.busy.set(false);
      },
    });
  }

  protected readonly text = (item: SweepItem): string =>
    item.line === null && isHeaderField(item.field) ? shownValue(item.field, item.value) : shownCell(item.field as never, item.value);
  protected readonly name = (item: SweepItem): string =>
    item.line === null && isHeaderField(item.field)
      ? FIELD_NAMES[item.field]
      : `Line ${(item.line ?? 0) + 1}, ${CELL_NAMES[item.field as never]}`;
  protected readonly isWords = ({ field }: SweepItem): boolean => field === 'description' || field === 'sellerName';
  protected readonly question = (item: SweepItem): string => questionText(item);
  protected readonly isChosen = (item: SweepItem): boolean => this.#ordered()[this.chosen()]?.doubt === item.doubt;

  protected choose(kind: SweepKind | null): void {
    if (kind === null) return;
    this.#kind.set(kind);
    this.chosen.set(0);
    this.said.set('');
  }

  protected toggle(item: SweepItem | undefined): void {
    if (!item || !this.mayCheck()) return;
    this.chosen.set(this.#ordered().indexOf(item));
    this.wrong.update((wrong) => {
      const next = new Map(wrong);
      if (!next.delete(item.doubt)) next.set(item.doubt, null);
      return next;
    });
  }

  protected type(item: SweepItem | undefined): void {
    if (!item || !this.mayCheck()) return;
    this.chosen.set(this.#ordered().indexOf(item));
    this.byCharacter.set(false);
    this.typing.set(item.doubt);
    this.#typeIn(() => this.#host.nativeElement.querySelector<HTMLInputElement>('.typing'));
  }

  protected give(item: SweepItem, text: string): void {
    if (this.typing() !== item.doubt) return;
    this.typing.set(null);
    const value = typedValue(item.field, text);
    this.wrong.update((wrong) => new Map(wrong).set(item.doubt, value === '' || value === item.value ? null : value));
  }

  protected keyIn(item: SweepItem, event: KeyboardEvent): void {
    if (event.key !== 'Enter' && event.key !== 'Escape') return;
    event.preventDefault();
    event.stopPropagation();
    if (event.key === 'Enter') this.give(item, (event.target as HTMLInputElement).value);
    else this.typing.set(null);
  }

  protected open(item: SweepItem | undefined): void {
    if (item) void this.#router.navigate(['/document', item.document]);
  }

  /** Accepts what is on the screen and not picked out, and gives those typed anew their values. */
  protected accept(): void {
    if (this.busy() || !this.mayCheck() || this.state() !== 'work') return;
    const answers = [...this.right(), ...this.typed()].map((item): SweepAnswer => ({
      document: item.document,
      doubt: item.doubt,
      shown: item.value,
      value: this.wrong().get(item.doubt) ?? null,
    }));
    if (answers.length === 0) return;
    this.busy.set(true);
    this.#api.call('sweep', {}, { answers }).subscribe({
      next: (results) => {
        this.stroke.set(results.flatMap(({ document, step }) => (step === null ? [] : [{ document, step }])));
        this.#say(results, 'settled');
        this.#goOn(results);
      },
      error: (error: unknown) => {
        this.said.set(messageOf(error));
        this.busy.set(false);
      },
    });
  }

  protected undo(): void {
    const steps = this.stroke();
    if (steps.length === 0 || this.busy()) return;
    this.busy.set(true);
    this.#api.call('undoSweep', {}, { steps }).subscribe({
      next: (results) => {
        this.stroke.set([]);
        this.#say(results, 'taken back');
        this.load();
      },
      error: (error: unknown) => {
        this.said.set(messageOf(error));
        this.busy.set(false);
      },
    });
  }

  /** A character as a piece of its page, large enough to be judged. */
  protected pieceStyle({ item, x, y, width, height }: Piece): Readonly<Record<string, string>> {
    const scale = PIECE / (height * 1.3);
    const left = x - width * 0.35;
    const top = y - height * 0.15;
    return {
      width: `${Math.max(14, width * 1.7 * scale)}px`,
      height: `${PIECE}px`,
      backgroundImage: `url(${pagePicture(item.document, item.page)})`,
      backgroundSize: `${item.page.width * scale}px ${item.page.height * scale}px`,
      backgroundPosition: `${-left * scale}px ${-top * scale}px`,
    };
  }

  #say(results: readonly SweepResult[], what: string): void {
    const taken = results.filter(({ step }) => step !== null).length;
    const left = results.filter(({ message }) => message !== null);
    this.said.set(`${counted(taken, 'value')} ${what}.${left.length > 0 ? ` ${left.length} not: ${left[0].message}` : ''}`);
  }

  /** What was taken is gone from the list at once; what others changed is looked up. */
  #goOn(results: readonly SweepResult[]): void {
    const gone = new Set(results.map(({ doubt }) => doubt));
    this.#items.update((items) => items?.filter(({ doubt }) => !gone.has(doubt)) ?? null);
    this.wrong.update((wrong) => new Map([...wrong].filter(([doubt]) => !gone.has(doubt))));
    this.chosen.set(0);
    this.load();
  }

  #move(step: number): void {
    this.chosen.update((at) => Math.max(0, Math.min(this.#ordered().length - 1, at + step)));
    requestAnimationFrame(() => this.#host.nativeElement.querySelector('.card.chosen')?.scrollIntoView({ block: 'nearest' }));
  }
}
