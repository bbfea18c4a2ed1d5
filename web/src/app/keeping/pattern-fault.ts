import type { PatternFault } from '@umber/core/naming';

/** What is wrong with a pattern of names, and what to do. */
export function patternFaultText({ code, found }: PatternFault): string {
  switch (code) {
    case 'no-such-field':
      return `There is no field “${found}”. Those that there are stand below.`;
    case 'not-closed':
      return `“${found}” has no } at its end.`;
    case 'not-opened':
      return 'A } has no { before it.';
    case 'empty':
      return 'Write a pattern, such as {year}/{supplier}/{date} {number}.';
    case 'no-name':
      return 'Behind the last / stands no name.';
    case 'too-deep':
      return 'At most seven folders lie within each other.';
  }
}
