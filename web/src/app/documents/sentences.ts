import { KIND_NAMES, type TrailEntry } from '@umber/contract/documents';
import { failureText } from '@umber/contract/reading';
import { TRAY_NAMES, type Asked } from '@umber/contract/trays';
import type { Dispute, Moved, RestingReason, TrailAct } from '@umber/core/documents';
import { approvalText } from '../approval/sentences';
import { CELL_NAMES, cellName, nameOf, shownCell, shownValue } from '../checking/questions';
import { fullDay } from '../dates/day';
import { printedAccount } from '@umber/core/identifiers';
import { grouped } from '../money/grouped';
import { exceptionText } from '../matching/sentences';
import { questionText, signsText } from '../reading/sentences';
import { counted, readText } from '../words/counted';

/** Why a document rests where it is. */
export function restingText(reason: RestingReason): string {
  switch (reason.code) {
    case 'said':
    case 'as-worded':
      return reason.text;
    case 'filed':
      return `${KIND_NAMES[reason.kind]}${reason.cited === 0 ? '' : ` about ${counted(reason.cited, 'invoice')}`}`;
    case 'pages-elsewhere':
      return 'Its pages belong to other documents now.';
    case 'same-file':
      return `The very same file came before, as document ${reason.document}.`;
    case 'replaced':
      return `Document ${reason.document} came in its place.`;
    case 'kept-by-rule':
      return 'A rule of its source keeps it unread.';
    case 'office-file':
      return 'An office document: it is kept, but cannot be read. Ask for a PDF.';
    case 'no-page':
      return 'Neither a PDF nor a picture: it is kept, but cannot be read.';
  }
}

/** Why a document is in its tray, as its row says it. */
export function askedText(asked: Asked): string {
  switch (asked.of) {
    case 'resting':
      return restingText(asked.reason);
    case 'doubt':
      return questionText(asked);
    case 'exception':
      return exceptionText(asked);
    case 'approval':
      return `Waits for ${asked.approver}: ${approvalText(asked.because)}`;
  }
}

/** That a page contradicts itself: what it prints, and what is owed. */
export function disputeText({ owed, amount, lines, net, gross, line }: Omit<Dispute, 'by'>): string {
  const printed = [net === null ? '' : `net ${grouped(net)}`, gross === null ? '' : `total ${grouped(gross)}`].filter(
    (part) => part !== '',
  );
  const because = owed === 'lines' ? 'what the lines come to' : 'the total as printed';
  const right = line === null ? '' : `; line ${line + 1} is put right`;
  return `The page itself is wrong: its lines come to ${grouped(lines)}, it prints ${printed.join(' and ')}. Owed: ${grouped(amount)}, ${because}${right}`;
}

/** A step of a document's history, in a sentence. */
export const trailText = ({ act, sentence }: Pick<TrailEntry, 'act' | 'sentence'>): string =>
  act === null ? (sentence ?? '') : actText(act);

/** "page 3", "pages 1, 2 and 5". */
const pagesText = (pages: readonly number[]): string =>
  pages.length === 1 ? `page ${pages[0]}` : `pages ${pages.slice(0, -1).join(', ')} and ${pages[pages.length - 1]}`;
const orEmpty = (value: string | null): string => value ?? 'empty';

