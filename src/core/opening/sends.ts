// What rules about opening leave in a visitor's browser.
import { ownOrigin, type Sends } from "@/core/kind/holder";
import type { Opening } from "./opening";

const stays = { as: "storage", days: null } as const;

/** What the visitor closed or sent, which is needed to keep it closed, and their visits, of what opens by itself. */
export function* sentByOpening({ triggers }: Pick<Opening, "triggers">): Generator<Sends> {
  yield { origin: ownOrigin, purpose: "needed", sets: ["popups"], what: "What was opened and closed here", stays };
  if (triggers.length)
    yield {
      origin: ownOrigin,
      purpose: "preferences",
      sets: ["popup-visits"],
      what: "Visits, and what opened in them",
      stays,
    };
}
