/** UNTDID 1001, as EN 16931 allows: what an invoice or a credit note may call itself. */
const INVOICE_TYPES = new Set(
  '71 80 82 84 102 130 202 203 204 211 218 219 295 325 326 331 380 382 383 384 385 386 387 388 389 390 393 394 395 456 457 527 553 575 623 633 751 780 817 870 875 876 877 935'.split(
    ' ',
  ),
);
const CREDIT_TYPES = new Set('81 83 261 262 296 308 381 396 420 458 532'.split(' '));

export const isInvoiceType = (code: string): boolean => INVOICE_TYPES.has(code);
export const isCreditType = (code: string): boolean => CREDIT_TYPES.has(code);
/** One that corrects an invoice that was sent before. */
export const isCorrectedType = (code: string | null): boolean => code === '384';

/** UNCL 5305, as EN 16931 allows: what tax is asked for, and why where it is none. */
export const TAX_CATEGORIES = ['S', 'Z', 'E', 'AE', 'K', 'G', 'O', 'L', 'M', 'B'] as const;
export type TaxCategory = (typeof TAX_CATEGORIES)[number];
export const isTaxCategory = (code: string): code is TaxCategory => (TAX_CATEGORIES as readonly string[]).includes(code);

/** UNTDID 4461: means of payment that lead to an account. */
export const isCreditTransfer = (code: string | null): boolean => code === '30' || code === '58';
export const isCardPayment = (code: string | null): boolean => code === '48' || code === '54' || code === '55';
export const isDirectDebit = (code: string | null): boolean => code === '49' || code === '59';

/** ISO 3166-1, with Kosovo and Northern Ireland as the norm's lists have them. */
const COUNTRIES = new Set(
  'AD AE AF AG AI AL AM AO AQ AR AS AT AU AW AX AZ BA BB BD BE BF BG BH BI BJ BL BM BN BO BQ BR BS BT BV BW BY BZ CA CC CD CF CG CH CI CK CL CM CN CO CR CU CV CW CX CY CZ DE DJ DK DM DO DZ EC EE EG EH ER ES ET FI FJ FK FM FO FR GA GB GD GE GF GG GH GI GL GM GN GP GQ GR GS GT GU GW GY HK HM HN HR HT HU ID IE IL IM IN IO IQ IR IS IT JE JM JO JP KE KG KH KI KM KN KP KR KW KY KZ LA LB LC LI LK LR LS LT LU LV LY MA MC MD ME MF MG MH MK ML MM MN MO MP MQ MR MS MT MU MV MW MX MY MZ NA NC NE NF NG NI NL NO NP NR NU NZ OM PA PE PF PG PH PK PL PM PN PR PS PT PW PY QA RE RO RS RU RW SA SB SC SD SE SG SH SI SJ SK SL SM SN SO SR SS ST SV SX SY SZ TC TD TF TG TH TJ TK TL TM TN TO TR TT TV TW TZ UA UG UM US UY UZ VA VC VE VG VI VN VU WF WS YE YT ZA ZM ZW XK XI'.split(
    ' ',
  ),
);
export const isCountry = (code: string): boolean => COUNTRIES.has(code);

/** What attachments may be: BR-CL-24. */
export const ATTACHMENT_TYPES: ReadonlySet<string> = new Set([
  'application/pdf',
  'image/png',
  'image/jpeg',
  'text/csv',
  'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  'application/vnd.oasis.opendocument.spreadsheet',
]);