function actText(act: TrailAct): string {
  switch (act.code) {
    case 'arrived-by-mail':
      return `Came by mail from ${act.sender ?? 'an unknown sender'}: ${act.file}`;
    case 'arrived-by-person':
      return `${act.file} was brought by ${act.person}`;
    case 'arrived-by-source':
      return `${act.file} came by “${act.source}”`;
    case 'read-aside':
      return `${act.file} had been left aside and is read after all`;
    case 'cut-out':
      return `Cut out of ${act.file}: ${pagesText(act.pages)}`;
    case 'read':
      return `Read: ${readText(act)}`;
    case 'sorted-like':
      return `${KIND_NAMES[act.kind]}, like ${act.examples === 1 ? 'one' : act.examples} that people sorted so`;
    case 'supplier-recognised':
      return `Supplier ${act.supplier}: ${signsText(act.because)}`;
    case 'order-recognised':
      return `Order ${act.order}: ${act.by === 'number' ? 'its number is on the invoice' : 'the only open order that the lines fit'}`;
    case 'exception-raised':
      return exceptionText(act);
    case 'amounts-turned':
      return 'Printed below zero: its amounts are kept above zero, as those of every credit note.';
    case 'account-confirmed':
      return `Confirmed the account ${printedAccount(act.account)}: ${act.reason}`;
    case 'exception-accepted':
      return `Accepted: ${exceptionText(act)} Reason: ${act.reason}`;
    case 'supplier-chosen':
      return `Supplier: ${act.supplier}`;
    case 'order-chosen':
      return act.order === null ? 'No order' : `Order: ${act.order}`;
    case 'credited-said':
      return act.invoices.length === 0 ? 'Which invoices it credits is found anew' : `It credits ${act.invoices.join(', ')}`;
    case 'replaces-said':
      return act.number === null ? 'It comes in place of none' : `It comes in place of invoice ${act.number}`;
    case 'line-paired':
      return act.after === null
        ? `Line ${act.line + 1} is paired as it was without being told`
        : act.after.length === 0
          ? `Line ${act.line + 1} is on no order`
          : `Line ${act.line + 1} is for ${counted(act.after.length, 'order line')} that a person chose`;
    case 'line-coded':
      return `Line ${act.line + 1}: ${orEmpty(act.after.account)}, ${orEmpty(act.after.costCentre)}${act.parts === undefined ? '' : `, shared with ${counted(act.parts, 'part')}`}${act.months === undefined ? '' : `, over ${act.months} months`}`;
    case 'field-changed':
      return `${nameOf(act.field)}: ${shownValue(act.field, act.before)} → ${shownValue(act.field, act.after)}`;
    case 'field-confirmed':
      return `${nameOf(act.field)}: ${shownValue(act.field, act.value)} confirmed`;
    case 'cell-changed':
      return `Line ${act.line + 1}, ${cellName(act.cell)}: ${shownCell(act.cell, act.before)} → ${shownCell(act.cell, act.after)}`;
    case 'line-added':
      return `Line ${act.line + 1} added`;
    case 'line-removed':
      return `Line ${act.line + 1} removed: ${act.before['description'] ?? ''}`;
    case 'line-moved':
      return `Line ${act.line + 1} moved to place ${act.to + 1}`;
    case 'line-split':
      return `Line ${act.line + 1} split: ${act.after.map((cells) => cells.description ?? 'empty').join(' | ')}`;
    case 'lines-joined':
      return `Lines ${act.line + 1} and ${act.line + 2} joined`;
    case 'cells-filled':
      return `${CELL_NAMES[act.cell]} ${shownCell(act.cell, act.value)} filled down from line ${act.line + 1} to ${act.to + 1}`;
    case 'rows-pasted':
      return `${counted(act.rows, 'row')} pasted from line ${act.line + 1} on`;
    case 'lines-replaced':
      return `Lines read anew by columns: ${act.before.length} before, ${act.rows} now`;
    case 'disputed':
      return disputeText(act);
    case 'dispute-over':
      return `No longer disputed: ${grouped(act.amount)} is not the total any more`;
    case 'undone':
      return `Taken back: ${actText(act.act)}`;
    case 'question-answered':
      return `Right as it stands: ${questionText(act)}`;
    case 'kind-said':
      return `Kind: ${KIND_NAMES[act.before].toLowerCase()} → ${KIND_NAMES[act.after].toLowerCase()}`;
    case 'checked':
      return 'Checked: all doubts are settled';
    case 'approved':
      return act.comment === null ? 'Approved' : `Approved: ${act.comment}`;
    case 'posted':
      return `Posted as journal entry ${act.entry} on ${fullDay(act.day)}`;
    case 'noted':
      return `Note: ${act.text}`;
    case 'tagged':
      return act.tags.length === 0 ? 'No tags any more' : `Tags: ${act.tags.join(', ')}`;
    case 'handed':
      return act.to === null ? 'Handed to nobody any more' : `Handed to ${act.to}${act.text === null ? '' : `: ${act.text}`}`;
    case 'listed':
      return `Shown to ${act.to} in a list: ${act.text}`;
    case 'put-on-hold':
      return `Put on hold, “${act.hold}”: ${act.reason}`;
    case 'hold-over':
      return `The hold “${act.hold}” is over: ${act.reason}`;
    case 'original-deleted':
      return `Agreed to deletion ${act.deletion}: its original is gone`;
    case 'letter-written':
      return `Letter to ${act.to}: ${act.subject}`;
    case 'asked':
      return `Asked ${act.of}: ${act.text}`;
    case 'answered':
      return `Answered ${act.answer}${act.text === '' ? '' : `: ${act.text}`}`;
    case 'paid-short':
      return `Paid short by ${grouped(act.gross)} (net ${grouped(act.net)}) until a credit note comes: ${act.reason}`;
    case 'not-alike':
      return 'Does not belong to those that look alike';
    case 'moved':
      return movedText(act);
  }
}

function movedText(moved: Moved): string {
  const { act, to } = moved;
  const fits = moved.order ? `Order ${moved.order} and receipt fit within tolerance` : 'Matched';
  switch (act) {
    case 'park':
      return `Parked from ${moved.from ? TRAY_NAMES[moved.from] : 'its tray'}${moved.until ? ` until ${fullDay(moved.until)}` : ''}: ${reasonOf(moved)}`;
    case 'turn-away':
      return `Turned away: ${reasonOf(moved)}`;
    case 'reopen':
      return `Reopened, to ${TRAY_NAMES[to]}`;
    case 'send-back':
      return `Sent back: ${moved.text ?? ''}`;
    case 'refuse':
      return `Could not be read: ${moved.because ? failureText(moved.because) : (moved.text ?? '')}`;
    case 'rule':
      return `${to === 'filed' ? 'Filed' : 'Turned away'}: ${reasonOf(moved)}`;
    case 'rearrange':
      return to === 'arriving'
        ? `Put together anew from ${pagesText(moved.pages ?? [])} of ${moved.file ?? ''}`
        : `Turned away: ${reasonOf(moved)}`;
    case 'read-again':
      return 'Is read again';
    case 'approve':
      return 'All approvals are given: ready to be posted';
    case 'post':
      return 'In the ledger';
    default:
      if (to === 'filed') return `Filed: ${reasonOf(moved)}`;
      if (to === 'arriving') return `Is ${moved.kind === 'credit-note' ? 'a credit note' : 'an invoice'}: is read as one`;
      if (to === 'check') return 'Waits at Check for its doubts to be settled';
      if (to === 'match') return `Waits at Match: ${counted(moved.exceptions ?? 1, 'exception')}`;
      return to === 'post'
        ? `${fits}: no approval is asked, ready to be posted${moved.straight ? ', straight through' : ''}`
        : `${fits}: approval is asked (${(moved.approvals ?? []).map(approvalText).join('; ')})`;
  }
}

const reasonOf = ({ reason }: Moved): string => (reason ? restingText(reason) : '');
