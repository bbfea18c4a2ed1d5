import { ChangeDetectionStrategy, Component, computed, input } from '@angular/core';
import type { DocumentView } from '@umber/contract/documents';
import { isForTheBooks } from '@umber/core/documents';
import { auditPackage, eInvoiceFile, fileAsItCame, keptPdf, searchablePdf } from './addresses';

/** What can be saved of a document: its file, a PDF that can be searched, and what was checked as an electronic invoice. */
@Component({
  selector: 'umber-save-as',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @for (link of links(); track link.text) {
      <a class="plain-button" [href]="link.address" download>{{ link.text }}</a>
    }
  `,
  styles: `
    :host {
      display: flex;
      flex-wrap: wrap;
      gap: 8px;
      margin-block: 14px;
    }
  `,
})
export class SaveAs {
  readonly document = input.required<DocumentView>();
  protected readonly links = computed(() => {
    const { id, pages, kind, tray, original } = this.document();
    const isChecked = isForTheBooks(kind) && (tray === 'post' || tray === 'posted');
    return [
      ...(original.deleted === null ? [{ text: 'Save the file as it came', address: fileAsItCame(id) }] : []),
      ...(pages.length > 0 ? [{ text: 'Save as a searchable PDF', address: searchablePdf(id) }] : []),
      ...(pages.length > 0 ? [{ text: 'Save as PDF/A, for keeping', address: keptPdf(id) }] : []),
      ...(isChecked
        ? [
            { text: 'Save as UBL', address: eInvoiceFile(id, 'asUbl') },
            { text: 'Save as CII', address: eInvoiceFile(id, 'asCii') },
          ]
        : []),
      { text: 'Save all of it, for audit', address: auditPackage(id) },
    ];
  });
}
