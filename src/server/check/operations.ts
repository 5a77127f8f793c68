// Checks: what was found by measuring each page, kept by its state, and what needs no layout to be found.
import Joi from "joi";
import { type LayoutFinding, layoutFindingsSchema } from "@/core/check/layout";
import { siteProblems } from "@/core/check/problems";
import { idSchema } from "@/core/site/schema";
import { dayIn } from "../day";
import { siteOperation } from "../operation";
import { notFound } from "../problem";
import { loadSite } from "../site/whole";
import { keepFound, layoutStates, measuredPages } from "./states";

export const checkOperations = {
  /** What measuring found in each page as it stands; null for pages that are to be measured. */
  "checks.layout": siteOperation("site.read", {}, async ({ context, site }) => ({
    pages: await measuredPages(context.db, site),
  })),
  /** What is wrong besides, of words, links and widgets. */
  "checks.content": siteOperation(
    "site.read",
    {},
    async ({ context, site }) => ({
      findings: siteProblems(await loadSite(context.db, site), dayIn(site.settings.zone, context.now())),
    }),
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
