import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  effect,
  inject,
  input,
  numberAttribute,
  signal,
  untracked,
  viewChild,
} from '@angular/core';
import { Title } from '@angular/platform-browser';
import { Router, RouterLink } from '@angular/router';
import { addressOf } from '@umber/contract/endpoints';
import type { HabitsChange, HabitsView, HabitView, TrialView } from '@umber/contract/habits';
import { may } from '@umber/core/permissions';
import type { Habit } from '@umber/core/reading';
import { Store } from '@ngrx/store';
import { of, switchMap, takeWhile, timer, type Observable, type Subscription } from 'rxjs';
import { toObservable } from '@angular/core/rxjs-interop';
import { Api } from '../api';
import { messageOf } from '../api-error';
import { dayText, todayIso } from '../dates/day';
import { loaded } from '../loading/loaded';
import { KeyHint } from '../keys/key-hint';
import { Keys } from '../keys/keys';
import { sessionFeature } from '../people/session.state';
import { TopBar } from '../top-bar';
import { counted } from '../words/counted';
import { OwnFields } from '../own-fields/own-fields';
import { ProgressPanel } from './progress-panel';
import { RuleEditor } from './rule-editor';
import { habitText, inOrder, versionText } from './sentences';
import { TrialPanel } from './trial-panel';

type RuleHabit = Extract<Habit, { what: 'rule' }>;

/** Milliseconds after which it is looked whether a trial is done. */
const LOOKS_AFTER = 400;

