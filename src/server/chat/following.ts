// What follows for a chat from a release: its pages are read; and what stops one.
import { belowWanted } from "@/core/chat/answers/verdict";
import type { Following } from "@/server/widget/follows";
import { testsBelow } from "./operations";
import { queueReading } from "./reading";
import { sourcesSoon } from "./sources";

export const chatFollowing: Following<"chat"> = {
  live: async (tx, siteId) => {
    await queueReading(tx, siteId);
    // Those of a site that was copied or brought in were not read here yet.
    await sourcesSoon(tx, siteId);
  },
  stops: async (context, site, settings) => ((await testsBelow(context, site, settings)) ? [belowWanted] : []),
};
