// The popup as a custom element: drawn from brand tokens, modal or beside a usable page, keyboard first.
import { html, LitElement, nothing, type TemplateResult } from "lit";
import type { PopupField } from "@/core/popup/popup";
import type { ReleasedPopup } from "@/core/popup/released-form";
import { styles } from "./styles";
import { wordsFor } from "./words";

/** What the server answers to a form: taken, or sentences at fields ("" for the whole form). */
export type Sent = { readonly ok: true } | { readonly ok: false; readonly wrong: Readonly<Record<string, string>> };

export class SitePopup extends LitElement {
  static override styles = styles;
  static override properties = {
    popup: { attribute: false },
    stage: { state: true },
    wrong: { state: true },
  };

  declare popup: ReleasedPopup;
  declare stage: "form" | "sending" | "thanks";
  declare wrong: Readonly<Record<string, string>>;
  language = "en";
  send: (fields: Record<string, unknown>, website: string) => Promise<Sent> = async () => ({ ok: true });
  mayTakeFocus = () => true;
  private returnTo: Element | null = null;

  constructor() {
    super();
    this.stage = "form";
    this.wrong = {};
  }

  override connectedCallback() {
    super.connectedCallback();
    this.returnTo = document.activeElement;
    document.addEventListener("keydown", this.onKey);
  }

  override disconnectedCallback() {
    super.disconnectedCallback();
    document.removeEventListener("keydown", this.onKey);
    document.documentElement.style.overflow = "";
    if (this.returnTo instanceof HTMLElement && this.mayTakeFocus()) this.returnTo.focus({ preventScroll: true });
  }

  private get modal(): boolean {
    return !this.popup.look.pageUsable;
  }

  override firstUpdated() {
    if (!this.modal) return;
    document.documentElement.style.overflow = "hidden";
    if (this.mayTakeFocus()) this.box.focus({ preventScroll: true });
  }

  private get box(): HTMLElement {
    return this.renderRoot.querySelector(".box") as HTMLElement;
  }

  private readonly onKey = (event: KeyboardEvent) => {
    if (event.key === "Escape") this.close();
    if (event.key !== "Tab" || !this.modal) return;
    const reachable = [...this.renderRoot.querySelectorAll<HTMLElement>("a,button,input,select")].filter(
      (one) => !one.closest(".hp") && !one.hasAttribute("disabled"),
    );
    const at = (this.renderRoot as ShadowRoot).activeElement as HTMLElement | null;
    const next = event.shiftKey ? reachable.at(-1) : reachable[0];
    const edge = event.shiftKey ? reachable[0] : reachable.at(-1);
    if (at === edge || at === null || at === this.box || !reachable.includes(at)) {
      if (at === this.box && !event.shiftKey) return;
      event.preventDefault();
      next?.focus();
    }
  };

  close() {
    this.dispatchEvent(new CustomEvent(this.stage === "thanks" ? "popup-done" : "popup-close"));
  }

  private readonly submit = async (event: Event) => {
    event.preventDefault();
    if (this.stage === "sending") return;
    const data = new FormData(event.target as HTMLFormElement);
    const fields: Record<string, unknown> = {};
    for (const field of this.popup.fields)
      fields[field.key] = field.kind === "tick" ? data.has(field.key) : String(data.get(field.key) ?? "");
    this.stage = "sending";
    const sent = await this.send(fields, String(data.get("website") ?? ""));
    this.wrong = sent.ok ? {} : sent.wrong;
    this.stage = sent.ok ? "thanks" : "form";
    await this.updateComplete;
    if (!sent.ok) {
      this.renderRoot.querySelector<HTMLElement>("[aria-invalid=true]")?.focus();
      return;
    }
    this.dispatchEvent(new CustomEvent("popup-signed-up"));
    if ("href" in this.popup.thanks) location.assign(this.popup.thanks.href);
    else this.box.focus();
  };

