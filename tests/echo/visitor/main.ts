// The echo in the visitor's browser.
import type { VisitorKind } from "../kind";

const echo: VisitorKind = {
  open({ form }, _page, outcome) {
    const element = document.createElement("dialog");
    element.textContent = (form as { text: string }).text;
    element.addEventListener("close", () => outcome.closed());
    document.body.append(element);
    element.showModal();
    return { change: () => {}, remove: () => element.remove() };
  },
  mount: (spot) => spot.setAttribute("data-heard", ""),
};
export default echo;
