import { many, openPool, type Pool } from './database.js';

/** The role that the server works as: it owns nothing that it must not change. Migrations run as the database's owner. */
export const APPLICATION_ROLE = 'umber_app';

/** Tables to which rows are added and that are never changed. */
const APPEND_ONLY = [
  'trail',
  'audit',
  'journal_entries',
  'journal_lines',
  'entry_accounts',
  'blobs',
  'seals',
  'book_checks',
  'order_versions',
  'export_files',
  'export_documents',
  'hold_documents',
  'deletion_arrivals',
] as const;
/** Tables that only migrations, or triggers as their owner, write. */
const READ_ONLY = ['migrations', 'trays', 'tray_moves', 'account_totals', 'supplier_totals'] as const;

/** The URL of the same database as the application's role. */
export function asApplication(ownerUrl: string, password: string): string {
  const url = new URL(ownerUrl);
  url.username = APPLICATION_ROLE;
  url.password = password;
  return url.href;
}

/** Makes the application's role where it is missing, and gives it just what it needs in this database. `owner` must be a superuser. */
export async function grantApplication(owner: Pool, ownerUrl: string, password: string): Promise<void> {
  if (!(await signsIn(asApplication(ownerUrl, password)))) await makeRole(owner, password);
  const [{ name: database }] = await many<{ name: string }>(owner, 'select quote_ident(current_database()) as name');
  await owner.query(`
    grant connect, create, temporary on database ${database} to ${APPLICATION_ROLE};
    grant usage on schema public to ${APPLICATION_ROLE};
    revoke create on schema public from ${APPLICATION_ROLE}, public;
    grant select, insert, update, delete on all tables in schema public to ${APPLICATION_ROLE};
    grant usage, select on all sequences in schema public to ${APPLICATION_ROLE};
    revoke update, delete, truncate on ${APPEND_ONLY.join(', ')} from ${APPLICATION_ROLE};
    revoke insert, update, delete, truncate on ${READ_ONLY.join(', ')} from ${APPLICATION_ROLE};
    create schema if not exists jobs authorization ${APPLICATION_ROLE};
    do $$
    declare thing record;
    begin
      -- The queue of an earlier version belongs to whom the server worked as then.
      execute 'alter schema jobs owner to ${APPLICATION_ROLE}';
      for thing in select c.relname as name, c.relkind as kind from pg_class c where c.relnamespace = 'jobs'::regnamespace and c.relkind in ('r', 'p', 'v')
        and not pg_get_userbyid(c.relowner) = '${APPLICATION_ROLE}' loop
        execute format('alter %s jobs.%I owner to ${APPLICATION_ROLE}', case thing.kind when 'v' then 'view' else 'table' end, thing.name);
      end loop;
      for thing in select p.oid::regprocedure as name from pg_proc p where p.pronamespace = 'jobs'::regnamespace and not pg_get_userbyid(p.proowner) = '${APPLICATION_ROLE}' loop
        execute format('alter function %s owner to ${APPLICATION_ROLE}', thing.name);
      end loop;
      for thing in select t.typname as name from pg_type t where t.typnamespace = 'jobs'::regnamespace and t.typtype = 'e' and not pg_get_userbyid(t.typowner) = '${APPLICATION_ROLE}' loop
        execute format('alter type jobs.%I owner to ${APPLICATION_ROLE}', thing.name);
      end loop;
    end $$;`);
}

/** Another start may make it at the same moment: then it is there, which is all that is wanted. */
async function makeRole(owner: Pool, password: string): Promise<void> {
  const [{ literal }] = await many<{ literal: string }>(owner, 'select quote_literal($1) as literal', [password]);
  await owner.query(`
    do $$ begin
      create role ${APPLICATION_ROLE} login nosuperuser nocreatedb nocreaterole noreplication noinherit;
    exception when duplicate_object or unique_violation then null;
    end $$;`);
  await owner.query(`alter role ${APPLICATION_ROLE} password ${literal}`).catch((error: unknown) => {
    if (!/concurrently updated/.test(String(error))) throw error;
  });
}

async function signsIn(url: string): Promise<boolean> {
  const pool = openPool(url, 1, 'upkeep');
  try {
    await pool.query('select 1');
    return true;
  } catch {
    return false;
  } finally {
    await pool.end();
  }
}
