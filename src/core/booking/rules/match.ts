// One of each: choosing from several sets, each the first by preference with which the others can still be filled.

/**
 * Whether every one of `sets` can have a member of its own that is not in `taken`: a matching of sets and members, grown
 * by augmenting paths (H. W. Kuhn, 1955). The work is bounded by the sets times all of their members.
 */
function canFill(sets: readonly (readonly string[])[], taken: ReadonlySet<string>): boolean {
  const holder = new Map<string, number>();
  const place = (set: number, tried: Set<string>): boolean => {
    for (const member of sets[set] as readonly string[]) {
      if (taken.has(member) || tried.has(member)) continue;
      tried.add(member);
      const other = holder.get(member);
      if (other === undefined || place(other, tried)) {
        holder.set(member, set);
        return true;
      }
    }
    return false;
  };
  return sets.every((_, set) => place(set, new Set()));
}

/**
 * A different member for each of `sets`, whose members stand in the order of preference: the first set has the first
 * with which the others can be filled, then the second, and so on. Null where no choice fills them all.
 */
export function chosenOfEach(sets: readonly (readonly string[])[]): readonly string[] | null {
  const taken = new Set<string>();
  const chosen: string[] = [];
  for (const [at, members] of sets.entries()) {
    const others = sets.slice(at + 1);
    const member = members.find((one) => {
      if (taken.has(one)) return false;
      taken.add(one);
      if (canFill(others, taken)) return true;
      taken.delete(one);
      return false;
    });
    if (member === undefined) return null;
    chosen.push(member);
  }
  return chosen;
}
