/** Amounts as they are reckoned with: a decimal number without what XML allows beside it; null where the text is none. */
export function numberOf(text: string | null): string | null {
  if (text === null) return null;
  const match = /^([+-]?)0*(\d+(?:\.\d*)?|\.\d+)$/.exec(text.trim());
  if (!match) return null;
  const [, sign, digits] = match;
  const plain = digits.startsWith('.') ? `0${digits}` : digits.replace(/\.$/, '');
  return sign === '-' && /[1-9]/.test(plain) ? `-${plain}` : plain;
}

/** The text as a number where it is one, else as it stands: the rules then say that it is none. */
export const asNumber = (text: string | null): string | null => numberOf(text) ?? text;
