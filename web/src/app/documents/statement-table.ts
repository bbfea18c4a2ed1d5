import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { KIND_NAMES, type DocumentView, type StatementLineView, type StatementView } from '@umber/contract/documents';
import { TRAY_NAMES } from '@umber/contract/trays';
import { decimal } from '@umber/core/money';
import { may } from '@umber/core/permissions';
import { dayText, todayIso } from '../dates/day';
import { Letters } from '../letters/letter-dialog';
import { letterFor } from '../letters/wording';
import { AmountPipe } from '../money/amount.pipe';
import { grouped } from '../money/grouped';
import { sessionFeature } from '../people/session.state';

const KINDS: Readonly<Record<StatementLineView['kind'], string>> = { invoice: 'Invoice', credit: 'Credit note', payment: 'Payment' };

/** A statement of account, each line ticked off against what is here; what is missing is asked for by a letter. */
@Component({
  selector: 'umber-statement-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AmountPipe, RouterLink],
  template: `
    <h2>Line by line</h2>
    <p [class.ask]="amiss().length > 0">{{ verdict() }}</p>
    <table class="ruled" aria-label="The statement, line by line">
      <thead>
        <tr>
          <th>Date</th>
          <th>What</th>
          <th>Number</th>
          <th class="number">They say</th>
          <th>Here</th>
        </tr>
      </thead>
      <tbody>
        @for (line of statement().lines; track $index) {
          <tr [class.amiss]="isAmiss(line)">
            <td class="nowrap">{{ line.date === null ? '' : day(line.date) }}</td>
            <td>{{ kinds[line.kind] }}</td>
            <td class="digits">{{ line.number ?? '' }}</td>
            <td class="number">{{ line.kind === 'invoice' ? '' : '−' }}{{ line.amount | amount }}</td>
            <td>
              @if (line.document; as known) {
                <a [routerLink]="['/document', known.id]" [class.ask]="isAmiss(line)">{{ hereText(line) }}</a>
              } @else {
                <span [class.ask]="isAmiss(line)">{{ hereText(line) }}</span>
              }
            </td>
          </tr>
        }
      </tbody>
      @if (statement().closing; as closing) {
        <tfoot>
          <tr>
            <td colspan="3">They say is owed</td>
            <td class="number">{{ closing | amount }}</td>
            <td [class.ask]="statement().sum !== closing">
              {{ statement().sum === closing ? 'its lines come to that' : 'its lines come to ' + grouped(statement().sum ?? '0') }}
            </td>
          </tr>
        </tfoot>
      }
    </table>
    @if (statement().notListed.length > 0) {
      <h3>Here, and not on it</h3>
      <ul>
        @for (one of statement().notListed; track one.id) {
          <li>
            <a [routerLink]="['/document', one.id]">{{ kindNames[one.kind] }} {{ one.number }}</a>
            <span class="digits">{{ one.gross | amount }}</span>
            <span class="quiet">{{ one.issueDate === null ? '' : day(one.issueDate) + ', ' }}{{ trays[one.tray] }}</span>
          </li>
        }
      </ul>
    }
    @if (amiss().length > 0 && mayWrite()) {
      <p>
        <button type="button" class="plain-button main" (click)="write()">
          Ask {{ document().supplier?.name ?? 'the supplier' }} about it …
        </button>
      </p>
    }
  `,
  styles: `
    h2 {
      margin: 26px 0 6px;
    }
    h3 {
      margin: 14px 0 4px;
      font-size: 15px;
    }
    p {
      margin: 4px 0 8px;
    }
    .amiss td {
      background: var(--ask-tint);
    }
    ul {
      margin: 0;
      padding: 0;
      list-style: none;
    }
    li {
      padding: 3px 0;
    }
  `,
})
export class StatementTable {
  readonly document = input.required<DocumentView>();
  readonly statement = input.required<StatementView>();
  readonly #letters = inject(Letters);
  readonly #person = inject(Store).selectSignal(sessionFeature.selectPerson);
  readonly #today = todayIso();
  protected readonly mayWrite = computed(() => may(this.#person()?.role ?? 'auditor', 'check') && !this.document().original.deleted);
  protected readonly amiss = computed(() => this.statement().lines.filter((line) => this.isAmiss(line)));
  protected readonly kinds = KINDS;
  protected readonly kindNames = KIND_NAMES;
  protected readonly trays = TRAY_NAMES;
  protected readonly grouped = grouped;
  protected readonly day = (iso: string): string => dayText(iso, this.#today);

  protected isAmiss({ state }: StatementLineView): boolean {
    return state === 'missing' || state === 'differs';
  }

  /** "All 12 lines are here as they say.", "2 of 12 never came, 1 has another amount here." */
  protected readonly verdict = computed((): string => {
    const lines = this.statement().lines.filter(({ kind }) => kind !== 'payment');
    const count = (state: StatementLineView['state']) => lines.filter((line) => line.state === state).length;
    const [missing, differs] = [count('missing'), count('differs')];
    const payments = this.statement().lines.length - lines.length;
    const paid =
      payments === 0 ? '' : ` ${payments === 1 ? 'One payment' : payments + ' payments'} of ours ${payments === 1 ? 'is' : 'are'} on it.`;
    if (missing + differs === 0)
      return `${lines.length === 1 ? 'Its one document is' : `All ${lines.length} are`} here as they say.${paid}`;
    const said = [
      ...(missing > 0 ? [`${missing} of ${lines.length} never came`] : []),
      ...(differs > 0 ? [`${differs} ${differs === 1 ? 'is' : 'are'} here with another amount`] : []),
    ];
    return `${said.join(', ')}.${paid}`;
  });

  protected hereText({ state, document }: StatementLineView): string {
    switch (state) {
      case 'payment':
        return 'as they say they got it';
      case 'missing':
        return 'never came';
      case 'differs':
        return `here with ${grouped(
          decimal(document?.gross ?? '0')
            .abs()
            .toFixed(2),
        )}${document?.kind === 'credit-note' ? ', a credit note' : ''}`;
      case 'turned-away':
        return `${document?.tray === 'filed' ? 'filed' : 'turned away'}, not paid`;
      case 'fits': {
        const since = this.day(document?.since.slice(0, 10) ?? this.#today);
        return document?.tray === 'posted' ? `✓ posted, ${since}` : `✓ in ${TRAY_NAMES[document?.tray ?? 'check']} since ${since}`;
      }
    }
  }

  protected write(): void {
    const list = this.amiss()
      .map(({ kind, number, date, amount, state, document }) => {
        const other =
          state === 'differs'
            ? ` (${grouped(
                decimal(document?.gross ?? '0')
                  .abs()
                  .toFixed(2),
              )})`
            : '';
        return `- ${KINDS[kind]} ${number ?? ''}${date === null ? '' : ', ' + this.day(date)}: ${grouped(amount)}${other}`;
      })
      .join('\n');
    this.#letters.write(this.document(), letterFor('missing', this.document(), { list }));
  }
}
