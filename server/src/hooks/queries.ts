import type { HookBody, HookDelivery, HookEvent, HookView, NewHook } from '@umber/contract/hooks';
import { many, maybe, one, type Database } from '../database/database.js';

const HOOK = `select h.id, h.url, h.events, p.name as "madeBy", h.made_at as "madeAt", (select count(*)::int from hook_deliveries d where d.hook_id = h.id and d.next_at is not null) as waiting
  from hooks h join people p on p.id = h.made_by where h.removed_at is null`;
export const hooks = (db: Database) => many<HookView>(db, `${HOOK} order by h.id`);
export const hook = (db: Database, id: number) => maybe<HookView>(db, `${HOOK} and h.id = $1`, [id]);

export const insertHook = async (db: Database, { url, events }: NewHook, secret: Buffer, personId: number): Promise<number> =>
  (
    await one<{ id: number }>(db, 'insert into hooks (url, events, secret, made_by) values ($1, $2, $3, $4) returning id', [
      url,
      events,
      secret,
      personId,
    ])
  ).id;
/** Takes a hook away; what waits for it is given up. */
export const removeHook = async (db: Database, id: number): Promise<boolean> => {
  const { rowCount } = await db.query('update hooks set removed_at = now() where id = $1 and removed_at is null', [id]);
  await db.query('update hook_deliveries set next_at = null where hook_id = $1', [id]);
  return rowCount !== 0;
};

export const hookLog = (db: Database, most: number) =>
  many<HookDelivery>(
    db,
    `select d.id, d.hook_id as "hookId", d.event, d.document_id as "documentId", d.made_at as "madeAt", d.tries, d.next_at as "nextAt", d.arrived_at as "arrivedAt", d.status, d.fault
     from hook_deliveries d join hooks h on h.id = d.hook_id where h.removed_at is null order by d.id desc limit $1`,
    [most],
  );

/** Takes what happened off the list, and what is to be said of it; the same thing of the same document only once. */
export const takeEvents = (db: Database, most: number) =>
  many<{ event: HookEvent; at: string } & HookBody['data']['document']>(
    db,
    `with gone as (delete from hook_events where id in (select id from hook_events order by id limit $1 for update skip locked) returning document_id, event, at)
     select g.event, g.at, d.id, d.kind, d.tray, coalesce(s.name, d.seller_name) as supplier, d.invoice_number as number, d.currency, d.gross_total as total
     from (select event, document_id, max(at) as at from gone group by 1, 2) g join documents d on d.id = g.document_id left join suppliers s on s.id = d.supplier_id order by g.at, d.id`,
    [most],
  );
/** Addresses what happened to every hook that is to be told of it. */
export const insertDeliveries = (db: Database, documentId: number, event: HookEvent, body: string) =>
  db.query(
    'insert into hook_deliveries (hook_id, document_id, event, body) select id, $1, $2::text, $3 from hooks where removed_at is null and $2::text = any(events)',
    [documentId, event, body],
  );

export interface DueDelivery {
  readonly id: number;
  readonly url: string;
  readonly secret: Buffer;
  readonly body: string;
  readonly tries: number;
}
/** Takes deliveries whose turn has come; nobody else has them for two minutes. */
export const takeDue = (db: Database, most: number) =>
  many<DueDelivery>(
    db,
    `with due as (select id from hook_deliveries where next_at <= now() order by next_at limit $1 for update skip locked),
       taken as (update hook_deliveries d set next_at = now() + interval '2 minutes', tries = d.tries + 1 from due where d.id = due.id returning d.id, d.hook_id, d.body, d.tries)
     select t.id, h.url, h.secret, t.body, t.tries from taken t join hooks h on h.id = t.hook_id order by t.id`,
    [most],
  );
export const noteArrived = (db: Database, id: number, status: number) =>
  db.query('update hook_deliveries set arrived_at = now(), next_at = null, status = $2, fault = null where id = $1', [id, status]);
/** `again`: seconds until the next try; null: none. */
export const noteNotArrived = (db: Database, id: number, status: number | null, fault: string, again: number | null) =>
  db.query(
    "update hook_deliveries set next_at = now() + $4::int * interval '1 second', status = $2, fault = $3 where id = $1 and next_at is not null",
    [id, status, fault, again],
  );
export const sendAgain = async (db: Database, id: number): Promise<boolean> =>
  (
    await db.query(
      'update hook_deliveries d set next_at = now() from hooks h where d.id = $1 and h.id = d.hook_id and h.removed_at is null and d.arrived_at is null',
      [id],
    )
  ).rowCount !== 0;
