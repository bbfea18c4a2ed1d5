import { ChangeDetectionStrategy, Component, computed, inject, input, linkedSignal, output, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import type { LineCodingWish, PartWish } from '@umber/contract/coding';
import type { DocumentView, LineView } from '@umber/contract/documents';
import type { CodingLists } from '@umber/contract/matching';
import { splitAmounts, type CodedAmount } from '@umber/core/coding';
import type { Observable } from 'rxjs';
import { Api } from '../api';
import { messageOf } from '../api-error';
import { todayIso } from '../dates/day';
import { AmountPipe } from '../money/amount.pipe';
import { partDrafts, partWishes, reasonText, type PartDraft } from './parts';

/** The lines with where the cost of each goes, and why; all at once from the row above them; shared out part by part. */
@Component({
  selector: 'umber-coding-table',
  changeDetection: ChangeDetectionStrategy.OnPush,
  imports: [AmountPipe, RouterLink],
  templateUrl: './coding-table.html',
  styleUrl: './coding-table.scss',
})
export class CodingTable {
  readonly document = input.required<DocumentView>();
  readonly lists = input.required<CodingLists>();
  readonly mayCode = input.required<boolean>();
  readonly asks = input<ReadonlySet<number>>(new Set());
  readonly coded = output<readonly LineCodingWish[]>();
  /** A split was kept to be used again, or thrown away. */
  readonly templatesChanged = output<CodingLists['templates']>();
  readonly #api = inject(Api);
  /** The line that is being shared out, and its parts as they are typed. */
  protected readonly splitting = signal<Splitting | null>(null);
  protected readonly fault = signal('');
  protected readonly busy = signal(false);
  /** The name that a split is kept under, and the kept one that has it. */
  protected readonly keptName = signal('');
  protected readonly keptBefore = computed(() => {
    const name = this.keptName().trim().toLowerCase();
    return this.lists().templates.find((one) => one.name.toLowerCase() === name) ?? null;
  });
  protected readonly reasonText = reasonText;
  /** What was chosen of lines that still lack something: it is kept until they are whole. */
  readonly #drafts = linkedSignal<number, ReadonlyMap<number, Draft>>({ source: () => this.document().id, computation: () => new Map() });
  protected readonly lines = computed(() =>
    this.document().lines.map((line): LineView => ({ ...line, ...this.#drafts().get(line.position) })),
  );
  /** What has begun to be coded and what it lacks, in words; empty where nothing does. */
  protected readonly lacking = computed(() =>
    this.lines()
      .filter(({ position }) => this.#drafts().has(position))
      .map(
        (line) =>
          `Line ${line.position + 1}: choose ${line.account ? 'a cost centre' : line.costCentre ? 'an account' : 'account and cost centre'} as well.`,
      )
      .join(' '),
  );
  protected readonly several = computed(() => this.document().lines.length > 1);

  /** An account that nobody may choose, as that of carriage, or none yet. */
  protected isMissing(account: string | null): boolean {
    return account === null || !this.lists().accounts.some(({ number }) => number === account);
  }

  /** What a line comes to in each of its parts, its own first. */
  protected amountsOf(line: LineView): readonly CodedAmount[] {
    const own = { account: line.account ?? '', costCentre: line.costCentre ?? '', project: line.project };
    return line.parts.length === 0 ? [] : (splitAmounts(line.cells.netAmount ?? '0', own, line.parts) ?? []);
  }

  protected change(line: LineView, change: Draft): void {
    this.#code([{ ...wishOf(line), ...change }]);
  }

  /** Hands on what is whole, and keeps what is not. */
  #code(wishes: readonly LineCodingWish[]): void {
    const isWhole = ({ account, costCentre }: LineCodingWish) => account !== '' && costCentre !== '';
    this.#drafts.update((drafts) => {
      const next = new Map(drafts);
      for (const wish of wishes)
        if (isWhole(wish)) next.delete(wish.position);
        else next.set(wish.position, { account: wish.account, costCentre: wish.costCentre, project: wish.project });
      return next;
    });
    const whole = wishes.filter(isWhole);
    if (whole.length > 0) this.coded.emit(whole);
  }

  /** Codes all lines alike. */
  protected changeAll(change: Draft): void {
    if (Object.values(change).some((value) => value === '')) return;
    this.#code(this.lines().map((line) => ({ ...wishOf(line), ...change })));
  }

  protected split(line: LineView): void {
    this.#open(line, line.parts.length > 0 ? line.parts : [this.#emptyPart(line)]);
  }

  /** Says over how many months its cost goes. */
  protected spread(line: LineView): void {
    this.#open(line, line.parts);
  }

  #open(line: LineView, parts: readonly PartWish[]): void {
    this.fault.set('');
    const { months, from } = line.spread ?? { months: null, from: (this.document().fields.issueDate.value ?? todayIso()).slice(0, 7) };
    this.keptName.set('');
    this.splitting.set(
      this.splitting()?.line === line.position
        ? null
        : { line: line.position, parts: partDrafts(parts), months: months === null ? '' : String(months), from },
    );
  }

  protected setSpread(change: Partial<Pick<Splitting, 'months' | 'from'>>): void {
    this.splitting.update((now) => now && { ...now, ...change });
  }

  readonly #emptyPart = (line: LineView): PartWish => ({
    account: line.account ?? '',
    costCentre: '',
    project: null,
    percent: null,
    amount: null,
  });

  protected setPart(at: number, change: Partial<PartDraft>): void {
    this.splitting.update((now) => now && { ...now, parts: now.parts.map((part, i) => (i === at ? { ...part, ...change } : part)) });
  }

  protected addPart(line: LineView): void {
    this.splitting.update((now) => now && { ...now, parts: [...now.parts, ...partDrafts([this.#emptyPart(line)])] });
  }

  protected removePart(at: number): void {
    this.splitting.update((now) => now && { ...now, parts: now.parts.filter((_part, i) => i !== at) });
  }

  /** What is left for the line's own coding as the parts are typed; null where they are too much or not said yet. */
  protected rest(line: LineView): string | null {
    const parts = partWishes(this.splitting()?.parts ?? []);
    if (parts === null) return null;
    const shared = splitAmounts(line.cells.netAmount ?? '0', { account: 'own', costCentre: '', project: null }, parts);
    return shared === null ? null : (shared.find(({ account }) => account === 'own')?.amount ?? '0.00');
  }

  protected useTemplate(id: string): void {
    const template = this.lists().templates.find((one) => String(one.id) === id);
    if (!template) return;
    this.splitting.update((now) => now && { ...now, parts: partDrafts(template.parts) });
    this.keptName.set(template.name);
  }

  protected keepTemplate(): void {
    const parts = partWishes(this.splitting()?.parts ?? []);
    if (parts === null || parts.length === 0 || parts.some(({ percent }) => percent === null))
      return this.fault.set('Only a split in per cent can be kept: say the share of each part.');
    this.#changeTemplates(this.#api.call('saveTemplate', {}, { name: this.keptName(), parts, replaces: this.keptBefore()?.id ?? null }));
  }
  protected removeTemplate(id: number): void {
    this.#changeTemplates(this.#api.call('removeTemplate', { id }));
  }
  #changeTemplates(change: Observable<CodingLists['templates']>): void {
    if (this.busy()) return;
    this.busy.set(true);
    this.fault.set('');
    change.subscribe({
      next: (templates) => {
        this.busy.set(false);
        this.templatesChanged.emit(templates);
      },
      error: (error: unknown) => {
        this.busy.set(false);
        this.fault.set(messageOf(error));
      },
    });
  }

  /** The months as they are typed; null: one; undefined: nothing that could be. */
  #typedSpread(): LineCodingWish['spread'] | undefined {
    const { months, from } = this.splitting() ?? { months: '', from: '' };
    if (months.trim() === '' || months.trim() === '1') return null;
    const count = Number(months);
    return Number.isInteger(count) && count >= 2 && count <= 60 && /^20\d{2}-(0[1-9]|1[0-2])$/.test(from)
      ? { months: count, from }
      : undefined;
  }

  protected saveSplit(line: LineView): void {
    const parts = partWishes(this.splitting()?.parts ?? []);
    if (parts === null) return this.fault.set('Say of each part where it goes, and its share (30 %) or its amount (120.00).');
    if (this.rest(line) === null)
      return this.fault.set(`The parts come to more than the line, which is ${line.cells.netAmount ?? '0.00'}.`);
    const spread = this.#typedSpread();
    if (spread === undefined)
      return this.fault.set('A cost goes over 2 to 60 months, from a month such as 2026-11. Leave the number empty for one.');
    this.splitting.set(null);
    this.coded.emit([{ ...wishOf(line), parts, spread }]);
  }
}

/** What of a line's coding is chosen. */
type Draft = Partial<Pick<LineCodingWish, 'account' | 'costCentre' | 'project'>>;

/** A line that is being shared out or spread, as it is typed. */
interface Splitting {
  readonly line: number;
  readonly parts: readonly PartDraft[];
  readonly months: string;
  readonly from: string;
}

/** A line's coding as it stands. */
const wishOf = (line: LineView): LineCodingWish => ({
  position: line.position,
  account: line.account ?? '',
  costCentre: line.costCentre ?? '',
  project: line.project,
  parts: line.parts,
  spread: line.spread,
});
