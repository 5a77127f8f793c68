// The outside web hosts that ship with Webitor as stand-ins, each below the studio's host by its label.
import type { IncomingMessage, ServerResponse } from "node:http";
import { serveClips } from "./clips/host";
import { serveElsewhere } from "./elsewhere/host";

type Serve = (
  request: IncomingMessage,
  response: ServerResponse,
  /** Origin of a stand-in by its label. */
  originOf: (label: StandInLabel) => string,
) => Promise<void>;

const clips =
  (host: "clips" | "cdn.clips"): Serve =>
  (request, response, originOf) =>
    serveClips(host, request, response, { pages: originOf("clips"), files: originOf("cdn.clips") });

export type StandInLabel = "clips" | "cdn.clips" | "neighbours";

const all: Readonly<Record<StandInLabel, Serve>> = {
  clips: clips("clips"),
  "cdn.clips": clips("cdn.clips"),
  neighbours: (request, response) => serveElsewhere(request, response),
};

export const isStandIn = (label: string): label is StandInLabel => Object.hasOwn(all, label);

/** Answers a request on the host of a stand-in. */
export const serveStandIn = (
  label: StandInLabel,
  request: IncomingMessage,
  response: ServerResponse,
  originOf: (label: StandInLabel) => string,
): Promise<void> => all[label](request, response, originOf);
