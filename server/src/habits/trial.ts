import type { HabitsTry, TrialView } from '@umber/contract/habits';
import type { Person } from '@umber/contract/people';
import { figuresOf, inForce, triedOn, type KeptHabit, type TriedDocument } from '@umber/core/habits';
import { readDocument } from '@umber/core/reading';
import { ApiError } from '../api-error.js';
import { ownFields } from '../own-fields/queries.js';
import { companyRow } from '../people/queries.js';
import { wordsOfDocument } from '../separating/queries.js';
import type { Services } from '../services.js';
import { changed } from './change.js';
import { othersOn } from './known.js';
import { insertTrial, ownerById, saidDocument, settledOf, storeTrial, trialRow } from './queries.js';

/** Past documents that a change is tried on. */
const MOST_DOCUMENTS = 24;

/** Has it tried what a supplier's past documents would be with his habits changed. Nothing is changed by it. @throws ApiError */
export async function tryHabits(services: Services, id: number, person: Person, { version, change }: HabitsTry): Promise<TrialView> {
  const owner = await ownerById(services.pool, id);
  if (!owner) throw new ApiError('no-such-thing', 'Nothing was learned of such a supplier.');
  if (owner.version !== version) throw new ApiError('stale');
  const { kept } = await changed(services.pool, owner, change);
  const trial = await insertTrial(services.pool, id, person.id, { version, change, kept });
  await services.enqueue('try-habits', trial);
  return trialView(services, id, trial);
}

/** A trial as it stands. @throws ApiError where there is none such of this supplier. */
export async function trialView({ pool }: Services, ownerId: number, id: number): Promise<TrialView> {
  const trial = await trialRow(pool, id);
  if (trial?.ownerId !== ownerId) throw new ApiError('no-such-thing', 'There is no such trial.');
  const { version, change, result } = trial;
  return { id, version, change, result };
}

/** Reads the past documents with the habits in force and with those that are tried. Safe to run twice. */
export async function runTrial({ pool }: Services, id: number): Promise<void> {
  const trial = await trialRow(pool, id);
  const owner = trial && (await ownerById(pool, trial.ownerId));
  if (!trial || !owner || trial.result) return;
  const company = await companyRow(pool);
  const buyer = company ? { buyerNames: [company.name], buyerTaxIds: [company.taxId], acceptedRisk: Number(company.acceptedRisk) } : {};
  const context = { ...buyer, ownFields: await ownFields(pool) };
  const tried: (TriedDocument & { id: number; number: string | null })[] = [];
  for (const document of await settledOf(pool, owner, MOST_DOCUMENTS)) {
    const said = await saidDocument(pool, document);
    const pages = await wordsOfDocument(pool, document);
    if (!said || pages.length === 0) continue;
    const others = await othersOn(pool, pages, owner);
    const read = (kept: readonly KeptHabit[]) =>
      readDocument(pages, { ...context, kind: said.kind, habits: [...inForce(kept), ...others] });
    tried.push({
      ...triedOn(read(owner.kept), read(trial.kept), { fields: said.fields, lines: said.lines.length }),
      id: document,
      number: said.fields.invoiceNumber,
    });
  }
  await storeTrial(pool, id, {
    figures: figuresOf(tried),
    changed: tried.filter(({ changes }) => changes.length > 0).map((one) => ({ id: one.id, number: one.number, changes: one.changes })),
  });
}
