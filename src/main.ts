// The process: one http server. Site and rehearsal hosts go to their servers, everything else to Next.
import { randomBytes } from "node:crypto";
import { EventEmitter } from "node:events";
import { createServer, type IncomingMessage, type Server, type ServerResponse } from "node:http";
import next from "next";
import { startRunner } from "@/server/job/queue";
import { isMigrated } from "./data/connection";
import { theContext } from "./server/context";
import { jobKinds } from "./server/job/kinds";
import { Problem } from "./server/problem";
import { connectionsOf } from "./server/process/connections";
import { databaseWatch, reportWhenGone } from "./server/process/database-gone";
import { bareHeaders, drawingHeaders, dropFrameworks, isDrawing, studioHeaders } from "./server/process/headers";
import { readHost, readPath } from "./server/process/hosts";
import {
  closeWith,
  nothingHere,
  noUpgrade,
  parserProblem,
  refusalOf,
  sendProblem,
  unreadablePath,
  wrongMethod,
} from "./server/process/refuse";
import { createSiteServer } from "./server/process/site-server";
import { endSlowBody } from "./server/process/slow";
import { createStaticServer } from "./server/process/static";
import { createRehearsalServer } from "./server/rehearse/server";
import { beginSweeping } from "./server/site/retention";
import { standInTools } from "./server/stand-ins";
import { beginAskingClips } from "./server/video/standing";
import { serveStandIn } from "./standins/hosts";

const dev = process.argv.includes("--dev");
/** The context, or one sentence about what is wrong with the settings. */
function contextOrEnd() {
  try {
    return theContext();
  } catch (error) {
    console.error(`webitor: ${(error as Error).message}`);
    process.exit(1);
  }
}
const context = contextOrEnd();
const { settings, log } = context;

/** From the signal to stop: how long what runs may take to be answered, and when the process ends whatever it does. */
const answersWithinMs = 17_000;
const endsWithinMs = 19_000;
/** How often it is looked whether the nightly sweep is queued. */
const sweepLookMs = 3_600_000;

/** Headers only this process may set: what a client sends under these names is dropped. */
const ownHeaders = ["x-webitor-address", "x-webitor-site", "x-nonce", "x-webitor-url"];

function callerAddress(request: IncomingMessage): string {
  const forwarded = settings.trustProxy
    ? String(request.headers["x-forwarded-for"] ?? "")
        .split(",")
        .at(-1)
        ?.trim()
    : "";
  return forwarded || request.socket.remoteAddress || "unknown";
}

/** How long a body may take to come, in ms; a site file may be two thousand times as large as anything else. */
const bodyMs = 120_000;
const fileMs = 30 * 60_000;

const bodyTime = (request: IncomingMessage) => (request.url?.startsWith("/api/sites/import") ? fileMs : bodyMs);

const isThere = databaseWatch(context.vital, log);

async function health(response: ServerResponse) {
  const fine = await isThere();
  const headers = { ...bareHeaders(settings), "Content-Type": "application/json", "Cache-Control": "no-store" };
  response.writeHead(fine ? 200 : 503, headers);
  response.end(JSON.stringify({ database: fine ? "answers" : "does not answer" }));
}

/** How long a connection without a request is kept, in ms: longer than proxies in front of it keep theirs. */
const idleMs = 65_000;

/** Methods that no call of the studio takes: every command is a POST. */
const changing = new Set(["PUT", "PATCH", "DELETE"]);

/** Below this, visitors' calls of a site. */
const callsPrefix = "/_w/v1/";

