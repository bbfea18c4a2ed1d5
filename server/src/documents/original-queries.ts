import type { OriginalView } from '@umber/contract/retention';
import { one, type Database } from '../database/database.js';

/** What there is to say of a document's original: it goes with all that came with it. */
export const originalView = (db: Database, id: number) =>
  one<OriginalView>(
    db,
    `select (select case when bool_or(k.kept_until is null) then null else max(k.kept_until)::text end from kept_originals k where k.arrival_id = d.arrival_id) as "keptUntil",
       array(select distinct h.name from held_originals x join holds h on h.id = x.hold_id where x.arrival_id = d.arrival_id order by 1) as holds,
       (select json_build_object('deletion', x.id, 'at', o.settled_at, 'askedBy', p.name, 'agreedBy', q.name) from deletions x join people p on p.id = x.asked_by join people q on q.id = x.answered_by
         join deletion_arrivals o on o.deletion_id = x.id and o.arrival_id = d.arrival_id where x.id = d.deletion_id) as deleted
     from documents d where d.id = $1`,
    [id],
  );
