// The basket at the side of the page: opened by its mark and by what is added, changed in place.
import { reportBusy } from "../busy";
import { fetchPage, Refused, sendForm } from "./send";

const cartPath = "/_w/v1/shop/basket";

/** Reads something out to whoever does not see it. */
export type Say = (words: string) => void;

/** Marks on the page tell what is in the basket. */
function countAs(mark: Element | null): string {
  const [label, count] = [mark?.getAttribute("aria-label"), mark?.querySelector(".s-number")?.textContent];
  if (!mark) return "";
  for (const other of document.querySelectorAll(".s-cart")) {
    if (label) other.setAttribute("aria-label", label);
    const number = other.querySelector(".s-number");
    if (number) number.textContent = count ?? "";
  }
  return label ?? "";
}

/** What went wrong, said below the button that was pressed. */
export function showFault(at: Element, message: string): void {
  at.querySelector("[role=alert]")?.remove();
  if (!message) return;
  const fault = document.createElement("p");
  fault.className = "s-fault";
  fault.setAttribute("role", "alert");
  fault.textContent = message;
  at.append(fault);
}

export class CartSheet {
  private readonly dialog = document.createElement("dialog");
  /** Commands are done one after the other, so that what is seen is what was done last. */
  private last: Promise<void> = Promise.resolve();

  constructor(private readonly say: Say) {
    this.dialog.className = "s-sheet s-part";
    this.dialog.setAttribute("aria-labelledby", "s-sheet");
    this.dialog.onclick = ({ target }) => {
      // The ground around it is the dialog itself.
      if (target === this.dialog || (target as Element).closest(".s-close")) this.dialog.close();
    };
    this.dialog.onclose = () => reportBusy("basket", false);
    document.body.append(this.dialog);
  }

  /** Shows what is in the basket now. Where it does not come the basket's own page does. */
  async open(): Promise<void> {
    await this.fill();
    if (!this.dialog.open) this.dialog.showModal();
    reportBusy("basket", true);
  }

  /** Draws the basket as it stands, here and on the page of its own. */
  private async fill(): Promise<void> {
    const found = await fetchPage(cartPath);
    this.say(countAs(found.querySelector(".s-cart")));
    const focused = document.activeElement as HTMLElement | null;
    const name = focused?.getAttribute("name");
    const value = focused?.getAttribute("value");
    this.dialog.replaceChildren(...found.body.childNodes);
    // Whoever writes amounts goes on where they were; what was removed gives the focus to what is left.
    if (!this.dialog.open || !name) return;
    const same = [...this.dialog.querySelectorAll<HTMLElement>(`[name="${CSS.escape(name)}"]`)];
    (same.find((one) => one.getAttribute("value") === value) ?? same[0] ?? this.dialog.querySelector("h2"))?.focus();
  }

  /** Sends a form of a basket, and shows what became of it. */
  change(form: HTMLFormElement, submitter: HTMLElement | null, after: () => Promise<void>): Promise<void> {
    this.last = this.last.then(async () => {
      form.ariaBusy = "true";
      try {
        await sendForm(form, submitter);
        showFault(form, "");
        await after();
      } catch (error) {
        // No answer, or one that is none: the browser's own way says what is the matter.
        if (error instanceof Refused) showFault(form, error.message);
        else form.submit();
      } finally {
        form.ariaBusy = null;
      }
    });
    return this.last;
  }

  has(form: HTMLFormElement): boolean {
    return this.dialog.contains(form);
  }

  refill = (): Promise<void> => this.fill();
}
