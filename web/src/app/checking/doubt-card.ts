import { KeyHint } from '../keys/key-hint';
import type { HeaderField, OwnName } from '@umber/core/documents';
import { ChangeDetectionStrategy, Component, computed, ElementRef, inject, input, output, viewChild } from '@angular/core';
import type { DocumentView } from '@umber/contract/documents';
import { questionText } from '../reading/sentences';
import { CutOut } from '../documents/cut-out';
import { Drafts } from '../drafts/drafts';
import { broughtIntoSight } from '../keys/in-sight';
import type { Item } from './margin-items';
import { answersTo, fieldOf, type Answer } from './questions';

/** What the text typed for a field of a document is kept as. */
export const fieldDraft = (documentId: number, field: HeaderField | OwnName): string => `document/${documentId}/fields/${field}`;

/** An open field: the place enlarged, the question, ranked answers on number keys, and a field to type into. */
@Component({
  selector: 'umber-doubt-card',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, CutOut],
  template: `
    <header>
      <h2>{{ item().name }}</h2>
      @if (place()) {
        <span class="ask">{{ place() }}</span>
      }
    </header>
    @if (item().doubt; as doubt) {
      <p>{{ item().says ?? questionText(doubt) }}</p>
    }
    @if (cut(); as cut) {
      <umber-cut-out
        [documentId]="document().id"
        [page]="cut.page"
        [box]="cut.box"
        [label]="item().label?.box ?? null"
        [width]="width() - 30"
        [height]="50"
      />
    }
    @if (item().label; as label) {
      <p class="found"><i></i> found by “{{ label.text }}”</p>
    }
    @if (item().doubt) {
      <div class="answers">
        @for (answer of answers(); track $index) {
          <button type="button" [class.first]="$first" (click)="answered.emit(answer)">
            <kbd>{{ $index + 1 }}</kbd>
            <span class="text" [class.digits]="!answer.way && item().field !== 'sellerName' && item().field !== null">{{
              answer.text
            }}</span>
            @if (answer.reason) {
              <span class="reason">{{ answer.reason }}</span>
            }
          </button>
        }
      </div>
    }
    @if (item().field) {
      <label>
        <span class="quiet">or type</span>
        <input
          #field
          class="digits"
          [value]="typedBefore() ?? plain()"
          (input)="keep(field.value)"
          (keydown.enter)="save($event, field.value)"
          (keydown.escape)="leave($event)"
          [attr.aria-label]="item().name"
          autocomplete="off"
          spellcheck="false"
        />
      </label>
    }
    <footer class="quiet">
      @if (item().doubt) {
        <span><kbd>Enter</kbd> takes 1</span>
      }
      @if (item().field) {
        <span><kbd>E</kbd> type</span><span>or point at the page</span>
        @if (hasValue() && mayCheck()) {
          <button type="button" (click)="cleared.emit()">Not on the page</button>
        }
      }
    </footer>
  `,
  styles: `
    :host {
      display: block;
      padding: 10px 13px;
      border: 1.5px solid #e0a95c;
      border-radius: 8px;
      background: var(--ask-tint);
      text-align: left;
    }
    :host(.calm) {
      border-color: var(--right);
      background: var(--sheet);
    }
    header {
      display: flex;
      justify-content: space-between;
      align-items: baseline;
      font-size: 13px;
      font-weight: 600;
    }
    p {
      margin: 2px 0 7px;
      font-size: 14px;
      line-height: 1.35;
    }
    .answers {
      display: grid;
      gap: 5px;
      margin-top: 8px;
    }
    .answers button {
      display: grid;
      grid-template-columns: auto 1fr;
      column-gap: 8px;
      align-items: baseline;
      padding: 5px 9px;
      border: 1px solid var(--rule);
      border-radius: 6px;
      background: var(--sheet);
      color: var(--ink);
      font: inherit;
      text-align: left;
      cursor: pointer;
    }
    .answers button.first {
      border: 2px solid var(--right);
    }
    .text {
      font-weight: 600;
      overflow-wrap: anywhere;
    }
    .reason {
      grid-column: 2;
      color: var(--quiet);
      font-size: 12.5px;
    }
    label {
      display: flex;
      align-items: center;
      gap: 8px;
      margin-top: 7px;
      font-size: 13px;
      white-space: nowrap;
    }
    input {
      flex: 1;
      min-width: 0;
      height: 30px;
      padding: 0 8px;
      border: 1px solid #b3a48f;
      border-radius: 5px;
      background: #fff;
      font-size: 14.5px;
      color: var(--ink);
    }
    .found {
      display: flex;
      align-items: center;
      gap: 7px;
      margin: 4px 0 0;
      color: var(--quiet);
      font-size: 12.5px;
    }
    .found i {
      width: 18px;
      border-bottom: 2px dashed #7a3a05;
    }
    footer button {
      margin-left: auto;
      padding: 0;
      border: 0;
      background: none;
      color: var(--right);
      font: 600 12.5px/1.4 var(--words);
      cursor: pointer;
    }
    footer {
      display: flex;
      flex-wrap: wrap;
      gap: 3px 12px;
      white-space: nowrap;
      margin-top: 7px;
      font-size: 12.5px;
    }
  `,
  host: { '[class.calm]': '!item().doubt' },
})
export class DoubtCard {
  readonly item = input.required<Item>();
  readonly document = input.required<DocumentView>();
  /** "1 of 2 doubts". */
  readonly place = input('');
  readonly mayCheck = input(true);
  /** Pixels that it may take. */
  readonly width = input(346);
  readonly answered = output<Answer>();
  /** The page does not show it. */
  readonly cleared = output<void>();
  readonly typed = output<string>();
  readonly left = output<void>();
  protected readonly typing = viewChild<ElementRef<HTMLInputElement>>('field');
  protected readonly questionText = questionText;
  readonly #drafts = inject(Drafts);
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly #purpose = computed(() => {
    const { field } = this.item();
    return field === null ? undefined : fieldDraft(this.document().id, field);
  });
  /** What was typed here and is not saved. */
  protected readonly typedBefore = computed(() => this.#drafts.of(this.#purpose()));
  readonly hasDraft = computed(() => this.typedBefore() !== null);

  readonly answers = computed(() => {
    const { doubt } = this.item();
    return doubt === null ? [] : answersTo(doubt, this.document());
  });
  protected readonly cut = computed(() => {
    const { page: number, box } = this.item();
    const page = this.document().pages.find((one) => one.number === number);
    return page && box ? { page, box } : null;
  });
  /** The value as it would be typed: the plain one. */
  protected readonly plain = computed(() => {
    const { field } = this.item();
    return field === null ? '' : (fieldOf(this.document(), field).value ?? '');
  });
  protected readonly hasValue = computed(() => {
    const { field } = this.item();
    return field !== null && fieldOf(this.document(), field).value !== null;
  });

  /** Puts the cursor into the field. */
  edit(): void {
    this.typing()?.nativeElement.select();
    this.typing()?.nativeElement.focus();
  }

  /** Whether the question and its answers are on the screen; where they are not, brings them there. */
  inSight(): boolean {
    return broughtIntoSight(this.#host.nativeElement);
  }

  protected keep(text: string): void {
    if (text === this.plain()) this.#drafts.drop(this.#purpose());
    else this.#drafts.keep(this.#purpose(), text);
  }

  protected save(event: Event, text: string): void {
    event.preventDefault();
    event.stopPropagation();
    (event.target as HTMLElement).blur();
    this.typed.emit(text);
  }

  protected leave(event: Event): void {
    event.stopPropagation();
    (event.target as HTMLElement).blur();
    this.#drafts.drop(this.#purpose());
    this.left.emit();
  }
}
