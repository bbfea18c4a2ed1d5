import {
  afterNextRender,
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  ElementRef,
  inject,
  input,
  linkedSignal,
  output,
  signal,
  untracked,
} from '@angular/core';
import { toObservable, toSignal } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import type { HabitsView, RuleTried, RuleTry } from '@umber/contract/habits';
import { subjectOf, PAGE_PARTS, RULE_PAGES, type Change, type Habit, type Look, type Rule } from '@umber/core/reading';
import { catchError, debounceTime, map, of, startWith, switchMap } from 'rxjs';
import { Api } from '../api';
import { messageOf } from '../api-error';
import { Drafts } from '../drafts/drafts';
import { OwnFields } from '../own-fields/own-fields';
import { fieldWord } from '../reading/sentences';
import {
  CHANGE_KINDS,
  KIND_WORDS,
  kindOf,
  LOOK_WORDS,
  MISSED,
  newLook,
  newRule,
  PAGE_WORDS,
  PART_WORDS,
  ruleFields,
  ruleText,
  TAKEN,
  WHICH_ONES,
  WHICH_WORDS,
} from './rule-words';

/** Milliseconds of rest after which a changed rule is tried. */
const TRIED_AFTER = 350;

interface Tried {
  readonly found: readonly RuleTried[] | null;
  readonly fault: string | null;
}

