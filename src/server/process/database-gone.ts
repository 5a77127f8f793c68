// Where the database says nothing at all, not even no, whoever waits for it is told so instead of waiting for ever.
import type { IncomingMessage, ServerResponse } from "node:http";
import { sql } from "drizzle-orm";
import type { Logger } from "pino";
import type { Database } from "@/data/connection";
import { databaseUnreachable } from "../problem";
import type { Settings } from "../settings";
import { sendProblem } from "./refuse";

/** After so long without an answer it is looked whether the database is there, in ms; and so often again. */
const lookAfterMs = 2000;

/** Asks whether the database answers, once for all who want to know at a time. `vital` gives up by itself. */
export function databaseWatch(vital: Database, log: Logger): () => Promise<boolean> {
  let asked: Promise<boolean> | null = null;
  return () => {
    asked ??= vital
      .execute(sql`select 1`)
      .then(
        () => true,
        (error: unknown) => {
          log.error({ err: error }, "database does not answer");
          return false;
        },
      )
      .finally(() => {
        asked = null;
      });
    return asked;
  };
}

/** Answers a request that has no answer yet with 503 as soon as the database is found away; as long as it is there, all may take its time. */
export function reportWhenGone(
  settings: Settings,
  request: IncomingMessage,
  response: ServerResponse,
  isThere: () => Promise<boolean>,
  lookMs = lookAfterMs,
): void {
  let timer: NodeJS.Timeout | undefined;
  const look = async () => {
    const there = await isThere();
    if (response.headersSent || response.destroyed) return;
    if (there) timer = setTimeout(look, lookMs).unref();
    else sendProblem(settings, response, databaseUnreachable(), { head: request.method === "HEAD" });
  };
  timer = setTimeout(look, lookMs).unref();
  response.once("close", () => clearTimeout(timer));
}
