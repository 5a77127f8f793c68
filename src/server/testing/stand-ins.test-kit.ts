// The stand-ins for outside web hosts on a port of their own, as the process serves them, for tests without the process.
import { createServer, type IncomingMessage, type ServerResponse } from "node:http";
import type { AddressInfo } from "node:net";
import { serveStandIn } from "@/standins/hosts";
import { type Context, standInOrigins } from "../context";
import { payStore } from "../payment/stand-in-store";
import { readHost } from "../process/hosts";

export interface StandIns {
  readonly context: Context;
  /** Addresses asked for, as "clips /oembed". */
  readonly asked: string[];
  /** Answers in the stand-ins' place, for those it answers true. */
  instead: ((request: IncomingMessage, response: ServerResponse) => boolean) | null;
  close(): Promise<void>;
}

/** Starts them; the context is the one given, with their port for its own. */
export async function startStandIns(context: Context): Promise<StandIns> {
  const asked: string[] = [];
  const http = createServer((request, response) => {
    const host = readHost(request.headers.host, standIns.context.settings);
    if (host?.kind !== "standIn") return void response.writeHead(404).end();
    asked.push(`${host.label} ${request.url?.split("?", 1)[0]}`);
    if (standIns.instead?.(request, response)) return;
    void serveStandIn(host.label, request, response, {
      originOf: standInOrigins(standIns.context.settings),
      pay: payStore(context.db),
      mayOpenAccount: async () => true,
    });
  });
  await new Promise<void>((resolve) => http.listen(0, "127.0.0.1", resolve));
  const { port } = http.address() as AddressInfo;
  const standIns: StandIns = {
    context: { ...context, settings: { ...context.settings, port } },
    asked,
    instead: null,
    close: () =>
      new Promise((resolve) => {
        http.closeAllConnections();
        http.close(() => resolve());
      }),
  };
  return standIns;
}
