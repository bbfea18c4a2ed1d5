import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { DomSanitizer, type SafeHtml } from '@angular/platform-browser';
import type { ArrivalView } from '@umber/contract/intake';

/** Nothing may run, nothing may be loaded: the server cleaned the mail, the frame has neither scripts nor an origin. */
const FRAME = (html: string): string =>
  `<!doctype html><meta http-equiv="Content-Security-Policy" content="default-src 'none'; style-src 'unsafe-inline'"><style>body{font:14px/1.4 sans-serif;margin:0;color:#241b14;overflow-wrap:anywhere}table{max-width:100%}</style>${html}`;

/** What a mail says: its words, or its own look made safe. */
@Component({
  selector: 'umber-mail-view',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <h3>
      What the mail says
      @if (arrival().html !== null) {
        <button type="button" class="bare" (click)="plain.set(!plain())">{{ plain() ? 'as it was laid out' : 'words only' }}</button>
      }
    </h3>
    @if (frame() && !plain()) {
      <iframe title="The mail as it was laid out" sandbox="" [srcdoc]="frame()"></iframe>
    } @else {
      <pre>{{ arrival().text || '(no words)' }}</pre>
    }
  `,
  styles: `
    h3 {
      display: flex;
      justify-content: space-between;
      margin: 6px 0;
      font: 700 14px/1.4 var(--words);
    }
    .bare {
      padding: 0;
      border: 0;
      background: none;
      color: var(--right);
      font: inherit;
      font-weight: 400;
      text-decoration: underline;
      cursor: pointer;
    }
    pre {
      margin: 0;
      font: 400 13.5px/1.45 var(--words);
      white-space: pre-wrap;
      overflow-wrap: anywhere;
    }
    iframe {
      width: 100%;
      height: 260px;
      border: 1px solid var(--rule);
      background: #fff;
    }
  `,
})
export class MailView {
  readonly arrival = input.required<Pick<ArrivalView, 'html' | 'text'>>();
  protected readonly plain = signal(false);
  readonly #sanitizer = inject(DomSanitizer);
  protected readonly frame = computed((): SafeHtml | null => {
    const { html } = this.arrival();
    return html === null ? null : this.#sanitizer.bypassSecurityTrustHtml(FRAME(html));
  });
}
