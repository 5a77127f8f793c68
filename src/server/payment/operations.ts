// Setting up ways to be paid: installed, configured, tried, switched on.
import { and, eq } from "drizzle-orm";
import Joi from "joi";
import {
  type ConnectorKind,
  type ConnectorSettings,
  connectors,
  keyMode,
  type PaymentMode,
  paymentModes,
} from "@/core/payment/connectors";
import { connectorKindSchema, connectorSettingsSchema, missingFields } from "@/core/payment/schema";
import { inTransaction } from "@/data/connection";
import { paymentConnectors } from "@/data/payment/tables";
import type { SiteRow } from "@/data/site/queries";
import { behaviourNames } from "@/standins/pay/behaviours";
import type { Context } from "../context";
import { siteOperation } from "../operation";
import { conflict, fieldProblem, notFound } from "../problem";
import type { Keys, Line } from "./connector";
import { connectorServers } from "./connectors";
import { Unreachable } from "./outside";
import { beginPayment, openPayment, paymentOf, stepsOf, takeByHand, writeStep } from "./payments";
import {
  type ConnectorRow,
  connectorOf,
  connectorsOf,
  heldBackBy,
  keysFor,
  lineFor,
  sealKeys,
  serviceOrigin,
  setUpMark,
} from "./set-up";
import { askAfter } from "./settle";
import { accountAddress } from "./stand-in-key";

const kind = connectorKindSchema.required();
const revision = Joi.number().integer().min(0).required();
const mode = Joi.string()
  .valid(...paymentModes)
  .required();

/** Of a key people see so much: enough to tell two apart. */
const tailOf = (keys: Keys | null) => (keys ? `…${keys.secret.slice(-4)}` : null);

function told({ settings }: Context, row: ConnectorRow) {
  const keys = (of: PaymentMode) => (connectors[row.kind].service ? tailOf(keysFor(settings, row, of)) : null);
  return {
    kind: row.kind,
    installed: row.revision > 0 || row.on,
    on: row.on,
    mode: row.mode,
    settings: row.settings,
    keys: { test: keys("test"), live: keys("live") },
    heldBack: heldBackBy(settings, row),
    triedAt: row.triedAt?.toISOString() ?? null,
    revision: row.revision,
  };
}

/** Changes a way of a site as it was at `revision`. What was tried no longer fits what it is now: it is off until it is tried again. */
async function changed(
  context: Context,
  site: SiteRow,
  of: ConnectorKind,
  at: number,
  change: (row: ConnectorRow) => Partial<ConnectorRow>,
) {
  return inTransaction(context.db, async (tx) => {
    const row = await connectorOf(tx, site.id, of, true);
    if (row.revision !== at)
      throw conflict("paymentsChanged", "Somebody changed this way to pay meanwhile. Look at it anew.");
    const next: ConnectorRow = { ...row, ...change(row), revision: at + 1, changedAt: context.now() };
    const kept: ConnectorRow = { ...next, on: next.on && heldBackBy(context.settings, next).length === 0 };
    await tx.insert(paymentConnectors).values(kept).onDuplicateKeyUpdate({ set: kept });
    return { ...told(context, kept), switchedOff: next.on && !kept.on };
  });
}

