// Checks: what was found by measuring each page, kept by its state, and what needs no layout to be found.
import Joi from "joi";
import { type LayoutFinding, layoutFindingsSchema } from "@/core/check/layout";
import { type Finding, siteProblems } from "@/core/check/problems";
import { idSchema } from "@/core/input/text";
import type { SiteWidget, WidgetKindName } from "@/core/widget/settings";
import { dayIn } from "../day";
import { type SiteCall, siteOperation } from "../operation";
import { notFound } from "../problem";
import { loadSite } from "../site/whole";
import { goneClips } from "../video/standing";
import { serverOf } from "../widget/kinds";
import { keepFound, layoutStates, measuredPages } from "./states";

/** What is wrong with widgets outside of their settings, such as a calendar that could not be read. */
async function outsideProblems(call: SiteCall, widgets: readonly SiteWidget[]): Promise<Finding[]> {
  const findings: Finding[] = [];
  for (const widget of widgets)
    for (const { weight, code, values } of (await serverOf(widget.kind as WidgetKindName).outside?.(
      call,
      widget as never,
    )) ?? [])
      findings.push({ weight, document: null, node: null, widget: widget.id, reason: { code, ...values } });
  return findings;
}

export const checkOperations = {
  /** What measuring found in each page as it stands; null for pages that are to be measured. */
  "checks.layout": siteOperation("site.read", {}, async ({ context, site }) => ({
    pages: await measuredPages(context.db, site),
  })),
  /** What is wrong besides, of words, links and widgets. */
  "checks.content": siteOperation(
    "site.read",
    {},
    async (call) => {
      const { context, site } = call;
      const whole = await loadSite(context.db, site);
      const found = siteProblems(whole, dayIn(site.settings.zone, context.now()));
      const outside = [
        ...(await outsideProblems(call, whole.widgets)),
        ...(await goneClips(context.db, site.id, whole)),
      ];
      return { findings: [...found, ...outside] };
    },
    { whole: "checks.content" },
  ),
  /** Keeps what a browser found in a page that was in this state. */
  "checks.keep": siteOperation(
    "site.read",
    {
      page: idSchema.required(),
      state: Joi.string()
        .pattern(/^[0-9a-f]{64}$/)
        .required(),
      findings: layoutFindingsSchema,
    },
    async ({ context, site }, input: { page: string; state: string; findings: LayoutFinding[] }) => {
      // What was measured while somebody changed the page is of neither state.
      const now = (await layoutStates(context.db, site)).find(({ page }) => page === input.page);
      if (!now) throw notFound("This page");
      if (now.state !== input.state) return { kept: false };
      await keepFound(context, site.id, input.page, input.state, input.findings);
      return { kept: true };
    },
  ),
};
