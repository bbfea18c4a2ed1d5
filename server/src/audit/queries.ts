import type { AuditEntry } from '@umber/contract/audit';
import type { AuditAct } from '@umber/core/audit';
import { jsonOf, many, type Database } from '../database/database.js';
import { isAuditAct } from '../database/json-columns.js';

/** Writes down what somebody did that belongs to no document; it is never changed afterwards. */
export const audit = (db: Database, personId: number | null, act: AuditAct) =>
  db.query('insert into audit (person_id, act) values ($1, $2)', [personId, jsonOf(act)]);

/** The newest acts, before one of them where that is named; those that have these words or are by a person of such a name. */
export const auditEntries = (db: Database, text: string, most: number, before: number | null = null) =>
  many<AuditEntry>(
    db,
    `select x.id, x.at, p.name as person, x.act from audit x left join people p on p.id = x.person_id
     where ($1 = '' or x.act::text ilike '%' || $1 || '%' or p.name ilike '%' || $1 || '%') and ($3::bigint is null or x.id < $3) order by x.id desc limit $2`,
    [text, most, before],
    { act: isAuditAct },
  );
