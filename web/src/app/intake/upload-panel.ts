import { ChangeDetectionStrategy, Component, inject, signal } from '@angular/core';
import { droppedFiles, Uploads, type Upload } from './uploads';

/** Where files are dropped or chosen, and how far each has come. */
@Component({
  selector: 'umber-upload-panel',
  changeDetection: ChangeDetectionStrategy.OnPush,
  template: `
    <div
      class="drop"
      [class.over]="over()"
      (dragover)="$event.preventDefault(); over.set(true)"
      (dragleave)="over.set(false)"
      (drop)="dropped($event)"
    >
      <span>Drop files or whole folders here, or</span>
      <button class="plain-button" type="button" (click)="files.click()">Choose files …</button>
      <button class="plain-button" type="button" (click)="folder.click()">Choose a folder …</button>
      <input #files type="file" multiple hidden aria-label="Files to bring in" (change)="chosen(files)" />
      <input #folder type="file" webkitdirectory hidden aria-label="Folder to bring in" (change)="chosen(folder)" />
    </div>
    @if (uploads.list().length > 0) {
      <p class="quiet" role="status">{{ uploads.list().length - uploads.busy() }} of {{ uploads.list().length }} are in.</p>
      <ul aria-label="Files on their way in">
        @for (upload of uploads.list(); track upload.key) {
          <li>
            <span class="name">{{ upload.name }}</span>
            @if (upload.state === 'refused') {
              <span class="ask">{{ upload.note }}</span>
            } @else {
              <progress [max]="upload.size" [value]="upload.sent" [attr.aria-label]="upload.name"></progress>
              <span class="quiet">{{ text(upload) }}</span>
            }
          </li>
        }
      </ul>
      @if (uploads.busy() === 0) {
        <button class="plain-button" type="button" (click)="uploads.clear()">Clear the list</button>
      }
    }
  `,
  styles: `
    .drop {
      display: flex;
      flex-wrap: wrap;
      align-items: center;
      gap: 10px;
      padding: 10px 14px;
      border: 1px dashed #a8957b;
      border-radius: 6px;
      background: var(--sheet);
      color: var(--quiet);
      font-size: 14px;
    }
    .drop.over {
      border: 1px solid var(--right);
      background: var(--right-tint);
      color: var(--ink);
    }
    .plain-button {
      min-height: 32px;
    }
    p {
      margin: 8px 0 0;
      font-size: 13.5px;
    }
    ul {
      max-height: 130px;
      margin: 8px 0;
      padding: 0;
      overflow: auto;
      list-style: none;
    }
    li {
      display: grid;
      grid-template-columns: minmax(0, 2fr) 160px minmax(0, 3fr);
      gap: 12px;
      align-items: center;
      padding: 3px 0;
      font-size: 13.5px;
    }
    li .ask {
      grid-column: span 2;
    }
    .name {
      overflow: hidden;
      text-overflow: ellipsis;
      white-space: nowrap;
    }
    progress {
      width: 100%;
      height: 8px;
      accent-color: var(--right);
    }
  `,
})
export class UploadPanel {
  protected readonly uploads = inject(Uploads);
  protected readonly over = signal(false);

  protected async dropped(event: DragEvent): Promise<void> {
    event.preventDefault();
    this.over.set(false);
    if (event.dataTransfer) this.uploads.add(await droppedFiles(event.dataTransfer));
  }

  protected chosen(input: HTMLInputElement): void {
    this.uploads.add([...(input.files ?? [])]);
    input.value = '';
  }

  protected text({ state, sent, size, note }: Upload): string {
    if (state === 'done') return 'in';
    if (state === 'waiting') return 'waits';
    return note ?? `${Math.round((100 * sent) / size)} %`;
  }
}
