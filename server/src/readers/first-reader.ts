import { spawn } from 'node:child_process';
import type { Grey } from '@umber/core/pictures';
import { UnreadableFile } from './unreadable-file.js';

/** A word as the first reader found it: its place in pixels, its score 0..1. */
export interface FirstWord {
  readonly text: string;
  readonly score: number;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  /** Words of one line of print share this. */
  readonly line: string;
}

/** By the clock; a busy machine may take its time. */
const SECONDS = 300;

/** Words in the picture by Debian's tesseract. `languages` are its names, joined by `+`; `layout` its page segmentation mode. */
export async function readWords(picture: Grey, languages: string, resolution: number, layout = 3): Promise<FirstWord[]> {
  const args = ['stdin', 'stdout', '-l', languages, '--psm', String(layout), '--dpi', String(Math.round(resolution)), 'tsv'];
  const child = spawn('tesseract', args, {
    env: { ...process.env, OMP_THREAD_LIMIT: '1' },
    stdio: ['pipe', 'pipe', 'ignore'],
    timeout: SECONDS * 1000,
    killSignal: 'SIGKILL',
  });
  const ended = new Promise<number | null>((resolve, reject) => {
    child.on('error', () => reject(new UnreadableFile({ code: 'no-ocr' })));
    child.on('close', resolve);
  });
  const out: Buffer[] = [];
  child.stdout.on('data', (chunk: Buffer) => out.push(chunk));
  child.stdin.on('error', () => undefined);
  child.stdin.write(`P5\n${picture.width} ${picture.height}\n255\n`);
  child.stdin.end(picture.data);
  const code = await ended;
  if (code !== 0) throw new UnreadableFile({ code: 'too-slow' });
  return wordsOfTable(Buffer.concat(out).toString('utf8'));
}

/** The words in tesseract's table output. */
export function wordsOfTable(table: string): FirstWord[] {
  return table.split('\n').flatMap((row) => {
    const cells = row.split('\t');
    const text = cells[11]?.trim() ?? '';
    if (cells[0] !== '5' || text === '') return [];
    const [block, paragraph, line] = cells.slice(2, 5);
    const [x, y, width, height, score] = cells.slice(6, 11).map(Number);
    return [{ text, score: Math.max(0, score) / 100, x, y, width, height, line: `${block}.${paragraph}.${line}` }];
  });
}
