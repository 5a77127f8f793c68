// The chat on a page: a log of what was said, a field for the next question, and ways on as buttons.

import { spokenIn } from "@/core/chat/answers/address";
import { type ChatPageWords, chatPageWords } from "@/core/chat/knows/page-words";
import type { ReleasedChat } from "@/core/chat/released";
import type { Button } from "@/core/chat/told";
import { pathMatches } from "@/core/opening/rule";
import { wallIn } from "@/core/site/open-hours";
import { ChatApi, type ChatPage, newKey, type Talk, type TalkLine } from "./api";
import { hrefTo, mark } from "./mark";
import { styles } from "./styles";

const storageKey = "chat";
/** How often it is asked what was said since: with a person, and without one, in ms. */
const everyMs = 2500;
const idleMs = 8000;

/** A conversation is kept in this tab; for the next visit only where somebody wishes it. Storage may be forbidden. */
const keptIn = (kind: "local" | "session"): Storage | null => {
  try {
    return kind === "local" ? localStorage : sessionStorage;
  } catch {
    return null;
  }
};

let sheet: CSSStyleSheet | null = null;
/** Dresses what stands on pages of the site. */
export function dressPage() {
  if (sheet) return;
  sheet = new CSSStyleSheet();
  sheet.replaceSync(styles);
  document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet];
}

export const make = <K extends keyof HTMLElementTagNameMap>(
  name: K,
  set: Partial<HTMLElementTagNameMap[K]> & { className?: string } = {},
  ...children: (Node | string)[]
): HTMLElementTagNameMap[K] => {
  const element = Object.assign(document.createElement(name), set);
  element.append(...children);
  return element;
};