/** Whose key it is; a field problem where it is none, of the other mode, or nobody's. */
async function checkedKey(context: Context, of: ConnectorKind, wanted: PaymentMode, keys: Keys): Promise<string> {
  const { service } = connectorServers[of];
  if (!service) throw fieldProblem("secret", "This way to pay has no keys.");
  const names = { test: "test mode", live: "live mode" } as const;
  for (const [field, is] of [
    ["secret", "secret"],
    ["hook", "hook"],
  ] as const) {
    const found = keyMode(keys[field], is);
    const other = keyMode(keys[field], is === "secret" ? "hook" : "secret");
    if (other)
      throw fieldProblem(
        field,
        is === "secret"
          ? "This is the key of events, not the secret key."
          : "This is the secret key, not the key of events.",
      );
    if (!found) throw fieldProblem(field, "This is no key of the payment service. Copy the whole of it.");
    if (found !== wanted)
      throw fieldProblem(field, `This is a key of ${names[found]}; here belongs one of ${names[wanted]}.`);
  }
  const line: Line = { context, origin: serviceOrigin(context), keys };
  try {
    const whose = await service.whose(line);
    if (!whose) throw fieldProblem("secret", "The payment service does not know this key.");
    return whose.name;
  } catch (error) {
    if (error instanceof Unreachable)
      throw fieldProblem("secret", "The payment service does not answer, so the key could not be checked. Try again.");
    throw error;
  }
}

const keySchema = Joi.string().trim().max(120).required();
/** What a try pays, in minor units. */
const trialAmount = 100;
/** In a try, what comes late comes after so long, in ms. */
const trialLateMs = 4000;

/** A try of a way that needs no service: what buyers would read is looked at, and the money is taken by hand and given back. */
async function tryByHand(context: Context, site: SiteRow, row: ConnectorRow) {
  const missing = missingFields(row.kind, row.settings);
  if (missing[0]) throw fieldProblem(`settings.${missing[0]}`, "This is needed before it can be tried.");
  return inTransaction(context.db, async (tx) => {
    const payment = await takeByHand(context, tx, site.id, {
      ...{ of: "trial", target: context.newId(), by: row.kind, amount: trialAmount, currency: site.settings.currency },
    });
    const lines = connectorServers[row.kind].says(row.settings, { reference: "1001", until: "" });
    await writeStep(tx, payment, "said", { words: lines.filter(Boolean).join(" · ").slice(0, 600) });
    await passed(context, tx, row);
    return payment.id;
  });
}

const passed = (context: Context, tx: Parameters<typeof writeStep>[0], row: ConnectorRow) =>
  tx
    .update(paymentConnectors)
    .set({ tried: setUpMark(context.settings, row), triedAt: context.now() })
    .where(and(eq(paymentConnectors.siteId, row.siteId), eq(paymentConnectors.kind, row.kind)));