  private field(field: PopupField): TemplateResult {
    const wrong = this.wrong[field.key];
    const id = `f-${field.key}`;
    const describe = wrong ? `${id}-wrong` : nothing;
    const invalid = wrong ? "true" : nothing;
    const optional = field.required ? "" : ` (${wordsFor(this.language).optional})`;
    const input =
      field.kind === "choice"
        ? html`<select id=${id} name=${field.key} ?required=${field.required} aria-invalid=${invalid} aria-describedby=${describe}><option value=""></option>${field.options?.map((option) => html`<option>${option}</option>`)}</select>`
        : field.kind === "tick"
          ? html`<input id=${id} type="checkbox" name=${field.key} aria-required=${field.required} aria-invalid=${invalid} aria-describedby=${describe}>`
          : html`<input id=${id} name=${field.key} type=${field.kind === "email" ? "email" : "text"} autocomplete=${field.kind === "email" ? "email" : "name"} aria-required=${field.required} aria-invalid=${invalid} aria-describedby=${describe}>`;
    const label =
      field.kind === "tick"
        ? html`<label class="tick">${input}<span>${field.label}${optional}</span></label>`
        : html`<label for=${id}>${field.label}${optional}</label>${input}`;
    return html`<div class="field">${label}${wrong ? html`<div class="wrong" id="${id}-wrong">${wrong}</div>` : nothing}</div>`;
  }

  private closeMark(): TemplateResult {
    const { words, look } = this.popup;
    const shown =
      look.closeShape === "word"
        ? words.close
        : html`<svg viewBox="0 0 16 16" fill="none" stroke="currentColor" stroke-width="2" stroke-linecap="round" aria-hidden="true"><path d="M3 3l10 10M13 3L3 13"/></svg>`;
    return html`<button type="button" class="close ${look.closeShape} ${look.closePlace}" aria-label=${words.close} @click=${this.close}>${shown}</button>`;
  }

  private form(): TemplateResult {
    const { words, fields } = this.popup;
    const whole = this.wrong[""];
    return html`<form novalidate @submit=${this.submit}>
      <div class="fields">${fields.map((field) => this.field(field))}</div>
      <div class="hp" aria-hidden="true"><label>Website<input name="website" tabindex="-1" autocomplete="off"></label></div>
      ${words.consent ? html`<p class="quiet">${words.consent}</p>` : nothing}
      ${whole ? html`<p class="wrong" role="alert">${whole}</p>` : nothing}
      <button class="go" ?disabled=${this.stage === "sending"}>${words.button}</button>
    </form>`;
  }

  override render() {
    const { popup } = this;
    const { look, words, picture, thanks } = popup;
    const done = this.stage === "thanks" && !("href" in thanks);
    const onAccent = look.surface === "accent" || look.surface === "ink";
    const ground = {
      "--ground": `var(--s-${look.surface})`,
      "--on": `var(--on-${look.surface})`,
      "--quiet-on": `var(--quiet-${look.surface})`,
      "--go": onAccent ? "var(--on)" : "var(--c-accent)",
      "--on-go": onAccent ? "var(--ground)" : "var(--c-onAccent)",
      "--veil": `color-mix(in srgb,var(--c-${look.overlayColour}) ${look.overlayStrength}%,transparent)`,
    };
    for (const [name, value] of Object.entries(ground)) this.style.setProperty(name, value);
    const outside = look.closePlace === "outside" && this.modal;
    return html`${this.modal ? html`<div class="veil" @click=${this.close}></div>` : nothing}
      ${outside ? this.closeMark() : nothing}
      <div class="box ${popup.design} ${look.side} ${look.entrance} ${picture ? "pictured" : ""}" role="dialog" tabindex="-1" aria-modal=${this.modal ? "true" : nothing} aria-labelledby="title">
        ${outside ? nothing : this.closeMark()}
        <div class="row">
          ${picture ? html`<img src=${picture.src} alt=${picture.alt} width=${picture.width} height=${picture.height}>` : nothing}
          <div class="inner">
            <div class="words">
              <h2 id="title">${done ? thanks.title : words.title}</h2>
              ${(done ? thanks.text : words.text) ? html`<p>${done ? thanks.text : words.text}</p>` : nothing}
            </div>
            ${done ? html`<button type="button" class="go" @click=${this.close}>${words.close}</button>` : this.form()}
          </div>
        </div>
      </div>`;
  }
}

customElements.define("site-popup", SitePopup);
