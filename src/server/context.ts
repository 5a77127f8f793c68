// What every use case works with: database, settings, clock, log. One per process, shared by both halves of it.
import { createHash, createHmac, timingSafeEqual } from "node:crypto";
import { nanoid } from "nanoid";
import type { Logger } from "pino";
import { connect, type Database } from "@/data/connection";
import { databaseStore } from "./bytes/database";
import { folderStore } from "./bytes/folder";
import type { ByteStore } from "./bytes/store";
import { EventHub } from "./event/hub";
import { createLog } from "./log";
import { HostCalls } from "./outside/hosts";
import { type PaymentsOutside, paymentsByHttp } from "./payment/outside";
import { readSettings, type Settings } from "./settings";

export interface Context {
  readonly db: Database;
  /** The same database by connections of their own: what has to be answered while everything else waits for one. */
  readonly vital: Database;
  /** Media, their variants and released files. */
  readonly bytes: ByteStore;
  /** How payment services are reached. */
  readonly payments: PaymentsOutside<Context>;
  /** Whose turn it is among calls to hosts outside. */
  readonly hostCalls: HostCalls;
  readonly settings: Settings;
  readonly log: Logger;
  /** The server's one clock. */
  now(): Date;
  newId(): string;
  /** Called when a job was queued, so that this process's runner looks at once. */
  jobQueued(): void;
  /** Called when a site's live release changed. */
  liveChanged(site: string): void;
  /** What happened on any site, in whichever process. */
  readonly events: EventHub;
  readonly listeners: { jobs: Set<() => void>; live: Set<(site: string) => void> };
  close(): Promise<void>;
}

const vitalConnections = 2;
/** How long pages and health wait for the database before it counts as away, in ms. */
const vitalPatienceMs = 12_000;

/** A context for these settings, with at most so many connections. */
export function createContext(settings: Settings, connections?: number): Context {
  const { db, pool } = connect(settings.databaseUrl, connections);
  const apart = connect(settings.databaseUrl, vitalConnections, vitalPatienceMs);
  const startedAt = Date.now();
  const clockStart = settings.now ? Date.parse(settings.now) : startedAt;
  const log = createLog(settings);
  const events = new EventHub(db, log);
  const listeners = { jobs: new Set<() => void>(), live: new Set<(site: string) => void>() };
  return {
    db,
    vital: apart.db,
    bytes: settings.bytesFolder ? folderStore(settings.bytesFolder) : databaseStore(db),
    payments: paymentsByHttp,
    hostCalls: new HostCalls(),
    settings,
    log,
    now: () => new Date(clockStart + Date.now() - startedAt),
    newId: () => nanoid(16),
    jobQueued: () => {
      for (const listener of listeners.jobs) listener();
    },
    liveChanged: (site) => {
      for (const listener of listeners.live) listener(site);
    },
    events,
    listeners,
    close: async () => {
      await events.close();
      await Promise.all([pool.end(), apart.pool.end()]);
    },
  };
}

// Next bundles its own copy of this module; the process still has one pool and one clock.
const shared = globalThis as { webitorContext?: Context };

/** The process's context, made from the environment at first use. */
export function theContext(): Context {
  shared.webitorContext ??= createContext(readSettings(process.env));
  return shared.webitorContext;
}

export const sha256 = (bytes: string | Uint8Array): string => createHash("sha256").update(bytes).digest("hex");

/** A signature over `text` for one `purpose`, in base64url. */
export function sign(settings: Settings, purpose: string, text: string): string {
  return createHmac("sha256", `${settings.secret}/${purpose}`).update(text).digest("base64url");
}

/** Whether `signature` is ours, compared in constant time. */
export function isSigned(settings: Settings, purpose: string, text: string, signature: string): boolean {
  const wanted = Buffer.from(sign(settings, purpose, text));
  const given = Buffer.from(signature);
  return wanted.length === given.length && timingSafeEqual(wanted, given);
}

/** What the UIDs of a site's bookings end with in calendars: the same wherever sites stand, or calendars would have each twice. */
export const calendarHost = (settings: Pick<Settings, "publicHost">, key: string): string =>
  `${key}.${settings.publicHost}`;

/** Address of a path on a site's live host. */
export const siteOrigin = (settings: Settings, key: string): string =>
  hostOrigin(settings, `${key}.${settings.sitesHost}`);

/** Origins of the stand-ins for outside web hosts, by their labels. */
export const standInOrigins =
  (settings: Settings) =>
  (label: string): string =>
    hostOrigin(settings, `${label}.${settings.publicHost}`);

export function hostOrigin(settings: Settings, host: string): string {
  return settings.https ? `https://${host}` : `http://${host}:${settings.port}`;
}
