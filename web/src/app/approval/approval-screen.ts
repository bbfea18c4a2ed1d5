import { KeyHint } from '../keys/key-hint';
import { may } from '@umber/core/permissions';
import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, input } from '@angular/core';
import { Router } from '@angular/router';
import type { DocumentView, LineView } from '@umber/contract/documents';
import { Store } from '@ngrx/store';
import { fullDay } from '../dates/day';
import { documentFeature } from '../documents/document.state';
import type { PageMark } from '../viewer/page-flow';
import { PageViewer } from '../viewer/page-viewer';
import { Viewer } from '../viewer/viewer';
import { MailSaid } from '../documents/mail-said';
import { disputeText, trailText } from '../documents/sentences';
import { Linked } from '../documents/linked';
import { TrailPanel } from '../documents/trail-panel';
import { CodingDialogs } from '../coding/coding-dialog';
import { WaysOut } from '../documents/ways-out';
import { ownText } from '../own-fields/words';
import { Keys } from '../keys/keys';
import { orderedOf } from '../matching/ordered';
import { comparedWith, exceptionText, FIGURE_NAMES, figureText } from '../matching/sentences';
import { AmountPipe } from '../money/amount.pipe';
import { sessionFeature } from '../people/session.state';

import { WindowSize } from '../window-size';
import { approvalText } from './sentences';

/** Acts that change what a document says. */
const CHANGES: readonly string[] = [
  'field-changed',
  'cell-changed',
  'line-added',
  'line-removed',
  'line-split',
  'lines-joined',
  'cells-filled',
  'rows-pasted',
  'lines-replaced',
  'kind-said',
];

