/** Words as PostgreSQL's text search wants them: all of them, each by its beginning; empty where there are none. */
export const searchWords = (text: string): string => (text.match(/[\p{L}\p{N}]+/gu) ?? []).map((word) => `${word}:*`).join(' & ');

/** A text as `like` takes it: letters that mean something to it mean themselves. */
export const asLike = (text: string): string => text.replace(/[\\%_]/g, '\\$&');
