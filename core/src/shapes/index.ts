/** A kind of JSON value; with `?` it may be null or absent. */
type Kind<V> = [V] extends [string]
  ? 'string'
  : [V] extends [number]
    ? 'number'
    : [V] extends [boolean]
      ? 'boolean'
      : [V] extends [readonly unknown[]]
        ? 'array'
        : 'object';
type KindOf<V> = null extends V ? `${Kind<NonNullable<V>>}?` : undefined extends V ? `${Kind<NonNullable<V>>}?` : Kind<V>;

type WithCode<T extends { readonly code: string }, C extends string> = T extends unknown ? (C extends T['code'] ? T : never) : never;

/** For each code of a union, the kind of each of its parameters: the compiler holds it against the union. */
export type Shapes<T extends { readonly code: string }> = {
  readonly [C in T['code']]: { readonly [K in Exclude<keyof WithCode<T, C>, 'code'>]-?: KindOf<WithCode<T, C>[K]> };
};

const kindOf = (value: unknown): string => (Array.isArray(value) ? 'array' : typeof value);

/** Whether a value that was kept as JSON is one of these codes with its parameters. */
export function isCoded<T extends { readonly code: string }>(shapes: Shapes<T>, value: unknown): value is T {
  if (value === null || typeof value !== 'object' || Array.isArray(value)) return false;
  const { code, ...given } = value as Record<string, unknown>;
  const shape = typeof code === 'string' && Object.hasOwn(shapes, code) ? (shapes as Record<string, Record<string, string>>)[code] : null;
  return (
    shape !== null &&
    Object.entries(shape).every(([name, kind]) => {
      const part = given[name];
      return part === null || part === undefined ? kind.endsWith('?') : kindOf(part) === kind.replace('?', '');
    })
  );
}
