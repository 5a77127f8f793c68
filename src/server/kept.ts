// What a process keeps in memory of what stands in its database. Where that is put back to an earlier state, as tests do
// between their files, all of it is forgotten at once.
interface Clearable {
  clear(): void;
}

const all = new Set<Clearable>();

/** Notes a cache as one of a database's content, and answers it. */
export function keptOfDatabase<T extends Clearable>(cache: T): T {
  all.add(cache);
  return cache;
}

/** Forgets everything that is kept of the database. */
export function forgetKept(): void {
  for (const one of all) one.clear();
}
