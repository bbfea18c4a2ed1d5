import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import type { DemoMail, DemoSent, ScanWish } from '@umber/contract/demo';
import type { Observable } from 'rxjs';
import { Api } from '../api';
import { messageOf } from '../api-error';
import { ScannerForm } from './scanner-form';

const WISHES: readonly { readonly what: DemoMail; readonly text: string }[] = [
  { what: 'clean', text: 'an invoice that fits' },
  { what: 'doubt', text: 'one with slips in it' },
  { what: 'price-variance', text: 'one with a higher price' },
  { what: 'no-attachment', text: 'a mail without invoice' },
  { what: 'again', text: 'the last invoice again' },
];

/** Lets the stand-in supplier write a real mail and the stand-in scanner scan real paper; clearly part of the demo. */
@Component({
  selector: 'umber-demo-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [ScannerForm],
  template: `
    <section aria-label="Demo">
      <h2>Demo</h2>
      <details>
        <summary>Let a supplier write</summary>
        @for (wish of wishes; track wish.what) {
          <button type="button" [disabled]="busy()" (click)="write(wish.what)">{{ wish.text }}</button>
        }
      </details>
      <details>
        <summary>Lay paper into the scanner</summary>
        <umber-scanner-form [busy]="busy()" (fed)="scan($event)" />
      </details>
      <p role="status">{{ said() }}</p>
    </section>
  `,
  styles: `
    section {
      padding: 10px 12px;
      border: 1px dashed #a8957b;
      border-radius: 6px;
      font-size: 13px;
    }
    h2 {
      font-size: 13px;
      color: var(--umber);
    }
    summary {
      cursor: pointer;
      padding: 3px 0;
    }
    button {
      display: block;
      width: 100%;
      padding: 4px 6px;
      border: 0;
      border-radius: 4px;
      background: none;
      color: var(--ink);
      font: inherit;
      text-align: left;
      cursor: pointer;
    }
    button:hover:not(:disabled) {
      background: var(--sheet);
    }
    p {
      margin: 2px 0 0;
      color: var(--quiet);
    }
    p:empty {
      display: none;
    }
  `,
})
export class DemoPanel {
  readonly #api = inject(Api);
  protected readonly wishes = WISHES;
  protected readonly busy = signal(false);
  protected readonly said = signal('');

  protected write(what: DemoMail): void {
    this.#ask(this.#api.call('supplierWrites', {}, { what }), 'wrote');
  }

  protected scan(wish: ScanWish): void {
    this.said.set('The scanner feeds …');
    this.#ask(this.#api.call('scannerFeeds', {}, wish), 'scanned');
  }

  #ask(asked: Observable<DemoSent>, did: string): void {
    this.busy.set(true);
    asked.subscribe({
      next: (sent) => this.#done(`${sent.supplier} ${did}: ${sent.subject}`),
      error: (error: unknown) => this.#done(messageOf(error)),
    });
  }

  #done(text: string): void {
    this.busy.set(false);
    this.said.set(text);
  }
}