async function main() {
  if (!(await isMigrated(context.db, "src/data/migrations")))
    throw new Error("The database is not at the newest migration. Run `npm run migrate` first.");
  const server = createServer({ maxHeaderSize: 16_384 });
  const app = next({
    dev,
    dir: process.cwd(),
    hostname: settings.publicHost,
    port: settings.port,
    customServer: true,
    // Next answers upgrades on the server it is given, or finds: it needs that only where it reloads pages under work.
    httpServer: dev ? server : (new EventEmitter() as Server),
  });
  await app.prepare();
  const toNext = app.getRequestHandler();
  const serveSite = createSiteServer(context);
  const serveRehearsal = createRehearsalServer(context);
  const serveStatic = dev ? async () => false : createStaticServer(".next/static", "/_next/static/");
  const standIns = standInTools(context);

  async function handle(request: IncomingMessage, response: ServerResponse) {
    const refused = refusalOf(request);
    if (refused) throw refused;
    const host = readHost(request.headers.host, settings);
    const url = request.url ?? "/";
    if (host?.kind === "site" && !url.startsWith(callsPrefix)) return serveSite(request, response, host.key);
    if (host?.kind === "rehearsal") return serveRehearsal(request, response, host.key);
    if (host?.kind === "standIn") return serveStandIn(host.label, request, response, standIns);
    if (url === "/healthz") return health(response);
    // Read once, here: a path that means something else after another decoding reaches no route.
    const path = readPath(url);
    if (path === null) throw unreadablePath();
    if (!host || (host.kind === "studio" && /^\/(?:visitors|_next\/image)(?:\/|$)/i.test(path))) throw nothingHere();
    for (const name of ownHeaders) delete request.headers[name];
    request.headers["x-webitor-address"] = callerAddress(request);
    if (host.kind === "site") {
      // Next would tidy up such a path by sending the caller to an address that no site has.
      if (path.endsWith("/") || path.includes("//")) throw nothingHere();
      // Visitors' calls: the one part of Next a site host reaches, and only by this name.
      dropFrameworks(request.headers);
      request.headers["x-webitor-site"] = host.key;
      request.url = `/visitors/${url.slice(callsPrefix.length)}`;
      return toNext(request, response);
    }
    if (path.startsWith("/api/") && changing.has(request.method ?? "")) throw wrongMethod();
    const nonce = randomBytes(16).toString("base64");
    const headers = studioHeaders(settings, nonce, dev);
    // Next reads the nonce for its own scripts from the request's policy.
    request.headers["content-security-policy"] = headers["Content-Security-Policy"];
    request.headers["x-nonce"] = nonce;
    // What a screen asks first depends on where it is.
    request.headers["x-webitor-url"] = url;
    const sent = isDrawing(path) ? drawingHeaders(settings) : headers;
    for (const [name, value] of Object.entries(sent)) response.setHeader(name, value);
    if (await serveStatic(request, response, path)) return;
    return toNext(request, response);
  }

  server.on("request", (request, response) => {
    if (request.method === "POST") endSlowBody(settings, request, response, bodyTime(request));
    reportWhenGone(settings, request, response, isThere);
    handle(request, response).catch((error: unknown) => {
      const ours = error instanceof Problem ? "" : context.newId();
      if (ours) log.error({ err: error, reference: ours, path: request.url?.split("?", 1)[0] }, "request failed");
      if (response.headersSent) response.destroy();
      else sendProblem(settings, response, error, { head: request.method === "HEAD", reference: ours });
    });
  });
  server.on("clientError", (error: NodeJS.ErrnoException, socket) =>
    closeWith(settings, socket, parserProblem(error.code)),
  );
  if (!dev) server.on("upgrade", (_request, socket) => closeWith(settings, socket, noUpgrade()));
  server.headersTimeout = 20_000;
  server.keepAliveTimeout = idleMs;
  // Judged below, by what is sent: node knows only one limit for all.
  server.requestTimeout = 0;

  const connections = connectionsOf(server);

  await beginSweeping(context);
  await beginAskingClips(context);
  // Each sweep queues the next; should one have failed for good, this begins again. Where one waits it does nothing.
  const sweeping = setInterval(() => {
    beginSweeping(context).catch((error: unknown) => log.error({ err: error }, "sweeping was not begun"));
    beginAskingClips(context).catch((error: unknown) => log.error({ err: error }, "asking for clips was not begun"));
  }, sweepLookMs);
  sweeping.unref();
  const runner = startRunner(context, jobKinds);

  server.on("error", (error: NodeJS.ErrnoException) => {
    log.error(
      error.code === "EADDRINUSE"
        ? `Port ${settings.port} is taken. Stop what runs there, or set WEBITOR_PORT to a free one.`
        : error.message,
    );
    process.exit(1);
  });
  server.listen(settings.port, settings.address, () => {
    log.info({ port: settings.port, address: settings.address }, "ready");
    process.send?.("ready");
  });

  let stopping = false;
  const stop = async (signal: string) => {
    if (stopping) return;
    stopping = true;
    log.info({ signal }, "stopping");
    // Whatever hangs, the process ends: what it was doing is taken up again from the database.
    setTimeout(() => process.exit(0), endsWithinMs).unref();
    const closed = new Promise((resolve) => server.close(resolve));
    connections.end();
    setTimeout(() => connections.cut(), answersWithinMs).unref();
    await Promise.all([closed, runner.stop()]);
    await app.close();
    await context.close();
    process.exit(0);
  };
  process.on("SIGTERM", () => void stop("SIGTERM"));
  process.on("SIGINT", () => void stop("SIGINT"));
}

main().catch((error: Error & { cause?: { code?: string } }) => {
  const refused =
    JSON.stringify(error, Object.getOwnPropertyNames(error)).includes("ECONNREFUSED") ||
    error.cause?.code === "ECONNREFUSED";
  log.error(
    refused
      ? "MariaDB does not answer at WEBITOR_DATABASE_URL. Start it, or use `npm run demo`, which starts one."
      : { err: error },
    "could not start",
  );
  process.exit(1);
});
