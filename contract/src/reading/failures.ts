import type { ReadingFailure } from '@umber/core/documents';

const DAMAGED = { pdf: 'The PDF', picture: 'The picture', file: 'The file' } as const;

/** Why a document could not be read, and what to do: for screens and for the command line. */
export function failureText(failure: ReadingFailure): string {
  switch (failure.code) {
    case 'empty':
      return 'The file is empty.';
    case 'unknown-format':
      return 'This is neither a PDF nor a picture that can be read (PNG, JPEG, TIFF), nor an electronic invoice (XML).';
    case 'other-xml':
      return `This is XML, but no invoice that is read (UBL 2.1, UN/CEFACT CII): it begins with “${failure.root}”.`;
    case 'malformed-xml':
      return `The electronic invoice is cut off or damaged in line ${failure.line}. Ask the supplier to send it again.`;
    case 'unsafe-xml':
      return failure.why === 'declares-type'
        ? 'The electronic invoice declares a document type, which none needs and some attacks use: it is not opened. Ask the supplier for one without.'
        : 'The electronic invoice is deeper or larger than invoices are: it is not opened.';
    case 'encrypted':
      return 'The PDF is locked with a password. Ask the supplier for one without.';
    case 'damaged':
      return `${DAMAGED[failure.what]} is damaged and cannot be opened. Ask the supplier to send it again.`;
    case 'too-large':
      return `The file is larger than ${failure.most} MB.`;
    case 'too-many-pixels':
      return `The picture has ${failure.width} × ${failure.height} pixels; at most ${failure.most / 1_000_000} million pixels are read. Scan it at 300 dots an inch.`;
    case 'too-many-pages':
      return `The file has ${failure.pages} pages; at most ${failure.most} are read.`;
    case 'too-many-scans':
      return `The file has more than ${failure.most} scanned pages. Send it in parts.`;
    case 'too-much-memory':
      return 'The file could not be read: it needs more memory than a file may take. Send it in parts, or scan it at 300 dots an inch.';
    case 'too-slow':
      return 'Reading the file took too long and was stopped. Send it in parts, or ask for another copy.';
    case 'no-ocr':
      return 'Scans cannot be read: tesseract is not installed on this machine.';
    case 'gave-up':
      return `Gave up after ${failure.tries} tries: ${failure.error}`;
  }
}
