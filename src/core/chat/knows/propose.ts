// Questions for a test set, taken from what a site says: its questions and answers, its headings, its tables, its services.
import type { Expected, TestQuestion } from "../chat";
import type { Subject } from "../understands/subject";
import type { KnownPage } from "./knowledge";
import type { ChatTable } from "./table";

export type Proposed = Omit<TestQuestion, "id">;

const most = 60;

/** What a site's own pages ask and answer, each with the place that has to answer it. Those of `known` are left out. */
export function proposeTests(
  {
    pages,
    tables,
    subjects,
    hasHours,
  }: {
    readonly pages: readonly KnownPage[];
    readonly tables: readonly ChatTable[];
    readonly subjects: readonly Subject[];
    readonly hasHours: boolean;
  },
  known: ReadonlySet<string>,
): readonly Proposed[] {
  const found = new Map<string, Expected>();
  const add = (question: string, expects: Expected) => {
    const key = question.toLowerCase();
    if (!known.has(key) && question.length <= 200 && ![...found.keys()].some((one) => one.toLowerCase() === key))
      found.set(question, expects);
  };
  if (hasHours) add("When are you open?", { of: "live", what: "hours" });
  for (const { path, read } of pages)
    for (const { question, headings, lines } of read.sections)
      if (question && lines.length) add(headings.at(-1) ?? "", { of: "page", path, says: "" });
  for (const { kind, name, price } of subjects.slice(0, 20)) {
    if (price !== null) add(`How much is ${name}?`, { of: "live", what: "price" });
    if (kind === "service") add(`When is ${name} free?`, { of: "live", what: "times" });
  }
  for (const table of tables)
    for (const row of table.rows.slice(0, 3)) {
      const name = row[table.nameColumn] ?? "";
      const column = table.columns.find(({ kind }, at) => at !== table.nameColumn && kind !== "words");
      if (name && column?.name) add(`${column.name} of ${name}?`, { of: "row", table: table.id, row: name });
    }
  return [...found].slice(0, most).map(([question, expects]) => ({ question, expects }));
}
