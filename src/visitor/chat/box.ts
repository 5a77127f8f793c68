// The chat on a page: a log of what was said, a field for the next question, and ways on as buttons.
import { spokenIn } from "@/core/chat/answers/address";
import { chatPageWords } from "@/core/chat/knows/page-words";
import type { ChatPageWords } from "@/core/chat/knows/page-words/en";
import type { ReleasedChat } from "@/core/chat/released";
import { wallIn } from "@/core/site/open-hours";
import { ChatApi, type ChatPage, newKey, type Talk } from "./api";
import { askAgainMs, freshIn, greetingAt, startersAt } from "./conversation";
import { make } from "./dom";
import { forgetTalk, isKeptLonger, keepTalk, keptTalk } from "./kept";
import { drawLine, type Lines, type Stands } from "./lines";
import { styles } from "./styles";

let sheet: CSSStyleSheet | null = null;
/** Dresses what stands on pages of the site. */
export function dressPage() {
  if (sheet) return;
  sheet = new CSSStyleSheet();
  sheet.replaceSync(styles);
  document.adoptedStyleSheets = [...document.adoptedStyleSheets, sheet];
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
    const keep = make("input", { type: "checkbox", checked: isKeptLonger() });
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
    const kept = this.page.data.rehearsal ? null : keptTalk();
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
    const greeting = greetingAt(this.form, path, time);
    if (greeting !== undefined) this.log.append(make("div", { className: "c-line c-chat" }, make("p", {}, greeting)));
    this.starters.replaceChildren(
      ...startersAt(this.form, path).map((text) =>
        make("button", { type: "button", className: "c-key", onclick: () => this.ask(text) }, text),
      ),
    );
  }

  private remember(longer: boolean) {
    if (!this.page.data.rehearsal) keepTalk(this.token, longer);
  }

  private forget() {
    this.token = null;
    forgetTalk();
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
      this.token = talk.talk;
      this.remember(isKeptLonger());
    }
    this.state = talk.state;
    this.status.remove();
    const fresh = freshIn(talk, this.last);
    for (const line of fresh) {
      this.log.append(drawLine(this.scene, line, talk.person));
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
    this.timer = window.setTimeout(async () => {
      // A box that is closed has nobody who reads it; it goes on when it is opened.
      if (!this.element.checkVisibility()) return this.listen();
      const { status, value } = await this.api.since(token, this.last, Date.now() - this.typedAt < 4000);
      if (this.token !== token) return;
      if (status === 200) this.take(value);
      else if (status !== 404) this.listen();
    }, askAgainMs(this.state));
  }

  private get scene(): Lines {
    return {
      words: this.words,
      api: this.api,
      language: this.page.data.language,
      stands: this.stands,
      rehearsed: Boolean(this.page.data.rehearsal),
      settings: this.form,
      token: () => this.token,
      note: (text) => this.note(text),
      take: (talk) => this.take(talk),
      down: () => this.down(),
      ask: (question) => void this.ask(question),
      callPerson: () => void this.callPerson(),
    };
  }

  private async callPerson() {
    if (!this.token) return;
    const { status, value } = await this.api.person(this.token, newKey());
    if (status === 200) this.take(value);
    else this.note(this.words.failed);
  }
}
