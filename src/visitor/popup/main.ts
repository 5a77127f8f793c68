// The signup popup in the visitor's browser: shown over the page when the opening rules say so.
import type { ReleasedPopup } from "@/core/popup/released-form";
import type { ReleasedWidget } from "@/core/widget/released";
import type { Page, VisitorKind } from "../kind";
import { sendForm } from "../sending";
import { type Sent, SitePopup } from "./element";
import { wordsFor } from "./words";

async function send(
  page: Page,
  widget: string,
  openedAt: number,
  fields: Record<string, unknown>,
  website: string,
): Promise<Sent> {
  const about = () =>
    page.data.rehearsal
      ? {}
      : {
          page: location.pathname,
          language: document.documentElement.lang,
          website,
          elapsedMs: Math.round(performance.now() - openedAt),
        };
  const wrong = await sendForm(openedAt, wordsFor(page.data.language).failed, () =>
    page.post("signups", { widget, fields, ...about() }),
  );
  return wrong ? { ok: false, wrong } : { ok: true };
}

const popup: VisitorKind = {
  open({ id, form }: ReleasedWidget, page, outcome) {
    const count = (what: "shown" | "closed") => {
      // Counted as any statistics: where the visitor may be asked, only after a yes.
      if (!page.data.rehearsal)
        Promise.resolve(page.consent).then((consent) => {
          if (consent?.allows("statistics") ?? true) page.post("popup-counts", { widget: id, what }).catch(() => {});
        });
    };
    const openedAt = performance.now();
    let element: SitePopup;
    const show = (released: ReleasedPopup) => {
      element = new SitePopup();
      element.popup = released;
      element.language = page.data.language;
      element.mayTakeFocus = page.mayTakeFocus;
      element.send = (fields, website) => send(page, id, openedAt, fields, website);
      element.addEventListener("popup-close", () => {
        count("closed");
        outcome.closed();
      });
      element.addEventListener("popup-signed-up", () => page.rememberDone(id));
      element.addEventListener("popup-done", () => outcome.done());
      document.body.append(element);
    };
    show(form as ReleasedPopup);
    count("shown");
    return {
      change(draft) {
        const next = draft as ReleasedPopup;
        const { design, look } = element.popup;
        // Another design, or another hold on the page, begins anew.
        if (design === next.design && look.pageUsable === next.look.pageUsable) element.popup = next;
        else {
          element.remove();
          show(next);
        }
      },
      remove: () => element.remove(),
    };
  },
};
export default popup;
