import type { HabitSwitch, TrialView } from '@umber/contract/habits';
import type { Person } from '@umber/contract/people';
import { figuresOf, inForce, switched, triedOn, type KeptHabit, type TriedDocument } from '@umber/core/habits';
import { readDocument, subjectOf } from '@umber/core/reading';
import { ApiError } from '../api-error.js';
import { companyRow } from '../people/queries.js';
import { wordsOfDocument } from '../separating/queries.js';
import type { Services } from '../services.js';
import { insertTrial, ownerById, saidDocument, settledOf, storeTrial, trialRow } from './queries.js';

/** Past documents that a change is tried on. */
const MOST_DOCUMENTS = 24;

/** Has it tried what a supplier's past documents would be with one habit switched off or on. Nothing is changed by it. @throws ApiError */
export async function tryHabit(services: Services, id: number, person: Person, { version, subject, off }: HabitSwitch): Promise<TrialView> {
  const owner = await ownerById(services.pool, id);
  if (!owner) throw new ApiError('no-such-thing', 'Nothing was learned of such a supplier.');
  if (owner.version !== version) throw new ApiError('stale');
  if (!owner.kept.some(({ habit }) => subjectOf(habit) === subject))
    throw new ApiError('no-such-thing', 'This habit is no longer there. Look at it again.');
  const trial = await insertTrial(services.pool, id, person.id, { version, subject, kept: switched(owner.kept, subject, off) });
  await services.enqueue('try-habits', trial);
  return trialView(services, id, trial);
}

/** A trial as it stands. @throws ApiError where there is none such of this supplier. */
export async function trialView({ pool }: Services, ownerId: number, id: number): Promise<TrialView> {
  const trial = await trialRow(pool, id);
  if (trial?.ownerId !== ownerId) throw new ApiError('no-such-thing', 'There is no such trial.');
  const { version, subject, kept, result } = trial;
  return { id, version, subject, off: kept.some(({ habit, off }) => off === true && subjectOf(habit) === subject), result };
}

/** Reads the past documents with the habits in force and with those that are tried. Safe to run twice. */
export async function runTrial({ pool }: Services, id: number): Promise<void> {
  const trial = await trialRow(pool, id);
  const owner = trial && (await ownerById(pool, trial.ownerId));
  if (!trial || !owner || trial.result) return;
  const company = await companyRow(pool);
  const context = company ? { buyerNames: [company.name], buyerTaxIds: [company.taxId], acceptedRisk: Number(company.acceptedRisk) } : {};
  const tried: (TriedDocument & { id: number; number: string | null })[] = [];
  for (const document of await settledOf(pool, owner.id, owner.supplierId, MOST_DOCUMENTS)) {
    const said = await saidDocument(pool, document);
    const pages = await wordsOfDocument(pool, document);
    if (!said || pages.length === 0) continue;
    const read = (kept: readonly KeptHabit[]) => readDocument(pages, { ...context, kind: said.kind, habits: inForce(kept) });
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
