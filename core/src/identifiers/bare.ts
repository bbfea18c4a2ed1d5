/** An identifier without blanks and marks, in capitals: two that differ in nothing else are one. */
export const bareIdentifier = (text: string): string => text.replace(/[^\p{L}\d]/gu, '').toUpperCase();
