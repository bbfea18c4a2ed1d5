import { blank, turned, type Grey } from '@umber/core/pictures';
import { drawInvoice, type DrawnInvoice } from '@umber/demo/drawing';
import { Random } from '@umber/demo/random';
import { DRAWN_AT, specked, spoilt, stackPdf, stackTiff, type ScannedSheet } from '@umber/demo/scanning';
import { imagePages } from '@umber/server/readers/image';
import { jpegOf } from '@umber/server/readers/picture-files';
import { readFile } from '@umber/server/readers/read-file';
import { separatorSheet } from '@umber/server/separating/separator-sheet';

/** How the scanner is set. */
export interface ScannerSettings {
  /** Pixels an inch. */
  readonly resolution: number;
  readonly paper: 'clean' | 'worn';
  readonly file: 'pdf' | 'tiff';
  readonly separators: boolean;
}

/** Chance that a sheet went into the feeder upside down, and that the empty back of one was scanned too. */
const UPSIDE_DOWN = 0.2;
const EMPTY_BACK = 0.3;

/**
 * The stand-in scanner: feeds the invoices, printed, sheet by sheet, a little askew and grainy, worn paper speckled too, some
 * upside down, some with their empty backs, separator sheets between them where they are wanted, and hands over one file of
 * pictures, as a copier's driver does. The same for the same seed.
 */
export async function scanStack(invoices: readonly DrawnInvoice[], seed: number, settings: ScannerSettings): Promise<Buffer> {
  const random = new Random(seed);
  const sheets: ScannedSheet[] = [];
  const scan = async (page: Grey) => {
    const fed = spoilt(
      random.chance(UPSIDE_DOWN) ? turned(page, 2) : page,
      settings.paper === 'clean' ? 'easy' : 'medium',
      seed + sheets.length,
      settings.resolution,
    );
    const seen = settings.paper === 'clean' ? fed : specked(fed, seed + sheets.length);
    sheets.push({ jpeg: await jpegOf(seen, 1), width: seen.width, height: seen.height, resolution: settings.resolution });
  };
  const between = settings.separators ? await printed(await separatorSheet()) : [];
  for (const [nth, invoice] of invoices.entries()) {
    if (nth > 0) for (const sheet of between) await scan(sheet);
    const pages = await printed(await drawInvoice(invoice));
    for (const page of pages) await scan(page);
    if (random.chance(EMPTY_BACK)) await scan(blank(pages[0].width, pages[0].height, 250));
  }
  return settings.file === 'pdf' ? stackPdf(sheets) : stackTiff(sheets);
}

/** The pages of a PDF as they lie in the feeder: their pictures at the resolution that pages are drawn at. */
async function printed(pdf: Uint8Array): Promise<Grey[]> {
  const pages: Grey[] = [];
  for (const { picture } of await readFile(new Uint8Array(pdf), { pictures: 9, scale: DRAWN_AT / 72 }, () => undefined))
    for await (const page of imagePages(picture ?? new Uint8Array(), 'png')) pages.push(page.picture);
  return pages;
}
