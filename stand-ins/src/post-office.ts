import { mkdirSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { SMTPServer } from 'smtp-server';

/**
 * The suppliers' mail server: takes every letter that the company writes and lays it into a folder, one file each, as it came.
 * Resolves with its port.
 */
export function openPostOffice(port: number, folder: string): Promise<SMTPServer> {
  mkdirSync(folder, { recursive: true });
  let count = 0;
  const server = new SMTPServer({
    authOptional: true,
    disabledCommands: ['AUTH', 'STARTTLS'],
    logger: false,
    onData(stream, _session, done) {
      const chunks: Buffer[] = [];
      stream.on('data', (chunk: Buffer) => chunks.push(chunk));
      stream.on('end', () => {
        writeFileSync(join(folder, `${new Date().toISOString().replace(/[:.]/g, '-')}-${++count}.eml`), Buffer.concat(chunks));
        done();
      });
    },
  });
  return new Promise((resolve, reject) => {
    server.on('error', reject);
    server.listen(port, '127.0.0.1', () => resolve(server));
  });
}
