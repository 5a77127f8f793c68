// The outside web hosts that ship with Webitor as stand-ins, each below the studio's host by its label.
import type { IncomingMessage, ServerResponse } from "node:http";
import { serveClips } from "./clips/host";
import { serveMaze } from "./maze/host";
import { serveOtherSites } from "./other-sites/host";
import { type MayOpen, servePay } from "./pay/host";
import type { PayStore } from "./pay/store";
import { serveQuayside } from "./quayside/host";
import { serveScribe } from "./scribe/host";

/** What the installation gives its stand-ins. */
export interface StandInTools {
  /** Origin of a stand-in by its label. */
  originOf(label: StandInLabel): string;
  /** Where the payment service keeps what is its own. */
  readonly pay: PayStore;
  /** Whether a key of the installation lets its bearer open one more account at the payment service. */
  readonly mayOpenAccount: MayOpen;
  /** With which the model is asked: nobody but this installation's studios is told it. */
  readonly scribeKey: string;
}

type Serve = (request: IncomingMessage, response: ServerResponse, tools: StandInTools) => Promise<void>;

const clips =
  (host: "clips" | "cdn.clips"): Serve =>
  (request, response, { originOf }) =>
    serveClips(host, request, response, { pages: originOf("clips"), files: originOf("cdn.clips") });

export type StandInLabel = "clips" | "cdn.clips" | "neighbours" | "quayside" | "maze" | "scribe" | "pay";

const all: Readonly<Record<StandInLabel, Serve>> = {
  clips: clips("clips"),
  "cdn.clips": clips("cdn.clips"),
  neighbours: (request, response) => serveOtherSites(request, response),
  quayside: (request, response) => serveQuayside(request, response),
  maze: (request, response) => serveMaze(request, response),
  scribe: (request, response, { scribeKey }) => serveScribe(request, response, scribeKey),
  pay: (request, response, { pay, mayOpenAccount }) => servePay(pay, request, response, mayOpenAccount),
};

/** Labels of all of them. */
export const standInLabels = Object.keys(all) as readonly StandInLabel[];

export const isStandIn = (label: string): label is StandInLabel => Object.hasOwn(all, label);

/** Answers a request on the host of a stand-in. */
export const serveStandIn = (
  label: StandInLabel,
  request: IncomingMessage,
  response: ServerResponse,
  tools: StandInTools,
): Promise<void> => all[label](request, response, tools);
