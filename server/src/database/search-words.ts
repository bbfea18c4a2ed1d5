/** Words as PostgreSQL's text search wants them: all of them, each by its beginning; empty where there are none. */
export const searchWords = (text: string): string => (text.match(/[\p{L}\p{N}]+/gu) ?? []).map((word) => `${word}:*`).join(' & ');
