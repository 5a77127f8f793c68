// The payment stand-in without a server between: for scripts that set up a site before anything answers, and for tests.
import type { ConnectorKind, ConnectorSettings } from "@/core/payment/connectors";
import { connectors, newConnector } from "@/core/payment/connectors";
import { paymentConnectors } from "@/data/payment/tables";
import type { SiteRow } from "@/data/site/queries";
import { type AccountKeys, answerCall, openAccount } from "@/standins/pay/service";
import type { Context } from "../context";
import type { PaymentsOutside } from "./outside";
import { type ConnectorRow, sealKeys, setUpMark } from "./set-up";
import { receiveEvent } from "./settle";
import { payStore } from "./stand-in-store";

/** The stand-in, called as its host would call it, and telling as it would be heard. */
export function paymentsInside(): PaymentsOutside<Context> {
  return {
    call: (context, _origin, asked) => answerCall(payStore(context), asked),
    tell: async (context, to, body, headers) => {
      const { hostname, searchParams } = new URL(to);
      const [by, mode] = [searchParams.get("by") ?? "", searchParams.get("mode") ?? ""];
      await receiveEvent(context, hostname.split(".", 1)[0] ?? "", by, mode, body, (name) => headers[name] ?? null);
    },
  };
}

/** Sets up ways to be paid, switched on, in test mode, with a new account of the stand-in. */
export async function installWays(
  context: Context,
  site: Pick<SiteRow, "id" | "name">,
  ways: Readonly<Partial<Record<ConnectorKind, Partial<ConnectorSettings>>>>,
): Promise<AccountKeys> {
  const keys = await openAccount(payStore(context), site.name);
  const sealed = (mode: "test" | "live") =>
    sealKeys(context.settings, site.id, { secret: keys.secret[mode], hook: keys.hook[mode] });
  for (const [kind, settings] of Object.entries(ways) as [ConnectorKind, Partial<ConnectorSettings>][]) {
    const { service } = connectors[kind];
    const row: ConnectorRow = {
      ...{ siteId: site.id, kind, on: true, mode: "test", settings: { ...newConnector, ...settings } },
      ...{ testKeys: service ? sealed("test") : null, liveKeys: service ? sealed("live") : null },
      ...{ tried: "", triedAt: context.now(), revision: 1, changedAt: context.now() },
    };
    const tried = { ...row, tried: setUpMark(context.settings, row) };
    await context.db.insert(paymentConnectors).values(tried).onDuplicateKeyUpdate({ set: tried });
  }
  return keys;
}