export const paymentOperations = {
  "payments.list": siteOperation("setUp.read", {}, async ({ context, site }) => ({
    ways: (await connectorsOf(context.db, site.id)).map((row) => told(context, row)),
    /** Where an account of the payment service is opened; null where there is none. */
    account: context.settings.standIns ? accountAddress(context, site.id) : null,
    behaviours: behaviourNames,
  })),
  /** Keeps what was typed; at revision 0 that installs it. */
  "payments.keep": siteOperation(
    "widgets.change",
    { kind, revision, settings: connectorSettingsSchema.required() },
    ({ context, site }, input: { kind: ConnectorKind; revision: number; settings: ConnectorSettings }) =>
      changed(context, site, input.kind, input.revision, () => ({ settings: input.settings })),
  ),
  /** Whose key it is, as it is typed. */
  "payments.whose": siteOperation(
    "keys.change",
    { kind, mode, secret: keySchema, hook: keySchema },
    async ({ context }, { kind: of, mode: wanted, ...keys }: Keys & { kind: ConnectorKind; mode: PaymentMode }) => ({
      name: await checkedKey(context, of, wanted, keys),
    }),
  ),
  /** Keeps keys, sealed; they are never shown again. */
  "payments.keys": siteOperation(
    "keys.change",
    { kind, revision, mode, secret: keySchema, hook: keySchema },
    async (
      { context, site },
      {
        kind: of,
        revision: at,
        mode: wanted,
        ...keys
      }: Keys & { kind: ConnectorKind; revision: number; mode: PaymentMode },
    ) => {
      const name = await checkedKey(context, of, wanted, keys);
      const sealed = sealKeys(context.settings, site.id, keys);
      const set = wanted === "live" ? { liveKeys: sealed } : { testKeys: sealed };
      return { ...(await changed(context, site, of, at, () => set)), name };
    },
  ),
  "payments.mode": siteOperation(
    "widgets.change",
    { kind, revision, mode },
    ({ context, site }, input: { kind: ConnectorKind; revision: number; mode: PaymentMode }) =>
      changed(context, site, input.kind, input.revision, (row) => {
        if (input.mode === "live" && !row.liveKeys)
          throw fieldProblem("mode", "Live mode needs live keys. Add them first.");
        return { mode: input.mode };
      }),
  ),
  "payments.switch": siteOperation(
    "widgets.change",
    { kind, revision, on: Joi.boolean().required() },
    ({ context, site }, input: { kind: ConnectorKind; revision: number; on: boolean }) =>
      changed(context, site, input.kind, input.revision, (row) => {
        const [first] = input.on ? heldBackBy(context.settings, row) : [];
        if (first) throw fieldProblem("on", heldBackWords[first]);
        return { on: input.on };
      }),
  ),
  /** Begins a try in test mode: `does` is what its payer does. */
  "payments.try": siteOperation(
    "widgets.change",
    {
      kind,
      does: Joi.string()
        .valid(...behaviourNames)
        .required(),
    },
    async ({ context, site }, { kind: of, does }: { kind: ConnectorKind; does: string }) => {
      const row = await connectorOf(context.db, site.id, of);
      const { service } = connectorServers[of];
      if (row.revision === 0) throw fieldProblem("kind", "Set it up first.");
      if (!service) return { payment: await tryByHand(context, site, row) };
      const line = lineFor(context, row, "test");
      const payment = await inTransaction(context.db, (tx) =>
        openPayment(context, tx, site.id, {
          ...{ of: "trial", target: context.newId(), by: of, mode: "test", amount: trialAmount },
          currency: site.settings.currency,
        }),
      );
      await writeStep(context.db, payment, "tried", { does });
      try {
        await beginPayment(context, site, payment, {
          title: `Try · ${site.name}`.slice(0, 200),
          returnTo: line.origin,
        });
        const known = (await paymentOf(context.db, site.id, payment.id))?.known ?? "";
        const came = await service.rehearse(line, known, does, trialLateMs);
        await writeStep(context.db, payment, "paid", { came });
      } catch (error) {
        if (!(error instanceof Unreachable)) throw error;
        await writeStep(context.db, payment, "silent", { why: error.message.slice(0, 200) });
      }
      context.jobQueued();
      return { payment: payment.id };
    },
  ),
  /** How a try stands. What is not heard of is asked for: `ask` says that it has been waited for long enough. */
  "payments.trial": siteOperation(
    "widgets.change",
    { payment: Joi.string().max(24).required(), ask: Joi.boolean().default(false) },
    async ({ context, site }, input: { payment: string; ask: boolean }) => {
      let payment = await paymentOf(context.db, site.id, input.payment);
      if (payment?.of !== "trial") throw notFound("This try", "payment");
      if (input.ask) payment = await askAfter(context, site, payment);
      const took = payment.state === "captured" || payment.state === "authorised";
      const row = await connectorOf(context.db, site.id, payment.connector);
      if (took && connectors[payment.connector].service && row.tried !== setUpMark(context.settings, row))
        await passed(context, context.db, row);
      const steps = await stepsOf(context.db, site.id, payment.id);
      return {
        state: payment.state,
        why: payment.why,
        passed: took,
        over: took || payment.state === "declined",
        steps: steps.map(({ at, ...step }) => ({ ...step, at: at.toISOString() })),
      };
    },
  ),
};

const heldBackWords = {
  fields: "Something is still missing above.",
  testKeys: "It has no keys of test mode yet.",
  liveKeys: "Live mode needs live keys.",
  tried: "Try it once as it is now: a test has to go through first.",
} as const;
