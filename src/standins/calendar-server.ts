// A stand-in for other people's calendar servers: serves one calendar, and misbehaves on demand.
import { createServer, type IncomingMessage, type ServerResponse } from "node:http";
import type { AddressInfo } from "node:net";

export type CalendarServerMood =
  | "fine"
  | "html"
  | "broken"
  | "gone"
  | "endlessRedirect"
  | "redirectToPrivate"
  | "endlessBody";

export interface CalendarServer {
  readonly address: string;
  mood: CalendarServerMood;
  /** What is served, with its ETag made of it. */
  text: string;
  /** Answers given, by status. */
  readonly answered: Record<number, number>;
  close(): Promise<void>;
}

type Answer = (request: IncomingMessage, response: ServerResponse, server: CalendarServer) => void;

const moods: Readonly<Record<CalendarServerMood, Answer>> = {
  fine: (request, response, { text }) => {
    const etag = `"${text.length}-${text
      .slice(-200)
      .split("")
      .reduce((sum, letter) => (sum * 31 + letter.charCodeAt(0)) % 1e9, 7)}"`;
    if (request.headers["if-none-match"] === etag) response.writeHead(304).end();
    else response.writeHead(200, { "content-type": "text/calendar", etag }).end(text);
  },
  html: (_request, response) =>
    response.writeHead(200, { "content-type": "text/html" }).end("<!doctype html><h1>Sign in"),
  broken: (_request, response, { text }) => response.writeHead(200).end(text.slice(0, text.length / 2)),
  gone: (_request, response) => response.writeHead(404).end(),
  endlessRedirect: (request, response) => response.writeHead(302, { location: `${request.url}x` }).end(),
  redirectToPrivate: (_request, response) => response.writeHead(302, { location: "http://10.0.0.1/c.ics" }).end(),
  endlessBody: (_request, response) => {
    response.writeHead(200);
    const more = () => {
      while (!response.destroyed && response.write("X".repeat(65_536)));
    };
    response.on("drain", more);
    more();
  },
};

/** Starts one on loopback, on a port of its own. */
export async function startCalendarServer(text: string): Promise<CalendarServer> {
  const answered: Record<number, number> = {};
  const http = createServer((request, response) => {
    response.on("close", () => {
      answered[response.statusCode] = (answered[response.statusCode] ?? 0) + 1;
    });
    moods[server.mood](request, response, server);
  });
  await new Promise<void>((resolve) => http.listen(0, "127.0.0.1", resolve));
  const server: CalendarServer = {
    address: `http://127.0.0.1:${(http.address() as AddressInfo).port}/calendar.ics`,
    mood: "fine",
    text,
    answered,
    close: () =>
      new Promise((resolve) => {
        http.closeAllConnections();
        http.close(() => resolve());
      }),
  };
  return server;
}
