// Whatever opens a connection or starts a program, and to what: a call to an address that somebody typed, or another host named, goes
// through the one guarded way out.
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";

/** Every file that does, and to what. A new line here wants a reason that holds against an attacker. */
const opens: Readonly<Record<string, string>> = {
  "src/server/outside/fetch.ts": "hosts outside, each looked at first: the one way out",
  "src/data/connection.ts": "the database that the installation names",
  "src/server/mail/mail.ts": "the mail server that the installation names",
  "src/standins/outbox.ts": "nobody: it composes letters and keeps them",
  "src/server/sandbox/sandbox.ts": "this program itself, apart, within limits of the system",
  "src/server/background/background.ts": "this program itself, beside the process that answers visitors",
  "src/server/check/browser.ts": "the browser that measures a site's pages, from the command line",
  "src/server/consent/walk.ts": "its own server, from a page inside that browser",
};

/** What of these modules opens nothing. */
const harmless = new Set(["createServer", "isIP"]);
const modules =
  /^(?:(?:node:)?(?:https?|http2|net|tls|dgram|dns|dns\/promises|child_process)|mysql2(?:\/promise)?|nodemailer|undici|ws|playwright-core|node-fetch|axios|got)$/;

/** Whether a source names something that opens connections or starts programs. */
function opensSomething(source: string): boolean {
  for (const [, named = "", from = ""] of source.matchAll(/^import (?!type )([^;]*?) from "([^"]+)";/gms)) {
    if (!modules.test(from)) continue;
    const names = named.replace(/[{}]/g, "").split(",");
    if (names.some((name) => name.trim() && !name.trim().startsWith("type ") && !harmless.has(name.trim())))
      return true;
  }
  for (const [, from = ""] of source.matchAll(/\b(?:import|require)\("([^"]+)"\)/g))
    if (modules.test(from)) return true;
  return /(?<![.\w])fetch\(|\bnew (?:WebSocket|EventSource|XMLHttpRequest)\b/.test(source);
}

test.each([
  ['import { request } from "node:https";', true],
  ['import {\n  createServer,\n  type IncomingMessage,\n  request as ask,\n} from "node:http";', true],
  ['import net from "node:net";', true],
  ['const { connect } = await import("node:tls");', true],
  ["const answer = await fetch(address);", true],
  ['import { createServer, type IncomingMessage } from "node:http";', false],
  ['import type { Socket } from "node:net";', false],
  ["const { fetch } = calendar; calendar.fetch(1); prefetch(2);", false],
])("%s: %s", (source, found) => expect(opensSomething(source)).toBe(found));

test("only these files do; whoever adds one says to what", () => {
  const sources = ["server", "standins", "data", "core", "app"].flatMap((layer) =>
    readdirSync(join("src", layer), { recursive: true, encoding: "utf8" }).map((name) => join("src", layer, name)),
  );
  const found = [...sources, "src/main.ts"]
    .filter((name) => /\.tsx?$/.test(name) && !/\.(?:test|test-kit)\.tsx?$/.test(name))
    .filter((name) => opensSomething(readFileSync(name, "utf8")));
  expect(found.sort()).toEqual(Object.keys(opens).sort());
});
