// Which outside addresses this installation reads: the public network, its own stand-ins, and what its settings allow.

import { readHost } from "../process/hosts";
import type { Settings } from "../settings";
import type { Reach } from "./fetch";
import type { HostCalls } from "./hosts";

/** What a call outside asks of the process. */
export interface Outside {
  readonly settings: Settings;
  readonly hostCalls: HostCalls;
}

/** Behind a proxy that ends TLS this process is reached by its public names, as anything else. */
const isOwnPort = ({ settings }: Pick<Outside, "settings">, { protocol, port }: URL) =>
  !settings.https && protocol === "http:" && port === String(settings.port);

/** What somebody typed, or another host named. */
export const reachOf = (context: Outside): Reach => ({
  calls: context.hostCalls,
  mayBePrivate: () => context.settings.feedsPrivate,
  isStandIn: (url) => isOwnPort(context, url) && readHost(url.host, context.settings)?.kind === "standIn",
});

/** The sites of this installation, for what its stand-ins tell them. */
export const reachOfSites = (context: Outside): Reach => ({
  calls: context.hostCalls,
  mayBePrivate: (host) => readHost(host, context.settings)?.kind === "site",
  isStandIn: (url) => isOwnPort(context, url) && readHost(url.host, context.settings)?.kind === "site",
});
