import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { DocumentView } from '@umber/contract/documents';
import { MailView } from '../intake/mail-view';

/** How a document came: by whom, with which words, and what the rules of its source said of it. */
@Component({
  selector: 'umber-mail-said',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [MailView],
  template: `
    <p>
      {{ from() }}
      @for (tag of document().tags; track tag) {
        <span class="tag">{{ tag }}</span>
      }
      @if (document().department; as department) {
        <span class="tag">for {{ department }}</span>
      }
    </p>
    @if (document().arrival.kind === 'mail') {
      <umber-mail-view [arrival]="mail()" />
    }
  `,
  styles: `
    p {
      margin: 6px 0;
      font-size: 14px;
      overflow-wrap: anywhere;
    }
    .tag {
      margin-left: 6px;
      padding: 1px 7px;
      border: 1px solid var(--rule);
      border-radius: 4px;
      color: var(--quiet);
      font-size: 12.5px;
      white-space: nowrap;
    }
  `,
})
export class MailSaid {
  readonly document = input.required<DocumentView>();
  protected readonly from = computed(() => {
    const { sender, subject, source } = this.document().arrival;
    return [sender, subject, source].filter((part) => part).join(' · ');
  });
  protected readonly mail = computed(() => ({ html: null, text: this.document().arrival.text }));
}
