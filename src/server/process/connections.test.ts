// A server that is told to end: what was asked is answered, nothing more is taken, and no stream keeps it.
import { Agent, createServer, get, type IncomingMessage, type Server, type ServerResponse } from "node:http";
import type { AddressInfo } from "node:net";
import { connectionsOf } from "./connections";

let server: Server;
let asked: { path: string; response: ServerResponse }[];
let heard: (() => void)[];
let port: number;
const agent = new Agent({ keepAlive: true });

/** Resolves when so many have been asked for. */
const whenAsked = async (count: number) => {
  while (asked.length < count) await new Promise<void>((resolve) => heard.push(resolve));
};

beforeEach(async () => {
  asked = [];
  heard = [];
  server = createServer((request, response) => {
    asked.push({ path: request.url ?? "", response });
    if (request.url === "/stream") {
      response.writeHead(200, { "Content-Type": "text/event-stream" });
      response.write(": here\n\n");
    }
    for (const tell of heard.splice(0)) tell();
  });
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  ({ port } = server.address() as AddressInfo);
});
afterAll(() => agent.destroy());

const ask = (path: string) =>
  new Promise<{ response: IncomingMessage; body: string }>((resolve, reject) => {
    const headers = path === "/stream" ? { accept: "text/event-stream" } : {};
    get({ host: "127.0.0.1", port, path, agent, headers }, async (response) => {
      let body = "";
      for await (const part of response) body += part;
      resolve({ response, body });
    }).on("error", reject);
  });

test("sixty that run are answered, each with word that the connection ends; then it has ended", async () => {
  const connections = connectionsOf(server);
  const answers = Array.from({ length: 60 }, (_, nth) => ask(`/slow/${nth}`));
  await whenAsked(60);
  const closed = new Promise((resolve) => server.close(resolve));
  connections.end();
  await expect(ask("/late")).rejects.toMatchObject({ code: "ECONNREFUSED" });
  for (const { path, response } of asked) response.end(`answer to ${path}`);
  const came = await Promise.all(answers);
  expect(came.map(({ body }) => body)).toEqual(Array.from({ length: 60 }, (_, nth) => `answer to /slow/${nth}`));
  expect(new Set(came.map(({ response }) => response.headers.connection))).toEqual(new Set(["close"]));
  await closed;
});

test("connections that rest, and streams, do not keep it", async () => {
  const connections = connectionsOf(server);
  const first = ask("/first");
  await whenAsked(1);
  asked[0]?.response.end("done");
  await first;
  const stream = ask("/stream");
  await whenAsked(2);
  const closed = new Promise((resolve) => server.close(resolve));
  connections.end();
  expect((await stream).body).toBe(": here\n\n");
  await closed;
});

test("what never ends is cut", async () => {
  const connections = connectionsOf(server);
  const answer = ask("/never");
  await whenAsked(1);
  const closed = new Promise((resolve) => server.close(resolve));
  connections.end();
  connections.cut();
  await expect(answer).rejects.toMatchObject({ code: "ECONNRESET" });
  await closed;
});
