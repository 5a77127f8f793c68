// The checks without anybody at a screen: Chromium, where one is installed, measures the pages that a small server on
// loopback hands it.

import { type ChildProcess, spawn } from "node:child_process";
import { existsSync } from "node:fs";
import { mkdtemp, readFile, rm } from "node:fs/promises";
import { createServer, type IncomingMessage, type ServerResponse } from "node:http";
import type { AddressInfo } from "node:net";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { type Brand, surfaceRoles, surfaces } from "@/core/brand/brand";
import type { LayoutFinding } from "@/core/check/layout";
import { sourceLocale } from "@/core/locale/site-locale";
import { variantName } from "@/core/media/forms";
import { documentHtml } from "@/core/render/document";
import { createRenderer } from "@/core/render/render";
import { headerFooterAt, standingPage } from "@/core/site/between";
import type { SiteFile } from "@/core/site/site";
import { frameOf, type SiteRow } from "@/data/site/queries";
import type { Context } from "../context";
import { fontAsset } from "../release/assets";
import { documentBytes, pictureFile } from "../site/media";

/** Where Debian's packages put the browser. */
const browsers = ["/usr/bin/chromium-headless-shell", "/usr/bin/chromium"] as const;

/** The browser that is installed, or `wanted` where a path is given; null where there is none. */
export const installedBrowser = (wanted?: string): string | null =>
  (wanted ? [wanted] : browsers).find((path) => existsSync(path)) ?? null;

const quiet = [
  "--headless",
  // Chromium refuses its own sandbox to root.
  ...(process.getuid?.() === 0 ? ["--no-sandbox"] : []),
  "--disable-gpu",
  "--disable-quic",
  "--no-first-run",
  "--disable-background-networking",
  "--disable-component-update",
  "--disable-sync",
  "--hide-scrollbars",
];

/** So long one page may take, in ms. */
const longestMs = 60_000;

const surfacesOf = (brand: Brand) =>
  surfaces.map((name) => ({
    name,
    ground: brand.colours[surfaceRoles[name].ground],
    words: brand.colours[surfaceRoles[name].words],
  }));

/** Pages as they are measured, rendered when they are asked for. */
function* pagesOf(site: SiteFile) {
  const frame = frameOf(site);
  const locale = sourceLocale(site);
  const renderer = createRenderer(frame, {
    locale,
    marks: true,
    linkBase: "",
    origin: null,
    quick: true,
    mediaUrl: (hash, variant) => `/media/${variantName(hash, variant)}`,
    documentUrl: ({ hash }) => `/document/${hash}`,
    fontUrl: (file) => `/font/${file}`,
    // Nothing plays while it is measured.
    standIn: (label) => `http://${label}.invalid`,
  });
  for (const { body, ...meta } of site.pages) {
    const rendered = renderer.render(meta, body);
    const at = standingPage(meta, locale.tag);
    const [header, footer] = [headerFooterAt(site, "header", at), headerFooterAt(site, "footer", at)];
    yield {
      page: meta.id,
      html: documentHtml({
        language: locale.tag,
        head: rendered.head,
        html: rendered.html,
        css: { text: rendered.css },
        widgets: null,
      }),
      roots: { main: body, ...(header ? { header } : {}), ...(footer ? { footer } : {}) },
      surfaces: surfacesOf(site.brand),
    };
  }
}

async function bodyOf(request: IncomingMessage): Promise<string> {
  const parts: Buffer[] = [];
  for await (const part of request) parts.push(part as Buffer);
  return Buffer.concat(parts).toString();
}

/** What was found, by the pages; null for one that could not be measured, since a picture behind words did not arrive. */
export type Found = ReadonlyMap<string, readonly LayoutFinding[] | null>;

