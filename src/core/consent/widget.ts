// Consent as a kind of widget: one a site, on every page.
import { ownOrigin } from "@/core/kind/holder";
import { defineWidget } from "@/core/widget/kind";
import { handledAs } from "./category";
import type { Consent } from "./consent";
import { consentCss } from "./css";
import { consentHtml } from "./html";
import { policyCss, policyHtml } from "./policy";
import type { ReleasedConsent } from "./released";

/** A number for a text, the same for the same (FNV-1a, 32 bits): which texts and table a choice was made by. */
function fingerprint(text: string): string {
  let hash = 0x811c9dc5;
  for (let index = 0; index < text.length; index++) hash = Math.imul(hash ^ text.charCodeAt(index), 0x01000193);
  return (hash >>> 0).toString(36);
}

/** Names the texts and the table as they stand. */
export const versionOf = ({ table, words, policy }: Consent): string =>
  fingerprint(
    JSON.stringify([
      table.map(({ key, purpose, why, said }) => [key, purpose, why, ...(said ? [said] : [])]),
      words,
      policy,
    ]),
  );

export const consent = defineWidget<"consent">({
  refs: function* ({ policy }) {
    if (policy) yield { of: "page", id: policy, path: "policy" };
  },
  sends: function* () {
    const stays = { as: "storage", days: null } as const;
    yield { origin: ownOrigin, purpose: "needed", sets: ["consent"], what: "Your choice here", stays };
  },
  opens: (widget) => `data-consent-opens="${widget.id}"`,
  flow: (placed, widget, context) => policyHtml(placed, widget.settings, context),
  everywhere: (widget, context) => consentHtml(widget.id, widget.settings, context),
  css: consentCss + policyCss,
  released: (settings): ReleasedConsent => ({
    things: settings.table
      .filter(({ purpose }) => handledAs(purpose) !== "needed")
      .map(({ key, purpose, origin, sets }) => ({
        key,
        purpose,
        ...((origin && origin !== ownOrigin) || !sets.length ? {} : { sets }),
      })),
    elsewhere: settings.elsewhere,
    months: settings.months,
    version: versionOf(settings),
    closes: settings.closes,
    implied: settings.implied,
    ticked: settings.ticked,
  }),
});
