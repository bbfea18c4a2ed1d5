import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import type { CodingRuleView, RuleWish } from '@umber/contract/coding';
import type { SupplierView } from '@umber/contract/suppliers';
import { isDecimalString } from '@umber/core/money';
import { may } from '@umber/core/permissions';
import { of, startWith, Subject } from 'rxjs';
import { Api } from '../api';
import { codeOf, messageOf } from '../api-error';
import { typedValue } from '../checking/typed-value';
import { loaded } from '../loading/loaded';
import { LoadingLine } from '../loading/loading-line';
import { grouped } from '../money/grouped';
import { sessionFeature } from '../people/session.state';
import { ChooseSupplier } from '../suppliers/choose-supplier';

interface Typed {
  readonly supplier: { readonly id: number; readonly name: string } | null;
  readonly words: string;
  readonly least: string;
  readonly account: string;
  readonly costCentre: string;
  readonly project: string;
}
const NOTHING: Typed = { supplier: null, words: '', least: '', account: '', costCentre: '', project: '' };

/** Rules by which lines are coded, as sentences, in the order in which they are tried. */
@Component({
  selector: 'umber-coding-rules-page',
  host: { class: 'list-page' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ChooseSupplier, LoadingLine],
  template: `
    <header>
      <h1>Rules of coding</h1>
      <span class="quiet">The first that fits holds. An order’s own coding goes before them, a person’s choice before everything.</span>
    </header>
    <umber-loading-line [of]="rules()" />
    @if (rules().value; as all) {
      <ol>
        @for (rule of all; track rule.id; let at = $index) {
          <li>
            <span class="said">{{ sentence(rule) }}</span>
            <span class="quiet">{{ rule.madeBy }}{{ rule.used === 0 ? '' : ', ' + rule.used + ' lines in the books' }}</span>
            @if (mayChange()) {
              <button
                type="button"
                class="word-button"
                [disabled]="at === 0"
                (click)="move(all, at, -1)"
                [attr.aria-label]="'Rule ' + (at + 1) + ' earlier'"
              >
                ↑
              </button>
              <button
                type="button"
                class="word-button"
                [disabled]="at === all.length - 1"
                (click)="move(all, at, 1)"
                [attr.aria-label]="'Rule ' + (at + 1) + ' later'"
              >
                ↓
              </button>
              <button type="button" class="word-button" (click)="remove(all, at)" [attr.aria-label]="'Take rule ' + (at + 1) + ' away'">
                take away
              </button>
            }
          </li>
        } @empty {
          <li class="quiet">There are none yet.</li>
        }
      </ol>
      @if (mayChange() && lists().value; as lists) {
        <div class="new">
          <span>Lines of</span>
          <umber-choose-supplier label="Supplier of the rule" [chosen]="typed().supplier" (choice)="choose($event)" />
          @if (typed().supplier !== null) {
            <button type="button" class="word-button" (click)="set({ supplier: null })">any supplier</button>
          }
          <span>with the words</span>
          <input
            #words
            class="field"
            [value]="typed().words"
            placeholder="several: with , between"
            (input)="set({ words: words.value })"
            aria-label="Words of the line"
          />
          <span>of at least</span>
          <input
            #least
            class="field digits least"
            [value]="typed().least"
            placeholder="any amount"
            (input)="set({ least: least.value })"
            aria-label="Least amount"
          />
          <span>go to</span>
          <select #account class="field" (change)="set({ account: account.value })" aria-label="Account of the rule">
            <option value="" disabled [selected]="typed().account === ''">Account …</option>
            @for (one of lists.accounts; track one.number) {
              <option [value]="one.number" [selected]="one.number === typed().account">{{ one.number }} {{ one.name }}</option>
            }
          </select>
          <select #centre class="field" (change)="set({ costCentre: centre.value })" aria-label="Cost centre of the rule">
            <option value="" disabled [selected]="typed().costCentre === ''">Cost centre …</option>
            @for (one of lists.costCentres; track one.code) {
              <option [value]="one.code" [selected]="one.code === typed().costCentre">{{ one.code }} {{ one.name }}</option>
            }
          </select>
          <input
            #project
            class="field least"
            [value]="typed().project"
            placeholder="no project"
            (input)="set({ project: project.value })"
            aria-label="Project of the rule"
          />
          <button type="button" class="plain-button main" [disabled]="busy()" (click)="add(all)">Add the rule</button>
        </div>
      }
    }
    @if (fault(); as text) {
      <p class="error" role="alert">{{ text }}</p>
    }
  `,
  styles: `
    ol {
      padding-left: 28px;
    }
    li {
      padding: 8px 4px;
      border-bottom: 1px solid var(--rule);
    }
    .said {
      margin-right: 10px;
      font-weight: 600;
    }
    .new {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 8px;
      margin-top: 18px;
      padding: 14px 16px;
      border: 1px solid var(--rule);
      border-radius: 8px;
      background: var(--sheet);
    }
    umber-choose-supplier {
      width: 240px;
    }
    .field {
      height: 32px;
      padding: 0 8px;
    }
    .least {
      width: 120px;
    }
  `,
})
export class CodingRulesPage {
  readonly #api = inject(Api);
  readonly #person = inject(Store).selectSignal(sessionFeature.selectPerson);
  readonly #changed = new Subject<void>();
  protected readonly rules = loaded(this.#changed.pipe(startWith(undefined)), () => this.#api.call('codingRules'));
  protected readonly lists = loaded(of(''), () => this.#api.call('coding'));
  protected readonly mayChange = computed(() => may(this.#person()?.role ?? 'auditor', 'codingRules'));
  protected readonly typed = signal<Typed>(NOTHING);
  protected readonly fault = signal('');
  protected readonly busy = signal(false);

  /** "Lines of Fellbeam Cleaning Ltd with “window” of at least 100.00 go to 5310, OF." */
  protected sentence({ supplier, words, minAmount, account, costCentre, project }: CodingRuleView): string {
    const whose = supplier === null ? 'Lines of any supplier' : `Lines of ${supplier}`;
    const which = words.length === 0 ? '' : ` with ${words.map((word) => `“${word}”`).join(' and ')}`;
    const least = minAmount === null ? '' : ` of at least ${grouped(minAmount)}`;
    return `${whose}${which}${least} go to ${account}, ${costCentre}${project === null ? '' : `, project ${project}`}.`;
  }

  protected set(change: Partial<Typed>): void {
    this.typed.update((typed) => ({ ...typed, ...change }));
  }

  protected choose({ id, name }: SupplierView): void {
    this.set({ supplier: { id, name } });
  }

  protected add(all: readonly CodingRuleView[]): void {
    const { supplier, words, least, account, costCentre, project } = this.typed();
    const minAmount = least.trim() === '' ? null : typedValue('netAmount', least);
    const said = words
      .split(',')
      .map((word) => word.trim())
      .filter((word) => word !== '');
    if (account === '' || costCentre === '') return this.fault.set('Choose the account and the cost centre.');
    if (minAmount !== null && !isDecimalString(minAmount)) return this.fault.set('The least amount is a number.');
    if (supplier === null && said.length === 0 && minAmount === null)
      return this.fault.set('Say of whom, with which words or from which amount: else all lines would go there.');
    const rule: RuleWish = {
      supplierId: supplier?.id ?? null,
      words: said,
      minAmount,
      account,
      costCentre,
      project: project.trim() === '' ? null : project.trim(),
    };
    this.#save(all, [...all.map(wishOf), rule], () => this.typed.set(NOTHING));
  }

  protected move(all: readonly CodingRuleView[], at: number, by: number): void {
    const wishes = all.map(wishOf);
    [wishes[at], wishes[at + by]] = [wishes[at + by], wishes[at]];
    this.#save(all, wishes);
  }

  protected remove(all: readonly CodingRuleView[], at: number): void {
    this.#save(all, all.filter((_rule, i) => i !== at).map(wishOf));
  }

  #save(before: readonly CodingRuleView[], rules: readonly RuleWish[], then?: () => void): void {
    if (this.busy()) return;
    this.busy.set(true);
    this.fault.set('');
    this.#api.call('setCodingRules', {}, { before: before.map(({ id }) => id), rules }).subscribe({
      next: () => {
        this.busy.set(false);
        then?.();
        this.#changed.next();
      },
      error: (error: unknown) => {
        this.busy.set(false);
        this.fault.set(messageOf(error));
        if (codeOf(error) === 'stale') this.#changed.next();
      },
    });
  }
}

const wishOf = ({ supplierId, words, minAmount, account, costCentre, project }: CodingRuleView): RuleWish => ({
  supplierId,
  words,
  minAmount,
  account,
  costCentre,
  project,
});
