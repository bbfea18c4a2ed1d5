import type { BoundarySign } from '../documents/index.js';
import { signsOf, type PageSigns } from './page-signs.js';
import { type PageWords } from '../reading/index.js';

/** Where one document may end and the next begin: before the page at `before`. */
export interface Boundary {
  /** 1-based page that the next document would begin with. */
  readonly before: number;
  /** 0..1: how likely a document begins there. */
  readonly probability: number;
  /** What speaks for it and against it. */
  readonly signs: readonly BoundarySign[];
}

/** A file cut into documents. */
export interface Separation {
  /** The pages of each document, in order; blank pages and separator sheets belong to none, save where there is nothing else. */
  readonly documents: readonly (readonly PageWords[])[];
  readonly boundaries: readonly Boundary[];
}

/** What the symbol on a separator sheet says. */
export const SEPARATOR_MARK = 'UMBER TRAY: THE NEXT DOCUMENT BEGINS HERE';

/** Fewer words than this are the back of a page, a speck or a stamp. */
const BLANK = 4;

/** Weights of the signs, in log odds. */
const WEIGHTS = {
  start: -1,
  otherNumber: 5,
  sameNumber: -6,
  firstOfPages: 4,
  laterOfPages: -6,
  broughtForward: -5,
  otherSeller: 4.5,
  sameSeller: -0.5,
  title: 2,
  noTitle: -2,
  totalsBefore: 1,
  blankBefore: 2,
  separatorBefore: 12,
} as const;

/** Cuts the pages of a file into documents by what they say of themselves. */
export function separate(pages: readonly PageWords[]): Separation {
  // An electronic invoice is one document, whatever its pages show.
  if (pages[0]?.data?.invoice) return { documents: [[...pages]], boundaries: [] };
  const documents: PageWords[][] = [];
  const boundaries: Boundary[] = [];
  let so: PageSigns | null = null;
  let blank = false;
  let separator = false;
  for (const page of pages) {
    if (page.separator) {
      separator = true;
      continue;
    }
    if (page.words.filter((word) => /[\p{L}\d]{2}/u.test(word.text)).length < BLANK) {
      blank = true;
      continue;
    }
    const signs = signsOf(page);
    if (so === null) {
      documents.push([page]);
      so = signs;
      [blank, separator] = [false, false];
      continue;
    }
    const boundary = boundaryOf(so, signs, page.page, { blank, separator });
    [blank, separator] = [false, false];
    boundaries.push(boundary);
    if (boundary.probability > 0.5) {
      documents.push([page]);
      so = signs;
    } else {
      documents[documents.length - 1].push(page);
      so = { ...signs, number: signs.number ?? so.number, seller: so.seller ?? signs.seller };
    }
  }
  if (documents.length === 0 && pages.length > 0) documents.push([...pages]);
  return { documents, boundaries };
}

/** What lies between two pages. */
interface Between {
  readonly blank: boolean;
  readonly separator: boolean;
}

function boundaryOf(before: PageSigns, now: PageSigns, page: number, { blank, separator }: Between): Boundary {
  let odds: number = WEIGHTS.start;
  const found: BoundarySign[] = [];
  const count = (weight: number, sign: BoundarySign) => {
    odds += weight;
    found.push(sign);
  };
  if (now.number !== null && before.number !== null)
    if (now.number === before.number) count(WEIGHTS.sameNumber, { code: 'same-number', number: now.number });
    else count(WEIGHTS.otherNumber, { code: 'other-number', number: now.number, before: before.number });
  if (now.pageOf) {
    if (now.pageOf.page === 1) count(WEIGHTS.firstOfPages, { code: 'page-of', page: 1 });
    else if (now.pageOf.of === (before.pageOf?.of ?? now.pageOf.of))
      count(WEIGHTS.laterOfPages, { code: 'page-of', page: now.pageOf.page });
  }
  if (now.broughtForward) count(WEIGHTS.broughtForward, { code: 'brought-forward' });
  if (now.seller !== null && before.seller !== null)
    if (now.seller === before.seller) count(WEIGHTS.sameSeller, { code: 'same-seller' });
    else count(WEIGHTS.otherSeller, { code: 'other-seller' });
  if (now.title) count(WEIGHTS.title, { code: 'title' });
  else if (now.number === null) count(WEIGHTS.noTitle, { code: 'no-title' });
  if (before.totals) count(WEIGHTS.totalsBefore, { code: 'totals-before' });
  if (blank) count(WEIGHTS.blankBefore, { code: 'blank-before' });
  if (separator) count(WEIGHTS.separatorBefore, { code: 'separator-before' });
  return { before: page, probability: 1 / (1 + Math.exp(-odds)), signs: found };
}
