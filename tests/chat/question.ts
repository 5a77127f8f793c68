// A question of a test set: what was asked before it, and what has to answer it.
import type { Expected } from "@/core/chat/chat";

export interface Question {
  readonly site: "wrenfield" | "oddlane";
  readonly question: string;
  /** Asked before it, in the same conversation. */
  readonly before?: string;
  readonly expects: Expected;
}

const page = (path: string, says = ""): Expected => ({ of: "page", path, says });
const row = (table: string, named: string): Expected => ({ of: "row", table, row: named });
const own = (answer: string): Expected => ({ of: "own", answer });
const live = (what: "hours" | "times" | "price" | "stock" | "order"): Expected => ({ of: "live", what });
const unknown: Expected = { of: "unknown" };

export const expected = { page, row, own, live, unknown };

/** Questions of one site in short: what is expected, and the questions that have to get it; "a >> b" asks a before b. */
export const ask = (site: Question["site"], expects: Expected, ...questions: readonly string[]): readonly Question[] =>
  questions.map((one) => {
    const [first = "", second] = one.split(" >> ");
    return { site, question: second ?? first, expects, ...(second === undefined ? {} : { before: first }) };
  });
