// Asks the demo's sites as visitors do, without a server: free times are those that the question asks for.

import type { Live, Need, Reply } from "@/core/chat/answers/reply";
import { judge, type Verdict } from "@/core/chat/answers/verdict";
import type { ChatEngine } from "@/core/chat/engine";
import type { Turn } from "@/core/chat/understands/interpret";
import { oddlaneChat, wrenfieldChat } from "../../scripts/demo-sites/chat";
import type { Question } from "./question";
import { engineFor, siteFile } from "./site";

/** A Wednesday, before noon in Dublin. */
export const now = Date.parse("2026-11-25T11:40:00Z");

export const engines: Readonly<Record<Question["site"], ChatEngine>> = {
  wrenfield: engineFor(siteFile("wrenfield"), wrenfieldChat),
  oddlane: engineFor(siteFile("oddlane"), oddlaneChat),
};
const pages: Readonly<Record<Question["site"], string>> = { wrenfield: "en-IE", oddlane: "en-US" };

const liveFor = (need: Need | null): Live | null =>
  need?.of === "times"
    ? {
        times: need.services.map((service) => ({
          ...{ service, date: need.from, times: [{ start: `${need.from}T10:00`, time: "10:00" }] },
          ...{ later: false, onPage: false, widget: "calendar", asks: [], terms: "", subject: null },
        })),
      }
    : null;

export function askOnce(site: Question["site"], question: string, before: Turn | null = null): Reply {
  const engine = engines[site];
  const { heard, need } = engine.hear({ question, before, page: pages[site], now });
  return engine.reply(heard, liveFor(need), now);
}

export const answered = ({ site, question, before }: Question): Reply =>
  askOnce(site, question, before ? askOnce(site, before).turn : null);

export interface Count {
  readonly right: number;
  readonly of: number;
}

/** How a set did: questions that have an answer, those among them for tables, and those that must not be answered. */
export function counted(questions: readonly Question[]): {
  readonly known: Count;
  readonly table: Count;
  readonly unknown: Count;
  readonly failures: readonly string[];
} {
  const verdicts = questions.map((one): readonly [Question, Verdict] => [one, judge(answered(one), one.expects)]);
  const count = (of: (one: Question) => boolean): Count => {
    const some = verdicts.filter(([one]) => of(one));
    return { right: some.filter(([, verdict]) => verdict === "right").length, of: some.length };
  };
  return {
    known: count(({ expects }) => expects.of !== "unknown"),
    table: count(({ expects }) => expects.of === "row"),
    unknown: count(({ expects }) => expects.of === "unknown"),
    failures: verdicts.flatMap(([{ question, before }, verdict]) =>
      verdict === "right" ? [] : [`${verdict}: ${before ? `${before} >> ` : ""}${question}`],
    ),
  };
}
