import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { MyQuestion } from '@umber/contract/asking';
import { Decimal, decimal, isDecimalString, plain } from '@umber/core/money';
import { startWith, Subject } from 'rxjs';
import { Api } from '../api';
import { messageOf } from '../api-error';
import { typedValue } from '../checking/typed-value';
import { fullDay, todayIso } from '../dates/day';
import { loaded } from '../loading/loaded';
import { LoadingLine } from '../loading/loading-line';
import { AmountPipe } from '../money/amount.pipe';
import { OpenQuestions } from './open-questions';

/** What somebody types as an answer: words, a day, how much came of which order line. */
interface Typed {
  readonly words: string;
  readonly day: string;
  readonly came: Readonly<Partial<Record<number, string>>>;
}

/** What colleagues ask about invoices, for those who ordered or received: answered at a desk or on a phone. */
@Component({
  selector: 'umber-questions-page',
  host: { class: 'list-page' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AmountPipe, LoadingLine, RouterLink],
  template: `
    <header>
      <h1>Questions to you</h1>
      <span class="quiet">{{ open().length === 0 ? '' : open().length === 1 ? 'one is open' : open().length + ' are open' }}</span>
    </header>
    <umber-loading-line [of]="all()" />
    @for (one of open(); track one.id) {
      <article>
        <p class="about">
          <strong>{{ one.supplier }}</strong> <a [routerLink]="['/document', one.documentId]">invoice {{ one.invoiceNumber }}</a>
          <span class="digits">{{ one.currency }} {{ one.total | amount }}</span>
        </p>
        <h2>{{ one.text }}</h2>
        <p class="quiet">{{ one.askedBy }} asks, {{ day(one.askedAt.slice(0, 10)) }}</p>
        @if (one.goods.length > 0) {
          <table class="ruled">
            <thead>
              <tr>
                <th>What was ordered</th>
                <th class="number">Ordered</th>
                <th class="number">Received</th>
                <th class="number">Invoiced</th>
                <th class="number">Came besides</th>
              </tr>
            </thead>
            <tbody>
              @for (line of one.goods; track line.orderLineId) {
                <tr>
                  <td>
                    {{ line.description }} <span class="quiet digits">{{ line.orderNumber }}</span>
                  </td>
                  <td class="number">{{ line.ordered }}</td>
                  <td class="number">{{ line.received }}</td>
                  <td class="number">{{ line.invoiced }}</td>
                  <td class="number">
                    <input
                      #came
                      class="field digits"
                      inputmode="decimal"
                      [value]="typed(one).came[line.orderLineId] ?? missing(line)"
                      (input)="typeCame(one, line.orderLineId, came.value)"
                      [attr.aria-label]="'Came besides of ' + line.description"
                    />
                    {{ line.unit }}
                  </td>
                </tr>
              }
            </tbody>
          </table>
          <label
            >Came on <input #on type="date" class="field" [max]="today" [value]="typed(one).day" (input)="type(one, { day: on.value })" />
          </label>
        }
        <label
          >Words <input #words class="field wide" maxlength="1000" [value]="typed(one).words" (input)="type(one, { words: words.value })"
        /></label>
        @if (faults()[one.id]; as text) {
          <p class="error" role="alert">{{ text }}</p>
        }
        <p class="acts">
          <button type="button" class="plain-button main" [disabled]="busy()" (click)="answer(one, 'yes')">
            {{ one.goods.length > 0 ? 'Yes, it came' : 'Yes' }}
          </button>
          <button type="button" class="plain-button" [disabled]="busy()" (click)="answer(one, 'no')">
            {{ one.goods.length > 0 ? 'No, it did not' : 'No' }}
          </button>
        </p>
      </article>
    } @empty {
      @if (all().value !== null) {
        <p class="quiet">Nobody asks you anything just now.</p>
      }
    }
    @if (answered().length > 0) {
      <h2 class="before">Answered</h2>
      @for (one of answered(); track one.id) {
        <p>
          <strong>{{ one.answer === 'yes' ? 'Yes' : 'No' }}</strong>{{ one.words === '' ? '' : ', ' + one.words }}
          <span class="quiet">to “{{ one.text }}”, {{ one.supplier }}, {{ day((one.answeredAt ?? one.askedAt).slice(0, 10)) }}</span>
        </p>
      }
    }
  `,
  styles: `
    article {
      margin-bottom: 14px;
      padding: 12px 16px 14px;
      border: 1.5px solid #e0a95c;
      border-radius: 8px;
      background: var(--sheet);
    }
    article p {
      margin: 4px 0 8px;
    }
    h2 {
      font-size: 18px;
    }
    label {
      display: inline-grid;
      gap: 3px;
      margin: 8px 16px 4px 0;
      color: var(--quiet);
      font-size: 13px;
    }
    td .field {
      width: 96px;
      height: 34px;
      text-align: right;
    }
    .wide {
      width: min(480px, 78vw);
    }
    .acts {
      display: flex;
      gap: 10px;
    }
    .acts .plain-button {
      min-height: 44px;
    }
    .before {
      margin: 24px 0 6px;
    }
  `,
})
export class QuestionsPage {
  readonly #api = inject(Api);
  readonly #counted = inject(OpenQuestions);
  readonly #changed = new Subject<void>();
  protected readonly all = loaded(this.#changed.pipe(startWith(undefined)), () => this.#api.call('questions'));
  protected readonly open = computed(() => (this.all().value ?? []).filter(({ answer }) => answer === null));
  protected readonly answered = computed(() => (this.all().value ?? []).filter(({ answer }) => answer !== null));
  readonly #typed = signal<Readonly<Partial<Record<number, Typed>>>>({});
  protected readonly faults = signal<Readonly<Partial<Record<number, string>>>>({});
  protected readonly busy = signal(false);
  protected readonly today = todayIso();
  protected readonly day = fullDay;

  protected typed({ id }: MyQuestion): Typed {
    return this.#typed()[id] ?? { words: '', day: this.today, came: {} };
  }

  protected type(one: MyQuestion, change: Partial<Typed>): void {
    this.#typed.update((all) => ({ ...all, [one.id]: { ...this.typed(one), ...change } }));
  }

  protected typeCame(one: MyQuestion, orderLineId: number, quantity: string): void {
    this.type(one, { came: { ...this.typed(one).came, [orderLineId]: quantity } });
  }

  /** What is invoiced and did not come. */
  protected missing({ invoiced, received }: MyQuestion['goods'][number]): string {
    return plain(Decimal.max(decimal(invoiced).minus(decimal(received)), 0));
  }

  protected answer(one: MyQuestion, answer: 'yes' | 'no'): void {
    if (this.busy()) return;
    const { words, day, came } = this.typed(one);
    const quantities = one.goods
      .map((line) => ({ orderLineId: line.orderLineId, quantity: typedValue('quantity', came[line.orderLineId] ?? this.missing(line)) }))
      .filter(({ quantity }) => quantity !== '' && !(isDecimalString(quantity) && decimal(quantity).isZero()));
    const arrived = answer === 'yes' ? quantities : [];
    this.busy.set(true);
    this.#api.call('answer', { id: one.id }, { answer, words, receivedOn: arrived.length > 0 ? day : null, came: arrived }).subscribe({
      next: () => {
        this.busy.set(false);
        this.#changed.next();
        this.#counted.look();
      },
      error: (error: unknown) => {
        this.busy.set(false);
        this.faults.update((all) => ({ ...all, [one.id]: messageOf(error) }));
      },
    });
  }
}
