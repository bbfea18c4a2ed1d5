import { KeyHint } from '../keys/key-hint';
import { mayIn } from '@umber/core/documents';
import { may } from '@umber/core/permissions';
import { CdkDrag, CdkDropList, CdkDropListGroup, type CdkDragDrop } from '@angular/cdk/drag-drop';
import { NgTemplateOutlet } from '@angular/common';
import { ChangeDetectionStrategy, Component, computed, effect, ElementRef, inject, input, numberAttribute, signal } from '@angular/core';
import { Router } from '@angular/router';
import { isUnsure, type FileView, type PartView } from '@umber/contract/separating';
import { TRAY_NAMES } from '@umber/contract/trays';
import { Store } from '@ngrx/store';
import { addressOf } from '@umber/contract/endpoints';
import { Api } from '../api';
import { Keys } from '../keys/keys';
import { sessionFeature } from '../people/session.state';
import { messageOf } from '../api-error';
import { boundaryText } from '../reading/sentences';
import { TopBar } from '../top-bar';
import { arrangedAs, asideOrBack, cutOrJoin, moved, turnedOn, type Arranged } from './arrangement';

/** All pages of a file as small pictures, lying together as they make documents: cut, join, move, set aside; undo; keep. */
@Component({
  selector: 'umber-file-page',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [KeyHint, CdkDropListGroup, CdkDropList, CdkDrag, NgTemplateOutlet],
  templateUrl: './file-page.html',
  styleUrl: './file-page.scss',
})
export class FilePage {
  readonly id = input.required({ transform: numberAttribute });
  /** The document to go back to. */
  readonly from = input<string>();
  readonly #api = inject(Api);
  readonly #router = inject(Router);
  readonly #bar = inject(TopBar);
  readonly #host = inject<ElementRef<HTMLElement>>(ElementRef);
  readonly #person = inject(Store).selectSignal(sessionFeature.selectPerson);
  protected readonly file = signal<FileView | null>(null);
  protected readonly message = signal('');
  protected readonly busy = signal(false);
  protected readonly chosen = signal(1);
  /** What was before each step, newest last. */
  readonly #steps = signal<readonly Arranged[]>([]);
  readonly #now = signal<Arranged>({ documents: [], aside: [], turns: {} });

