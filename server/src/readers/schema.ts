import { readFile } from 'node:fs/promises';
import type { SchemaFault } from '@umber/core/reading';
import { validateXML } from 'xmllint-wasm';

/** The schemas of UN/CEFACT CII as the profiles of Factur-X 1.07.3 have them, as published with that standard. For UBL there is none in reach. */
const FOLDER = new URL('../../schemas/cii/', import.meta.url);
const PARTS = ['QualifiedDataType', 'ReusableAggregateBusinessInformationEntity', 'UnqualifiedDataType'] as const;

/** By what a profile is called in its data; the first that fits. National profiles within EN 16931 have its schema. */
const PROFILES: readonly (readonly [RegExp, string])[] = [
  [/:minimum$/i, 'MINIMUM'],
  [/:basicwl$/i, 'BASICWL'],
  [/#compliant#.*:basic$/i, 'BASIC'],
  [/#conformant#.*:extended$/i, 'EXTENDED'],
  [/^urn:cen\.eu:en16931:2017(#compliant#.*)?$/i, 'EN16931'],
];
/** Faults that are kept: who made the file needs the first ones. */
const MOST = 5;

/**
 * What of an invoice in CII is not built as the schema of its profile says, the first faults; null where there is no schema for it, or it could not be
 * asked.
 */
export async function schemaFaults(xml: string, profile: string | null): Promise<SchemaFault[] | null> {
  const name = /CrossIndustryInvoice:100/.test(xml.slice(0, 20_000)) ? PROFILES.find(([fits]) => fits.test(profile ?? ''))?.[1] : undefined;
  if (name === undefined) return null;
  try {
    const file = async (fileName: string) => ({ fileName, contents: await readFile(new URL(fileName, FOLDER), 'utf8') });
    const own = `Factur-X_1.07.3_${name}`;
    const [schema, ...preload] = await Promise.all(
      [own, ...PARTS.map((part) => `${own}_urn_un_unece_uncefact_data_standard_${part}_100`)].map((one) => file(`${one}.xsd`)),
    );
    const { errors } = await validateXML({ xml: [{ fileName: 'invoice.xml', contents: xml }], schema: [schema], preload });
    return errors.slice(0, MOST).map(({ message, loc }) => faultOf(message, loc?.lineNumber ?? null));
  } catch {
    // The rules are asked all the same.
    return null;
  }
}

/** What the validator says, as a code with what it is about. */
export function faultOf(message: string, line: number | null): SchemaFault {
  const element = /Element '(?:\{[^}]*\})?([^']+)'/.exec(message)?.[1] ?? null;
  const wanted =
    /Expected is (?:one of )?\(([^)]*)\)/
      .exec(message)?.[1]
      .replace(/\{[^}]*\}/g, '')
      .split(',')
      .map((one) => one.trim().replace(/^\*, /, ''))
      .join(', ') ?? null;
  const code = /Missing child/.test(message) ? 'missing' : /not expected/.test(message) ? 'not-expected' : 'value';
  return { code, line, element, wanted };
}
