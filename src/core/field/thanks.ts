// A page that thanks visitors and is gone.
import type { Problem, Surroundings } from "@/core/kind/holder";
import type { Thanks } from "./field";

/** Whether whoever sent something would be led to a page that is no more: it stops a release. */
export function* thanksGone(
  { enabled, thanks }: { readonly enabled: boolean; readonly thanks?: Thanks | undefined },
  site: Pick<Surroundings, "has">,
): Generator<Problem> {
  if (enabled && thanks?.kind === "page" && !site.has("page", thanks.page))
    yield { weight: "stops", code: "check.thanksGone" };
}
