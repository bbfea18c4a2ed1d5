/** Whether two pieces of data say the same, in whatever order their properties come. */
export const isSame = (a: unknown, b: unknown): boolean => ordered(a) === ordered(b);

const ordered = (data: unknown): string =>
  JSON.stringify(data, (_key, value: unknown) =>
    value !== null && typeof value === 'object' && !Array.isArray(value)
      ? Object.fromEntries(Object.entries(value).sort(([x], [y]) => (x < y ? -1 : 1)))
      : value,
  );
