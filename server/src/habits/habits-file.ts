import { readFile, rename, writeFile } from 'node:fs/promises';
import type { HabitsFile } from '@umber/contract/habits';
import { habitsFileSchema } from '@umber/contract/habits/schemas';

/** Why habits could not be taken from a file, in words for who gave it. */
export class UnreadableHabits extends Error {}

const EMPTY: HabitsFile = { format: 'umber-habits', version: 1, suppliers: [] };

/**
 * The habits in a file; none where there is no such file and it is to be made.
 * @throws UnreadableHabits where it holds no habits.
 */
export async function readHabits(path: string, { mayBeMissing = false } = {}): Promise<HabitsFile> {
  const text = await readFile(path, 'utf8').catch((error: NodeJS.ErrnoException) => {
    if (error.code === 'ENOENT' && mayBeMissing) return null;
    throw new UnreadableHabits(
      error.code === 'ENOENT' ? `There is no file ${path}.` : `${path} cannot be read (${error.code ?? error.message}).`,
    );
  });
  return text === null ? EMPTY : habitsOf(text, path);
}

/** The habits that a text holds; `name` is what it is called in what is said of it. */
export function habitsOf(text: string, name: string): HabitsFile {
  let data: unknown;
  try {
    data = JSON.parse(text);
  } catch {
    throw new UnreadableHabits(`${name} is no JSON: take a file that was exported here, or that umber teach wrote.`);
  }
  const { error, value } = habitsFileSchema.validate(data) as { error?: Error; value: HabitsFile };
  if (error) throw new UnreadableHabits(`${name} holds no habits of this version: ${error.message}.`);
  return value;
}

/** Writes habits to a file, whole or not at all. */
export async function writeHabits(path: string, habits: HabitsFile): Promise<void> {
  const beside = `${path}.part`;
  await writeFile(beside, `${JSON.stringify(habits, null, 1)}\n`);
  await rename(beside, path);
}
