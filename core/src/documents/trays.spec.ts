import { mayMove, MOVES, movesBetween, OPEN_TRAYS, QUIET_TRAYS, RESTING_TRAYS, stageOf, TRAYS, type Act, type Tray } from './index.js';

const acts = Object.keys(MOVES) as Act[];
const leadsTo = (from: Tray): Tray[] => movesBetween().flatMap(([a, b]) => (a === from ? [b] : []));

describe('a document’s life', () => {
  it('allows just the moves of the table: each act, from each tray to each', () => {
    for (const act of acts)
      for (const from of TRAYS)
        for (const to of TRAYS) {
          const { from: sources, to: targets } = MOVES[act] as { from: readonly Tray[]; to: readonly Tray[] };
          expect(mayMove(act, from, to)).toBe(sources.includes(from) && targets.includes(to));
        }
  });

  it('has each tray in one stage', () => {
    expect([...OPEN_TRAYS, ...QUIET_TRAYS, 'arriving'].sort()).toEqual([...TRAYS].sort());
    expect(RESTING_TRAYS.every((tray) => QUIET_TRAYS.includes(tray))).toBe(true);
  });

  it('ends in the ledger only: what is posted never moves, everything else can still be posted or turned away', () => {
    expect(leadsTo('posted')).toEqual([]);
    const reaches = (from: Tray, goal: Tray): boolean => {
      const seen = new Set<Tray>([from]);
      for (const tray of seen) for (const next of leadsTo(tray)) seen.add(next);
      return seen.has(goal);
    };
    for (const tray of TRAYS.filter((one) => stageOf(one) !== 'done'))
      for (const goal of ['posted', 'turned-away', 'check'] as const) expect([tray, goal, reaches(tray, goal)]).toEqual([tray, goal, true]);
  });

  it('has a way back to Check, by a person, from every tray where people work and every resting place', () => {
    const byPeople = acts.filter((act) => !['read', 'refuse', 'rule'].includes(act));
    for (const tray of [...OPEN_TRAYS, ...RESTING_TRAYS].filter((one) => one !== 'check'))
      expect([tray, byPeople.some((act) => mayMove(act, tray, 'check') || mayMove(act, tray, 'arriving'))]).toEqual([tray, true]);
  });
});
