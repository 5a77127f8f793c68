// A value inside of settings, named by the way to it: "tidyUp.beforeMinutes".

/** Ways to the values of type V in T. Lists are not gone into. */
export type PathTo<T, V> = T extends unknown
  ? {
      [K in keyof T & string]-?: NonNullable<T[K]> extends (...given: never) => unknown
        ? never
        : T[K] extends V
          ? K
          : NonNullable<T[K]> extends readonly unknown[]
            ? never
            : NonNullable<T[K]> extends object
              ? `${K}.${PathTo<NonNullable<T[K]>, V>}`
              : never;
    }[keyof T & string]
  : never;

/** The value at a path; undefined where the way ends before. */
export function valueAt(item: unknown, path: string): unknown {
  let at = item;
  for (const name of path.split(".")) at = (at as Readonly<Record<string, unknown>> | null | undefined)?.[name];
  return at;
}

/** What changes of `item` when the value at `path` is `value`: its outermost part, with the rest of it as it was. */
export function changeAt<T extends object>(item: T, path: string, value: unknown): Partial<T> {
  const [first = "", ...rest] = path.split(".");
  if (!rest.length) return { [first]: value } as Partial<T>;
  const inner = ((item as Readonly<Record<string, unknown>>)[first] ?? {}) as object;
  return { [first]: { ...inner, ...changeAt(inner, rest.join("."), value) } } as Partial<T>;
}
