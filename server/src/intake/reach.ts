import { lookup } from 'node:dns/promises';
import { realpath } from 'node:fs/promises';
import { BlockList, isIP } from 'node:net';
import { sep } from 'node:path';
import { ApiError } from '../api-error.js';
import type { MailboxSettings } from '@umber/contract/intake';

/** Where the server may go on behalf of who sets sources up: folders below these, and mail servers beyond this machine. */
export interface Reach {
  /** Folders below which files may be fetched; absolute. */
  readonly folderRoots: readonly string[];
  /** Folders of the product itself, below which none may be, but for a root that lies in them. */
  readonly ownFolders: readonly string[];
  /** Servers as `host` or `host:port` that may be asked though they are on this machine, or at an unusual port. */
  readonly mailHosts: readonly string[];
}

/** No folder at all, and mail servers at their usual ports. */
export const NOWHERE: Reach = { folderRoots: [], ownFolders: [], mailHosts: [] };

/** Something that the server does not go to; the message says what to do. */
export class OutOfReach extends Error {}

const below = (folder: string, root: string): boolean => folder === root || folder.startsWith(root.endsWith(sep) ? root : root + sep);
const real = (path: string): Promise<string> => realpath(path).catch(() => path);

/** The folder as it really is, all links followed. @throws OutOfReach where files may not be fetched from there. */
export async function folderInReach(path: string, { folderRoots, ownFolders }: Reach): Promise<string> {
  const folder = await real(path);
  const root = (await Promise.all(folderRoots.map(real))).filter((one) => below(folder, one)).sort((a, b) => b.length - a.length)[0];
  const own = (await Promise.all(ownFolders.map(real))).find((one) => below(folder, one));
  // A root within the product's own folder was named on purpose, one around it was not.
  if (root !== undefined && (own === undefined || (below(root, own) && root !== own))) return folder;
  const roots = folderRoots.length === 0 ? 'none is set' : folderRoots.join(', ');
  throw new OutOfReach(`Only folders below these are used: ${roots}. Ask who runs the server to add another (UMBER_FOLDERS).`);
}

/** For what a person set: a refusal where the server does not go there, with what to do. */
export async function inReach<T>(looked: Promise<T>): Promise<T> {
  try {
    return await looked;
  } catch (error) {
    throw error instanceof OutOfReach ? new ApiError('bad-request', error.message) : error;
  }
}

const USUAL_PORTS = new Set([143, 993]);
/** This machine, what is only on its own cable, and what is no single machine. */
const NEVER = new BlockList();
for (const [network, bits] of [
  ['0.0.0.0', 8],
  ['127.0.0.0', 8],
  ['169.254.0.0', 16],
  ['224.0.0.0', 3],
] as const)
  NEVER.addSubnet(network, bits, 'ipv4');
for (const [network, bits] of [
  ['::', 127],
  ['fe80::', 10],
  ['ff00::', 8],
  ['::ffff:0:0', 96],
] as const)
  NEVER.addSubnet(network, bits, 'ipv6');

/**
 * The addresses that a name stands for and that may be asked. A host that is named as reachable may be on this machine.
 * `port`: null for the usual one. @throws OutOfReach where none may be asked; as the lookup does where the name is not known.
 */
export async function addressesInReach(
  host: string,
  port: number | null,
  { mailHosts }: Reach,
): Promise<readonly { readonly address: string; readonly family: number }[]> {
  const named = mailHosts.includes(host) || (port !== null && mailHosts.includes(`${host}:${port}`));
  const family = isIP(host);
  const addresses = family > 0 ? [{ address: host, family }] : await lookup(host, { all: true });
  const allowed = addresses.filter((one) => named || !NEVER.check(one.address, one.family === 6 ? 'ipv6' : 'ipv4'));
  if (allowed.length === 0)
    throw new OutOfReach('Nothing is asked of this machine itself. Ask who runs the server to name it (UMBER_MAIL_HOSTS).');
  return allowed;
}

/** The addresses of a URL, as they may be asked. @throws as {@link addressesInReach} */
export const urlInReach = ({ hostname, port }: URL, reach: Reach) =>
  addressesInReach(hostname.replace(/^\[|\]$/g, ''), Number(port) || null, reach);

/** The address to connect to: the name is looked up once, and what it is now is what is asked. @throws OutOfReach */
export async function mailHostInReach({ host, port }: Pick<MailboxSettings, 'host' | 'port'>, reach: Reach): Promise<string> {
  const named = reach.mailHosts.includes(host) || reach.mailHosts.includes(`${host}:${port}`);
  if (!named && !USUAL_PORTS.has(port)) throw new OutOfReach('Mail is fetched at the ports 143 and 993 only.');
  return (await addressesInReach(host, port, reach))[0].address;
}
