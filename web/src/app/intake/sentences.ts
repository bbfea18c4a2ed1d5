import type { StepName, StepView } from '@umber/contract/intake';
import { failureText } from '@umber/contract/reading';
import { TRAY_NAMES } from '@umber/contract/trays';
import type { ArrivalReason, LeftOut, StepNote } from '@umber/core/intake';
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

/** Why an arrival became no document, or not all of it did. */
export function reasonText(reason: ArrivalReason): string {
  switch (reason.code) {
    case 'came-before':
      return `The same ${reason.kind} came before, as arrival ${reason.arrival}.`;
    case 'turned-away':
      return reason.rule;
    case 'no-attachment':
      return 'The mail has no attachment.';
    case 'empty-file':
      return 'The file is empty.';
    case 'nothing-readable':
      return `Nothing in it is a PDF or a scanned page: ${reason.files.join(', ')}.`;
    case 'left-out': {
      const away = reason.turnedAway;
      return [...reason.parts.map(leftOutText), ...(away ? [`${away.file} was turned away: ${away.rule}`] : [])].join(' ');
    }
    case 'gave-up':
      return failureText(reason);
    case 'as-worded':
      return reason.text;
  }
}

function leftOutText(part: LeftOut): string {
  switch (part.code) {
    case 'too-many-files':
      return 'It holds more files than are taken out of one arrival. Ask the sender for several smaller ones.';
    case 'picture-aside':
      return `${part.file} does not look like a page and was left aside.`;
    case 'mail-too-deep':
      return `${part.file} lies too deep in other mails. Ask the sender to forward it by itself.`;
    case 'archive-too-deep':
      return `${part.file} is an archive too deep in others. Ask the sender for the files themselves.`;
    case 'archive-damaged':
      return `${part.file}: the archive is damaged and cannot be opened. Ask the sender for the files themselves.`;
    case 'archive-partly-damaged':
      return `${part.file}: the rest of the archive is damaged.`;
    case 'archive-too-full':
      return `${part.file}: only the first ${part.most} files were taken out.`;
    case 'packed-encrypted':
      return `${part.file}: ${part.packed} is locked with a password.`;
    case 'packed-unreadable':
      return `${part.file}: ${part.packed} is too large once unpacked, or damaged.`;
  }
}

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