/** Measures every page of a site in `browser`. An Error where the browser ends or a page takes too long. */
export async function measureSite(context: Context, row: SiteRow, site: SiteFile, browser: string): Promise<Found> {
  const script = await readFile(join(context.settings.buildFolder, "check.js"));
  const pages = pagesOf(site);
  const found = new Map<string, readonly LayoutFinding[] | null>();
  let progress = () => {};
  const answer = (response: ServerResponse, type: string, body: string | Uint8Array) => {
    response.writeHead(200, { "content-type": type });
    response.end(body);
  };
  async function serve(request: IncomingMessage, response: ServerResponse): Promise<void> {
    const [, first = "", second = ""] = (request.url ?? "").split("/");
    if (first === "next") {
      const next = pages.next();
      if (!next.done) return answer(response, "application/json", JSON.stringify(next.value));
      response.writeHead(204).end();
    } else if (first === "found") {
      const { page, findings } = JSON.parse(await bodyOf(request)) as {
        page: string;
        findings: LayoutFinding[] | null;
      };
      found.set(page, findings);
      response.writeHead(204).end();
      progress();
    } else if (first === "media") {
      const picture = await pictureFile(context, row.id, second);
      answer(response, picture.type, picture.body);
    } else if (first === "document") {
      const film = await documentBytes(context, row.id, second);
      if (film) answer(response, film.type, film.body);
      else response.writeHead(404).end();
    } else if (first === "font") {
      const font = await fontAsset(second);
      if (font) answer(response, font.type, font.bytes);
      else response.writeHead(404).end();
    } else if (first === "check.js") answer(response, "text/javascript", script);
    else if (first === "")
      answer(
        response,
        "text/html",
        '<!DOCTYPE html><html data-work><body><script src="/check.js"></script></body></html>',
      );
    else response.writeHead(404).end();
  }
  await inBrowser(browser, serve, (done, alive) => {
    progress = () => (found.size === site.pages.length ? done() : alive());
    progress();
  });
  return found;
}

/** Ends a process that leads a group of its own, with all that it began: a system's browser may stand behind a script. */
function endGroup({ pid, stdio }: ChildProcess): void {
  for (const pipe of stdio ?? []) pipe?.destroy();
  if (pid === undefined) return;
  try {
    process.kill(-pid, "SIGKILL");
  } catch {
    // It has ended by itself.
  }
}

/**
 * Opens a page of a small server on loopback in `browser`, and leaves it open until `begin` was told that it is done. An
 * Error where the browser ends before, or nothing was said to be alive for a minute.
 */
export async function inBrowser(
  browser: string,
  serve: (request: IncomingMessage, response: ServerResponse) => Promise<void>,
  begin: (done: () => void, alive: () => void, port: number) => void,
): Promise<void> {
  const server = createServer((request, response) => {
    serve(request, response).catch(() => {
      if (!response.headersSent) response.writeHead(500);
      response.end();
    });
  });
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  const folder = await mkdtemp(join(tmpdir(), "webitor-check-"));
  let child: ChildProcess | undefined;
  let timer: ReturnType<typeof setTimeout> | undefined;
  try {
    const { port } = server.address() as AddressInfo;
    await new Promise<void>((resolve, reject) => {
      const alive = () => {
        clearTimeout(timer);
        timer = setTimeout(() => reject(new Error("A page takes too long to be measured.")), longestMs);
      };
      begin(resolve, alive, port);
      alive();
      // It ends with the pipe by which it may be told what to do, so also when this process is killed.
      child = spawn(
        browser,
        [...quiet, `--user-data-dir=${folder}`, "--remote-debugging-pipe", `http://localhost:${port}/`],
        { stdio: ["ignore", "ignore", "ignore", "pipe", "pipe"], detached: true },
      );
      child.on("error", reject);
      // What goes wrong with a pipe is that the browser has ended, which is told below.
      for (const pipe of child.stdio ?? []) pipe?.on("error", () => {});
      child.on("exit", (code) => reject(new Error(`The browser ended (${code}) before every page was measured.`)));
    });
  } finally {
    clearTimeout(timer);
    child?.removeAllListeners("exit");
    if (child) endGroup(child);
    server.closeAllConnections();
    server.close();
    await rm(folder, { recursive: true, force: true, maxRetries: 5, retryDelay: 200 }).catch(() => {});
  }
}
