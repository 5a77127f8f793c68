// A page with all that consent is about, drafted from the table: what stands on it is the widget, so it stays current.

import { policyWords } from "@/core/consent/policy-words";
import { wordsIn } from "@/core/consent/words";
import { slugFrom } from "@/core/input/slug";
import { inLanguage } from "@/core/locale/words";
import { builder } from "@/core/page/build";
import type { PageNode } from "@/core/page/node";
import type { SiteCall } from "../operation";
import { addPage } from "../page/adding";

/** Its body, in the language `tag`, with the consent widget `widget` in the flow. */
function policyBody(widget: string, tag: string, newId: () => string): PageNode {
  const b = builder(newId);
  const words = wordsIn({}, tag);
  return b.page(
    b.section(
      inLanguage(policyWords, tag).page,
      {},
      b.heading(1, inLanguage(policyWords, tag).page),
      b.words([`${words.text} ${words.takenBack}`]),
      b.node("widget", { widget, as: "flow", text: "" }),
      b.node("widget", { widget, as: "button", text: words.again }),
    ),
  );
}

/** Adds the page and answers its id. A field problem at “slug” where a page has that address already. */
export function draftPolicy(call: SiteCall, widget: string): Promise<string> {
  const tag = call.site.settings.language;
  const { page: title } = inLanguage(policyWords, tag);
  return addPage(call, { title, slug: slugFrom(title), inNavigation: false }, async () =>
    policyBody(widget, tag, call.context.newId),
  );
}
