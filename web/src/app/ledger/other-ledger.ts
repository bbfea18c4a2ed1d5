import { ChangeDetectionStrategy, Component, computed, effect, inject, signal } from '@angular/core';
import { Store } from '@ngrx/store';
import { addressOf } from '@umber/contract/endpoints';
import {
  LEDGER_CODE_NAMES,
  type LedgerBatch,
  type LedgerCode,
  type OtherLedgerView,
  type StoppedEntry,
} from '@umber/contract/other-ledger';
import { may } from '@umber/core/permissions';
import { debounceTime, merge, startWith, Subject, type Observable } from 'rxjs';
import { Api } from '../api';
import { messageOf } from '../api-error';
import { dayText, todayIso } from '../dates/day';
import { Live } from '../live/live';
import { loaded } from '../loading/loaded';
import { LoadingLine } from '../loading/loading-line';
import { sessionFeature } from '../people/session.state';

const LOOKED_MS = 2000;

/** Entries handed to another ledger: what is there, what stopped and why, and what our codes are called there. */
@Component({
  selector: 'umber-other-ledger',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [LoadingLine],
  template: `
    <umber-loading-line [of]="loading()" />
    @if (said(); as text) {
      <p class="error" role="alert">{{ text }}</p>
    }
    @if (view(); as now) {
      @if (now.url === null) {
        <p class="quiet">No other ledger is named. Who runs the server names one (UMBER_LEDGER_URL).</p>
      } @else {
        <p class="state">
          <label
            ><input #on type="checkbox" [checked]="now.isOn" [disabled]="!mayPost()" (change)="turn(on.checked)" /> What is posted is handed
            to the other ledger</label
          >
          <span role="status"
            ><b>{{ now.accepted }}</b> there, <b [class.ask]="now.stopped.length > 0">{{ now.stopped.length }}</b> stopped,
            <b>{{ now.waiting - now.stopped.length }}</b> on their way</span
          >
        </p>
        @if (now.stopped.length > 0) {
          <h2>Stopped</h2>
          <table class="ruled" aria-label="Stopped entries">
            <tbody>
              @for (entry of now.stopped; track entry.entryId) {
                <tr>
                  <td class="number">{{ entry.number }}</td>
                  <td>{{ entry.description }}</td>
                  <td class="ask">{{ reasonOf(entry) }}</td>
                  <td>
                    @if (entry.because.code === 'refused' && mayPost()) {
                      <button
                        class="plain-button"
                        type="button"
                        [attr.aria-label]="'Hand on again: entry ' + entry.number"
                        (click)="handAgain(entry)"
                      >
                        Hand on again
                      </button>
                    }
                  </td>
                </tr>
              }
            </tbody>
          </table>
        }
        @if (now.batches.length > 0) {
          <h2>Batches</h2>
          <table class="ruled" aria-label="Batches">
            <tbody>
              @for (batch of now.batches; track batch.id) {
                <tr>
                  <td class="nowrap">{{ day(batch.madeAt) }}</td>
                  <td>{{ batch.entries === 1 ? '1 entry' : batch.entries + ' entries' }}</td>
                  <td [class.ask]="batch.fault !== null">{{ stateOf(batch) }}</td>
                  <td><a [href]="csvOf(batch)" download>as CSV</a></td>
                  <td>
                    @if (batch.answeredAt === null && batch.fault !== null && mayPost()) {
                      <button
                        class="plain-button"
                        type="button"
                        [attr.aria-label]="'Send batch ' + batch.id + ' again'"
                        (click)="sendAgain(batch)"
                      >
                        Send again
                      </button>
                      @if (batch.nextAt === null && !batch.maybeTaken) {
                        <button
                          class="plain-button"
                          type="button"
                          title="Its entries go in a new batch, under the codes as they are now"
                          [attr.aria-label]="'Make batch ' + batch.id + ' anew'"
                          (click)="makeAnew(batch)"
                        >
                          Make anew
                        </button>
                      }
                    }
                  </td>
                </tr>
              }
            </tbody>
          </table>
        }
      }
      <h2>What our codes are called there</h2>
      <p class="quiet">
        An entry with a code that has no name there is not handed on. Rates of tax count once one of them is named; until then it is told
        none.
      </p>
      <table class="ruled" aria-label="Codes">
        <thead>
          <tr>
            <th>Ours</th>
            <th>Name</th>
            <th>There</th>
          </tr>
        </thead>
        <tbody>
          @for (code of now.codes; track code.kind + code.ours) {
            <tr>
              <td class="digits">{{ code.ours }}</td>
              <td>
                {{ code.name }}
                @if (code.kind === 'cost-centre') {
                  <span class="quiet">cost centre</span>
                } @else if (code.kind === 'tax-rate') {
                  <span class="quiet">tax</span>
                }
              </td>
              <td>
                @if (mayName()) {
                  <input
                    #theirs
                    class="field digits"
                    maxlength="40"
                    spellcheck="false"
                    [class.missing]="code.theirs === null && (code.kind !== 'tax-rate' || tellsTax())"
                    [value]="code.theirs ?? ''"
                    [attr.aria-label]="code.ours + ' there'"
                    (change)="name(code, theirs.value)"
                  />
                } @else {
                  <span class="digits">{{ code.theirs ?? 'none' }}</span>
                }
              </td>
            </tr>
          }
        </tbody>
      </table>
    }
  `,
  styles: `
    .state {
      display: flex;
      flex-wrap: wrap;
      justify-content: space-between;
      gap: 8px 24px;
    }
    h2 {
      margin: 22px 0 6px;
      font-size: 16px;
    }
    .field {
      width: 160px;
      height: 30px;
    }
    .missing {
      border-color: var(--ask);
      background: var(--ask-tint);
    }
    .plain-button {
      min-height: 30px;
    }
    .nowrap {
      white-space: nowrap;
    }
  `,
})
export class OtherLedger {
  readonly #api = inject(Api);
  readonly #role = inject(Store).selectSignal(sessionFeature.selectPerson);
  readonly #again = new Subject<void>();
  protected readonly loading = loaded(merge(inject(Live).news, this.#again).pipe(startWith(null), debounceTime(150)), () =>
    this.#api.call('otherLedger'),
  );
  protected readonly view = computed(() => this.loading().value);
  protected readonly said = signal('');
  protected readonly mayPost = computed(() => may(this.#role()?.role ?? 'auditor', 'post'));
  protected readonly mayName = computed(() => may(this.#role()?.role ?? 'auditor', 'masterData'));
  /** Whether any rate of tax has a name there: then all need one. */
  protected readonly tellsTax = computed(
    () => this.view()?.codes.some(({ kind, theirs }) => kind === 'tax-rate' && theirs !== null) ?? false,
  );
  readonly #today = todayIso();
  protected readonly day = (moment: string): string => dayText(moment.slice(0, 10), this.#today);
  protected readonly csvOf = ({ id }: LedgerBatch): string => addressOf('ledgerBatch', { id });
  protected readonly reasonOf = ({ because }: StoppedEntry): string =>
    because.code === 'refused' ? because.reason : `${LEDGER_CODE_NAMES[because.kind]} ${because.ours} has no name there.`;
  protected readonly stateOf = ({ accepted, refused, fault, answeredAt, nextAt }: LedgerBatch): string =>
    answeredAt !== null
      ? `${accepted} taken${refused === 0 ? '' : `, ${refused} refused`}`
      : fault === null
        ? 'on its way'
        : `${fault} ${nextAt === null ? 'It waits for somebody.' : 'It is tried again.'}`;

  constructor() {
    // What the other ledger answers is no news of ours: while something is on its way it is looked again.
    effect((onCleanup) => {
      const view = this.view();
      if (!view?.isOn || view.waiting <= view.stopped.length) return;
      const looked = setTimeout(() => this.#again.next(), LOOKED_MS);
      onCleanup(() => clearTimeout(looked));
    });
  }

  protected turn(isOn: boolean): void {
    this.#do(this.#api.call('switchOtherLedger', {}, { isOn }));
  }
  protected name({ kind, ours }: LedgerCode, theirs: string): void {
    this.#do(this.#api.call('setLedgerCodes', {}, { codes: [{ kind, ours, theirs: theirs.trim() === '' ? null : theirs.trim() }] }));
  }
  protected handAgain({ entryId }: StoppedEntry): void {
    this.#do(this.#api.call('handEntryAgain', { id: entryId }));
  }
  protected sendAgain({ id }: LedgerBatch): void {
    this.#do(this.#api.call('sendBatchAgain', { id }));
  }
  protected makeAnew({ id }: LedgerBatch): void {
    this.#do(this.#api.call('makeBatchAnew', { id }));
  }
  #do(request: Observable<OtherLedgerView>): void {
    this.said.set('');
    request.subscribe({
      next: () => this.#again.next(),
      error: (error: unknown) => {
        this.said.set(messageOf(error));
        this.#again.next();
      },
    });
  }
}
