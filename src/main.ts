// The process: one http server. Site and rehearsal hosts go to their servers, everything else to Next.
import { randomBytes } from "node:crypto";
import { createServer, type IncomingMessage, type ServerResponse } from "node:http";
import { sql } from "drizzle-orm";
import next from "next";
import { migrateTo } from "./data/connection";
import { theContext } from "./server/context";
import { jobHandlers } from "./server/job/handlers";
import { startRunner } from "./server/job/queue";
import { studioHeaders } from "./server/process/headers";
import { readHost, readPath } from "./server/process/hosts";
import { createSiteServer } from "./server/process/site-server";
import { createRehearsalServer } from "./server/rehearse/server";

const dev = process.argv.includes("--dev");
const context = theContext();
const { settings, log } = context;

/** Headers only this process may set: what a client sends under these names is dropped. */
const ownHeaders = ["x-webitor-address", "x-webitor-site", "x-nonce"];

function callerAddress(request: IncomingMessage): string {
  const forwarded = settings.trustProxy
    ? String(request.headers["x-forwarded-for"] ?? "")
        .split(",")
        .at(-1)
        ?.trim()
    : "";
  return forwarded || request.socket.remoteAddress || "unknown";
}

async function health(response: ServerResponse) {
  const fine = await context.db.execute(sql`select 1`).then(
    () => true,
    (error: unknown) => {
      log.error({ err: error }, "database does not answer");
      return false;
    },
  );
  response.writeHead(fine ? 200 : 503, { "Content-Type": "application/json", "Cache-Control": "no-store" });
  response.end(JSON.stringify({ database: fine ? "answers" : "does not answer" }));
}

async function main() {
  await migrateTo(context.db, "src/data/migrations");
  const app = next({ dev, dir: process.cwd(), hostname: settings.publicHost, port: settings.port, customServer: true });
  await app.prepare();
  const toNext = app.getRequestHandler();
  const serveSite = createSiteServer(context);
  const serveRehearsal = createRehearsalServer(context);

  async function handle(request: IncomingMessage, response: ServerResponse) {
    const host = readHost(request.headers.host, settings);
    const url = request.url ?? "/";
    if (host?.kind === "site" && !url.startsWith("/_w/v1/")) return serveSite(request, response, host.key);
    if (host?.kind === "rehearsal") return serveRehearsal(request, response, host.key);
    if (url === "/healthz") return health(response);
    // Read once, here: a path that means something else after another decoding reaches no route.
    const path = readPath(url);
    if (!host || path === null || (host.kind === "studio" && /^\/visitors(\/|$)/i.test(path))) {
      response.writeHead(path === null ? 400 : 404, {
        "Content-Type": "text/plain; charset=utf-8",
        "X-Content-Type-Options": "nosniff",
      });
      response.end("Nothing is at this address.\n");
      return;
    }
    for (const name of ownHeaders) delete request.headers[name];
    request.headers["x-webitor-address"] = callerAddress(request);
    if (host.kind === "site") {
      // Visitors' calls: the one part of Next a site host reaches, and only by this name.
      request.headers["x-webitor-site"] = host.key;
      request.url = `/visitors/${url.slice("/_w/v1/".length)}`;
      return toNext(request, response);
    }
    const nonce = randomBytes(16).toString("base64");
    const headers = studioHeaders(settings, nonce, dev);
    // Next reads the nonce for its own scripts from the request's policy.
    request.headers["content-security-policy"] = headers["Content-Security-Policy"];
    request.headers["x-nonce"] = nonce;
    for (const [name, value] of Object.entries(headers)) response.setHeader(name, value);
    return toNext(request, response);
  }

  const server = createServer((request, response) => {
    handle(request, response).catch((error: unknown) => {
      log.error({ err: error, url: request.url }, "request failed");
      if (!response.headersSent) response.writeHead(500, { "Content-Type": "text/plain; charset=utf-8" });
      response.end("Something went wrong on our side.\n");
    });
  });
  server.headersTimeout = 20_000;
  server.requestTimeout = 120_000;
  if (dev) server.on("upgrade", (request, socket, head) => app.getUpgradeHandler()(request, socket, head));

  const runner = startRunner(context, jobHandlers());

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
    // Open streams end by themselves only when their client leaves.
    setTimeout(() => server.closeAllConnections(), 3000).unref();
    server.closeIdleConnections();
    await Promise.all([new Promise((resolve) => server.close(resolve)), runner.stop()]);
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
