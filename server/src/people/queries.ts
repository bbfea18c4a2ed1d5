import type { Separation } from '@umber/core/approval';
import { MAY, type Role } from '@umber/core/permissions';
import type { Colleague } from '@umber/contract/around';
import type { Person } from '@umber/contract/people';
import { many, maybe, type Database } from '../database/database.js';

interface PersonWithHash extends Person {
  readonly passwordHash: string;
}

export const personByLogin = (db: Database, login: string) =>
  maybe<PersonWithHash>(db, 'select id, login, name, role, password_hash as "passwordHash" from people where login = $1', [login]);

export const insertSession = (db: Database, tokenHash: Buffer, personId: number, hours: number) =>
  db.query("insert into sessions (token_hash, person_id, expires_at) values ($1, $2, now() + $3 * interval '1 hour')", [
    tokenHash,
    personId,
    hours,
  ]);

export const personBySession = (db: Database, tokenHash: Buffer) =>
  maybe<Person>(
    db,
    'select p.id, p.login, p.name, p.role from sessions s join people p on p.id = s.person_id where s.token_hash = $1 and s.expires_at > now()',
    [tokenHash],
  );

export const deleteSession = (db: Database, tokenHash: Buffer) => db.query('delete from sessions where token_hash = $1', [tokenHash]);

export const deleteExpiredSessions = (db: Database) => db.query('delete from sessions where expires_at <= now()');

export const companyRow = (db: Database) =>
  maybe<{
    name: string;
    taxId: string;
    currency: string;
    invoicesAddress: string;
    acceptedRisk: string;
    pageLeads: boolean;
    separation: Separation;
  }>(
    db,
    'select name, tax_id as "taxId", currency, invoices_address as "invoicesAddress", accepted_risk as "acceptedRisk", page_leads as "pageLeads", separation from company',
  );

/** People who may approve, controllers before approvers: they stand in for one another in this order. */
export const approverIds = async (db: Database): Promise<number[]> =>
  (await many<{ id: number }>(db, "select id from people where role = any($1) order by role = 'approver', id", [MAY.approve])).map(
    (one) => one.id,
  );

/** People of some roles, by name. */
export const peopleWith = (db: Database, roles: readonly Role[]) =>
  many<Colleague>(db, 'select id, name from people where role = any($1) order by name', [roles]);

/** Refused tries to sign in, lately. */
export interface Failures {
  readonly failures: number;
  /** Seconds since the last of them. */
  readonly since: number;
}
/** Failures within this time count, in minutes. */
const WINDOW = 15;

/** Refused tries of this login from this address, of the login from anywhere, and from the address. */
export const failuresOf = (db: Database, login: string, address: string) =>
  many<Failures & { of: 'pair' | 'login' | 'address' }>(
    db,
    `select of, count(*)::int as failures, extract(epoch from now() - max(at))::float8 as since from (
       select 'pair' as of, at from sign_in_failures where login = $1 and address = $2 union all
       select 'login', at from sign_in_failures where login = $1 union all
       select 'address', at from sign_in_failures where address = $2) f
     where at > now() - interval '${WINDOW} minutes' group by of`,
    [login, address],
  );

export const noteFailure = (db: Database, login: string, address: string) =>
  db.query('insert into sign_in_failures (login, address) values ($1, $2)', [login, address]);

/** Who signed in begins anew; what is older than the window is cleared away. */
export const forgetFailures = (db: Database, login: string, address: string) =>
  db.query(`delete from sign_in_failures where (login = $1 and address = $2) or at < now() - interval '${WINDOW} minutes'`, [
    login,
    address,
  ]);
