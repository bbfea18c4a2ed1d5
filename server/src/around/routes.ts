import { MAY } from '@umber/core/permissions';
import { OPEN_TRAYS, RESTING_TRAYS, type TrailAct } from '@umber/core/documents';
import type { HandingWish, HoldingWish, NoteWish, TagsWish } from '@umber/contract/around';
import type { Person } from '@umber/contract/people';
import { ApiError } from '../api-error.js';
import { inTransaction, type Database, type Pool } from '../database/database.js';
import { beThere, holdersOf, insertNote, leave, setHanded, setTags, takeOver } from '../documents/around-queries.js';
import { bumpVersion, record } from '../documents/change-queries.js';
import { onDocument } from '../documents/lifecycle.js';
import { changedDocument } from '../documents/view.js';
import { peopleWith } from '../people/queries.js';
import type { Handlers } from '../serve.js';
import type { Services } from '../services.js';

type Around = 'addNote' | 'setTags' | 'handOver' | 'colleagues' | 'holders' | 'hold';

/** Wherever a document waits or rests. */
const ANYWHERE = [...OPEN_TRAYS, ...RESTING_TRAYS];

/** What people do around a document without changing what it says: notes, tags, handing over, being there. */
export const aroundRoutes = ({ pool }: Services): Handlers<Around> => ({
  addNote: ({ params: { id }, person, input }) => changedDocument(pool, id, addNote(pool, id, person, input)),
  setTags: ({ params: { id }, person, input }) => changedDocument(pool, id, changeTags(pool, id, person, input)),
  handOver: ({ params: { id }, person, input }) => changedDocument(pool, id, handOver(pool, id, person, input)),
  colleagues: () => peopleWith(pool, MAY.note),
  holders: ({ params: { id } }) => holdersOf(pool, id),
  hold: ({ params: { id }, person, input }) => hold(pool, id, person, input),
});

const withAct = (pool: Pool, id: number, version: number, person: Person, work: (db: Database) => Promise<TrailAct>): Promise<void> =>
  onDocument(pool, id, version, ANYWHERE, async (db) => record(db, id, person.id, await work(db)).then(() => undefined));

const addNote = (pool: Pool, id: number, person: Person, { version, text, place }: NoteWish) =>
  withAct(pool, id, version, person, async (db) => {
    await insertNote(db, id, person.id, text, place ?? null);
    await bumpVersion(db, id);
    return { code: 'noted', text };
  });

const changeTags = (pool: Pool, id: number, person: Person, { version, tags }: TagsWish) =>
  withAct(pool, id, version, person, async (db) => {
    await setTags(db, id, tags);
    return { code: 'tagged', tags };
  });

/** @throws ApiError where nobody has this id who works on documents. */
const handOver = (pool: Pool, id: number, person: Person, { version, to, text }: HandingWish) =>
  withAct(pool, id, version, person, async (db) => {
    const colleague = to === null ? null : (await peopleWith(db, MAY.note)).find((one) => one.id === to);
    if (colleague === undefined) throw new ApiError('no-such-thing', 'Nobody of this name works on documents.');
    await setHanded(db, id, to, person.id);
    if (text !== '') await insertNote(db, id, person.id, text, null);
    return { code: 'handed', to: colleague?.name ?? null, text: text === '' ? null : text };
  });

/** Says that a person is at a document, is gone, or takes it over from who has it. */
async function hold(pool: Pool, id: number, person: Person, { act }: HoldingWish) {
  return inTransaction(pool, async (db) => {
    if (act === 'leave') await leave(db, id, person.id);
    else {
      await beThere(db, id, person.id);
      if (act === 'take-over') await takeOver(db, id, person.id);
    }
    return holdersOf(db, id);
  });
}
