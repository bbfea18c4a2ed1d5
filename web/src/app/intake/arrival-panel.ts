import { may } from '@umber/core/permissions';
import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { reasonText, SEND_TO, type ArrivalView, type Sending, type StepView } from '@umber/contract/intake';
import { TRAY_NAMES } from '@umber/contract/trays';
import { Store } from '@ngrx/store';
import { addressOf } from '@umber/contract/endpoints';
import { Api } from '../api';
import { WaysOut } from '../documents/ways-out';
import { sessionFeature } from '../people/session.state';
import { messageOf } from '../api-error';
import { MailView } from './mail-view';
import { doneIn, noteText, STEP_WORDS } from './sentences';

const MARKS: Readonly<Record<StepView['state'], string>> = { done: '✓', running: '…', failed: '✕', waiting: '↻' };

/** One arrival: where it came from, its steps with the time each took, what the mail says, and what can be done about it. */
@Component({
  selector: 'umber-arrival-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [DatePipe, RouterLink, MailView],
  template: `
    <section aria-label="The chosen arrival">
      <h2>{{ arrival().subject ?? arrival().name ?? '(no subject)' }}</h2>
      <p class="quiet">{{ arrival().sender }} · {{ arrival().source }} · {{ arrival().receivedAt | date: 'd MMM, HH:mm' }}</p>
      @if (arrival().reason; as reason) {
        <p class="why">{{ reasonText(reason) }}</p>
      }
      <ol>
        @for (step of arrival().steps; track $index) {
          <li [class.ask]="step.state === 'failed' || step.state === 'waiting'">
            <span class="mark" [attr.aria-label]="step.state">{{ marks[step.state] }}</span>
            <span class="step">{{ words[step.name].done }}</span>
            @if (step.documentId !== null) {
              <a [routerLink]="['/document', step.documentId]">{{ note(step) }}</a>
            } @else if (step.fileId !== null && step.name === 'separated') {
              <a [routerLink]="['/file', step.fileId]">{{ note(step) }}</a>
            } @else {
              <span>{{ note(step) }}</span>
            }
            <span class="time quiet">{{ took(step) }}</span>
          </li>
        }
      </ol>
      <div class="acts">
        @if (failed() && maySubmit()) {
          <button class="plain-button main" type="button" [disabled]="busy()" (click)="tryAgain()">Try again</button>
        }
        @if (mayCheck()) {
          @for (file of aside(); track file) {
            <button class="plain-button aside" type="button" [disabled]="busy()" [title]="file" (click)="readAside(file)">
              Read {{ file }}
            </button>
          }
        }
        @if (mayCheck() && places().length > 0) {
          <span class="send">
            <span class="quiet">Send to</span>
            @for (to of places(); track to) {
              <button class="plain-button" type="button" [disabled]="busy()" (click)="send(to)">{{ trayNames[to] }}</button>
            }
          </span>
        }
        <a class="plain-button" [href]="asItCame()" download>Save as it came</a>
      </div>
      @if (said(); as text) {
        <p class="ask" role="alert">{{ text }}</p>
      }
      @if (arrival().kind === 'mail') {
        <umber-mail-view [arrival]="arrival()" />
      }
    </section>
  `,
  styles: `
    section {
      max-height: calc(100vh - 84px);
      padding: 14px 16px;
      overflow: auto;
      border: 1px solid var(--rule);
      border-radius: 6px;
      background: var(--sheet);
    }
    h2,
    p {
      overflow-wrap: anywhere;
    }
    p {
      margin: 2px 0 8px;
      font-size: 13.5px;
    }
    .why {
      padding-left: 10px;
      border-left: 3px solid var(--umber);
      font-size: 14.5px;
    }
    ol {
      margin: 0 0 12px;
      padding: 0;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: 18px minmax(64px, 92px) minmax(0, 1fr) auto;
      gap: 6px;
      padding: 4px 0;
      border-bottom: 1px solid var(--rule);
      font-size: 13.5px;
    }
    .mark {
      color: var(--right);
      font-weight: 700;
    }
    .ask .mark {
      color: var(--ask);
    }
    .step {
      font-weight: 600;
    }
    a:not(.plain-button) {
      color: var(--right);
    }
    .send {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 5px;
      font-size: 13.5px;
    }
    .send .plain-button {
      min-height: 30px;
      padding: 0 9px;
      font-size: 13.5px;
    }
    .acts {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      margin-bottom: 10px;
    }
    .aside {
      display: block;
      max-width: 100%;
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    .acts a {
      text-decoration: none;
    }
    @media (width < 900px) {
      section {
        max-height: none;
      }
    }
  `,
})
export class ArrivalPanel {
  readonly arrival = input.required<ArrivalView>();
  readonly #api = inject(Api);
  readonly #waysOut = inject(WaysOut);
  readonly #person = inject(Store).selectSignal(sessionFeature.selectPerson);
  protected readonly asItCame = computed(() => addressOf('arrivalAsItCame', { id: this.arrival().id }));
  protected readonly reasonText = reasonText;
  protected readonly marks = MARKS;
  protected readonly words = STEP_WORDS;
  protected readonly busy = signal(false);
  protected readonly said = signal<string | null>(null);
  protected readonly maySubmit = computed(() => may(this.#person()?.role ?? 'auditor', 'submit'));
  protected readonly failed = computed(
    () => this.arrival().state === 'failed' || this.arrival().steps.some(({ state }) => state === 'failed'),
  );

  protected readonly trayNames = TRAY_NAMES;
  protected readonly mayCheck = computed(() => may(this.#person()?.role ?? 'auditor', 'check'));
  /** Where it may be sent: what a rule turned away has no documents yet and can only be read after all. */
  protected readonly places = computed((): readonly Sending['to'][] => {
    if (this.arrival().state === 'turned-away') return ['check'];
    return this.arrival().state === 'unpacked' ? SEND_TO : [];
  });

  /** Names of pictures that were left aside as they do not look like pages. */
  protected readonly aside = computed((): readonly string[] => {
    const { reason } = this.arrival();
    if (reason?.code !== 'left-out') return [];
    return [...new Set(reason.parts.flatMap((part) => (part.code === 'picture-aside' ? [part.file] : [])))];
  });

  protected readAside(file: string): void {
    this.busy.set(true);
    this.said.set(null);
    this.#api.call('readAside', { id: this.arrival().id }, { file }).subscribe({
      next: () => this.busy.set(false),
      error: (error: unknown) => this.#failed(error),
    });
  }

  protected send(to: Sending['to']): void {
    if (to === 'check' || to === 'filed') this.#send({ to, reason: '' });
    else this.#waysOut.reasonTo(to === 'parked' ? 'park' : 'turn-away').subscribe((reason) => this.#send({ to, reason }));
  }

  #send(sending: Sending): void {
    this.busy.set(true);
    this.said.set(null);
    this.#api.call('sendArrivalOn', { id: this.arrival().id }, sending).subscribe({
      next: ({ left }) => {
        this.busy.set(false);
        this.said.set(left.length === 0 ? null : left.map(({ id, why }) => `Document ${id}: ${why}`).join(' '));
      },
      error: (error: unknown) => this.#failed(error),
    });
  }

  #failed(error: unknown): void {
    this.busy.set(false);
    this.said.set(messageOf(error));
  }

  protected note({ note, state, tries }: StepView): string {
    const again = tries > 1 ? `, try ${tries}` : '';
    return `${(note && noteText(note)) ?? (state === 'running' ? 'under way' : state)}${again}`;
  }

  protected took({ startedAt, endedAt }: StepView): string {
    return endedAt === null ? '' : doneIn((Date.parse(endedAt) - Date.parse(startedAt)) / 1000);
  }

  protected tryAgain(): void {
    this.busy.set(true);
    this.said.set(null);
    this.#api.call('tryArrivalAgain', { id: this.arrival().id }).subscribe({
      next: () => this.busy.set(false),
      error: (error: unknown) => this.#failed(error),
    });
  }
}
