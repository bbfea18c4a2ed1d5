/** Limits that keep one file from taking the machine: more is refused with a sentence that says so. */
export const LIMITS = {
  bytes: 100 * 1024 * 1024,
  pages: 500,
  /** Pages read by OCR in one file. */
  scannedPages: 100,
  wordsOfPage: 20_000,
  /** Pixels of a page as it is worked on: A4 at about 350 dots an inch. */
  pixels: 12_000_000,
  /** Pixels of a picture as it comes: A4 at 600 dots an inch and some more. */
  sourcePixels: 50_000_000,
} as const;
