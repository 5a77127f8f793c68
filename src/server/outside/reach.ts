// Which outside addresses this installation reads: the public network, its own stand-ins, and what its settings allow.
import { isStandIn } from "@/standins/hosts";
import type { Settings } from "../settings";
import type { Reach } from "./fetch";

/** Behind a proxy that ends TLS the stand-ins are reached by their public names, as anything else. */
export const reachOf = (settings: Settings): Reach => ({
  mayBePrivate: () => settings.feedsPrivate,
  isStandIn: ({ protocol, hostname, port }) =>
    settings.standIns &&
    !settings.https &&
    protocol === "http:" &&
    port === String(settings.port) &&
    hostname.endsWith(`.${settings.publicHost}`) &&
    isStandIn(hostname.slice(0, -settings.publicHost.length - 1)),
});
