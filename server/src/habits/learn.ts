import { HEADER_FIELDS, isForTheBooks, isOwnName, type HeaderField } from '@umber/core/documents';
import { areOthers, marksOf, taughtBy, withRulesTried, type SupplierHabits, type Taught } from '@umber/core/habits';
import type { PageWords, ReadingContext } from '@umber/core/reading';
import { inTransaction, type Database } from '../database/database.js';
import { companyRow } from '../people/queries.js';
import { wordsOfDocument } from '../separating/queries.js';
import type { Services } from '../services.js';
import { habitsOn } from './known.js';
import {
  everyonesRow,
  insertOwner,
  insertVersion,
  lockOwners,
  markLearned,
  ownerById,
  ownerOfAlike,
  ownerOfSupplier,
  saidDocument,
  setOwnersSupplier,
  setVersion,
  storeKept,
  untouchedOf,
  type OwnerRow,
  type SaidDocument,
} from './queries.js';
import { asLookedUp } from './shown.js';

/** Fields that say whose document it is. */
const MARKS: readonly HeaderField[] = ['sellerName', 'sellerTaxId', 'sellerIban', 'currency'];

/**
 * Learns from what a person said of a document, and has what waits of the same supplier read again. Safe to run twice: the same document teaches
 * the same once.
 */
export async function learnHabits(services: Services, id: number): Promise<void> {
  const said = await saidDocument(services.pool, id);
  if (!said || said.version === said.learnedVersion) return;
  const pages = isForTheBooks(said.kind) ? await wordsOfDocument(services.pool, id) : [];
  const taught = taughtOf(said);
  if (pages.length === 0 || taught === null) {
    await markLearned(services.pool, id, said.version);
    return;
  }
  const company = await companyRow(services.pool);
  const buyer = company ? { buyerNames: [company.name], buyerTaxIds: [company.taxId] } : {};
  const changed = await inTransaction(services.pool, async (db) => {
    await lockOwners(db);
    const owner = await ownerFor(db, said, pages);
    const before: SupplierHabits = { marks: owner.marks, kept: owner.kept };
    const after = taughtBy(before, pages, taught, String(id), buyer);
    await markLearned(db, id, said.version);
    await tellRules(db, pages, taught, String(id), buyer);
    if (JSON.stringify(after) === JSON.stringify(before)) return null;
    await keepVersion(db, owner, after, { documentId: id, personId: said.personId });
    return owner.id;
  });
  if (changed !== null) await services.enqueue('read-waiting', changed);
}

/** How the rules for all fared on a document; they are the same version, as nobody changed them. */
async function tellRules(db: Database, pages: readonly PageWords[], taught: Taught, from: string, buyer: ReadingContext): Promise<void> {
  const { id, version, kept } = await everyonesRow(db);
  const told = withRulesTried(kept, pages, taught, from, buyer);
  if (JSON.stringify(told) !== JSON.stringify(kept)) await storeKept(db, id, version, told);
}

/** What waits of a supplier, untouched by anybody, to be read again once his habits changed; of everybody for the owner 0. */
export async function waitingFor(db: Database, ownerId: number): Promise<number[]> {
  const owner = ownerId === 0 ? null : await ownerById(db, ownerId);
  if (ownerId !== 0 && !owner) return [];
  return untouchedOf(db, {
    ownerId,
    supplierId: owner?.supplierId ?? null,
    names: owner ? asLookedUp(owner.marks).names : [],
    everyone: owner === null || owner.everyone,
  });
}

/** Keeps habits as the next version of their owner, and puts it in force. */
export async function keepVersion(
  db: Database,
  owner: Pick<OwnerRow, 'id' | 'version'>,
  habits: SupplierHabits,
  by: { documentId: number | null; personId: number | null },
): Promise<void> {
  await insertVersion(db, owner.id, owner.version + 1, habits, by);
  await setVersion(db, owner.id, owner.version + 1, asLookedUp(habits.marks));
}

/** Whose habits a document teaches: its supplier's, who takes over what was learned of him before he was on file; else his whose pages these are. */
async function ownerFor(db: Database, { id, supplierId, fields }: SaidDocument, pages: readonly PageWords[]): Promise<OwnerRow> {
  const own = supplierId === null ? null : await ownerOfSupplier(db, supplierId);
  if (own) return own;
  const alike = await ownerOfAlike(db, id);
  const shown = (await habitsOn(db, pages)) ?? (alike && !areOthers(alike.marks, marksOf(fields)) ? alike : null);
  const able = shown && (shown.supplierId === null || shown.supplierId === supplierId) ? shown : null;
  const owner = able ?? {
    id: await insertOwner(db),
    supplierId: null,
    everyone: false,
    version: 0,
    marks: { names: [], taxIds: [], ibans: [] },
    kept: [],
  };
  if (supplierId === null || owner.supplierId === supplierId) return owner;
  await setOwnersSupplier(db, owner.id, supplierId);
  return { ...owner, supplierId };
}

/** What a person said of a document: all of it once it was checked, before that what was settled; null where nothing was. */
function taughtOf({ kind, kindSaid, checked, settled, fields, own, pointed, linesSaid, lines }: SaidDocument): Taught | null {
  if (!checked && settled.length === 0 && !linesSaid) return null;
  const told = HEADER_FIELDS.filter((field) => checked || settled.includes(field) || (MARKS.includes(field) && fields[field] !== null));
  return {
    kind,
    isKindSaid: checked || kindSaid,
    fields: Object.fromEntries(told.map((field) => [field, fields[field]])),
    // Own fields that stood beside their labels teach nothing; those that a person gave do.
    own: Object.fromEntries(settled.filter(isOwnName).map((name) => [name, own[name] ?? null])),
    lines: checked || linesSaid ? lines : [],
    pointed,
  };
}
