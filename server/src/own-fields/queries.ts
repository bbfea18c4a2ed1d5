import type { OwnFieldWish } from '@umber/contract/own-fields';
import type { OwnField } from '@umber/core/documents';
import { many, maybe, type Database } from '../database/database.js';

const COLUMNS = 'key, name, level, type, required, labels, choices, pattern, least, most, matches';

/** The company's own fields, in the order in which they were added. */
export const ownFields = (db: Database) => many<OwnField>(db, `select ${COLUMNS} from own_fields where gone_at is null order by position`);

export const ownField = (db: Database, key: string) =>
  maybe<OwnField>(db, `select ${COLUMNS} from own_fields where key = $1 and gone_at is null`, [key]);

/** Keys that are taken, also by fields that are gone. */
export const ownKeysLike = async (db: Database, key: string) =>
  (await many<{ key: string }>(db, 'select key from own_fields where key = $1 or key like $2', [key, `${key}-%`])).map((one) => one.key);

/** Held until the transaction ends: two fields that are added at once do not get one key. */
export const lockOwnFields = (db: Database) => db.query("select pg_advisory_xact_lock(hashtext('own fields'))");

const valuesOf = (
  key: string,
  { name, required, labels, choices, pattern, least, most, matches }: Omit<OwnFieldWish, 'level' | 'type'>,
) => [key, name, required, labels, choices, pattern, least, most, matches];

export const insertOwnField = (db: Database, key: string, { level, type, ...wish }: OwnFieldWish) =>
  db.query(
    `insert into own_fields (key, name, required, labels, choices, pattern, least, most, matches, level, type)
     values ($1, $2, $3, $4, $5, $6, $7, $8, $9, $10, $11)`,
    [...valuesOf(key, wish), level, type],
  );

export const updateOwnField = (db: Database, key: string, wish: OwnFieldWish) =>
  db.query(
    `update own_fields set name = $2, required = $3, labels = $4, choices = $5, pattern = $6, least = $7, most = $8, matches = $9
     where key = $1 and gone_at is null`,
    valuesOf(key, wish),
  );

export const removeOwnField = (db: Database, key: string) => db.query('update own_fields set gone_at = now() where key = $1', [key]);