/** A rule as a sentence made of parts, tried on documents as it is changed. */
@Component({
  selector: 'umber-rule-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [RouterLink],
  templateUrl: './rule-editor.html',
  styleUrl: './rule-editor.scss',
})
export class RuleEditor {
  readonly owner = input.required<HabitsView>();
  /** The rule that is changed; null: a new one. */
  readonly habit = input.required<Extract<Habit, { what: 'rule' }> | null>();
  readonly saved = output<HabitsView>();
  readonly left = output<void>();
  readonly #api = inject(Api);
  readonly #drafts = inject(Drafts);
  readonly #own = inject(OwnFields);
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);

  readonly #purpose = computed(() => `habits/${this.owner().id}/rule/${this.habit()?.id ?? 'new'}`);
  protected readonly rule = linkedSignal({
    source: () => ({ habit: this.habit(), purpose: this.#purpose() }),
    computation: ({ habit, purpose }) => draftOf(untracked(() => this.#drafts.of(purpose))) ?? habit?.rule ?? newRule(),
  });
  protected readonly on = linkedSignal<RuleTry['on']>(() => (this.owner().everyone || this.owner().documents === 0 ? 'all' : 'supplier'));
  protected readonly search = signal('');
  protected readonly message = signal('');
  protected readonly busy = signal(false);
  protected readonly fields = computed(() => ruleFields(this.#own.all()));
  protected readonly sentence = computed(() => ruleText(this.rule(), this.#own.all()));
  protected readonly looks = Object.entries(LOOK_WORDS) as [Look['look'], string][];
  protected readonly parts = PAGE_PARTS;
  protected readonly partWords = PART_WORDS;
  protected readonly pages = RULE_PAGES;
  protected readonly pageWords = PAGE_WORDS;
  protected readonly kinds = TAKEN;
  protected readonly kindWords = KIND_WORDS;
  protected readonly which = WHICH_ONES;
  protected readonly whichWords = WHICH_WORDS;
  protected readonly changes = CHANGE_KINDS;
  protected readonly kindOf = kindOf;
  protected readonly missed = MISSED;

  protected readonly isWhole = computed(() => isWhole(this.rule()));
  readonly #trying = computed((): { id: number; wish: RuleTry } | null =>
    this.isWhole() ? { id: this.owner().id, wish: { rule: this.rule(), on: this.on(), search: this.search() } } : null,
  );
  protected readonly tried = toSignal(
    toObservable(this.#trying).pipe(
      debounceTime(TRIED_AFTER),
      switchMap((trying) =>
        trying === null
          ? of<Tried>({ found: null, fault: null })
          : this.#api.call('tryRule', { id: trying.id }, trying.wish).pipe(
              map((found): Tried => ({ found, fault: null })),
              catchError((error: unknown) => of<Tried>({ found: null, fault: messageOf(error) })),
            ),
      ),
      startWith<Tried>({ found: null, fault: null }),
    ),
    { initialValue: { found: null, fault: null } },
  );
  protected readonly summary = computed(() => {
    const found = this.tried().found ?? [];
    const hits = found.filter(({ value }) => value !== null);
    const of = (test: (one: RuleTried) => boolean) => hits.filter(test).length;
    return {
      documents: found.length,
      hits: hits.length,
      same: of(({ value, now }) => same(value, now)),
      fills: of(({ now }) => now === null),
      other: of(({ value, now }) => now !== null && !same(value, now)),
    };
  });

  constructor() {
    effect(() => {
      const [rule, purpose] = [this.rule(), this.#purpose()];
      untracked(() => {
        if (JSON.stringify(rule) === JSON.stringify(this.habit()?.rule ?? newRule())) this.#drafts.drop(purpose);
        else this.#drafts.keep(purpose, JSON.stringify(rule));
      });
    });
    afterNextRender(() => this.#host.nativeElement.querySelector<HTMLElement>('select')?.focus());
  }

  protected readonly same = same;
  protected readonly now = (one: RuleTried): string => one.now ?? 'empty';
  protected readonly fieldName = computed(() => fieldWord(this.rule().field));
  protected readonly text = (event: Event): string => (event.target as HTMLInputElement | HTMLSelectElement).value;

  protected set(change: Partial<Rule>): void {
    this.rule.update((rule) => ({ ...rule, ...change }));
  }

  protected setWords(which: 'when' | 'unless', at: number, words: string): void {
    this.set({ [which]: this.rule()[which].map((one, i) => (i === at ? words : one)) });
  }

  protected addWords(which: 'when' | 'unless'): void {
    this.set({ [which]: [...this.rule()[which], ''] });
  }

  protected dropWords(which: 'when' | 'unless', at: number): void {
    this.set({ [which]: this.rule()[which].filter((_, i) => i !== at) });
  }

  protected setLook(at: number, look: Look): void {
    this.set({ look: this.rule().look.map((one, i) => (i === at ? look : one)) });
  }

  protected lookAt(at: number, kind: string): void {
    const before = this.rule().look[at];
    const next = newLook(kind as Look['look']);
    // Words that are typed already stay.
    this.setLook(at, 'words' in before && 'words' in next ? { ...next, words: before.words } : next);
  }

  protected addLook(): void {
    this.set({ look: [...this.rule().look, newLook('part')] });
  }

  protected dropLook(at: number): void {
    this.set({ look: this.rule().look.filter((_, i) => i !== at) });
  }

  protected setTake(take: Partial<Rule['take']>): void {
    this.set({ take: { ...this.rule().take, ...take } });
  }

  protected setChange(at: number, change: Change): void {
    this.set({ change: this.rule().change.map((one, i) => (i === at ? change : one)) });
  }

  protected changeTo(at: number, kind: string): void {
    const found = CHANGE_KINDS.find((one) => one.kind === kind);
    if (found) this.setChange(at, found.begins);
  }

  protected addChange(): void {
    this.set({ change: [...this.rule().change, CHANGE_KINDS[0].begins] });
  }

  protected dropChange(at: number): void {
    this.set({ change: this.rule().change.filter((_, i) => i !== at) });
  }

  save(): void {
    if (this.busy()) return;
    const { id, version } = this.owner();
    const habit = this.habit();
    this.busy.set(true);
    const rule = trimmed(this.rule());
    this.#api.call('saveRule', { id }, { version, subject: habit && subjectOf(habit), rule }).subscribe({
      next: (view) => {
        this.busy.set(false);
        this.#drafts.drop(this.#purpose());
        this.saved.emit(view);
      },
      error: (error: unknown) => {
        this.busy.set(false);
        this.message.set(messageOf(error));
      },
    });
  }

  giveUp(): void {
    this.#drafts.drop(this.#purpose());
    this.left.emit();
  }
}

/** Whether all parts of a rule are there, so that it can be tried. */
const isWhole = ({ when, unless, look, change }: Rule): boolean =>
  [...when, ...unless].every((words) => words.trim() !== '') &&
  look.length > 0 &&
  look.every((one) => !('words' in one) || one.words.trim() !== '') &&
  change.every(
    (one) =>
      (one.change !== 'keep' || one.mark !== '') &&
      (one.change !== 'replace' || one.what !== '') &&
      (one.change !== 'cut' || one.signs >= 1),
  );

const trimmed = (rule: Rule): Rule => ({
  ...rule,
  when: rule.when.map((words) => words.trim()),
  unless: rule.unless.map((words) => words.trim()),
});

/** Whether two values are one, whatever their zeros behind the point. */
function same(value: string | null, now: string | null): boolean {
  if (value === null || now === null) return value === now;
  const isNumber = (text: string) => /^-?\d+(\.\d+)?$/.test(text);
  return value === now || (isNumber(value) && isNumber(now) && Number(value) === Number(now));
}

function draftOf(text: string | null): Rule | null {
  if (text === null) return null;
  try {
    return JSON.parse(text) as Rule;
  } catch {
    return null;
  }
}
