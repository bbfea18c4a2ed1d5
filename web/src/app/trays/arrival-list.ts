import { may } from '@umber/core/permissions';
import type { Tray } from '@umber/core/documents';
import { ScrollingModule } from '@angular/cdk/scrolling';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { toObservable } from '@angular/core/rxjs-interop';
import { TRAY_NAMES, type ArrivalRow } from '@umber/contract/trays';
import { Store } from '@ngrx/store';
import { combineLatest, debounceTime, of } from 'rxjs';
import { loaded } from '../loading/loaded';
import { Api } from '../api';
import { ageText } from '../dates/day';
import { ArrivalPanel } from '../intake/arrival-panel';
import { doneIn, stepText } from '../intake/sentences';
import { UploadPanel } from '../intake/upload-panel';
import { Keys } from '../keys/keys';
import { sessionFeature } from '../people/session.state';
import { trayFeature } from './tray.state';

const STATE: Readonly<Record<ArrivalRow['state'], string>> = {
  stored: 'kept, waits to be opened',
  unpacked: 'opened',
  'no-documents': 'no invoice in it',
  repeated: 'came before',
  'turned-away': 'turned away by a rule',
  failed: 'failed',
};
/** Height of a row, in pixels; the list draws only those in sight. */
const ROW = 44;