/** A text with the addresses in it as links. */
function linked(text: string): (Node | string)[] {
  const parts: (Node | string)[] = [];
  let from = 0;
  for (const found of text.matchAll(/https:\/\/[^\s<>"]{3,300}/g)) {
    // A point behind an address ends the sentence.
    const href = found[0].replace(/[.,;:!?)]$/, "");
    parts.push(text.slice(from, found.index), make("a", { href }, href));
    from = found.index + href.length;
  }
  return [...parts, text.slice(from)];
}

/** A field of a small form in the log. */
interface SmallField {
  readonly name: string;
  readonly label: string;
  readonly type: "text" | "email" | "long" | "words" | "tick" | "number" | "date" | "choice" | "several";
  readonly options?: readonly string[];
  readonly needed?: boolean;
}

const inputTypes: Readonly<Partial<Record<SmallField["type"], string>>> = {
  email: "email",
  date: "date",
  tick: "checkbox",
};

/** A field with its label; of several choices a group of them. */
function fieldOf({ name, label, type, options = [], needed = true }: SmallField): HTMLElement {
  if (type === "several") {
    const group = make("fieldset", { className: "c-several" }, make("legend", {}, label));
    for (const option of options)
      group.append(
        make("label", { className: "c-tick" }, make("input", { type: "checkbox", name, value: option }), option),
      );
    return group;
  }
  const input =
    type === "choice"
      ? make("select", { name }, ...["", ...options].map((option) => make("option", { value: option }, option)))
      : type === "long"
        ? make("textarea", { name, rows: 3 })
        : make("input", { name, type: inputTypes[type] ?? "text" });
  input.required = needed;
  if (type === "email") input.setAttribute("autocomplete", "email");
  if (name === "name") input.setAttribute("autocomplete", "name");
  if (type === "number") input.setAttribute("inputmode", "decimal");
  return type === "tick" ? make("label", { className: "c-tick" }, input, label) : make("label", {}, label, input);
}

/** Where a box stands. */
export interface Stands {
  /** Closes what it stands in; null where it stands in the page. */
  readonly close: (() => void) | null;
  /** Origin of the site that it belongs to; "" on that site's own pages. */
  readonly home: string;
  /** Whether times can be booked in it; else they lead to their page. */
  readonly books: boolean;
}

/** In a page of the site. */
export const atHome = (close: Stands["close"]): Stands => ({ close, home: "", books: true });

export class ChatBox {
  readonly element = make("div", { className: "c-box" });
  private readonly words: ChatPageWords;
  private readonly api: ChatApi;
  private readonly log: HTMLElement;
  private readonly field: HTMLTextAreaElement;
  private readonly starters = make("div", { className: "c-starters c-keys" });
  private readonly status: HTMLElement;
  private token: string | null = null;
  private last = -1;
  private state: Talk["state"] = "chat";
  private timer = 0;
  private typedAt = 0;
  private sending = false;
  private readonly now: () => number;

  constructor(
    private readonly page: ChatPage,
    widget: string,
    private form: ReleasedChat,
    private readonly stands: Stands,
  ) {
    const { data } = page;
    const began = performance.now();
    this.now = () => (data.rehearsal ? data.rehearsal.visitor.now + (performance.now() - began) : Date.now());
    this.words = chatPageWords(spokenIn(data.language, form));
    this.api = new ChatApi(page, widget, stands.home);
    const { words } = this;
    this.log = make("div", { className: "c-log", tabIndex: 0 });
    this.log.setAttribute("role", "log");
    this.log.ariaLabel = words.log;
    this.status = make("p", { className: "c-note" });
    this.field = make("textarea", { rows: 1, maxLength: 20_000 });
    this.field.ariaLabel = words.ask;
    this.field.placeholder = words.ask;
    this.field.addEventListener("keydown", (event) => {
      if (event.key !== "Enter" || event.shiftKey || event.isComposing) return;
      event.preventDefault();
      this.send();
    });
    this.field.addEventListener("input", () => {
      this.typedAt = Date.now();
      this.field.style.height = "auto";
      this.field.style.height = `${Math.min(this.field.scrollHeight + 3, 120)}px`;
    });
    const ask = make(
      "form",
      { className: "c-ask" },
      this.field,
      make("button", { className: "c-send", type: "submit" }, words.send),
    );
    ask.addEventListener("submit", (event) => {
      event.preventDefault();
      this.send();
    });
    this.element.append(this.head(), this.log, this.starters, ask);
    this.begin();
    document.addEventListener("visibilitychange", () => this.listen());
  }

  /** Other settings: the studio's draft. */
  change(form: ReleasedChat) {
    this.form = form;
    this.element.firstElementChild?.replaceWith(this.head());
    if (this.last < 0) this.restart();
  }

  focus() {
    this.field.focus();
  }

  private head(): HTMLElement {
    const { words, form } = this;
    const head = make("div", { className: "c-head" });
    if (form.picture) head.append(make("img", { src: form.picture, alt: "", width: 40, height: 40 }));
    head.append(make("div", {}, make("strong", {}, form.name), make("span", {}, form.helps)));
    const more = make("details", { className: "c-more" });
    const summary = make("summary", {}, "⋯");
    summary.ariaLabel = `${form.name}: …`;
    const item = (text: string, run: () => void) => {
      const button = make("button", { type: "button" }, text);
      button.onclick = () => {
        more.open = false;
        run();
      };
      return make("li", {}, button);
    };
    const keep = make("input", { type: "checkbox", checked: Boolean(keptIn("local")?.getItem(storageKey)) });
    keep.onchange = () => this.remember(keep.checked);
    more.append(
      summary,
      make(
        "ul",
        {},
        item(words.restart, () => this.restart()),
        item(words.copy, () => this.copy()),
        make("li", {}, make("label", {}, keep, words.keep)),
        item(words.erase, () => this.erase()),
      ),
    );
    more.addEventListener("keydown", (event) => {
      if (event.key !== "Escape" || !more.open) return;
      event.stopPropagation();
      more.open = false;
      summary.focus();
    });
    head.append(more);
    if (this.stands.close) {
      const close = make("button", { type: "button", onclick: this.stands.close }, "×");
      close.ariaLabel = words.close;
      head.append(close);
    }
    return head;
  }

  private begin() {
    const kept = this.page.data.rehearsal
      ? null
      : (keptIn("session")?.getItem(storageKey) ?? keptIn("local")?.getItem(storageKey) ?? null);
    if (!kept) return this.greet();
    this.token = kept;
    this.api.since(kept, -1, false).then(({ status, value }) => {
      if (status === 200) this.take(value);
      else {
        this.forget();
        this.greet();
      }
    });
  }

  private greet() {
    const path = this.page.data.rehearsal?.path ?? location.pathname;
    const { time } = wallIn(this.form.zone, this.now());
    const here = (patterns: readonly string[]) => !patterns.length || patterns.some((one) => pathMatches(one, path));
    const inTime = (from: string | null, to: string | null) =>
      ((from === null || time >= from) && (to === null || time < to)) ||
      // Over midnight.
      (from !== null && to !== null && to < from && (time >= from || time < to));
    const greeting = this.form.greetings.find(({ include, from, to }) => here(include) && inTime(from, to));
    if (greeting) this.log.append(make("div", { className: "c-line c-chat" }, make("p", {}, greeting.text)));
    const shown = this.form.starters.filter(({ include }) => here(include)).slice(0, 6);
    this.starters.replaceChildren(
      ...shown.map(({ text }) =>
        make("button", { type: "button", className: "c-key", onclick: () => this.ask(text) }, text),
      ),
    );
  }

  private remember(longer: boolean) {
    if (this.page.data.rehearsal) return;
    try {
      const [here, other] = longer ? (["local", "session"] as const) : (["session", "local"] as const);
      keptIn(other)?.removeItem(storageKey);
      if (this.token) keptIn(here)?.setItem(storageKey, this.token);
      else if (longer) keptIn("local")?.setItem(storageKey, "");
    } catch {}
  }

  private forget() {
    this.token = null;
    for (const kind of ["local", "session"] as const)
      try {
        keptIn(kind)?.removeItem(storageKey);
      } catch {}
  }

  private restart() {
    clearTimeout(this.timer);
    this.forget();
    this.last = -1;
    this.state = "chat";
    this.log.replaceChildren();
    this.greet();
    if (this.page.mayTakeFocus()) this.field.focus();
  }

  private async copy() {
    const text = [...this.log.querySelectorAll<HTMLElement>(".c-line")]
      .map((line) => line.textContent.trim())
      .join("\n\n");
    await navigator.clipboard?.writeText(text).then(
      () => this.note(this.words.copied),
      () => this.note(this.words.failed),
    );
  }

  private async erase() {
    if (this.token) {
      const { status } = await this.api.erase(this.token);
      if (status !== 200 && status !== 404) return this.note(this.words.failed);
    }
    this.restart();
    this.note(this.words.erased);
  }

  private note(text: string) {
    const line = make("p", { className: "c-note" }, text);
    this.log.append(line);
    this.down();
  }

  private down() {
    this.log.scrollTop = this.log.scrollHeight;
  }

  private send() {
    const text = this.field.value.trim();
    if (text) this.ask(text);
  }

  private once = newKey();
  private async ask(question: string): Promise<void> {
    if (this.sending) return;
    this.sending = true;
    this.starters.replaceChildren();
    const mine = make("div", { className: "c-line c-visitor" }, make("p", {}, question));
    // What is said before the whole answer is there; the answer itself takes its place.
    const coming = make("div", { className: "c-line c-chat", ariaHidden: "true" });
    this.status.textContent = this.words.waiting;
    this.log.append(mine, this.status);
    this.down();
    const { status, value, title, fields } = await this.api.ask(
      this.once,
      this.token,
      question,
      this.page.data.language,
      (sentence) => {
        if (!coming.isConnected) this.status.before(coming);
        coming.append(make("p", {}, sentence));
        this.down();
      },
    );
    coming.remove();
    this.status.remove();
    this.sending = false;
    if (status === 200) {
      this.once = newKey();
      this.field.value = "";
      this.field.style.height = "auto";
      mine.remove();
      return this.take(value);
    }
    mine.remove();
    // What was written is not lost.
    if (!this.field.value) this.field.value = question;
    if (status === 404 && this.token) {
      this.forget();
      return this.ask(question);
    }
    this.note(status ? (Object.values(fields)[0] ?? title ?? this.words.failed) : this.words.offline);
  }

  /** Shows what has come, and goes on listening where a person answers. */
  private take(talk: Talk) {
    if (talk.talk && talk.talk !== this.token) {
      const longer = keptIn("local")?.getItem(storageKey) !== null && keptIn("local") !== null;
      this.token = talk.talk;
      this.remember(longer);
    }
    this.state = talk.state;
    this.status.remove();
    const fresh = talk.lines.filter(({ nth }) => nth > this.last);
    for (const line of fresh) {
      this.log.append(this.line(line, talk.person));
      this.last = line.nth;
    }
    if (talk.typing) {
      this.status.textContent = this.words.typing(talk.person);
      this.log.append(this.status);
    }
    if (fresh.length || talk.typing) this.down();
    // A long answer is read from the question on.
    const asked = [...this.log.querySelectorAll<HTMLElement>(".c-visitor")].at(-1);
    if (fresh.length && asked && asked.offsetTop - this.log.offsetTop < this.log.scrollTop)
      this.log.scrollTop = asked.offsetTop - this.log.offsetTop - 8;
    this.listen();
  }

  /** Asks what was said since: often while a person answers, now and then while one may take over. */
  private listen() {
    clearTimeout(this.timer);
    const { token } = this;
    if (!token || document.hidden || this.page.data.rehearsal) return;
    const close = this.state === "person" || this.state === "waiting";
    this.timer = window.setTimeout(
      async () => {
        // A box that is closed has nobody who reads it; it goes on when it is opened.
        if (!this.element.checkVisibility()) return this.listen();
        const { status, value } = await this.api.since(token, this.last, Date.now() - this.typedAt < 4000);
        if (this.token !== token) return;
        if (status === 200) this.take(value);
        else if (status !== 404) this.listen();
      },
      close ? everyMs : idleMs,
    );
  }

  private line(line: TalkLine, person: string): HTMLElement {
    const element = make("div", { className: `c-line c-${line.by}` });
    if (line.by === "person") element.append(make("div", { className: "c-who" }, person));
    const texts = line.lines?.map(({ text }) => text) ?? line.text.split("\n");
    // What a visitor wrote stays words: only the site's own addresses lead somewhere.
    for (const text of texts) element.append(make("p", {}, ...(line.by === "visitor" ? [text] : linked(text))));
    const picture = line.picture ? this.form.pictures[line.picture] : undefined;
    if (picture) element.append(make("img", { ...picture, className: "c-picture" }));
    const sources = (line.sources ?? []).filter(({ href }) => href);
    if (sources.length) {
      const from = make("div", { className: "c-from" }, `${this.words.sources} `);
      for (const [at, { title, href, words }] of sources.entries()) {
        if (at) from.append(", ");
        const link = this.link(hrefTo(href, words), title);
        link.onclick = (event) => {
          if (
            this.page.data.rehearsal ||
            (!this.stands.home && href.split("#")[0] === location.pathname && words && mark(words))
          )
            event.preventDefault();
        };
        from.append(link);
      }
      element.append(from);
    }
    const keys = make("div", { className: "c-keys" });
    for (const button of line.buttons ?? []) keys.append(this.key(button, keys));
    if (keys.childNodes.length) element.append(keys);
    if (line.by === "chat" && ["answer", "unknown", "instead"].includes(line.kind)) element.append(this.rating(line));
    if (line.kind === "away") element.append(this.messageForm());
    return element;
  }

  private rating({ nth, helped }: TalkLine): HTMLElement {
    const row = make("div", { className: "c-rate" });
    const done = () => row.replaceChildren(make("span", { className: "c-from" }, this.words.thanks));
    if (helped !== null) done();
    else
      for (const [text, value] of [
        [this.words.helped, true],
        [this.words.not, false],
      ] as const)
        row.append(
          make(
            "button",
            {
              type: "button",
              onclick: async () => {
                if (!this.token) return;
                const { status } = await this.api.rate(this.token, nth, value);
                if (status === 200) done();
                else this.note(this.words.failed);
              },
            },
            text,
          ),
        );
    return row;
  }

  private key(button: Button, keys: HTMLElement): HTMLElement {
    const press = (run: () => void) =>
      make("button", { type: "button", className: "c-key", onclick: run }, button.text);
    switch (button.kind) {
      case "ask":
        return press(() => this.ask(button.text));
      case "link":
        return this.link(button.href, button.text, "c-key");
      case "widget":
        return this.opener(button);
      case "person":
        return press(() => this.callPerson());
      case "prove":
        return press(() => this.proveForm(keys));
      case "book":
        return button.onPage || !this.stands.books || this.page.data.rehearsal
          ? Object.assign(this.link(button.href, button.text, "c-key"), { title: this.words.onPage })
          : press(() => this.bookForm(button, keys));
    }
  }

  /** A link of the site; from pages of other sites it leads there in a tab of its own, so that the conversation stays. */
  private link(href: string, text: string, className = ""): HTMLAnchorElement {
    const { home } = this.stands;
    if (!home) return make("a", { className, href }, text);
    return make("a", { className, href: new URL(href, home).href, target: "_blank", rel: "noopener" }, text);
  }

  private opener({ text, widget }: Extract<Button, { kind: "widget" }>): HTMLElement {
    // What it opens stands on the site.
    if (this.stands.home) return this.link("/", text, "c-key");
    const button = make("button", { type: "button", className: "c-key" }, text);
    const behind = document.getElementById(`widget-${widget}`);
    if (behind?.popover) button.onclick = () => behind.showPopover();
    else button.dataset.opens = widget;
    return button;
  }

  /** Asks for a mail address, then for the code that was sent to it. */
  private proveForm(keys: HTMLElement) {
    const { token, words } = this;
    if (!token) return;
    const again = newKey();
    const typed = this.smallForm(
      [{ name: "email", label: words.email, type: "email", needed: true }],
      words.sendCode,
      async ({ email }) => {
        const { status, fields, title } = await this.api.code(token, String(email));
        if (status !== 200) return Object.keys(fields).length ? fields : { email: title || words.failed };
        this.note(words.codeSent);
        const code = this.smallForm(
          [{ name: "code", label: words.code, type: "text", needed: true }],
          words.checkCode,
          async (values) => {
            const proven = await this.api.prove(token, again, String(values.code));
            if (proven.status !== 200)
              return Object.keys(proven.fields).length ? proven.fields : { code: proven.title || words.failed };
            code.remove();
            this.take(proven.value);
            return null;
          },
        );
        typed.replaceWith(code);
        code.querySelector("input")?.focus();
        return null;
      },
    );
    keys.after(typed);
    typed.querySelector("input")?.focus();
  }

  private async callPerson() {
    if (!this.token) return;
    const { status, value } = await this.api.person(this.token, newKey());
    if (status === 200) this.take(value);
    else this.note(this.words.failed);
  }

  /** A small form in the log; what is wrong is said at its field. */
  private smallForm(
    fields: readonly SmallField[],
    button: string,
    send: (
      values: Readonly<Record<string, string | boolean | readonly string[]>>,
    ) => Promise<Readonly<Record<string, string>> | null>,
  ): HTMLFormElement {
    const form = make("form", { className: "c-form", noValidate: true });
    for (const field of fields) form.append(fieldOf(field));
    const submit = make("button", { className: "c-send", type: "submit" }, button);
    form.append(submit);
    form.addEventListener("submit", async (event) => {
      event.preventDefault();
      if (submit.disabled) return;
      submit.disabled = true;
      for (const old of form.querySelectorAll(".c-wrong")) old.remove();
      const values: Record<string, string | boolean | string[]> = {};
      for (const { name, type } of fields) {
        const inputs = [...form.querySelectorAll<HTMLInputElement>(`[name="${CSS.escape(name)}"]`)];
        values[name] =
          type === "tick"
            ? (inputs[0]?.checked ?? false)
            : type === "several"
              ? inputs.filter(({ checked }) => checked).map(({ value }) => value)
              : (inputs[0]?.value ?? "");
      }
      const wrong = await send(values);
      submit.disabled = false;
      if (!wrong) return;
      let first: HTMLElement | null = null;
      for (const [path, message] of Object.entries(wrong)) {
        const input = form.querySelector<HTMLElement>(
          `[name="${CSS.escape(path.replace(/^answers\./, "a.").replace(/^client\./, ""))}"]`,
        );
        const says = make("p", { className: "c-wrong", id: `c-${newKey()}` }, message);
        says.role = "alert";
        (input?.closest("fieldset,label") ?? submit).insertAdjacentElement(input ? "afterend" : "beforebegin", says);
        input?.setAttribute("aria-describedby", says.id);
        first ??= input;
      }
      first?.focus();
    });
    return form;
  }

  private bookForm(button: Extract<Button, { kind: "book" }>, keys: HTMLElement) {
    const { words } = this;
    const key = newKey();
    const form = this.smallForm(
      [
        { name: "name", label: words.name, type: "text" },
        { name: "email", label: words.email, type: "email" },
        ...button.asks.map(
          ({ key: name, label, kind, required, options = [] }): SmallField => ({
            ...{ name: `a.${name}`, label, type: kind, options, needed: required },
          }),
        ),
        ...(button.terms ? [{ name: "terms", label: button.terms, type: "tick" as const }] : []),
      ],
      `${words.book}: ${button.text}`,
      async (values) => {
        const answers: Record<string, unknown> = {};
        for (const { key: name, kind } of button.asks) {
          const value = values[`a.${name}`];
          // What was left open is no answer, in the form that its kind has for that.
          answers[name] = value === "" && kind !== "words" ? null : kind === "number" ? Number(value) : value;
        }
        const came = await this.api.book(
          button,
          { name: String(values.name), email: String(values.email) },
          { answers, terms: values.terms === true },
          this.page.data.language,
          key,
        );
        if (came.status === 201 || came.status === 200) {
          form.replaceWith(make("p", {}, `✓ ${came.value.booking?.state === "asked" ? words.asked : words.booked}`));
          this.down();
          return null;
        }
        return came.status === 0
          ? { "": words.offline }
          : Object.keys(came.fields).length
            ? came.fields
            : { "": came.title || words.gone };
      },
    );
    keys.after(form);
    keys.remove();
    form.querySelector("input")?.focus();
    this.down();
  }

  private messageForm(): HTMLFormElement {
    const { words, form: settings } = this;
    const once = newKey();
    const form = this.smallForm(
      [
        ...(settings.collects.includes("name")
          ? [{ name: "name", label: words.name, type: "text" as const, needed: false }]
          : []),
        { name: "email", label: words.email, type: "email" },
        { name: "wish", label: words.wish, type: "long" },
        { name: "copy", label: words.mailCopy, type: "tick", needed: false },
        ...(settings.consent ? [{ name: "agreed", label: settings.consent, type: "tick" as const }] : []),
      ],
      words.sendWish,
      async (values) => {
        if (!this.token) return { "": words.failed };
        const came = await this.api.leave(this.token, { once, name: "", agreed: false, ...values });
        if (came.status !== 200)
          return Object.keys(came.fields).length ? came.fields : { "": came.title || words.offline };
        form.remove();
        this.take(came.value);
        return null;
      },
    );
    return form;
  }
}
