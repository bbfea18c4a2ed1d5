/** What a token never does: sign people in or out, make or revoke tokens, hold a stream of news open, and play the demo. */
const NOT_FOR_PROGRAMS = /^\/(session|tokens|all-tokens|events|demo|holders)(\/|$)/;

export const isForPrograms = (path: string): boolean => !NOT_FOR_PROGRAMS.test(path);
