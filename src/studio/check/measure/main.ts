// Measuring as a script of its own: for a browser that shows pages to nobody (`npm run site -- check`), and for tests.
import type { LayoutFinding } from "@/core/check/layout";
import { measureHtml } from "./frame";
import type { MeasuredPage } from "./page";

/** One page to be measured, as the server hands it over. */
export interface PageToMeasure {
  readonly page: string;
  readonly html: string;
  readonly roots: MeasuredPage["roots"];
  readonly surfaces: MeasuredPage["surfaces"];
}

const measure = ({ html, roots, surfaces }: PageToMeasure): Promise<readonly LayoutFinding[] | null> =>
  measureHtml(html, { roots, surfaces });

/** Asks for pages until there is none, and sends what was found in each. */
async function work(): Promise<void> {
  for (;;) {
    const answer = await fetch("/next");
    if (answer.status === 204) return;
    const given = (await answer.json()) as PageToMeasure;
    const findings = await measure(given);
    await fetch("/found", { method: "POST", body: JSON.stringify({ page: given.page, findings }) });
  }
}

Object.assign(window, { measure });
if (document.documentElement.dataset.work !== undefined) void work();
