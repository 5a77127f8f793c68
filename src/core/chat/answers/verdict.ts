// Whether an answer is the one that a test question has to get.
import type { Expected } from "../chat";
import type { Reply } from "./reply";

/** "unknown" is a wrong "I don't know": something had to be answered. */
export type Verdict = "right" | "wrong" | "unknown";

/** Whether nothing was claimed: it said that it does not know, asked back, or passed it on. */
const claimsNothing = ({ from, kind }: Reply): boolean => from === null && kind !== "answer";

const says = (reply: Reply, words: string): boolean => {
  const tidy = (text: string) => text.toLowerCase().replace(/\s+/g, " ");
  return tidy(reply.lines.map(({ text }) => text).join(" ")).includes(tidy(words));
};

/** A page by its path, without a slash at its end. */
const samePath = (one: string, other: string): boolean => one.replace(/(?!^)\/$/, "") === other.replace(/(?!^)\/$/, "");

type Judge = { readonly [O in Expected["of"]]: (reply: Reply, expected: Extract<Expected, { of: O }>) => boolean };

const judges: Judge = {
  page: (reply, { path, says: words }) =>
    (reply.from?.of === "passage"
      ? samePath(reply.from.href, path)
      : reply.sources.some(({ href }) => samePath(href, path))) &&
    (!words || says(reply, words)),
  row: ({ from }, { table, row }) => from?.of === "row" && from.table === table && from.rows.includes(row),
  own: ({ from }, { answer }) => from?.of === "own" && from.answer === answer,
  live: ({ from }, { what }) => from?.of === "live" && from.what === what,
  unknown: (reply) => claimsNothing(reply),
};

export function judge(reply: Reply, expected: Expected): Verdict {
  const right = (judges[expected.of] as (reply: Reply, expected: Expected) => boolean)(reply, expected);
  if (right) return "right";
  return claimsNothing(reply) ? "unknown" : "wrong";
}

/** Why a release is stopped: fewer of the test questions are right than its owner set. */
export const belowWanted = "check.chatTests";
