// Two people's changes of one value made one: what only one of them changed is theirs, what both changed alike is so, and
// where they differ one of them is preferred and the place is told.

type Plain = Readonly<Record<string, unknown>>;
type Side = "yours" | "theirs";

export interface MergedValue<T> {
  readonly value: T;
  /** Paths ("services[throw].name") that both changed, each in another way. */
  readonly clashes: readonly string[];
}

const isPlain = (value: unknown): value is Plain =>
  typeof value === "object" && value !== null && !Array.isArray(value);

const same = (one: unknown, other: unknown): boolean => {
  if (one === other) return true;
  if (Array.isArray(one) && Array.isArray(other))
    return one.length === other.length && one.every((item, index) => same(item, other[index]));
  if (!isPlain(one) || !isPlain(other)) return false;
  const keys = Object.keys(one);
  return keys.length === Object.keys(other).length && keys.every((key) => key in other && same(one[key], other[key]));
};

/** What lines of a list are told apart by, the first that all of them have. */
const identities = ["id", "key", "service", "date"] as const;

type Line = Plain & Readonly<Record<string, string>>;

/** The field that tells the lines of all these lists apart; null where there is none. */
function identityOf(lists: readonly (readonly unknown[])[]): string | null {
  const tells = (list: readonly unknown[], field: string) =>
    list.every((line) => isPlain(line) && typeof line[field] === "string") &&
    new Set(list.map((line) => (line as Line)[field])).size === list.length;
  return identities.find((field) => lists.every((list) => tells(list, field))) ?? null;
}

/** The ids of `all` that stay, in the order of `leading`, those of `other` put behind what they stand behind there. */
function inOrder(leading: readonly string[], other: readonly string[], stays: ReadonlySet<string>): readonly string[] {
  const order = leading.filter((id) => stays.has(id));
  let before: string | null = null;
  for (const id of other) {
    if (stays.has(id) && !order.includes(id)) order.splice(before === null ? 0 : order.indexOf(before) + 1, 0, id);
    if (order.includes(id)) before = id;
  }
  return order;
}

class Merging {
  readonly clashes: string[] = [];
  constructor(private readonly prefer: Side) {}

  private clash(path: string, yours: unknown, theirs: unknown): unknown {
    this.clashes.push(path);
    return this.prefer === "yours" ? yours : theirs;
  }

  /** `undefined` is a value that is not there. */
  merge(base: unknown, yours: unknown, theirs: unknown, path: string): unknown {
    if (same(yours, theirs) || same(theirs, base)) return yours;
    if (same(yours, base)) return theirs;
    if (isPlain(yours) && isPlain(theirs)) return this.fields(isPlain(base) ? base : {}, yours, theirs, path);
    if (Array.isArray(yours) && Array.isArray(theirs)) {
      const before = Array.isArray(base) ? base : [];
      const field = identityOf([before, yours, theirs]);
      if (field) return this.lines(field, before, yours, theirs, path);
    }
    return this.clash(path, yours, theirs);
  }

  private fields(base: Plain, yours: Plain, theirs: Plain, path: string): Plain {
    const merged: Record<string, unknown> = {};
    for (const key of new Set([...Object.keys(theirs), ...Object.keys(yours)])) {
      const value = this.merge(base[key], yours[key], theirs[key], path ? `${path}.${key}` : key);
      if (value !== undefined) merged[key] = value;
    }
    return merged;
  }

  private lines(field: string, base: readonly Line[], yours: readonly Line[], theirs: readonly Line[], path: string) {
    const ids = (lines: readonly Line[]) => lines.map((line) => line[field] as string);
    const byId = (lines: readonly Line[]) => new Map(lines.map((line) => [line[field] as string, line]));
    const [was, mine, other] = [byId(base), byId(yours), byId(theirs)];
    const merged = new Map<string, unknown>();
    for (const id of new Set([...ids(theirs), ...ids(yours)])) {
      const line = this.merge(was.get(id), mine.get(id), other.get(id), `${path}[${id}]`);
      if (line !== undefined) merged.set(id, line);
    }
    const stays = new Set(merged.keys());
    // Whoever moved lines says their order; where neither or both did, theirs with one's own put in.
    const kept = (lines: readonly Line[]) => ids(lines).filter((id) => was.has(id));
    const stillThere = (lines: readonly Line[]) => ids(base).filter((id) => byId(lines).has(id));
    const movedMine = !same(kept(yours), stillThere(yours)) && same(kept(theirs), stillThere(theirs));
    const order = movedMine ? inOrder(ids(yours), ids(theirs), stays) : inOrder(ids(theirs), ids(yours), stays);
    return order.map((id) => merged.get(id));
  }
}

/**
 * `yours` and `theirs`, both made from `base`, as one. Lists whose lines are told apart by an id (or key, service, date)
 * are merged line by line; other lists are one value.
 */
export function mergedValues<T>(base: T, yours: T, theirs: T, prefer: Side = "yours"): MergedValue<T> {
  const merging = new Merging(prefer);
  const value = merging.merge(base, yours, theirs, "") as T;
  return { value, clashes: merging.clashes };
}
