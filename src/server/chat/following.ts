// What follows for a chat from a release: its pages are read; and what stops one.
import { belowWanted } from "@/core/chat/judge";
import type { Following } from "../widget/following";
import { testsBelow } from "./operations";
import { queueReading } from "./reading";

export const chatFollowing: Following<"chat"> = {
  live: queueReading,
  stops: async (context, site, settings) => ((await testsBelow(context, site, settings)) ? [belowWanted] : []),
};
