// The lines of a conversation, as the log shows them.

import type { Button } from "@/core/chat/public-types";
import type { ReleasedChat } from "@/core/chat/released";
import type { TalkLine } from "./api";
import { linked, make } from "./dom";
import { bookForm, messageForm, proveForm, type Talking } from "./forms";
import { hrefTo, mark } from "./mark";

/** Where a box stands. */
export interface Stands {
  /** Closes what it stands in; null where it stands in the page. */
  readonly close: (() => void) | null;
  /** Origin of the site that it belongs to; "" on that site's own pages. */
  readonly home: string;
  /** Whether times can be booked in it; else they lead to their page. */
  readonly books: boolean;
}

/** What a line is drawn from, and what its buttons do. */
export interface Lines extends Talking {
  readonly stands: Stands;
  readonly rehearsed: boolean;
  readonly settings: ReleasedChat;
  ask(question: string): void;
  callPerson(): void;
}

/** One line of the log, with what it is from and the ways on. */
export function drawLine(scene: Lines, line: TalkLine, person: string): HTMLElement {
  const element = make("div", { className: `c-line c-${line.by}` });
  if (line.by === "person") element.append(make("div", { className: "c-who" }, person));
  const texts = line.lines?.map(({ text }) => text) ?? line.text.split("\n");
  // What a visitor wrote stays words: only the site's own addresses lead somewhere.
  for (const text of texts) element.append(make("p", {}, ...(line.by === "visitor" ? [text] : linked(text))));
  const picture = line.picture ? scene.settings.pictures[line.picture] : undefined;
  if (picture) element.append(make("img", { ...picture, className: "c-picture" }));
  const sources = (line.sources ?? []).filter(({ href }) => href);
  if (sources.length) {
    const from = make("div", { className: "c-from" }, `${scene.words.sources} `);
    for (const [at, { title, href, words }] of sources.entries()) {
      if (at) from.append(", ");
      const source = link(scene, hrefTo(href, words), title);
      source.onclick = (event) => {
        if (scene.rehearsed || (!scene.stands.home && href.split("#")[0] === location.pathname && words && mark(words)))
          event.preventDefault();
      };
      from.append(source);
    }
    element.append(from);
  }
  const keys = make("div", { className: "c-keys" });
  for (const button of line.buttons ?? []) keys.append(key(scene, button, keys));
  if (keys.childNodes.length) element.append(keys);
  if (line.by === "chat" && ["answer", "unknown", "instead"].includes(line.kind)) element.append(rating(scene, line));
  if (line.kind === "away") element.append(messageForm(scene, scene.settings));
  return element;
}

/** Whether an answer helped. */
function rating({ words, api, token, note }: Lines, { nth, helped }: TalkLine): HTMLElement {
  const row = make("div", { className: "c-rate" });
  const done = () => row.replaceChildren(make("span", { className: "c-from" }, words.thanks));
  if (helped !== null) done();
  else
    for (const [text, value] of [
      [words.helped, true],
      [words.not, false],
    ] as const)
      row.append(
        make(
          "button",
          {
            type: "button",
            onclick: async () => {
              const talk = token();
              if (!talk) return;
              const { status } = await api.rate(talk, nth, value);
              if (status === 200) done();
              else note(words.failed);
            },
          },
          text,
        ),
      );
  return row;
}

function key(scene: Lines, button: Button, keys: HTMLElement): HTMLElement {
  const press = (run: () => void) => make("button", { type: "button", className: "c-key", onclick: run }, button.text);
  switch (button.kind) {
    case "ask":
      return press(() => scene.ask(button.text));
    case "link":
      return link(scene, button.href, button.text, "c-key");
    case "widget":
      return opener(scene, button);
    case "person":
      return press(() => scene.callPerson());
    case "leave":
      return press(() => {
        const form = messageForm(scene, scene.settings);
        keys.replaceWith(form);
        form.querySelector("input")?.focus();
      });
    case "prove":
      return press(() => {
        const token = scene.token();
        if (token) proveForm(scene, token, keys);
      });
    case "book":
      return button.onPage || !scene.stands.books || scene.rehearsed
        ? Object.assign(link(scene, button.href, button.text, "c-key"), { title: scene.words.onPage })
        : press(() => bookForm(scene, button, keys));
  }
}

/** A link of the site; from pages of other sites it leads there in a tab of its own, so that the conversation stays. */
function link({ stands: { home } }: Lines, href: string, text: string, className = ""): HTMLAnchorElement {
  if (!home) return make("a", { className, href }, text);
  return make("a", { className, href: new URL(href, home).href, target: "_blank", rel: "noopener" }, text);
}

function opener(scene: Lines, { text, widget }: Extract<Button, { kind: "widget" }>): HTMLElement {
  // What it opens stands on the site.
  if (scene.stands.home) return link(scene, "/", text, "c-key");
  const button = make("button", { type: "button", className: "c-key" }, text);
  const behind = document.getElementById(`widget-${widget}`);
  if (behind?.popover) button.onclick = () => behind.showPopover();
  else button.dataset.opens = widget;
  return button;
}
