// The chat on a page of a site that was built elsewhere: where its element stands, or behind a button in a corner. It lives in a
// shadow tree, so that neither page dresses what is the other's.
import { chatCss } from "@/core/chat/css";
import type { OtherSiteChat } from "@/core/chat/released";
import { floatClass } from "@/core/widget/opener";
import { bringToOtherSite, dress, pageLanguage } from "../other-site";
import { ChatBox } from "./box";
import { make } from "./dom";
import { styles } from "./styles";

/** Sizes go by the root of a page, which is the other's: here they are what they are at home. */
const sized = (css: string): string => css.replace(/([\d.]{1,6})rem\b/g, (_, size: string) => `${Number(size) * 16}px`);

let sheet: CSSStyleSheet | null = null;
function dressed(): CSSStyleSheet {
  if (!sheet) {
    sheet = new CSSStyleSheet();
    sheet.replaceSync(
      sized(
        `:host{all:initial;display:block;font:1rem/1.5 var(--f-text);color:var(--c-ink)}*,::before,::after{box-sizing:border-box}.w-chat-over:popover-open~.w-float{visibility:hidden}${chatCss}${styles}`,
      ),
    );
  }
  return sheet;
}

bringToOtherSite<OtherSiteChat>("chat", (spot, key, { language, home, form, brand }) => {
  const holder = make("div");
  const tree = holder.attachShadow({ mode: "open" });
  tree.adoptedStyleSheets = [dressed()];
  dress(holder, brand);
  // Type is that page's own.
  const { fontFamily } = getComputedStyle(spot);
  dress(holder, { "--f-text": fontFamily, "--f-head": fontFamily });
  const page = { data: { language: pageLanguage(language) }, tell() {}, mayTakeFocus: () => true };
  const chat = make("div", { className: "w-chat" });
  if (spot.dataset.place === "corner") {
    const over = make(
      "div",
      {
        className: `w-chat-over${form.corner === "start" ? " w-chat-start" : ""}`,
        popover: "auto",
        ariaLabel: form.name,
      },
      chat,
    );
    over.role = "dialog";
    const box = new ChatBox(page, key, form, { close: () => over.hidePopover(), home, books: form.books });
    chat.append(box.element);
    const button = make("button", { type: "button", className: floatClass(form) }, form.words);
    button.popoverTargetElement = over;
    over.addEventListener("toggle", (event) => {
      if ((event as ToggleEvent).newState === "open") box.focus();
      // Out of a shadow tree the focus does not come back by itself; whoever has gone on elsewhere keeps it.
      else if (document.activeElement === document.body || document.activeElement === holder) button.focus();
    });
    tree.append(over, button);
  } else {
    chat.append(new ChatBox(page, key, form, { close: null, home, books: form.books }).element);
    tree.append(chat);
  }
  spot.replaceChildren(holder);
});
