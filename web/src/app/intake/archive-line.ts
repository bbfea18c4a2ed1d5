import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { catchError, of } from 'rxjs';
import { Api } from '../api';

/** What is kept and whether it is whole; damage is said with what it touches. */
@Component({
  selector: 'umber-archive-line',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    @if (archive(); as kept) {
      <h2>Keeping</h2>
      <p class="quiet">{{ sentence() }}</p>
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
  protected readonly sentence = computed(() => {
    const kept = this.archive();
    if (!kept) return '';
    const size = `${(kept.bytes / 1024 / 1024).toFixed(1)} MB`;
    const whole = kept.damaged.length === 0 ? 'none damaged' : `${kept.damaged.length} damaged`;
    return `${kept.blobs} files and pages, ${size}. ${kept.checked} of them were compared with their checksums within seven days: ${whole}.`;
  });
}
