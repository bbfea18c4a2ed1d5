import type { ArrivalReason, LeftOut } from '@umber/core/intake';
import { failureText } from '../reading/failures.js';

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
