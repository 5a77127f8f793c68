// A form: what is set, what is wrong with it, and how it is changed; of a whole, or of one thing in one of its lists.

/** What is set, what is wrong with it by path, and how it is changed. */
export interface Form<T, A = unknown> {
  readonly item: T;
  /** What the form stands in: what its choices are drawn from, and what its slots work on. */
  readonly around?: A;
  /** What is wrong at a path ("tax.percent"). */
  fault(path: string): string | undefined;
  /** `typed` names what one types into: a run of the same is one step back. Without, the change is a step of its own. */
  put(change: Partial<T>, typed?: string): void;
}

/** The settings of a widget as a form. */
export const settingsForm = <S extends object>(props: {
  readonly settings: S;
  readonly faults: Readonly<Record<string, string>>;
  change(part: Partial<S>): void;
}): Form<S> => ({ item: props.settings, fault: (path) => props.faults[path], put: (part) => props.change(part) });

/** One of the things in a list of a form's item, as a form of its own. */
export function lineOf<T, L extends keyof T & string>(
  { item, fault, put }: Form<T>,
  list: L,
  at: number,
): Form<NonNullable<T[L]> extends readonly (infer One)[] ? One : never> {
  const lines = (item[list] ?? []) as readonly object[];
  return {
    item: lines[at] as never,
    fault: (path) => fault(`${list}[${at}].${path}`),
    put: (change, typed) =>
      put(
        { [list]: lines.map((one, nth) => (nth === at ? { ...one, ...change } : one)) } as Partial<T>,
        typed && `${list} ${at} ${typed}`,
      ),
  };
}

/** What a line of a table says is kept while nothing stands in its field; undefined leaves the value out. */
export interface Empty {
  readonly empty?: unknown;
}

/** What is kept while nothing stands in a field: what its line says, also where that is nothing at all; the usual otherwise. */
export const emptyOf = (line: Empty, usual: unknown): unknown => ("empty" in line ? line.empty : usual);
