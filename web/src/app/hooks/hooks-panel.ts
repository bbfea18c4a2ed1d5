import { DatePipe } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { FormControl, FormGroup, ReactiveFormsModule } from '@angular/forms';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { HOOK_EVENTS, type HookDelivery, type HookEvent, type HooksView, type HookView, type MadeHook } from '@umber/contract/hooks';
import { may } from '@umber/core/permissions';
import { Api } from '../api';
import { messageOf } from '../api-error';
import { sessionFeature } from '../people/session.state';

const EVENT_NAMES: Readonly<Record<HookEvent, string>> = {
  arrived: 'arrived',
  read: 'read',
  doubt: 'a doubt is raised',
  approved: 'approved',
  posted: 'posted',
};

/** Addresses of other programs that are told when something happens, and the log of what they were told. */
@Component({
  selector: 'umber-hooks-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ReactiveFormsModule, DatePipe, RouterLink],
  template: `
    @if (mayChange()) {
      <h2>Programs that are told</h2>
      <p class="quiet">Each address is sent what happens to a document, signed, and again later where it does not answer.</p>
      <form [formGroup]="form" (ngSubmit)="make()">
        <input class="field" formControlName="url" placeholder="https://…" aria-label="Address that is told" spellcheck="false" />
        <span role="group" aria-label="What it is told of">
          @for (event of events; track event) {
            <label><input type="checkbox" [checked]="chosen().has(event)" (change)="toggle(event)" /> {{ names[event] }}</label>
          }
        </span>
        <button class="plain-button" type="submit" [disabled]="busy()">Add the address</button>
      </form>
      @if (made(); as hook) {
        <p class="new" role="status">
          Its secret, for checking what comes; copy it now, it is not shown again: <code>{{ hook.secret }}</code>
        </p>
      }
      @if (said(); as text) {
        <p class="ask" role="alert">{{ text }}</p>
      }
      @if (view(); as now) {
        @if (now.hooks.length > 0) {
          <table class="ruled" aria-label="Programs that are told">
            <tbody>
              @for (hook of now.hooks; track hook.id) {
                <tr>
                  <td class="digits">{{ hook.url }}</td>
                  <td class="quiet">{{ eventsOf(hook) }}</td>
                  <td class="quiet">{{ hook.waiting === 0 ? 'all sent' : hook.waiting + ' waiting' }}</td>
                  <td>
                    <button class="plain-button" type="button" [attr.aria-label]="'Take away ' + hook.url" (click)="remove(hook)">
                      Take away
                    </button>
                  </td>
                </tr>
              }
            </tbody>
          </table>
        }
        @if (now.log.length > 0) {
          <details>
            <summary>What they were told last</summary>
            <table class="ruled" aria-label="What programs were told">
              <tbody>
                @for (one of now.log; track one.id) {
                  <tr>
                    <td class="quiet">{{ one.madeAt | date: 'd MMM, HH:mm' }}</td>
                    <td>
                      <a [routerLink]="['/document', one.documentId]">document {{ one.documentId }}</a> {{ names[one.event] }}
                    </td>
                    <td [class.ask]="one.fault !== null">{{ stateText(one) }}</td>
                    <td>
                      @if (one.arrivedAt === null) {
                        <button
                          class="plain-button"
                          type="button"
                          [attr.aria-label]="'Send again: document ' + one.documentId + ' ' + names[one.event]"
                          (click)="again(one)"
                        >
                          Send again
                        </button>
                      }
                    </td>
                  </tr>
                }
              </tbody>
            </table>
          </details>
        }
      }
    }
  `,
  styles: `
    :host {
      display: block;
      margin-top: 34px;
    }
    form,
    span[role='group'] {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 8px 14px;
    }
    .field {
      flex: 1 1 260px;
    }
    .new {
      padding: 10px 14px;
      border-left: 4px solid var(--right);
      background: var(--right-tint);
    }
    td.digits,
    code {
      font: 400 13.5px var(--digits);
      overflow-wrap: anywhere;
    }
    .plain-button {
      min-height: 32px;
    }
    summary {
      min-height: 26px;
      cursor: pointer;
    }
  `,
})
export class HooksPanel {
  readonly #api = inject(Api);
  readonly #person = inject(Store).selectSignal(sessionFeature.selectPerson);
  protected readonly mayChange = computed(() => may(this.#person()?.role ?? 'auditor', 'sources'));
  protected readonly view = signal<HooksView | null>(null);
  protected readonly made = signal<MadeHook | null>(null);
  protected readonly said = signal<string | null>(null);
  protected readonly busy = signal(false);
  protected readonly form = new FormGroup({ url: new FormControl('', { nonNullable: true }) });
  protected readonly chosen = signal<ReadonlySet<HookEvent>>(new Set<HookEvent>(['posted']));
  protected readonly events = HOOK_EVENTS;
  protected readonly names = EVENT_NAMES;
  protected readonly eventsOf = ({ events }: HookView): string => events.map((event) => EVENT_NAMES[event]).join(', ');
  protected readonly stateText = ({ arrivedAt, nextAt, fault, tries }: HookDelivery): string =>
    arrivedAt !== null
      ? 'arrived'
      : nextAt === null
        ? `given up after ${tries} tries. ${fault ?? ''}`
        : fault === null
          ? 'on its way'
          : `${fault} It is tried again.`;

  constructor() {
    if (this.mayChange()) this.#api.call('hooks').subscribe({ next: (view) => this.view.set(view), error: this.#fail });
  }

  protected toggle(event: HookEvent): void {
    this.chosen.update((chosen) => new Set(HOOK_EVENTS.filter((one) => chosen.has(one) !== (one === event))));
  }
  /** Once, however often it is pressed: each has a secret that is shown once. */
  protected make(): void {
    if (this.busy()) return;
    this.busy.set(true);
    this.said.set(null);
    this.#api.call('makeHook', {}, { url: this.form.getRawValue().url, events: [...this.chosen()] }).subscribe({
      next: (hook) => {
        this.busy.set(false);
        this.made.set(hook);
        this.form.reset();
        this.view.update((view) => ({ hooks: [...(view?.hooks ?? []), hook], log: view?.log ?? [] }));
      },
      error: this.#fail,
    });
  }
  protected remove({ id }: HookView): void {
    this.#api.call('removeHook', { id }).subscribe({ next: (view) => this.view.set(view), error: this.#fail });
  }
  protected again({ id }: HookDelivery): void {
    this.#api.call('sendHookAgain', { id }).subscribe({ next: (view) => this.view.set(view), error: this.#fail });
  }

  readonly #fail = (error: unknown): void => {
    this.busy.set(false);
    this.said.set(messageOf(error));
  };
}
