/** The codes of all currencies, as the platform has them of ISO 4217. */
const CODES: ReadonlySet<string> = new Set(Intl.supportedValuesOf('currency'));

/** Whether the text is a currency's three letters, in capitals. */
export const isCurrency = (text: string): boolean => CODES.has(text);
