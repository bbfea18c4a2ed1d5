import { mkdir, writeFile } from 'node:fs/promises';
import { join } from 'node:path';
import { ReaderPool } from '@umber/server/readers/reader-pool';
import { imagePages } from '@umber/server/readers/image';
import { jpegOf } from '@umber/server/readers/picture-files';
import { DAMAGES, DRAWN_AT, spoilt } from '@umber/demo/scanning';
import { drawnInvoice } from './model.js';
import type { Press } from './print.js';
import type { Family } from './sheets.js';
import { truthOf } from './truth.js';

/** A document of the set: its file, its answers and what it was made as. */
export interface Entry {
  readonly file: string;
  readonly family: string;
  readonly country: string;
  readonly damage: string;
  readonly truth: ReturnType<typeof truthOf>;
}

/** Draws `count` documents of each of the families into the folder: each as PDF and, one page long, as a scan too. */
export async function makeDocuments(
  press: Press,
  families: readonly Family[],
  folder: string,
  count: number,
  firstSeed: number,
): Promise<Entry[]> {
  await mkdir(folder, { recursive: true });
  const pool = new ReaderPool({ size: 2 });
  const entries: Entry[] = [];
  try {
    for (const [index, family] of families.entries()) {
      for (let i = 0; i < count; i++) {
        const seed = firstSeed + index * 1000 + i;
        const invoice = drawnInvoice(seed, family.wish);
        const { html, shows, invoice: shown = invoice } = family.draw(invoice);
        const truth = truthOf(shown, shows);
        const country = invoice.phrases.country;
        const pdf = await press.pdf(html);
        const name = `${family.name}-${seed}`;
        await writeFile(join(folder, `${name}.pdf`), pdf);
        entries.push({ file: `${name}.pdf`, family: family.name, country, damage: 'none', truth });
        const [first, ...more] = await pool.read(pdf, { pictures: 1, scale: DRAWN_AT / 72 });
        if (more.length > 0 || !first.picture) continue;
        const damage = DAMAGES[(seed + index) % DAMAGES.length];
        for await (const { picture } of imagePages(first.picture, 'png'))
          await writeFile(join(folder, `${name}-${damage}.jpg`), await jpegOf(spoilt(picture, damage, seed), 1));
        entries.push({ file: `${name}-${damage}.jpg`, family: family.name, country, damage, truth });
      }
    }
  } finally {
    pool.close();
  }
  await writeFile(join(folder, 'truth.json'), JSON.stringify(entries));
  return entries;
}
