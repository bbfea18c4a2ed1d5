import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { catchError, of } from 'rxjs';
import { FINDING_NAMES } from '@umber/contract/archive';
import { Api } from '../api';

const moment = (iso: string): string => new Intl.DateTimeFormat('en-GB', { dateStyle: 'medium', timeStyle: 'short' }).format(new Date(iso));

/** What is kept and whether it is whole; damage is said with what it touches. */
@Component({
  selector: 'umber-archive-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (archive(); as kept) {
      <h2>Keeping</h2>
      <p class="quiet">{{ sentence() }}</p>
      <p [class.ask]="isOff()" [class.quiet]="!isOff()" [attr.role]="isOff() ? 'alert' : null">{{ books() }}</p>
      @for (finding of kept.books?.findings ?? []; track $index) {
        <p class="ask">{{ findingNames[finding.code] }}: {{ finding.name }}</p>
      }
      @for (blob of kept.damaged; track blob.checksum) {
        <p class="ask" role="alert">
          Damaged, and not shown any more: {{ blob.usedBy.join(', ') || blob.checksum }}. Bring it back from a backup.
        </p>
      }
    }
  `,
  styles: `
    :host {
      display: block;
      margin-top: 34px;
    }
    p {
      margin: 4px 0;
    }
  `,
})
export class ArchiveLine {
  protected readonly archive = toSignal(
    inject(Api)
      .call('archive')
      .pipe(catchError(() => of(null))),
    { initialValue: null },
  );
  protected readonly findingNames = FINDING_NAMES;
  protected readonly isOff = computed(() => (this.archive()?.books?.findings.length ?? 0) > 0);
  /** When the books were last worked out anew, and whether anything was off. */
  protected readonly books = computed(() => {
    const check = this.archive()?.books;
    if (!check) return 'The books are worked out anew each night; they were not yet.';
    const at = moment(check.at);
    return this.isOff()
      ? `The books were worked out anew on ${at}, and they are not what they were:`
      : `The books were worked out anew on ${at}: nothing is off.`;
  });
  protected readonly sentence = computed(() => {
    const kept = this.archive();
    if (!kept) return '';
    const size = `${(kept.bytes / 1024 / 1024).toFixed(1)} MB`;
    const whole = kept.damaged.length === 0 ? 'none damaged' : `${kept.damaged.length} damaged`;
    return `${kept.blobs} files and pages, ${size}. ${kept.checked} of them were compared with their checksums within seven days: ${whole}.`;
  });
}
