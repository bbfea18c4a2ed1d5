import type { OwnFieldWish } from '@umber/contract/own-fields';
import type { Person } from '@umber/contract/people';
import type { OwnField } from '@umber/core/documents';
import { ApiError } from '../api-error.js';
import { audit } from '../audit/queries.js';
import { inTransaction, type Pool } from '../database/database.js';
import { insertOwnField, lockOwnFields, ownField, ownFields, ownKeysLike, removeOwnField, updateOwnField } from './queries.js';

const LONGEST_KEY = 32;

/** Adds a field. @throws ApiError where one is called so. */
export const addOwnField = (pool: Pool, person: Person, wish: OwnFieldWish): Promise<void> =>
  inTransaction(pool, async (db) => {
    await lockOwnFields(db);
    assertNew(await ownFields(db), wish.name);
    const base = keyOf(wish.name);
    const taken = new Set(await ownKeysLike(db, base));
    let key = base;
    for (let n = 2; taken.has(key); n++) key = `${base}-${n}`;
    await insertOwnField(db, key, wish);
    await audit(db, person.id, { code: 'own-field-added', field: wish.name, level: wish.level, type: wish.type });
  });

/** Changes all of a field but its level and its type, which its values have. @throws ApiError where there is no such field. */
export const changeOwnField = (pool: Pool, person: Person, key: string, wish: OwnFieldWish): Promise<void> =>
  inTransaction(pool, async (db) => {
    await lockOwnFields(db);
    const before = known(await ownField(db, key));
    if (before.level !== wish.level || before.type !== wish.type)
      throw new ApiError('bad-request', 'What a field holds, and whether lines have it, stays as it is. Take it away and add another one.');
    assertNew(
      (await ownFields(db)).filter((one) => one.key !== key),
      wish.name,
    );
    await updateOwnField(db, key, wish);
    const changes = (Object.keys(wish) as (keyof OwnFieldWish)[])
      .map((what) => ({ what, before: said(before[what]), after: said(wish[what]) }))
      .filter((change) => change.before !== change.after);
    if (changes.length > 0) await audit(db, person.id, { code: 'own-field-changed', field: wish.name, changes });
  });

/** Takes a field away; what documents have of it stays with them, and is shown no more. @throws ApiError where there is no such field. */
export const takeOwnFieldAway = (pool: Pool, person: Person, key: string): Promise<void> =>
  inTransaction(pool, async (db) => {
    const { name, level, type } = known(await ownField(db, key));
    await removeOwnField(db, key);
    await audit(db, person.id, { code: 'own-field-removed', field: name, level, type });
  });

function known(field: OwnField | null): OwnField {
  if (!field) throw new ApiError('no-such-thing', 'There is no such field any more. Reload the screen.');
  return field;
}

function assertNew(fields: readonly OwnField[], name: string): void {
  if (fields.some((one) => one.name.toLowerCase() === name.toLowerCase()))
    throw new ApiError('already-there', `There is a field called ${name} already. Change that one, or call this one otherwise.`);
}

const said = (value: OwnFieldWish[keyof OwnFieldWish]): string | null =>
  value === null ? null : typeof value === 'object' ? value.join(', ') : String(value);

/** A key out of a name: “Works order” is works-order. */
function keyOf(name: string): string {
  const plain = name
    .normalize('NFKD')
    .replace(/\p{M}/gu, '')
    .toLowerCase()
    .replace(/[^a-z0-9]+/g, '-')
    .slice(0, LONGEST_KEY)
    .replace(/^-+|-+$/g, '');
  return plain === '' ? 'field' : plain;
}
