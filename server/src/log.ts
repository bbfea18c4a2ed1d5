import pino from 'pino';

/** What a log line may say of an error: never the details in which PostgreSQL repeats the values of a row. */
function withoutValues(error: unknown): object {
  if (!(error instanceof Error)) return { message: String(error) };
  const { code } = error as { code?: unknown };
  return { name: error.name, message: error.message, ...(typeof code === 'string' ? { code } : {}), stack: error.stack };
}

/**
 * The server's log: one line of JSON an event, on standard output, from the level of UMBER_LOG on (trace, debug, info, warn, error,
 * silent; `warn` where it is not set). Lines carry ids and codes, no names, no page contents and nothing that a person typed.
 */
export const log = pino(
  {
    level: process.env.UMBER_LOG ?? 'warn',
    base: { process: process.pid },
    timestamp: pino.stdTimeFunctions.isoTime,
    serializers: { error: withoutValues },
  },
  quietly(pino.destination({ fd: 1, sync: true })),
);

/** A log that cannot be written, as on a full disk, must not end what it is the log of: the line is lost. */
function quietly(destination: ReturnType<typeof pino.destination>): typeof destination {
  return destination.on('error', () => undefined);
}

/** For a promise whose failure changes nothing but must not go unseen. */
export const noted =
  (what: string, about: object = {}) =>
  (error: unknown): void =>
    log.warn({ ...about, error }, what);
