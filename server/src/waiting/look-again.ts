import { noted } from '../log.js';
import type { Services } from '../services.js';

/**
 * Has what waits of a supplier matched again; 0: of all. What asks for it notes so in its own transaction (`askToMatch`): where the queue is
 * away, the sweep finds it.
 */
export const lookAgain = ({ enqueue }: Pick<Services, 'enqueue'>, supplierId: number): Promise<void> =>
  enqueue('match-waiting', supplierId).catch(noted('what waits at Match could not be asked to be matched again'));
