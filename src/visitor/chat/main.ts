// The chat in the visitor's browser: it takes the place of the question that stood there without script.
import type { ReleasedChat } from "@/core/chat/released";
import type { ReleasedWidget } from "@/core/widget/released";
import type { Page, VisitorKind } from "../kind";
import { atHome, ChatBox, dressPage } from "./box";

/** A draft in the studio is shown as it is written. */
function follow(page: Page, id: string, box: ChatBox) {
  const { rehearsal } = page.data;
  if (!rehearsal) return;
  addEventListener("message", ({ origin, data }) => {
    const { from, draft } = data as { from?: string; draft?: ReleasedWidget };
    if (origin === rehearsal.studio && from === "webitor-studio" && draft?.id === id)
      box.change(draft.form as ReleasedChat);
  });
}

const chat: VisitorKind = {
  mount(spot, { id, form }, page) {
    dressPage();
    const over = spot.closest<HTMLElement>("[popover]");
    const box = new ChatBox(page, id, form as ReleasedChat, atHome(over ? () => over.hidePopover() : null));
    follow(page, id, box);
    spot.replaceChildren(box.element);
    if (over && page.mayTakeFocus()) box.focus();
    page.tell({ ready: true });
  },
  open({ id, form }, page, outcome) {
    // Where its button floats over the page, that is where it opens; else at the same place by itself.
    const standing = document.getElementById(`widget-${id}`);
    const over = standing ?? document.createElement("div");
    let box: ChatBox | null = null;
    if (!standing) {
      dressPage();
      over.className = "w-chat-over";
      over.popover = "manual";
      over.role = "dialog";
      over.ariaLabel = (form as ReleasedChat).name;
      const spot = document.createElement("div");
      spot.className = "w-chat";
      box = new ChatBox(
        page,
        id,
        form as ReleasedChat,
        atHome(() => over.hidePopover()),
      );
      spot.append(box.element);
      over.append(spot);
      document.body.append(over);
    }
    const closed = (event: Event) => {
      if ((event as ToggleEvent).newState === "closed") outcome.closed();
    };
    over.addEventListener("toggle", closed);
    over.showPopover();
    page.tell({ ready: true });
    return {
      change: (draft) => box?.change(draft as ReleasedChat),
      remove: () => {
        over.removeEventListener("toggle", closed);
        if (over.matches(":popover-open")) over.hidePopover();
        if (!standing) over.remove();
      },
    };
  },
};
export default chat;
