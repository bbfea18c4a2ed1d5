import { many, maybe, type Database } from '../database/database.js';

/** The database locks what is kept until who keeps it has said what for; what was deleted under this checksum is there again. */
export const insertBlob = (db: Database, hash: Buffer, bytes: Buffer) => db.query('select keep_blob($1, $2)', [hash, bytes]);

export const blobBytes = (db: Database, hash: Buffer) =>
  maybe<{ bytes: Buffer; isDeleted: boolean }>(db, 'select bytes, deletion_id is not null as "isDeleted" from blobs where sha256 = $1', [
    hash,
  ]);

/** Compares the blobs that were compared longest ago with their checksums; how many. */
export const checkBlobs = async (db: Database, most: number) =>
  (
    await db.query(
      `insert into blob_checks (sha256, damaged)
       select b.sha256, sha256(b.bytes) <> b.sha256 from blobs b left join blob_checks c on c.sha256 = b.sha256
       where b.deletion_id is null and (c.sha256 is null or c.checked_at < now() - interval '1 day') order by c.checked_at nulls first limit $1
       on conflict (sha256) do update set checked_at = now(), damaged = excluded.damaged`,
      [most],
    )
  ).rowCount ?? 0;

export const archiveCounts = async (db: Database) =>
  (await maybe<{ blobs: number; bytes: number; checked: number }>(
    db,
    `select count(*)::int as blobs, coalesce(sum(b.size), 0)::bigint as bytes, (count(*) filter (where c.checked_at > now() - interval '7 days'))::int as checked
     from blobs b left join blob_checks c on c.sha256 = b.sha256 where b.deletion_id is null`,
  )) ?? { blobs: 0, bytes: 0, checked: 0 };

export const damagedBlobs = (db: Database) =>
  many<{ checksum: string; foundAt: string; usedBy: string[] }>(
    db,
    `select encode(c.sha256, 'hex') as checksum, c.checked_at as "foundAt",
       array(select 'arrival ' || a.id from arrivals a where a.blob = c.sha256) || array(select f.name || ' of arrival ' || f.arrival_id from files f where f.blob = c.sha256)
         || array(select distinct 'a page of ' || f.name from file_pages p join files f on f.id = p.file_id where p.picture = c.sha256) as "usedBy"
     from blob_checks c join blobs b on b.sha256 = c.sha256 where c.damaged and b.deletion_id is null order by c.checked_at desc limit 100`,
  );
