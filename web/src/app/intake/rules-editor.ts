import { ChangeDetectionStrategy, Component, computed, effect, inject, input, output, signal, untracked } from '@angular/core';
import { FormsModule } from '@angular/forms';
import type { SourceView } from '@umber/contract/intake';
import { ruleSentence, RULE_TESTS, TEST_WORDS, type Condition, type RuleAct, type RulePart, type SourceRule } from '@umber/core/intake';
import { Api } from '../api';
import { codeOf, messageOf } from '../api-error';
import { actOf, ACTS, onPart, PARTS, TYPES, wordOf } from './rule-words';

const NEW_RULE: SourceRule = { conditions: [{ part: 'sender', test: 'contains', text: '' }], does: { act: 'keep' } };

/** The rules of one source as sentences; one at a time is opened to be changed. */
@Component({
  selector: 'umber-rules-editor',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [FormsModule],
  template: `
    <ol>
      @for (rule of rules(); track $index; let at = $index) {
        <li>
          @if (open() === at) {
            <form #form="ngForm" (ngSubmit)="save()">
              @for (condition of rule.conditions; track $index; let nth = $index) {
                <div class="part">
                  <span class="lead">{{ nth === 0 ? 'When' : 'and' }}</span>
                  <select
                    class="field"
                    aria-label="What the rule looks at"
                    [ngModel]="condition.part"
                    (ngModelChange)="setPart(nth, $event)"
                    name="part{{ nth }}"
                  >
                    @for (one of parts; track one.part) {
                      <option [value]="one.part">{{ one.text }}</option>
                    }
                  </select>
                  @if (condition.part === 'file-type') {
                    <span>is</span>
                    <select
                      class="field"
                      aria-label="Type of file"
                      [ngModel]="condition.text"
                      (ngModelChange)="setCondition(nth, { text: $event })"
                      name="type{{ nth }}"
                    >
                      @for (one of types; track one.type) {
                        <option [value]="one.type">{{ one.text }}</option>
                      }
                    </select>
                  } @else {
                    <select
                      class="field"
                      aria-label="How it is compared"
                      [ngModel]="condition.test"
                      (ngModelChange)="setCondition(nth, { test: $event })"
                      name="test{{ nth }}"
                    >
                      @for (test of tests; track test) {
                        <option [value]="test">{{ testWords[test] }}</option>
                      }
                    </select>
                    <input
                      class="field"
                      aria-label="Words to look for"
                      [ngModel]="condition.text"
                      (ngModelChange)="setCondition(nth, { text: $event })"
                      name="text{{ nth }}"
                    />
                  }
                  <button type="button" class="bare" (click)="dropCondition(nth)">leave out</button>
                </div>
              }
              <button type="button" class="bare" (click)="addCondition()">
                {{ rule.conditions.length === 0 ? 'only when …' : 'and when …' }}
              </button>
              <div class="part">
                <span class="lead">{{ rule.conditions.length === 0 ? 'Always' : 'then' }}</span>
                <select class="field" aria-label="What is done" [ngModel]="rule.does.act" (ngModelChange)="setAct($event)" name="act">
                  @for (one of acts; track one.act) {
                    <option [value]="one.act">{{ one.text }}</option>
                  }
                </select>
                @if (asked(); as asks) {
                  <input
                    class="field"
                    [attr.aria-label]="asks"
                    [placeholder]="asks"
                    [ngModel]="word()"
                    (ngModelChange)="setWord($event)"
                    name="word"
                  />
                }
              </div>
              <p class="sentence">{{ sentence(rule) }}</p>
              <div class="acts">
                <button class="plain-button main" type="submit" [disabled]="busy()">Save the rule</button>
                <button class="plain-button" type="button" (click)="giveUp()">Leave as it was</button>
                <button class="plain-button" type="button" [disabled]="busy()" (click)="remove(at)">Remove</button>
              </div>
            </form>
          } @else {
            <span class="sentence">{{ sentence(rule) }}</span>
            @if (mayChange()) {
              <button type="button" class="bare" (click)="change(at)">change</button>
              @if (at > 0) {
                <button type="button" class="bare" (click)="moveUp(at)">before the one above</button>
              }
            }
          }
        </li>
      } @empty {
        <li class="quiet">No rule: what comes is read as an invoice.</li>
      }
    </ol>
    @if (said(); as text) {
      <p class="ask" role="alert">
        {{ text }}
        @if (open() === null) {
          <button type="button" class="bare" (click)="giveUp()">Look again</button>
        }
      </p>
    }
    @if (mayChange() && open() === null) {
      <button type="button" class="bare" (click)="add()">Add a rule</button>
    }
  `,
  styles: `
    ol {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      padding: 3px 0;
    }
    .sentence {
      margin-right: 12px;
    }
    form {
      padding: 10px 12px;
      border-left: 3px solid var(--umber);
      background: #f8f2e8;
    }
    form .sentence {
      margin: 8px 0;
      color: var(--quiet);
    }
    .part {
      display: flex;
      align-items: center;
      gap: 8px;
      margin-bottom: 6px;
    }
    .lead {
      min-width: 48px;
    }
    input {
      width: 240px;
    }
    .bare {
      margin-right: 10px;
      padding: 2px 0;
      border: 0;
      background: none;
      color: var(--right);
      font: inherit;
      font-size: 13.5px;
      text-decoration: underline;
      cursor: pointer;
    }
    .acts {
      display: flex;
      gap: 8px;
    }
  `,
})
export class RulesEditor {
  readonly source = input.required<SourceView>();
  readonly mayChange = input.required<boolean>();
  readonly changed = output<readonly SourceView[]>();
  readonly #api = inject(Api);
  protected readonly parts = PARTS;
  protected readonly types = TYPES;
  protected readonly acts = ACTS;
  protected readonly tests = RULE_TESTS;
  protected readonly testWords = TEST_WORDS;
  protected readonly sentence = ruleSentence;
  protected readonly rules = signal<readonly SourceRule[]>([]);
  protected readonly open = signal<number | null>(null);
  protected readonly said = signal<string | null>(null);
  readonly #current = computed(() => this.rules()[this.open() ?? -1] ?? NEW_RULE);
  protected readonly asked = computed(() => ACTS.find(({ act }) => act === this.#current().does.act)?.asks ?? null);
  protected readonly word = computed(() => wordOf(this.#current().does));

  /** The rules that what is typed is a change of. */
  #before: readonly SourceRule[] = [];
  #isBehind = false;
  protected readonly busy = signal(false);

  constructor() {
    effect(() => {
      const { rules } = this.source();
      untracked(() => {
        // What is typed into a rule stays while other things of the sources change.
        if (this.open() === null || isSame(rules, this.rules())) this.#begin(rules);
      });
    });
  }

  #begin(rules: readonly SourceRule[]): void {
    this.#before = rules;
    this.#isBehind = false;
    this.rules.set(rules);
    this.open.set(null);
    this.said.set(null);
  }

  protected change(at: number): void {
    this.said.set(null);
    this.open.set(at);
  }

  protected add(): void {
    this.rules.update((rules) => [...rules, NEW_RULE]);
    this.change(this.rules().length - 1);
  }

  protected giveUp(): void {
    const wasBehind = this.#isBehind;
    this.#begin(this.source().rules);
    if (wasBehind)
      this.#api.call('sources').subscribe({
        next: (sources) => this.changed.emit(sources),
        error: (error: unknown) => this.said.set(messageOf(error)),
      });
  }

  protected remove(at: number): void {
    this.#send(this.rules().filter((_rule, i) => i !== at));
  }

  protected moveUp(at: number): void {
    const rules = [...this.rules()];
    rules.splice(at - 1, 0, ...rules.splice(at, 1));
    this.#send(rules);
  }

  protected save(): void {
    this.#send(this.rules());
  }

  protected setPart(nth: number, part: RulePart): void {
    this.#set({ conditions: this.#current().conditions.map((condition, i) => (i === nth ? onPart(condition, part) : condition)) });
  }

  protected setCondition(nth: number, change: Partial<Condition>): void {
    this.#set({ conditions: this.#current().conditions.map((condition, i) => (i === nth ? { ...condition, ...change } : condition)) });
  }

  protected addCondition(): void {
    this.#set({ conditions: [...this.#current().conditions, ...NEW_RULE.conditions] });
  }

  protected dropCondition(nth: number): void {
    this.#set({ conditions: this.#current().conditions.filter((_condition, i) => i !== nth) });
  }

  protected setAct(act: RuleAct['act']): void {
    this.#set({ does: actOf(act, this.word()) });
  }

  protected setWord(word: string): void {
    this.#set({ does: actOf(this.#current().does.act, word) });
  }

  #set(change: Partial<SourceRule>): void {
    const at = this.open();
    this.rules.update((rules) => rules.map((rule, i) => (i === at ? { ...rule, ...change } : rule)));
  }

  #send(rules: readonly SourceRule[]): void {
    if (this.busy()) return;
    this.busy.set(true);
    this.#api.call('setRules', { id: this.source().id }, { before: this.#before, rules }).subscribe({
      next: (sources) => {
        this.busy.set(false);
        this.open.set(null);
        this.changed.emit(sources);
      },
      error: (error: unknown) => {
        this.busy.set(false);
        this.#isBehind = codeOf(error) === 'stale';
        this.said.set(messageOf(error));
      },
    });
  }
}

const isSame = (a: readonly SourceRule[], b: readonly SourceRule[]): boolean => JSON.stringify(a) === JSON.stringify(b);