  protected readonly mayCut = computed(() => may(this.#person()?.role ?? 'auditor', 'check'));
  protected readonly changed = computed(() => this.#steps().length > 0);
  protected readonly aside = computed(() => this.#now().aside);
  readonly #order = computed(() => [...this.#now().documents.flat(), ...this.aside()]);
  readonly #parts = computed(() => new Map(this.file()?.documents.map((part) => [part.pages.join(), part])));
  readonly #turns = computed(() => new Map(this.file()?.pages.map((page) => [page.number, page.turned])));
  readonly #boundaries = computed(() => new Map(this.file()?.boundaries.map((boundary) => [boundary.before, boundary])));

  /** Each document as it lies there: its pages, what it is if it is one already, and whether it may begin elsewhere. */
  protected readonly groups = computed(() =>
    this.#now().documents.map((pages, i) => {
      const part = this.#parts().get(pages.join()) ?? null;
      const boundary = i === 0 ? undefined : this.#boundaries().get(pages[0]);
      const unsure = !this.changed() && boundary !== undefined && isUnsure(boundary);
      return { pages, part, unsure, name: part ? nameOf(part) : 'New document' };
    }),
  );
  protected readonly summary = computed(() => {
    const count = (n: number, one: string) => `${n} ${n === 1 ? one : `${one}s`}`;
    const aside = this.aside().length > 0 ? `, ${count(this.aside().length, 'page')} set aside` : '';
    return `${count(this.file()?.pages.length ?? 0, 'page')}, ${count(this.#now().documents.length, 'document')}${aside}.`;
  });
  /** What the pages say about the place before the chosen one. */
  protected readonly reasons = computed(() => {
    const boundary = this.#boundaries().get(this.chosen());
    if (!boundary) return null;
    return {
      unsure: isUnsure(boundary),
      sure: Math.max(1, Math.min(99, Math.round(100 * boundary.probability))),
      text: boundary.signs.map(boundaryText).join(', '),
    };
  });
  protected readonly startsDocument = computed(() => this.#now().documents.some((pages) => pages[0] === this.chosen()));
  protected readonly isFirst = computed(() => this.#now().documents[0]?.[0] === this.chosen());
  protected readonly turnable = computed(() => this.mayCut() && !this.isAside());
  protected readonly isAside = computed(() => this.aside().includes(this.chosen()));

  constructor() {
    this.#bar.clearWithMe();
    effect(() => this.#load(this.id()));
    inject(Keys).use([
      { keys: 'ArrowRight', does: 'next page', repeats: true, run: () => this.#step(1) },
      { keys: 'ArrowLeft', does: 'page before', repeats: true, run: () => this.#step(-1) },
      { keys: 'c', does: 'cut before the page, or join it to the document before', run: () => this.cut(this.chosen()) },
      { keys: 'd', does: 'set the page aside, or take it back', run: () => this.putAside(this.chosen()) },
      { keys: 'r', does: 'turn the page a quarter', run: () => this.turn(this.chosen()) },
      { keys: 'z', does: 'undo', run: () => this.undo() },
      { keys: 'Enter', does: 'keep it so', run: () => this.keep() },
      { keys: 'Escape', does: 'back without keeping', run: () => this.back() },
    ]);
  }

  protected cut(page: number): void {
    this.#change(cutOrJoin(this.#now(), page));
  }

  protected putAside(page: number): void {
    this.#change(asideOrBack(this.#now(), page));
  }

  protected turn(page: number): void {
    this.#change(turnedOn(this.#now(), page));
  }

  protected dropped(event: Pick<CdkDragDrop<unknown>, 'currentIndex'> & { item: { data: number } }, to: number | null): void {
    this.#change(moved(this.#now(), event.item.data, to, event.currentIndex));
  }

  protected undo(): void {
    const before = this.#steps().at(-1);
    if (!before) return;
    this.#steps.update((steps) => steps.slice(0, -1));
    this.#now.set(before);
  }

  protected keep(): void {
    const file = this.file();
    if (!file || this.busy()) return;
    if (!this.changed()) {
      this.back();
      return;
    }
    this.busy.set(true);
    this.#api
      .call('arrange', { id: file.id }, { version: file.version, documents: this.#now().documents, turned: this.#turned(file) })
      .subscribe({
        next: (kept) => {
          this.busy.set(false);
          this.#show(kept);
          this.back();
        },
        error: (error: unknown) => {
          this.busy.set(false);
          this.message.set(messageOf(error));
        },
      });
  }

  protected back(): void {
    const from = Number(this.from());
    const part = this.file()?.documents.find((one) => one.id === from);
    void this.#router.navigate(part && part.tray !== 'arriving' ? ['/document', from] : ['/tray', from ? 'check' : 'arriving']);
  }

  protected readonly keepsPages = (part: PartView | null): boolean => part !== null && !mayIn('rearrange', part.tray);
  protected readonly picture = (page: number): string => this.#pictureOf(page, 'filePicture');
  protected readonly small = (page: number): string => this.#pictureOf(page, 'smallFilePicture');
  protected readonly quarters = (page: number): number => this.#now().turns[page] ?? 0;
  protected readonly trayName = (part: PartView): string => TRAY_NAMES[part.tray];

  /** A page's picture is another one once it was turned: the address says so, as pictures are kept by the browser. */
  #pictureOf(page: number, name: 'filePicture' | 'smallFilePicture'): string {
    return addressOf(name, { id: Number(this.id()), page }, { turned: this.#turns().get(page) ?? 0 });
  }

  #turned({ pages }: FileView) {
    return pages
      .filter((page) => this.quarters(page.number) > 0)
      .map((page) => ({ page: page.number, turned: (page.turned + this.quarters(page.number)) % 4 }));
  }

  #load(id: number): void {
    this.#api
      .call('file', { id })
      .subscribe({ next: (file) => this.#show(file), error: (error: unknown) => this.message.set(messageOf(error)) });
  }

  #show(file: FileView): void {
    this.file.set(file);
    this.#steps.set([]);
    this.#now.set(
      arrangedAs(
        file.pages.map((page) => page.number),
        file.documents.map((part) => part.pages),
      ),
    );
    const asked = file.boundaries.find(isUnsure);
    this.chosen.set(
      asked?.before ?? file.documents.find((part) => part.id === Number(this.from()))?.pages[0] ?? file.pages[0]?.number ?? 1,
    );
    this.#bar.trail.set([{ text: 'Pages' }, { text: file.name, strong: true }, { text: `from ${file.arrival.sender ?? 'unknown'}` }]);
  }

  #change(next: Arranged): void {
    const now = this.#now();
    if (next === now || !this.mayCut()) return;
    this.message.set('');
    this.#steps.update((steps) => [...steps, now]);
    this.#now.set(next);
  }

  #step(by: number): void {
    const order = this.#order();
    const page = order[Math.max(0, Math.min(order.length - 1, order.indexOf(this.chosen()) + by))];
    this.chosen.set(page);
    this.#host.nativeElement.querySelector(`[data-page="${page}"]`)?.scrollIntoView({ block: 'nearest' });
  }
}

const nameOf = (part: PartView): string => part.supplier ?? 'Unknown supplier';
