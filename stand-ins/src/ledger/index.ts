import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { parse } from 'csv-parse/sync';

interface Answer {
  readonly accepted: { entry: number; number: string }[];
  readonly refused: { entry: number; reason: string }[];
}
interface Books {
  next: number;
  /** By the key of their batch, what was answered. */
  readonly answers: Record<string, Answer>;
  /** Their numbers, by ours. */
  readonly numbers: Record<string, string>;
}

/**
 * A stand-in for another ledger: takes batches of entries as CSV, once by their key, refuses those that do not balance, go to no account of
 * its chart (six digits), name a tax code that is none of its own (V and its rate), or have an expense without a cost centre, and gives the others a number of its own. Its books lie in a file.
 */
export function openLedger(port: number, file: string): Promise<void> {
  const books: Books = existsSync(file) ? (JSON.parse(readFileSync(file, 'utf8')) as Books) : { next: 1, answers: {}, numbers: {} };
  const server = createServer((request, response) => {
    const chunks: Buffer[] = [];
    request.on('data', (chunk: Buffer) => chunks.push(chunk));
    request.on('end', () => {
      const key = request.headers['idempotency-key'];
      if (request.method !== 'POST' || typeof key !== 'string') {
        response.writeHead(400).end();
        return;
      }
      try {
        const answer = (books.answers[key] ??= book(books, Buffer.concat(chunks).toString('utf8')));
        writeFileSync(file, JSON.stringify(books));
        response.writeHead(200, { 'Content-Type': 'application/json' }).end(JSON.stringify(answer));
      } catch {
        response.writeHead(422).end();
      }
    });
  });
  return new Promise((resolve) => server.listen(port, '127.0.0.1', resolve));
}

/** Hundredths, exactly. */
const cents = (amount: string): bigint => BigInt(amount.replace('.', ''));

function book(books: Books, csv: string): Answer {
  const rows: Record<string, string>[] = parse(csv, { columns: true });
  const answer: Answer = { accepted: [], refused: [] };
  for (const [entry, lines] of grouped(rows)) {
    const reason = fault(lines);
    if (reason !== null) answer.refused.push({ entry: Number(entry), reason });
    else answer.accepted.push({ entry: Number(entry), number: (books.numbers[entry] ??= `GL-${String(books.next++).padStart(6, '0')}`) });
  }
  return answer;
}

function grouped(rows: readonly Record<string, string>[]): Map<string, Record<string, string>[]> {
  const by = new Map<string, Record<string, string>[]>();
  for (const row of rows) by.set(row.entry, [...(by.get(row.entry) ?? []), row]);
  return by;
}

function fault(lines: readonly Record<string, string>[]): string | null {
  const sum = lines.reduce((all, { debit, credit }) => all + cents(debit) - cents(credit), 0n);
  if (sum !== 0n) return 'Debit and credit differ.';
  for (const line of lines) {
    if (!/^\d{6}$/.test(line.account)) return `There is no account ${line.account}.`;
    if (line['tax code'] !== '' && !/^V\d{1,2}$/.test(line['tax code'])) return `There is no tax code ${line['tax code']}.`;
    if (line.account.startsWith('5') && line['cost centre'] === '') return `Account ${line.account} needs a cost centre.`;
  }
  return null;
}
