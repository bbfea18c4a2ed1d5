import { holdsDate, HEADER_FIELDS, LINE_CELLS, type HeaderField, type LineCell, isShownBy } from '../../documents/index.js';
import { daysBetween, isIsoDate } from '../../dates/index.js';
import { USUAL_DAYS } from '../header/terms.js';
import { readDate } from '../print/calendar.js';
import { calibrated } from './calibration.js';
import type { Calibration, ValueGroup } from './curve.js';
import type { PageTrust } from '../scanned/trust.js';
import { type DocumentReading, type ReadLine, type ReadValue } from '../reading.js';

/** What the checks of the whole document say for its values. */
export interface Support {
  /** Net + tax = gross. */
  readonly addsUp: boolean;
  /** The lines sum to the net total. */
  readonly linesFit: boolean;
  /** Fields that their check digits prove. */
  readonly supported: ReadonlySet<HeaderField>;
}

type Values = Pick<DocumentReading, 'fields' | 'lines'>;

const AMOUNTS: ReadonlySet<string> = new Set(['netTotal', 'taxTotal', 'grossTotal', 'amountDue']);
const PROSE: ReadonlySet<string> = new Set(['description', 'sellerName', 'unit']);

/** The values as sure as they are: what the readers of a scan thought of their words counted in, save where sums or check digits prove them; then calibrated. */
export function weigh(values: Values, trust: PageTrust, support: Support, calibration?: Calibration): Values {
  const { fields, lines } = trust.scanned ? weighScan(values, trust, support) : values;
  const [head, line] = trust.scanned ? (['scan head', 'scan line'] as const) : (['text head', 'text line'] as const);
  const mapped = (value: ReadValue | null, group: ValueGroup) =>
    value && {
      ...value,
      confidence: isGuess(value)
        ? Math.min(value.confidence, calibrated(value.confidence, group, calibration))
        : calibrated(value.confidence, group, calibration),
    };
  return {
    fields: Object.fromEntries(HEADER_FIELDS.map((field) => [field, mapped(fields[field], head)])) as Record<HeaderField, ReadValue | null>,
    lines: lines.map((one) => ({ ...one, ...Object.fromEntries(LINE_CELLS.map((cell) => [cell, mapped(one[cell], line)])) })),
  };
}

/** Whether a value is there by nothing that is known: it is no surer than the chance that it was chosen with. */
const isGuess = ({ evidence }: ReadValue): boolean => isShownBy(evidence.slice(0, 1), 'captioned', 'by-looks');

function weighScan({ fields, lines }: Values, trust: PageTrust, support: Support): Values {
  const weighed = {} as Record<HeaderField, ReadValue | null>;
  for (const field of HEADER_FIELDS) {
    const value = fields[field];
    const proven = support.supported.has(field) || (AMOUNTS.has(field) && support.addsUp) || field === 'currency';
    weighed[field] = value && !proven ? lessSure(field, value, trust) : value;
  }
  const days = usualDays(weighed);
  if (days !== null)
    for (const field of ['issueDate', 'dueDate'] as const) {
      const value = weighed[field];
      if (value && value.confidence > PLAUSIBLE && value.confidence < USUAL)
        weighed[field] = { ...value, confidence: USUAL, evidence: [...value.evidence, { code: 'usual-days', days }] };
    }
  return { fields: weighed, lines: lines.map((line) => weighLine(line, trust, support)) };
}

/** How sure two dates are that stand so many days apart, if each is plausible by itself. */
const USUAL = 0.955;
const PLAUSIBLE = 0.5;

function usualDays({ issueDate, dueDate }: Readonly<Record<HeaderField, ReadValue | null>>): number | null {
  if (!issueDate || !dueDate || !isIsoDate(issueDate.value) || !isIsoDate(dueDate.value)) return null;
  const days = daysBetween(issueDate.value, dueDate.value);
  return USUAL_DAYS.has(days) ? days : null;
}

function weighLine(line: ReadLine, trust: PageTrust, support: Support): ReadLine {
  const cells = {} as Record<LineCell, ReadValue | null>;
  for (const name of LINE_CELLS) {
    const value = line[name];
    const proven = (value !== null && isShownBy(value.evidence, 'product')) || (name === 'netAmount' && support.linesFit);
    cells[name] = value && !proven ? lessSure(name, value, trust) : value;
  }
  return { ...line, ...cells };
}

/** What a text says as a value of a field; null where it cannot be one, as the whole sentence of payment terms is no date. */
function asValue(name: HeaderField | LineCell, text: string): string | null {
  if (holdsDate(name)) return readDate(text)?.value ?? null;
  return name === 'discountPercent' && !/^\d+([.,]\d+)?$/.test(text) ? null : text;
}

/** How sure a word is at least that one reader saw and none otherwise; and how sure it is where it looks as the supplier's values of the field do. */
const [READ_ONCE, LOOKS_RIGHT] = [0.72, 0.99];

function lessSure(name: HeaderField | LineCell, value: ReadValue, trust: PageTrust): ReadValue {
  const read = PROSE.has(name)
    ? Math.min(1, trust.mean(value.page, value.box) + 0.1, trust.least(value.page, value.box) + 0.3)
    : trust.least(value.page, value.box);
  const sure =
    isShownBy(value.evidence, 'habit-looks') && read >= READ_ONCE && trust.others(value.page, value.box).length === 0 ? LOOKS_RIGHT : read;
  if (sure >= 0.9) return value;
  return {
    ...value,
    confidence: value.confidence * sure,
    evidence: [...value.evidence, { code: 'read-unclearly' }],
    alternatives: [
      ...value.alternatives,
      ...trust
        .others(value.page, value.box)
        .flatMap((text) => asValue(name, text) ?? [])
        .filter((other) => other !== value.value)
        .slice(0, 2)
        .map((other) => ({ value: other, why: { code: 'other-reading' } as const, page: value.page, box: value.box })),
    ].slice(0, 4),
  };
}