/** Everything that came in: from whom, what became of it step by step, and beside it the one that is looked at. */
@Component({
  selector: 'umber-arrival-list',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ScrollingModule, ArrivalPanel, UploadPanel],
  template: `
    @if (maySubmit()) {
      <umber-upload-panel />
    }
    <div class="bar">
      <input
        #search
        class="field"
        type="search"
        placeholder="Sender, subject, file, words of the mail"
        aria-label="Find an arrival"
        [value]="query()"
        (input)="query.set(search.value)"
      />
      <span class="quiet" role="status">{{ summary() }}</span>
    </div>
    @if (fault(); as text) {
      <p class="error" role="alert">{{ text }}</p>
    }
    <div class="columns">
      @if (arrivals().length > 0) {
        <cdk-virtual-scroll-viewport [itemSize]="rowHeight" role="listbox" aria-label="What came in" tabindex="0">
          <div
            *cdkVirtualFor="let arrival of arrivals(); trackBy: byId"
            class="row"
            role="option"
            [class.chosen]="arrival.id === chosen()"
            [attr.aria-selected]="arrival.id === chosen()"
            (click)="chosen.set(arrival.id)"
          >
            <span class="from">{{ arrival.sender ?? arrival.source }}</span>
            <span class="what">{{ arrival.subject ?? arrival.name ?? '(no subject)' }}</span>
            <span class="became" [class.ask]="asks(arrival)">{{ became(arrival) }}</span>
            <span class="age quiet">{{ age(arrival.receivedAt) }}</span>
          </div>
        </cdk-virtual-scroll-viewport>
      } @else {
        <p class="empty quiet">
          {{ query() ? 'Nothing that came has these words.' : 'Nothing has come yet. Mail an invoice, or drop a file above.' }}
        </p>
      }
      @if (open(); as arrival) {
        <umber-arrival-panel [arrival]="arrival" />
      }
    </div>
  `,
  styles: `
    .bar {
      display: flex;
      align-items: center;
      gap: 16px;
      margin: 12px 0 8px;
    }
    .field {
      width: 330px;
    }
    .columns {
      display: grid;
      grid-template-columns: minmax(0, 1fr) 380px;
      gap: 18px;
      align-items: start;
    }
    cdk-virtual-scroll-viewport {
      height: calc(100vh - 262px);
      min-height: 260px;
      border-top: 1px solid var(--rule);
    }
    .row {
      display: grid;
      grid-template-columns: minmax(0, 3fr) minmax(0, 4fr) minmax(0, 4fr) 52px;
      gap: 12px;
      align-items: center;
      height: 44px;
      padding: 0 10px;
      border-bottom: 1px solid var(--rule);
      cursor: pointer;
    }
    .row:hover {
      background: #f1e8da;
    }
    .row.chosen {
      background: #eee2cf;
      box-shadow: inset 3px 0 0 var(--umber);
    }
    .row span {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .what {
      font-weight: 600;
    }
    .age {
      text-align: right;
      font-size: 13.5px;
    }
    .empty {
      grid-column: 1 / -1;
      margin: 60px 0;
      text-align: center;
      font-size: 17px;
    }
    umber-arrival-panel {
      position: sticky;
      top: 62px;
    }
    @media (width < 900px) {
      .columns {
        grid-template-columns: minmax(0, 1fr);
      }
      .bar {
        flex-wrap: wrap;
      }
      cdk-virtual-scroll-viewport {
        height: 40vh;
      }
      .row {
        grid-template-columns: minmax(0, 1fr) minmax(0, 1fr) 52px;
      }
      .row .from {
        display: none;
      }
      umber-arrival-panel {
        position: static;
      }
    }
  `,
})
export class ArrivalList {
  readonly #api = inject(Api);
  readonly #store = inject(Store);
  protected readonly rowHeight = ROW;
  protected readonly query = signal('');
  protected readonly chosen = signal<number | null>(null);
  readonly #newest = this.#store.selectSignal(trayFeature.selectArrivals);
  readonly #person = this.#store.selectSignal(sessionFeature.selectPerson);
  readonly #now = signal(Date.now());
  /** What was found; nothing while nothing is looked for. */
  readonly #found = loaded(combineLatest([toObservable(this.query), toObservable(this.#newest)]).pipe(debounceTime(150)), ([query]) =>
    query.trim() === '' ? of(null) : this.#api.call('arrivals', {}, { q: query.trim() }),
  );
  protected readonly arrivals = computed(() => this.#found().value ?? this.#newest());
  protected readonly fault = computed(() => this.#found().fault ?? this.#opened().fault);
  protected readonly maySubmit = computed(() => may(this.#person()?.role ?? 'auditor', 'submit'));
  /** The chosen one while it is in the list, else the newest. */
  readonly #shown = computed(() => (this.arrivals().find(({ id }) => id === this.chosen()) ?? this.arrivals()[0])?.id ?? null);
  /** Asked for anew whenever something came or went on. */
  readonly #opened = loaded(combineLatest([toObservable(this.#shown), toObservable(this.#newest)]).pipe(debounceTime(60)), ([id]) =>
    id === null ? of(null) : this.#api.call('arrival', { id }),
  );
  protected readonly open = computed(() => this.#opened().value);

  protected readonly summary = computed(() => {
    const all = this.arrivals();
    const working = all.filter(({ step }) => step?.state === 'running' || step?.state === 'waiting').length;
    const failed = all.filter(({ step, state }) => step?.state === 'failed' || state === 'failed').length;
    const parts = [
      `${all.length}${all.length === 300 ? ' newest' : ''}`,
      working > 0 ? `${working} under way` : '',
      failed > 0 ? `${failed} failed` : '',
    ];
    return parts.filter((part) => part !== '').join(' · ');
  });

  constructor() {
    inject(Keys).use([
      { keys: 'ArrowDown', does: 'next arrival', repeats: true, run: () => this.#move(1) },
      { keys: 'ArrowUp', does: 'arrival before', repeats: true, run: () => this.#move(-1) },
    ]);
  }

  protected readonly byId = (_index: number, arrival: ArrivalRow): number => arrival.id;
  protected readonly age = (since: string): string => ageText(since, this.#now());
  protected readonly asks = ({ step, state }: ArrivalRow): boolean =>
    state === 'failed' || step?.state === 'failed' || step?.state === 'waiting';

  /** What became of it, in a few words: the step that is under way or failed, else where its documents are. */
  protected became({ state, step, files, seconds }: ArrivalRow): string {
    if (step) return stepText(step);
    const documents = files.flatMap((file) => file.documents);
    if (documents.length === 0) return STATE[state];
    const places = new Map<Tray, number>();
    for (const { tray } of documents) places.set(tray, (places.get(tray) ?? 0) + 1);
    const where = [...places]
      .map(([tray, count]) => (documents.length === 1 ? TRAY_NAMES[tray] : `${count} ${TRAY_NAMES[tray]}`))
      .join(', ');
    return seconds === null ? where : `${where} · ${doneIn(seconds)}`;
  }

  #move(by: number): void {
    const all = this.arrivals();
    const at = all.findIndex(({ id }) => id === this.#shown());
    const next = all[Math.max(0, Math.min(all.length - 1, at + by))];
    if (next) this.chosen.set(next.id);
  }
}
