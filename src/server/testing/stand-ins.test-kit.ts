// The stand-ins for outside web hosts on a port of their own, as the process serves them, for tests without the process.
import { createServer, type IncomingMessage, type ServerResponse } from "node:http";
import type { AddressInfo } from "node:net";
import { serveStandIn } from "@/standins/hosts";
import type { Context } from "../context";
import { operations } from "../operations";
import { readHost } from "../process/hosts";
import { standInTools } from "../stand-ins";
import type { TestStudio } from "./studio.test-kit";

export interface StandIns {
  readonly context: Context;
  /** Addresses asked for, as "clips /oembed". */
  readonly asked: string[];
  /** Answers in the stand-ins' place, for those it answers true. */
  instead: ((request: IncomingMessage, response: ServerResponse) => boolean) | null;
  close(): Promise<void>;
}

/** Operations of one site, done by somebody in the context as it is at that moment: its clock, and the stand-ins' port. */
export const operatorIn =
  (site: string, now: () => { readonly studio: TestStudio; readonly context: Context }) =>
  // biome-ignore lint/suspicious/noExplicitAny: each operation answers its own form
  (name: keyof typeof operations, input: object, person: "designer" | "editor" = "designer"): Promise<any> => {
    const { studio, context } = now();
    return operations[name].perform({ ...studio.incoming(person), context }, { site, ...input });
  };

/** Starts them; the context is the one given, with their port for its own. */
export async function startStandIns(context: Context): Promise<StandIns> {
  const asked: string[] = [];
  const http = createServer((request, response) => {
    const host = readHost(request.headers.host, standIns.context.settings);
    if (host?.kind !== "standIn") return void response.writeHead(404).end();
    asked.push(`${host.label} ${request.url?.split("?", 1)[0]}`);
    if (standIns.instead?.(request, response)) return;
    void serveStandIn(host.label, request, response, standInTools(standIns.context));
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
