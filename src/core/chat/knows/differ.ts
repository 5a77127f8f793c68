// What a site tells twice and differently: findings with both places.

import { type Stems, tokensOf } from "../understands/tokens";
import { type Amount, amountsIn } from "./amounts";
import type { Passage, Source } from "./passage";

/** One place that says something. */
export interface Said {
  readonly passage: Passage;
  readonly source: Source;
  readonly amount: Amount;
  readonly line: string;
}

export interface Difference {
  /** What is told about: "Six-week wheel". */
  readonly about: string;
  readonly one: Said;
  readonly other: Said;
}

/** So many differences are told at once; whoever has more has one cause. */
const most = 50;

const stemsOf = (text: string, stems: Stems): readonly string[] => [
  ...new Set(
    tokensOf(text, stems)
      .filter(({ stop, stem }) => !stop && !/^\d/.test(stem))
      .map(({ stem }) => stem),
  ),
];

/** The words before the amount of a line: what it is the price of. "Hub service: $32" tells of a hub service. */
const labelOf = (line: string): string => line.split(/:\s/, 1)[0] ?? "";

/**
 * The price that a passage names for something: in a line that begins with its name, or below a heading that is its name, where
 * that says one price alone. Several prices in one breath are several things.
 */
function priceOf(name: ReadonlySet<string>, passage: Passage, stems: Stems): { amount: Amount; line: string } | null {
  const heading = stemsOf(passage.headings.at(-1) ?? "", stems);
  const isHeading = heading.length === name.size && heading.every((stem) => name.has(stem));
  const found: { amount: Amount; line: string }[] = [];
  for (const line of passage.lines) {
    const amounts = amountsIn(line);
    if (amounts.length !== 1) {
      if (amounts.length && isHeading) return null;
      continue;
    }
    const label = labelOf(line);
    const inLabel =
      label !== line && [...name].every((stem) => stemsOf(label.split(",", 1)[0] ?? "", stems).includes(stem));
    const labelled = inLabel && stemsOf(label.split(",", 1)[0] ?? "", stems).length === name.size;
    if (labelled || isHeading) found.push({ amount: amounts[0] as Amount, line });
  }
  return found.length === 1 ? (found[0] ?? null) : null;
}

/** What passages tell differently about some names, such as those of services. */
export function differencesAbout(
  names: readonly string[],
  passages: Iterable<{ readonly passage: Passage; readonly source: Source }>,
  stems: Stems,
): readonly Difference[] {
  const all = [...passages].filter(({ passage }) => passage.lines.some((line) => amountsIn(line).length));
  const found: Difference[] = [];
  for (const about of new Set(names)) {
    const name = new Set(stemsOf(about, stems));
    if (!name.size || found.length >= most) continue;
    let first: Said | null = null;
    for (const { passage, source } of all) {
      const told = priceOf(name, passage, stems);
      if (!told) continue;
      const said: Said = { passage, source, ...told };
      if (!first) first = said;
      else if (said.amount.unit === first.amount.unit && said.amount.value !== first.amount.value) {
        found.push({ about, one: first, other: said });
        break;
      }
    }
  }
  return found;
}
