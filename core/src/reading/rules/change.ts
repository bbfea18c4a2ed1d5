import type { Change } from './rule.js';

/** How the text is then to be read, where a rule says so. */
export interface ReadAs {
  readonly order: 'day-first' | 'month-first' | null;
  readonly mark: ',' | '.' | null;
}

/** A text after a rule's changes, one after the other. */
export function changedText(text: string, changes: readonly Change[]): { readonly text: string; readonly as: ReadAs } {
  let [now, as]: [string, ReadAs] = [text, { order: null, mark: null }];
  for (const change of changes) {
    if (change.change !== 'read-as') now = changedOnce(now, change).trim();
    else if (change.as === 'comma' || change.as === 'point') as = { ...as, mark: change.as === 'comma' ? ',' : '.' };
    else as = { ...as, order: change.as };
  }
  return { text: now, as };
}

function changedOnce(text: string, change: Exclude<Change, { change: 'read-as' }>): string {
  switch (change.change) {
    case 'cut': {
      const signs = [...text];
      return (change.from === 'start' ? signs.slice(change.signs) : signs.slice(0, Math.max(0, signs.length - change.signs))).join('');
    }
    case 'keep': {
      const at = change.mark === '' ? -1 : text.indexOf(change.mark);
      return at < 0 ? text : change.side === 'before' ? text.slice(0, at) : text.slice(at + change.mark.length);
    }
    case 'replace':
      return change.what === '' ? text : text.replaceAll(change.what, change.by);
    case 'digits-only':
      return text.replace(/\D/g, '');
    case 'no-spaces':
      return text.replace(/\s/g, '');
    case 'capitals':
      return text.toUpperCase();
  }
}
