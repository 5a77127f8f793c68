// What judges a consent: the form of its settings, what a new one starts as, what would be wrong on the live site.
import type { Problem } from "@/core/kind/holder";
import type { WidgetJudge } from "@/core/widget/judge";
import { breaches } from "./breaches";
import { newConsent } from "./consent";
import { consentSchema } from "./schema";

export const consentJudge: WidgetJudge<"consent"> = {
  schema: consentSchema,
  fresh: () => newConsent,
  problems: function* (settings, site): Generator<Problem> {
    if (!settings.enabled) return;
    for (const { region, on, source } of breaches(settings, [site.language]))
      yield {
        weight: on === "policy" ? "look" : "stops",
        code: "check.consentBreach",
        values: { region, on, law: source.law, at: source.at },
      };
    for (const { name, sorted } of settings.table)
      if (!sorted) yield { weight: "look", code: "check.consentUnsorted", values: { name } };
  },
};
