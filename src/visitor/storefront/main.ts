// A shop at once: what is added opens the basket at the side, lists follow their filters, a price what is chosen. All of it works
// without this script, by the same forms and addresses.
import type { BlockScript } from "../kind";
import { Refused, sendForm } from "./send";
import { CartSheet, type Say, showFault } from "./sheet";
import { showList, showParts, showVariant } from "./swap";

/** A key, or a button other than the first, asks for a window of its own. */
const elsewhere = (event: MouseEvent): boolean =>
  event.button > 0 || event.metaKey || event.ctrlKey || event.shiftKey || event.altKey;

function sayer(): Say {
  const live = document.createElement("p");
  live.className = "s-quiet";
  live.setAttribute("role", "status");
  document.body.append(live);
  return (words) => {
    live.textContent = words;
  };
}

/** Adds to the basket, and shows it as the shop wishes. */
async function add(form: HTMLFormElement, submitter: HTMLElement | null, sheet: () => CartSheet): Promise<void> {
  if (form.ariaBusy) return;
  form.ariaBusy = "true";
  try {
    const next = await sendForm(form, submitter);
    showFault(form, "");
    if ("sheet" in form.dataset) await sheet().open();
    else location.assign(next);
  } catch (error) {
    if (error instanceof Refused) showFault(form, error.message);
    else form.submit();
  } finally {
    form.ariaBusy = null;
  }
}

function begin(): void {
  const say = sayer();
  let made: CartSheet | undefined;
  const sheet = () => {
    made ??= new CartSheet(say);
    return made;
  };
  const changed = (form: HTMLFormElement, submitter: HTMLElement | null) =>
    sheet().change(
      form,
      submitter,
      sheet().has(form) ? sheet().refill : () => showParts("[data-p=cart],[data-p=mark]"),
    );
  const asks = (form: HTMLFormElement) =>
    showList(`${form.action.split("?", 1)[0]}?${new URLSearchParams(new FormData(form) as never)}`, say);

  addEventListener("submit", (event) => {
    const form = event.target as HTMLFormElement;
    if (form.matches(".s-add,.s-quick")) add(form, event.submitter, sheet);
    else if (form.matches(".s-basket form")) changed(form, event.submitter);
    else if (form.matches(".s-sift,.s-search") && document.querySelector(".s-shop") && here(form.action)) asks(form);
    else return;
    event.preventDefault();
  });
  addEventListener("change", ({ target }) => {
    const field = target as HTMLInputElement;
    const { form } = field;
    if (!form) return;
    if (form.matches(".s-basket form") && field.reportValidity()) changed(form, null);
    const look = form.querySelector<HTMLElement>("[name=look]");
    if (look && /^(way|address\.(country|region|postcode))$/.test(field.name))
      sheet().change(form, look, () => showParts("[data-p=checkout]"));
    if (form.matches(".s-sift") && field.matches("select")) asks(form);
    const sku = field.matches("select") ? field.querySelector<HTMLElement>(":checked")?.dataset.v : field.dataset.v;
    if (sku && form.action && here(form.dataset.at ?? "/"))
      showVariant(`${form.dataset.at}?v=${encodeURIComponent(sku)}`);
  });
  addEventListener("click", (event) => {
    const link = (event.target as Element).closest?.<HTMLAnchorElement>("a");
    if (!link || elsewhere(event)) return;
    if (link.matches(".s-cart[data-sheet]") && !here(link.href))
      sheet()
        .open()
        .catch(() => location.assign(link.href));
    else if (link.matches(".s-filters a,.s-pages a") && here(link.href)) showList(link.href, say);
    else if (link.matches(".s-pill") && here(link.href)) showVariant(link.href);
    else return;
    event.preventDefault();
  });
  addEventListener("popstate", () => {
    if (document.querySelector(".s-shop")) showList(location.href, say, false);
    else if (document.querySelector(".s-add")) showVariant(location.href);
  });
}

/** Whether an address is that of this page, whatever it asks. */
const here = (address: string): boolean => new URL(address, location.href).pathname === location.pathname;

let begun = false;

/** Begins once, with the first part of a shop on the page; a rehearsal goes the way without script. */
const bring: BlockScript = (_block, page) => {
  if (begun || page.data.rehearsal) return;
  begun = true;
  begin();
};

export default bring;
