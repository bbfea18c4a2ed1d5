import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { inForce, ownerOf } from '@umber/core/habits';
import { readDocument } from '@umber/core/reading';
import { habitsOf, readHabits, UnreadableHabits, writeHabits } from '../src/habits/habits-file.js';
import { taughtFrom } from '../src/habits/teach.js';
import { ReaderPool } from '../src/readers/reader-pool.js';
import { documentsOfFile } from '../src/separating/documents-of-file.js';
import { laidOutPdf } from './letters.js';

const page = (number: string, order: string) =>
  laidOutPdf([
    [40, 40, 'Harrowgill Oddments Ltd'],
    [400, 40, 'INVOICE'],
    [330, 120, 'Vorra tunim'],
    [430, 120, number],
    [330, 136, 'Put down'],
    [430, 136, '12/10/2026'],
    [330, 152, 'Your slip'],
    [430, 152, order],
    [40, 780, 'Harrowgill Oddments Ltd · VAT reg. no. GB 311 5926 34'],
  ]);

describe('habits in a file', () => {
  let folder: string;
  const pool = new ReaderPool({ size: 1 });
  beforeAll(async () => {
    folder = await mkdtemp(join(tmpdir(), 'umber-teach-'));
  });
  afterAll(async () => {
    pool.close();
    await rm(folder, { recursive: true });
  });
  const at = (name: string) => join(folder, name);
  const truth = (fields: object) => JSON.stringify({ documents: [{ pages: [1], kind: 'invoice', fields, lines: [] }] });

  it('are taught from a document and what it holds, written, and read with', async () => {
    await writeFile(at('one.pdf'), await page('HO-1', '40533'));
    await writeFile(at('two.pdf'), await page('HO-2', '40766'));
    const said = truth({
      invoiceNumber: 'HO-1',
      orderReference: '40533',
      sellerName: 'Harrowgill Oddments Ltd',
      sellerTaxId: 'GB311592634',
    });
    const { habits, learned } = await taughtFrom(pool, await readHabits(at('none.json'), { mayBeMissing: true }), at('one.pdf'), said);
    expect(learned).toBeGreaterThan(3);
    await writeHabits(at('habits.json'), habits);
    const again = await readHabits(at('habits.json'));
    expect(again).toEqual(JSON.parse(JSON.stringify(habits)));
    expect((await taughtFrom(pool, again, at('one.pdf'), said)).habits).toEqual(again);
    const { documents } = await documentsOfFile(pool, await readFile(at('two.pdf')), 'two.pdf');
    const owner = ownerOf(again.suppliers, documents[0].pages);
    const { fields } = readDocument(documents[0].pages, { habits: inForce(owner?.kept ?? []) });
    expect([fields.invoiceNumber?.value, fields.orderReference?.value]).toEqual(['HO-2', '40766']);
  });

  it.each([
    ['no JSON', 'habits: all', /no JSON/],
    ['another thing', '{"format":"umber-habits","version":1}', /"suppliers" is required/],
    ['a later version', '{"format":"umber-habits","version":9,"suppliers":[]}', /must be \[1\]/],
    [
      'a habit that nobody knows',
      '{"format":"umber-habits","version":1,"suppliers":[{"marks":{"names":[],"taxIds":[],"ibans":[]},"kept":[{"habit":{"what":"guess"},"from":"a","held":[],"corrected":[]}]}]}',
      /holds no habits/,
    ],
  ])('are refused with what to do: %s', (_, text, why) => {
    expect(() => habitsOf(text, 'habits.json')).toThrow(UnreadableHabits);
    expect(() => habitsOf(text, 'habits.json')).toThrow(why);
  });

  it('say where a file is missing, and what is no truth', async () => {
    await expect(readHabits(at('nothing.json'))).rejects.toThrow(/There is no file/);
    const none = await readHabits(at('nothing.json'), { mayBeMissing: true });
    await expect(taughtFrom(pool, none, at('one.pdf'), 'no JSON')).rejects.toThrow(UnreadableHabits);
    await expect(taughtFrom(pool, none, at('one.pdf'), '{"documents":[]}')).rejects.toThrow(/not said as it must be/);
  });
});