/** What was learned of one supplier: each habit as a sentence with where it comes from and how it fared, and every version. */
@Component({
  selector: 'umber-habits-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, ProgressPanel, RouterLink, RuleEditor, TrialPanel],
  templateUrl: './habits-page.html',
  styleUrl: './habits-page.scss',
})
export class HabitsPage {
  readonly id = input.required({ transform: numberAttribute });
  readonly #api = inject(Api);
  readonly #router = inject(Router);
  readonly #bar = inject(TopBar);
  readonly #title = inject(Title);
  readonly #person = inject(Store).selectSignal(sessionFeature.selectPerson);
  readonly #today = todayIso();
  protected readonly view = signal<HabitsView | null>(null);
  protected readonly message = signal('');
  protected readonly busy = signal(false);
  /** The change that is being tried on past documents; null where none is. */
  protected readonly trial = signal<TrialView | null>(null);
  /** The rule that is being made or changed; null where none is. */
  protected readonly editing = signal<RuleHabit | 'new' | null>(null);
  protected readonly merging = signal(false);
  protected readonly other = signal<number | null>(null);
  protected readonly own = inject(OwnFields);
  readonly #owners = loaded(toObservable(this.merging), (merging) => (merging ? this.#api.call('habitOwners') : of([])));
  protected readonly others = computed(() =>
    (this.#owners().value ?? []).filter(
      ({ id, everyone, onFile }) => id !== this.id() && !everyone && !(onFile && this.view()?.supplierId !== null),
    ),
  );
  protected readonly progress = loaded(toObservable(this.id), (id) => this.#api.call('progressOf', { id }));
  protected readonly file = computed(() => addressOf('exportHabits', { id: this.id() }));
  protected readonly editor = viewChild(RuleEditor);
  #asked: Subscription | undefined;
  protected readonly chosen = signal(0);
  protected readonly habits = computed(() => inOrder(this.view()?.habits ?? []));
  /** The versions that changed anything; one that only bore out what was known is like the one before. */
  protected readonly versions = computed(() => {
    const view = this.view();
    return (view?.versions ?? []).filter(({ version, changes }) => changes.length > 0 || version === view?.version || version === 1);
  });
  protected readonly mayChange = computed(() => may(this.#person()?.role ?? 'auditor', this.view()?.everyone ? 'rulesForAll' : 'habits'));
  protected readonly text = habitText;
  protected readonly nameOf = ({ name, everyone }: HabitsView): string =>
    everyone ? 'All suppliers' : (name ?? 'Nobody is named on his pages');
  protected readonly changed = versionText;
  protected readonly counted = counted;
  protected readonly day = (iso: string): string => dayText(iso.slice(0, 10), this.#today);

  constructor() {
    this.#bar.clearWithMe();
    effect(() => {
      const id = this.id();
      untracked(() => this.#take(this.#api.call('habits', { id })));
    });
    inject(DestroyRef).onDestroy(() => this.#asked?.unsubscribe());
    inject(Keys).use([
      { keys: 'ArrowDown', does: 'choose the next habit', repeats: true, run: () => this.#choose(1) },
      { keys: 'ArrowUp', does: 'choose the habit before', repeats: true, run: () => this.#choose(-1) },
      { keys: 'Space', does: 'switch the chosen habit off or on', run: () => this.#turnChosen() },
      {
        keys: 'Enter',
        does: 'try on past documents what would be without the chosen habit; then keep it so',
        run: () => this.#tryOrKeep(),
      },
      { keys: 'Escape', does: 'drop what is tried, or leave the rule', whileTyping: true, run: () => this.#escape() },
      { keys: 'n', does: 'add a rule by hand', run: () => this.mayChange() && this.editing.set('new') },
      { keys: 'e', does: 'change the chosen rule', run: () => this.#editChosen() },
      { keys: 'o', does: 'open the document that it was learned from', run: () => this.#open() },
    ]);
  }

  protected turn({ subject, off }: HabitView): void {
    const view = this.view();
    if (view && this.mayChange()) this.#take(this.#api.call('switchHabit', { id: view.id }, { version: view.version, subject, off: !off }));
  }

  protected trySwitched({ subject, off }: HabitView): void {
    this.#try({ change: 'switch', subject, off: !off });
  }

  protected tryVersion(to: number): void {
    this.#try({ change: 'return', to });
  }

  protected tryMerge(): void {
    const from = this.other();
    if (from !== null) this.#try({ change: 'merge', from });
  }

  #try(change: HabitsChange): void {
    const view = this.view();
    if (!view || !this.mayChange()) return;
    const { id, version } = view;
    this.#asked?.unsubscribe();
    this.trial.set({ id: 0, version, change, result: null });
    this.#asked = this.#api
      .call('tryHabits', { id }, { version, change })
      .pipe(
        switchMap((trial) =>
          trial.result
            ? of(trial)
            : timer(LOOKS_AFTER, LOOKS_AFTER).pipe(
                switchMap(() => this.#api.call('habitTrial', { id, trial: trial.id })),
                takeWhile(({ result }) => result === null, true),
              ),
        ),
      )
      .subscribe({
        next: (trial) => this.trial.set(trial),
        error: (error: unknown) => (this.trial.set(null), this.message.set(messageOf(error))),
      });
  }

  /** Puts in force what was tried. */
  protected keep(): void {
    const [view, trial] = [this.view(), this.trial()];
    if (!view || !trial?.result) return;
    this.drop();
    const { id, version } = view;
    const { change } = trial;
    if (change.change === 'switch')
      this.#take(this.#api.call('switchHabit', { id }, { version, subject: change.subject, off: change.off }));
    else if (change.change === 'return') this.goBack(change.to);
    else this.#take(this.#api.call('mergeHabits', { id }, { version, from: change.from }), () => this.merging.set(false));
  }

  protected drop(): void {
    this.#asked?.unsubscribe();
    this.trial.set(null);
  }

  /** What is tried, in words. */
  protected saysOf(change: HabitsChange): string {
    if (change.change === 'return') return `version ${change.to}`;
    if (change.change === 'merge')
      return `with what was learned of ${this.others().find(({ id }) => id === change.from)?.name ?? 'another'}`;
    const habit = this.view()?.habits.find(({ subject }) => subject === change.subject)?.habit;
    const says = habit ? habitText(habit, this.own.all()) : '';
    const off = change.off ? 'without' : 'with';
    return habit?.what === 'rule' ? `${off} the rule: ${says}` : `${off} “${says}”`;
  }

  protected keepsOf(change: HabitsChange): string {
    if (change.change === 'return') return 'Go back to it';
    return change.change === 'merge' ? 'They are one supplier' : change.off ? 'Switch it off' : 'Switch it on';
  }

  protected change({ habit }: HabitView): void {
    if (habit.what === 'rule' && this.mayChange()) this.editing.set(habit);
  }

  protected remove({ subject }: HabitView): void {
    const view = this.view();
    if (view && this.mayChange()) this.#take(this.#api.call('removeRule', { id: view.id }, { version: view.version, subject }));
  }

  /** A rule was saved: it is chosen, so that the next key tries it. */
  protected ruleSaved(view: HabitsView): void {
    const known = new Set(this.view()?.habits.map(({ subject }) => subject));
    this.editing.set(null);
    this.#show(view);
    const at = this.habits().findIndex(({ subject }) => !known.has(subject));
    if (at >= 0) this.chosen.set(at);
  }

  protected endEditing(): void {
    this.editing.set(null);
  }

  protected goBack(to: number): void {
    const view = this.view();
    if (view && this.mayChange()) this.#take(this.#api.call('returnHabits', { id: view.id }, { version: view.version, to }));
  }

  #choose(by: 1 | -1): void {
    this.chosen.update((at) => Math.max(0, Math.min(this.habits().length - 1, at + by)));
  }

  #tryOrKeep(): void {
    if (this.trial()) return this.keep();
    const one = this.habits()[this.chosen()] as HabitView | undefined;
    if (one && this.editing() === null) this.trySwitched(one);
  }

  #editChosen(): void {
    const one = this.habits()[this.chosen()] as HabitView | undefined;
    if (one) this.change(one);
  }

  #escape(): void {
    if (this.trial()) this.drop();
    else if (this.editing()) this.editor()?.giveUp();
    else this.merging.set(false);
  }

  #turnChosen(): void {
    const one = this.habits()[this.chosen()] as HabitView | undefined;
    if (one) this.turn(one);
  }

  #open(): void {
    const from = (this.habits()[this.chosen()] as HabitView | undefined)?.from;
    if (from) void this.#router.navigate(['/document', from.id]);
  }

  #take(answer: Observable<HabitsView>, then: () => void = () => undefined): void {
    if (this.busy()) return;
    this.busy.set(true);
    answer.subscribe({
      next: (view) => {
        this.busy.set(false);
        this.#show(view);
        then();
      },
      error: (error: unknown) => {
        this.busy.set(false);
        this.message.set(messageOf(error));
      },
    });
  }

  #show(view: HabitsView): void {
    this.view.set(view);
    this.message.set('');
    this.chosen.update((at) => Math.min(at, Math.max(0, view.habits.length - 1)));
    this.#bar.trail.set([
      { text: 'Habits', link: ['/habits'] },
      { text: this.nameOf(view), strong: true },
    ]);
    this.#title.setTitle(view.everyone ? 'Rules for all suppliers · Umber Tray' : `Habits of ${view.name ?? 'a supplier'} · Umber Tray`);
  }
}
