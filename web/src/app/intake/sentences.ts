import { reasonText, type StepName, type StepView } from '@umber/contract/intake';
import { failureText } from '@umber/contract/reading';
import { TRAY_NAMES } from '@umber/contract/trays';
import type { StepNote } from '@umber/core/intake';
import { counted, readText } from '../words/counted';

/** What each step does, done and under way. */
export const STEP_WORDS: Readonly<Record<StepName, { readonly done: string; readonly doing: string }>> = {
  stored: { done: 'Kept', doing: 'being kept' },
  unpacked: { done: 'Opened', doing: 'being opened' },
  straightened: { done: 'Words found', doing: 'words being found' },
  separated: { done: 'Separated', doing: 'being separated' },
  read: { done: 'Read', doing: 'being read' },
  checked: { done: 'Checked', doing: 'being checked' },
};

/** How a step ended, in a few words. */
export function noteText(note: StepNote): string {
  switch (note.code) {
    case 'kept':
      return `${sizeText(note.bytes)} kept as it came`;
    case 'opened':
      return note.toRead === 0 ? 'kept, nothing to read' : `${counted(note.toRead, 'file')} to read`;
    case 'no-document':
      return reasonText(note.reason);
    case 'words-found':
      return note.scanned === 0 ? 'text as printed' : `${note.scanned} of ${counted(note.pages, 'page')} off pictures`;
    case 'separated':
      return `${counted(note.pages, 'page')}, ${counted(note.documents, 'document')}`;
    case 'read':
      return readText(note);
    case 'read-meanwhile':
      return 'read meanwhile';
    case 'sent-to':
      return TRAY_NAMES[note.tray];
    case 'failed':
      return failureText(note.because);
    case 'tries-again':
      return `Will be tried again: ${note.error}`;
    case 'as-worded':
      return note.text;
  }
}

/** A step that is not done, in a few words. */
export function stepText({ name, state, note }: Pick<StepView, 'name' | 'state' | 'note'>): string {
  const { doing } = STEP_WORDS[name];
  const said = note && noteText(note);
  if (state === 'running') return `${doing} …`;
  return state === 'failed' ? `failed: ${said ?? doing}` : (said ?? `waits: ${doing}`);
}

const sizeText = (bytes: number): string =>
  bytes < 1024 * 1024 ? `${Math.max(1, Math.round(bytes / 1024))} KB` : `${(bytes / 1024 / 1024).toFixed(1)} MB`;

/** "4 s", "2 min": how long something took. */
export function doneIn(seconds: number): string {
  if (seconds < 1) return 'under 1 s';
  return seconds < 90 ? `${Math.round(seconds)} s` : `${Math.round(seconds / 60)} min`;
}
