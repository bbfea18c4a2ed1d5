import type { StepName, StepView } from '@umber/contract/intake';

/** What each step does, done and under way. */
export const STEP_WORDS: Readonly<Record<StepName, { readonly done: string; readonly doing: string }>> = {
  stored: { done: 'Kept', doing: 'being kept' },
  unpacked: { done: 'Opened', doing: 'being opened' },
  straightened: { done: 'Words found', doing: 'words being found' },
  separated: { done: 'Separated', doing: 'being separated' },
  read: { done: 'Read', doing: 'being read' },
  checked: { done: 'Checked', doing: 'being checked' },
};

/** A step that is not done, in a few words. */
export function stepText({ name, state, note }: Pick<StepView, 'name' | 'state' | 'note'>): string {
  const { doing } = STEP_WORDS[name];
  if (state === 'running') return `${doing} …`;
  return state === 'failed' ? `failed: ${note ?? doing}` : (note ?? `waits: ${doing}`);
}

/** "4 s", "2 min": how long something took. */
export function doneIn(seconds: number): string {
  if (seconds < 1) return 'under 1 s';
  return seconds < 90 ? `${Math.round(seconds)} s` : `${Math.round(seconds / 60)} min`;
}