/** Page, order, variance, coding and history on one screen, for somebody with two minutes. */
@Component({
  selector: 'umber-approval-screen',
  host: { class: 'beside-page' },
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, Linked, PageViewer, MailSaid, TrailPanel, AmountPipe],
  template: `
    <div class="paper">
      <umber-page-viewer [documentId]="document().id" [viewer]="viewer" [marks]="marks()" />
    </div>
    <section>
      <p class="amount">
        <span class="digits">{{ document().fields.currency.value }} {{ document().fields.grossTotal.value | amount }}</span> to
        {{ document().supplier?.name }}
      </p>
      <p class="quiet">{{ what() }}</p>
      @if (own(); as approval) {
        <p class="because"><b>You are asked</b> because of: {{ approvalText(approval.because) }}.</p>
      }
      @if (isNarrow() && viewer.count() > 0) {
        <p>
          <button class="plain-button" type="button" (click)="toPages()">
            {{ viewer.count() === 1 ? 'See the page' : 'See the ' + viewer.count() + ' pages' }}
          </button>
        </p>
      }
      @if (document().dispute; as dispute) {
        <article class="dispute">
          <strong>In dispute with the supplier</strong>
          <p>{{ disputeText(dispute) }}.</p>
          <p>
            Said by {{ dispute.by }}.
            {{ document().letters.length > 0 ? 'A letter was written: ' + document().letters[0].subject + '.' : 'No letter was written.' }}
            @if (dispute.other; as other) {
              In the other way it would be <b class="digits">{{ other | amount }}</b>.
            }
          </p>
        </article>
      }
      @if (changes().length > 0) {
        <h2>What was changed</h2>
        <ul class="changes">
          @for (change of changes(); track change.id) {
            <li>
              {{ trailText(change) }} <span class="quiet">{{ change.person }}</span>
            </li>
          }
        </ul>
      }
      @for (exception of document().exceptions; track exception.id) {
        <article>
          <strong>{{ exceptionText(exception) }}</strong>
          @for (one of exception.confirmations; track one.personId) {
            <p>Confirmed by {{ one.by }}: {{ one.reason }}</p>
          } @empty {
            <p>Accepted by {{ exception.acceptedBy }}: {{ exception.acceptedReason }}</p>
          }
          @for (figure of exception.figures; track figure.name) {
            <p class="figure">
              <span class="quiet">{{ figureNames[figure.name] }}</span> invoice
              <b class="digits">{{ figureText(figure.name, figure.invoice) }}</b> {{ comparedWith(exception.facts).toLowerCase() }}
              <b class="digits">{{ figureText(figure.name, figure.order) }}</b>
              @if (figure.received) {
                received <b class="digits">{{ figureText(figure.name, figure.received) }}</b>
              }
              @if (figure.variance) {
                <span class="ask"
                  >off by <b class="digits">{{ figureText(figure.name, figure.variance) }}</b></span
                >
              }
            </p>
          }
        </article>
      } @empty {
        <p class="fits">
          {{
            document().orders.length > 0
              ? 'Price and quantity fit the order and the receipt within tolerance.'
              : 'There is no order for this invoice.'
          }}
        </p>
      }
      <table class="ruled">
        <thead>
          <tr>
            <th>Line</th>
            <th class="number">Qty</th>
            <th class="number">Ordered</th>
            <th class="number">Received</th>
            <th class="number">Net</th>
            <th>Coded to</th>
          </tr>
        </thead>
        <tbody>
          @for (line of document().lines; track line.position) {
            <tr>
              <td>{{ line.cells.description }}</td>
              <td class="number">{{ line.cells.quantity }}</td>
              <td class="number">{{ orderedOf(line)?.quantity }}</td>
              <td class="number">{{ orderedOf(line)?.received }}</td>
              <td class="number">{{ line.cells.netAmount | amount }}</td>
              <td class="digits">{{ line.account }} {{ line.costCentre }}{{ line.spread ? ', ' + line.spread.months + ' months' : '' }}</td>
            </tr>
          }
        </tbody>
      </table>
      <h2>Who is asked</h2>
      @for (approval of document().approvals; track approval.id) {
        <p class="approval">
          <strong>{{ approval.approver }}</strong> <span [class.ask]="approval.state === 'asked'">{{ state[approval.state] }}</span>
          <span class="quiet">{{ approvalText(approval.because) }}</span> {{ approval.comment }}
        </p>
      }
      <umber-linked [document]="document()" />
      <h2>Trail</h2>
      <umber-mail-said [document]="document()" />
      <umber-trail-panel [trail]="document().trail" />
    </section>
    <footer class="foot">
      <span class="quiet">{{ asked() ? 'You are asked to approve.' : 'Waiting for ' + waitingFor() + '.' }}</span>
      <span class="gap"></span>
      @if (mayCode()) {
        <button class="plain-button" type="button" (click)="coding.open()">Coding … <kbd>C</kbd></button>
      }
      @if (asked()) {
        <button class="plain-button" type="button" (click)="sendBack()">Send back <kbd>B</kbd></button>
        <button class="plain-button main" type="button" [disabled]="busy()" (click)="approve()">
          Approve {{ document().fields.currency.value }} {{ document().fields.grossTotal.value | amount }} <kbd>Enter</kbd>
        </button>
      } @else if (mayFetch()) {
        <button class="plain-button" type="button" (click)="sendBack()">Back to Check <kbd>B</kbd></button>
      }
    </footer>
  `,
  styles: `
    .amount {
      margin: 2px 0;
      font-size: 20px;
      font-weight: 600;
    }
    section > p {
      margin: 2px 0 12px;
    }
    article {
      margin-bottom: 10px;
      padding: 10px 14px;
      border-left: 4px solid #e0a95c;
      background: var(--ask-tint);
    }
    article p {
      margin: 4px 0 0;
    }
    .because {
      color: #7a3a05;
    }
    @media (max-width: 899px) {
      /* On a phone first who, how much and why; the page is one touch away. */
      .paper {
        order: 2;
      }
      .foot .main {
        flex: 1 1 100%;
        justify-content: center;
        min-height: 48px;
      }
      .foot .plain-button {
        min-height: 44px;
      }
    }
    .dispute {
      border-left-color: var(--ask);
      border-left-width: 6px;
    }
    .changes {
      margin: 4px 0 12px;
      padding-left: 18px;
      font-size: 14px;
    }
    .figure {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 10px;
      font-size: 14px;
    }
    .fits {
      padding: 8px 14px;
      border-left: 4px solid var(--right);
      background: var(--right-tint);
    }
    table {
      font-size: 14px;
    }
    table td,
    table th {
      padding: 6px 7px;
    }
    h2 {
      margin: 18px 0 4px;
    }
    .approval {
      display: flex;
      flex-wrap: wrap;
      gap: 2px 10px;
    }
  `,
})
export class ApprovalScreen {
  readonly document = input.required<DocumentView>();
  protected readonly viewer = new Viewer(this.document);
  readonly #store = inject(Store);
  readonly #person = this.#store.selectSignal(sessionFeature.selectPerson);
  readonly #waysOut = inject(WaysOut);
  protected readonly coding = inject(CodingDialogs);
  protected readonly mayCode = computed(() => may(this.#person()?.role ?? 'auditor', 'match'));
  protected readonly busy = this.#store.selectSignal(documentFeature.selectBusy);
  protected readonly isNarrow = inject(WindowSize).isNarrow;
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);
  /** Why the signed-in person is asked; null where they are not. */
  protected readonly own = computed(
    () => this.document().approvals.find(({ state, approverId }) => state === 'asked' && approverId === this.#person()?.id) ?? null,
  );
  protected readonly exceptionText = exceptionText;
  protected readonly disputeText = disputeText;
  protected readonly trailText = trailText;
  /** What people changed of what was read, newest first, without what was taken back. */
  protected readonly changes = computed(() => {
    const { trail } = this.document();
    const undone = new Set(trail.flatMap(({ act }) => (act?.code === 'undone' ? [JSON.stringify(act.act)] : [])));
    return trail.filter(({ act }) => act !== null && CHANGES.includes(act.code) && !undone.has(JSON.stringify(act))).slice(0, 12);
  });
  protected readonly figureText = figureText;
  protected readonly comparedWith = comparedWith;
  protected readonly figureNames = FIGURE_NAMES;
  protected readonly approvalText = approvalText;
  protected readonly state = {
    asked: 'is asked',
    approved: 'approved',
    'sent-back': 'sent it back',
    withdrawn: 'no longer asked',
  } as const;

  protected readonly asked = computed(() =>
    this.document().approvals.some((approval) => approval.state === 'asked' && approval.approverId === this.#person()?.id),
  );
  /** Whoever checks may fetch it back while it waits for others. */
  protected readonly mayFetch = computed(() => may(this.#person()?.role ?? 'auditor', 'check'));
  protected readonly waitingFor = computed(() =>
    this.document()
      .approvals.filter((approval) => approval.state === 'asked')
      .map((approval) => approval.approver)
      .join(' and '),
  );
  protected readonly what = computed(() => {
    const { fields, orders, kind, own } = this.document();
    const more = ownText(own);
    const due = fields.dueDate.value === null ? '' : `, due ${fullDay(fields.dueDate.value)}`;
    return `${kind === 'credit-note' ? 'Credit note' : 'Invoice'} ${fields.invoiceNumber.value ?? ''} of ${fields.issueDate.value === null ? '?' : fullDay(fields.issueDate.value)}${due}${orders.map((order) => `, order ${order.number} by ${order.owner}`).join('')}${more === '' ? '' : `; ${more}`}`;
  });
  protected readonly marks = computed((): PageMark[] => {
    const hit = new Set(this.document().exceptions.map((exception) => exception.line));
    return this.document().lines.flatMap((line) =>
      line.box && line.page !== null && hit.has(line.position)
        ? [{ id: String(line.position), page: line.page, box: line.box, tone: 'ask' as const }]
        : [],
    );
  });

  constructor() {
    const router = inject(Router);
    inject(Keys).use([
      { keys: 'Enter', does: 'approve, with a comment if you like', run: () => this.approve() },
      { keys: 'b', does: 'send back with a comment, or fetch back to Check', run: () => this.sendBack() },
      ...this.viewer.bindings,
      { keys: 'Escape', does: 'back to the tray', run: () => void router.navigate(['/tray', 'sign-off']) },
    ]);
  }

  protected toPages(): void {
    this.#host.nativeElement.querySelector('.paper')?.scrollIntoView();
  }

  protected readonly orderedOf = (line: LineView) => orderedOf(this.document(), line);

  protected approve(): void {
    if (!this.asked() || this.busy()) return;
    this.#waysOut.ask(
      { title: 'Approve', text: `${this.what()}.`, confirm: 'Approve', suggestions: [], optional: true },
      'approve',
      (comment) => ({ name: 'approve', input: { comment } }),
    );
  }

  protected sendBack(): void {
    if (this.busy()) return;
    if (!this.asked()) {
      if (this.mayFetch()) this.#waysOut.backToCheck();
      return;
    }
    this.#waysOut.ask(
      {
        title: 'Send back',
        text: 'It goes back to Check with your comment. What should be looked at?',
        confirm: 'Send back',
        suggestions: ['Not ordered by us', 'The price was agreed differently', 'Wrong cost centre'],
      },
      'send-back',
      (reason) => ({ name: 'sendBack', input: { reason } }),
    );
  }
}
