// What this installation gives the stand-ins that ship with it: a place for what is theirs, and keys that it alone hands out.
import type { StandInTools } from "@/standins/hosts";
import { type Context, sign, standInOrigins } from "./context";
import { mayOpenAccount } from "./payment/stand-in-key";
import { payStore } from "./payment/stand-in-store";

/** The key of the stand-in for a language model. */
export const scribeKey = ({ settings }: Pick<Context, "settings">): string =>
  `scribe.${sign(settings, "stand-in-scribe", "").slice(0, 24)}`;

/** How a model is tried here; null where there are no stand-ins. */
export const modelToTry = (context: Context): { readonly address: string; readonly key: string } | null =>
  context.settings.standIns
    ? { address: `${standInOrigins(context.settings)("scribe")}/answers`, key: scribeKey(context) }
    : null;

export const standInTools = (context: Context): StandInTools => ({
  originOf: standInOrigins(context.settings),
  pay: payStore(context, context.jobQueued),
  mayOpenAccount: (key) => mayOpenAccount(context, key),
  scribeKey: scribeKey(context),
});
