// What a site has set up of its ways to be paid: read, sealed, and what of it buyers are offered.
import { and, asc, eq } from "drizzle-orm";
import {
  type ConnectorKind,
  connectorKinds,
  connectors,
  mayPay,
  newConnector,
  type OfferedPayment,
  type PaidThing,
  type PaymentMode,
} from "@/core/payment/connectors";
import { missingFields } from "@/core/payment/schema";
import type { Executor } from "@/data/connection";
import { paymentConnectors } from "@/data/payment/tables";
import { type Context, sha256, siteOrigin, standInOrigins } from "../context";
import { conflict } from "../problem";
import { readHost } from "../process/hosts";
import { seal, unseal } from "../seal";
import type { Settings } from "../settings";
import type { Keys, Line } from "./connector";

export type ConnectorRow = typeof paymentConnectors.$inferSelect;

const purpose = "payment-keys";

/** Keys sealed for one site. */
export const sealKeys = (settings: Settings, siteId: string, keys: Keys): string =>
  seal(settings, purpose, siteId, JSON.stringify(keys));

const fresh = (siteId: string, kind: ConnectorKind): ConnectorRow => ({
  ...{ siteId, kind, on: false, mode: "test", settings: newConnector, testKeys: null, liveKeys: null },
  ...{ tried: "", triedAt: null, revision: 0, changedAt: new Date(0) },
});

/** One way of a site, as it is set up; new where it is not. */
export async function connectorOf(
  db: Executor,
  siteId: string,
  kind: ConnectorKind,
  locked = false,
): Promise<ConnectorRow> {
  const asked = db
    .select()
    .from(paymentConnectors)
    .where(and(eq(paymentConnectors.siteId, siteId), eq(paymentConnectors.kind, kind)));
  const [row] = await (locked ? asked.for("update") : asked);
  return row ?? fresh(siteId, kind);
}

/** Every way, in their order, as a site has it. */
export async function connectorsOf(db: Executor, siteId: string): Promise<readonly ConnectorRow[]> {
  const rows = await db
    .select()
    .from(paymentConnectors)
    .where(eq(paymentConnectors.siteId, siteId))
    .orderBy(asc(paymentConnectors.kind));
  return connectorKinds.map((kind) => rows.find((row) => row.kind === kind) ?? fresh(siteId, kind));
}

/** The keys that a way has for a mode; null for none. */
export function keysFor(settings: Settings, row: ConnectorRow, mode: PaymentMode = row.mode): Keys | null {
  const sealed = mode === "live" ? row.liveKeys : row.testKeys;
  return sealed ? (JSON.parse(unseal(settings, purpose, row.siteId, sealed)) as Keys) : null;
}

export const serviceOrigin = ({ settings }: Context): string => standInOrigins(settings)("pay");

/** How the service of a way is called for a site. A conflict where it has no keys for that mode. */
export function lineFor(context: Context, row: ConnectorRow, mode: PaymentMode): Line {
  const keys = keysFor(context.settings, row, mode);
  if (!keys) throw conflict("paymentKeys", "This way to pay has no keys. Set them up under Payments.");
  return { context, origin: serviceOrigin(context), keys };
}

const notifyPath = "/_w/v1/payments/events";

/** Where a service tells a site of its events. */
export const notifyAddress = (context: Context, siteKey: string, row: Pick<ConnectorRow, "kind">, mode: PaymentMode) =>
  `${siteOrigin(context.settings, siteKey)}${notifyPath}?by=${row.kind}&mode=${mode}`;

/** Whether an address is one at which a site of this installation hears of payments. */
export function isNotifyAddress(settings: Settings, to: string): boolean {
  const url = URL.parse(to);
  const host = url && readHost(url.host, settings);
  return (
    host?.kind === "site" &&
    url?.origin === siteOrigin(settings, host.key) &&
    url.pathname === notifyPath &&
    !url.username &&
    !url.password
  );
}

/**
 * What a try was made with: changed since, it has to be tried again. What buyers read beside it takes no part: no test would find
 * anything wrong with that.
 */
export function setUpMark(settings: Settings, row: ConnectorRow): string {
  const { words: _, ...rest } = row.settings;
  const keys = connectors[row.kind].service ? keysFor(settings, row, "test") : null;
  return sha256(JSON.stringify([row.kind, rest, keys]));
}

/** What keeps a way from being switched on, as codes; empty for nothing. */
export function heldBackBy(settings: Settings, row: ConnectorRow): readonly HeldBack[] {
  const { service } = connectors[row.kind];
  return [
    ...(missingFields(row.kind, row.settings).length ? (["fields"] as const) : []),
    ...(service && !row.testKeys ? (["testKeys"] as const) : []),
    ...(service && row.mode === "live" && !row.liveKeys ? (["liveKeys"] as const) : []),
    ...(row.tried === setUpMark(settings, row) ? [] : (["tried"] as const)),
  ];
}
export type HeldBack = "fields" | "testKeys" | "liveKeys" | "tried";

const offered = ({ kind, settings: { words, most } }: ConnectorRow): OfferedPayment => ({ by: kind, words, most });

/** The ways that are switched on, in their order. */
export async function offeredPayments(db: Executor, siteId: string): Promise<readonly OfferedPayment[]> {
  return (await connectorsOf(db, siteId)).filter(({ on }) => on).map(offered);
}

/** The ways that something may be paid by. */
export const waysFor = (
  all: readonly OfferedPayment[],
  asked: { readonly thing: PaidThing; readonly amount: number; readonly fetched: boolean },
): readonly OfferedPayment[] => all.filter((one) => mayPay(one, asked));
