import { request as plainRequest } from 'node:http';
import { request as secureRequest } from 'node:https';
import { OutOfReach, urlInReach, type Reach } from './reach.js';

/** Milliseconds that an answer is waited for. */
const PATIENCE = 10_000;
const LATE = 'It did not answer in time.';

/** What came of sending something to an address. */
export interface Sent {
  /** The answer's HTTP status; null: there was none. */
  readonly status: number | null;
  /** Null: it has arrived. */
  readonly fault: string | null;
}

/** Posts bytes to an address within reach, once. What comes back is not read; no other address is followed. */
export async function post(url: string, headers: Readonly<Record<string, string>>, body: string | Buffer, reach: Reach): Promise<Sent> {
  try {
    const to = new URL(url);
    const [address] = await urlInReach(to, reach);
    const status = await new Promise<number>((resolve, reject) => {
      const request = (to.protocol === 'https:' ? secureRequest : plainRequest)(
        to,
        {
          method: 'POST',
          // The address that was looked at is the one that is asked.
          lookup: (_host, options, found) => (options.all ? found(null, [address]) : found(null, address.address, address.family)),
          headers: { 'User-Agent': 'Umber-Tray', 'Content-Length': Buffer.byteLength(body), ...headers },
        },
        (response) => {
          response.resume();
          resolve(response.statusCode ?? 0);
        },
      );
      const late = setTimeout(() => request.destroy(new Error(LATE)), PATIENCE);
      request.on('close', () => clearTimeout(late));
      request.on('error', reject);
      request.end(body);
    });
    return { status, fault: status >= 200 && status < 300 ? null : `It answered with ${status}.` };
  } catch (error) {
    return { status: null, fault: faultText(error) };
  }
}

function faultText(error: unknown): string {
  if (error instanceof OutOfReach) return error.message;
  const { code, message } = error as NodeJS.ErrnoException;
  if (code === 'ECONNREFUSED') return 'Nothing listens there.';
  if (code === 'ENOTFOUND' || code === 'EAI_AGAIN') return 'The name of the address is not known.';
  return message;
}
