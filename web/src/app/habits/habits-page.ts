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
} from '@angular/core';
import { Title } from '@angular/platform-browser';
import { Router, RouterLink } from '@angular/router';
import type { HabitsView, HabitView, TrialView } from '@umber/contract/habits';
import { may } from '@umber/core/permissions';
import { Store } from '@ngrx/store';
import { of, switchMap, takeWhile, timer, type Observable, type Subscription } from 'rxjs';
import { Api } from '../api';
import { messageOf } from '../api-error';
import { dayText, todayIso } from '../dates/day';
import { KeyHint } from '../keys/key-hint';
import { Keys } from '../keys/keys';
import { sessionFeature } from '../people/session.state';
import { TopBar } from '../top-bar';
import { counted } from '../words/counted';
import { habitText, inOrder, triedText, versionText } from './sentences';

/** Milliseconds after which it is looked whether a trial is done. */
const LOOKS_AFTER = 400;

/** What was learned of one supplier: each habit as a sentence with where it comes from and how it fared, and every version. */
@Component({
  selector: 'umber-habits-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, RouterLink],
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
  protected readonly tried = computed(() => {
    const trial = this.trial();
    return trial && (this.view()?.habits.find(({ subject }) => subject === trial.subject) ?? null);
  });
  #asked: Subscription | undefined;
  protected readonly chosen = signal(0);
  protected readonly habits = computed(() => inOrder(this.view()?.habits ?? []));
  protected readonly mayChange = computed(() => may(this.#person()?.role ?? 'auditor', 'habits'));
  protected readonly text = habitText;
  protected readonly changed = versionText;
  protected readonly counted = counted;
  protected readonly triedText = triedText;
  protected readonly signed = (n: number): string => (n === 0 ? 'none' : n > 0 ? `+${n}` : `−${-n}`);
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
      { keys: 'Escape', does: 'drop what is tried', run: () => this.drop() },
      { keys: 'o', does: 'open the document that it was learned from', run: () => this.#open() },
    ]);
  }

  protected turn({ subject, off }: HabitView): void {
    const view = this.view();
    if (view && this.mayChange()) this.#take(this.#api.call('switchHabit', { id: view.id }, { version: view.version, subject, off: !off }));
  }

  protected tryWithout({ subject, off }: HabitView): void {
    const view = this.view();
    if (!view || !this.mayChange()) return;
    const { id, version } = view;
    this.#asked?.unsubscribe();
    this.trial.set({ id: 0, version, subject, off: !off, result: null });
    this.#asked = this.#api
      .call('tryHabit', { id }, { version, subject, off: !off })
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
    const [tried, trial] = [this.tried(), this.trial()];
    if (!tried || !trial?.result) return;
    this.drop();
    this.turn(tried);
  }

  protected drop(): void {
    this.#asked?.unsubscribe();
    this.trial.set(null);
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
    if (one) this.tryWithout(one);
  }

  #turnChosen(): void {
    const one = this.habits()[this.chosen()] as HabitView | undefined;
    if (one) this.turn(one);
  }

  #open(): void {
    const from = (this.habits()[this.chosen()] as HabitView | undefined)?.from;
    if (from) void this.#router.navigate(['/document', from.id]);
  }

  #take(answer: Observable<HabitsView>): void {
    if (this.busy()) return;
    this.busy.set(true);
    answer.subscribe({
      next: (view) => {
        this.view.set(view);
        this.message.set('');
        this.busy.set(false);
        this.chosen.update((at) => Math.min(at, Math.max(0, view.habits.length - 1)));
        this.#bar.trail.set([
          { text: 'Habits', link: ['/habits'] },
          { text: view.name ?? 'not named', strong: true },
        ]);
        this.#title.setTitle(`Habits of ${view.name ?? 'a supplier'} · Umber Tray`);
      },
      error: (error: unknown) => {
        this.busy.set(false);
        this.message.set(messageOf(error));
      },
    });
  }
}
