// A page with every block one can add, each with real content: for validators, accessibility and pictures.
import { builder } from "./build";
import { shopContent } from "./kinds/shop";
import { firstIcons } from "./look/icon";
import type { PageNode } from "./node";

export interface OfSite {
  /** Hashes of pictures of the site, at least three. */
  readonly media: readonly string[];
  /** A file to take home, if it has one. */
  readonly document: string | null;
  /** A widget that opens over the page. */
  readonly widget: string;
}

export function everyBlock(newId: () => string, { media, document, widget }: OfSite): PageNode {
  const b = builder(newId);
  const { node } = b;
  const item = (id: string, more: object) => ({ id, ...more });
  const picture = (at: number) => media[at % media.length] ?? null;
  const slide = (at: number, title: string, text: string) =>
    b.stack(
      { surface: "soft", inset: 28 },
      b.columns(
        { split: "1:2", gap: 28, place: "center" },
        b.stack({}, b.picture(picture(at), title, { ratio: "1:1" })),
        b.stack({}, b.heading(3, title), b.words(text)),
      ),
    );
  const card = (at: number, title: string, text: string, link: string, words?: string) =>
    node("card", { link, ...(words ? { words } : {}) }, {}, [
      b.picture(picture(at), title, { ratio: "3:2" }),
      b.heading(3, title),
      b.words(text),
    ]);
  const question = (title: string, text: string, open = false) =>
    node("question", { title, ...(open ? { open } : {}) }, {}, [b.words(text)]);
  return b.page(
    node("section", { name: "Notice" }, { above: 12, below: 12 }, [
      node("notice", {
        text: "Closed for the kiln’s repair until Tuesday.",
        icon: firstIcons.megaphone,
        link: "page:visit",
        linkWords: "Other hours",
      }),
    ]),
    node(
      "section",
      { name: "On a picture", ground: { media: picture(2) ?? "", x: 30, y: 60, veil: 80 } },
      { surface: "ink", toward: "accent" },
      [b.heading(2, "Over the river"), b.words("Words on a picture, with the surface over it.")],
    ),
    b.section("Bar", { above: 12, below: 12 }, b.bar({}, [b.logo()], [], [b.button("Come by", "page:visit")])),
    b.section(
      "Opening",
      {},
      b.heading(1, "Every block there is"),
      b.words("Words, and what stands between them."),
      b.button("Get the letter", `widget:${widget}`),
      b.picture(picture(0), "A row of glazed mugs", { ratio: "16:9" }, "Glazed last week"),
      b.bullets(["Clay is included", "So is the apron"]),
      b.rows([
        ["First throw", "€55"],
        ["Six-week wheel", "€290"],
      ]),
      node("divider", {}),
      node("spacer", {}, { base: { height: 32 }, phone: { height: 12 } }),
    ),
    b.section(
      "Signs",
      { surface: "ink" },
      node("logo", { media: null }),
      node("icon", { icon: firstIcons.star, label: "Recommended" }),
      node("links", {
        as: "both",
        items: [
          item("l1", {
            text: "Write to us",
            icon: firstIcons.mail,
            link: "mailto:hello@wrenfield.example?subject=A%20class",
          }),
          item("l2", { text: "Call us", icon: firstIcons.phone, link: "tel:+35315550100" }),
          item("l3", { text: "The letter", icon: firstIcons.megaphone, link: `widget:${widget}` }),
        ],
      }),
      node("quote", {
        text: "I came for an afternoon and stayed for the glazes.",
        who: "Ines",
        about: "came in spring",
        media: picture(1),
      }),
    ),
    b.section(
      "Cards",
      { surface: "soft" },
      b.columns(
        { split: "1:1:1", gap: 24 },
        b.stack({}, card(0, "Classes", "Two hours at the wheel.", "page:classes", "See the classes")),
        b.stack({}, card(1, "Kiln hire", "Fourteen hours, alone.", "page:kiln-hire")),
        b.stack({}, card(2, "Visit", "By the river, at the weir.", "page:visit", "How to find us")),
      ),
    ),
    b.section(
      "Pictures",
      {},
      ...(["grid", "rows", "strip"] as const).map((as) =>
        node("gallery", {
          as,
          items: [0, 1, 2, 3, 4].map((at) =>
            item(`g${at}`, {
              media: picture(at),
              alt: `Picture ${at + 1}`,
              ...(at ? {} : { caption: "The first one" }),
            }),
          ),
        }),
      ),
    ),
    b.section(
      "Videos",
      {},
      ...(["here", "over", "button"] as const).map((as) =>
        node("video", {
          source: { from: "clip", provider: "clips", clip: "kln-0301" },
          title: "Kiln opening, first of March",
          ratio: 1.7778,
          seconds: 12,
          poster: picture(0),
          alt: "",
          as,
          text: "",
          titled: true,
          caption: "Fourteen hours up, two days down.",
          controls: "shown",
          fullScreen: true,
          captions: [],
          chapters: [],
        }),
      ),
    ),
    b.section(
      "Elsewhere",
      {},
      ...(["marketing", "needed"] as const).map((purpose) =>
        node("embed", {
          address: "https://timetable.example/stop",
          title: `The next ferries (${purpose})`,
          size: "fixed",
          rights: ["scripts", "own"],
          devices: ["fullScreen"],
          agreed: true,
          purpose,
          sets: ["seen"],
          poster: null,
        }),
      ),
      ...(["marketing", "needed"] as const).map((purpose) =>
        node("code", {
          title: `The river’s height (${purpose})`,
          html: "<p id=height>1.2 m</p>",
          css: "p{font-weight:bold}",
          script: "document.title",
          origins: ["https://river.example"],
          purpose,
        }),
      ),
    ),
    b.section(
      "Slides",
      {},
      node("slider", { label: "What people make", seconds: 6 }, {}, [
        slide(0, "Mugs", "The first thing everybody throws."),
        slide(1, "Bowls", "Wide, shallow, harder than they look."),
        slide(2, "Planters", "With a hole, and a saucer below."),
      ]),
    ),
    b.section(
      "Folded",
      {},
      node("tabs", {}, {}, [
        node("tab", { title: "Beginners" }, {}, [b.words("No clay under your nails yet: start here.")]),
        node("tab", { title: "Returning" }, {}, [b.words("You know how to centre. We go on from there.")]),
        node("tab", { title: "Groups" }, {}, [b.words("Up to eight of you, one evening.")]),
      ]),
      node("questions", { told: true, oneOpen: true }, {}, [
        question("What should I wear?", "Something that may get muddy. Aprons are here.", true),
        question("When can I take my pot home?", "About three weeks later, once it was fired twice."),
      ]),
    ),
    b.section(
      "Facts",
      {},
      node("anchor", { anchor: "prices" }),
      node("table", {
        caption: "Firings",
        columns: [{ id: "c1" }, { id: "c2" }, { id: "c3" }],
        rows: [
          { id: "r1", c1: "Firing", c2: "Temperature", c3: "Price" },
          { id: "r2", c1: "Bisque", c2: "1,000 °C", c3: "€60" },
          { id: "r3", c1: "Stoneware", c2: "1,240 °C", c3: "€85" },
        ],
        headRow: true,
        headColumn: true,
        onPhones: "pairs",
      }),
      b.columns(
        { split: "1:1", gap: 48 },
        b.stack({}, node("hours", { as: "grouped", now: true, exceptions: true })),
        b.stack(
          {},
          node("address", {
            map: true,
            phone: true,
            mail: true,
            metres: 400,
            mark: [318, 196],
            lines: [
              item("m1", {
                sort: "river",
                name: "The Wren",
                points: [
                  [0, 330],
                  [180, 300],
                  [390, 340],
                  [600, 300],
                ],
              }),
              item("m2", {
                sort: "street",
                name: "Mill Street",
                points: [
                  [0, 190],
                  [300, 214],
                  [600, 180],
                ],
              }),
              item("m3", {
                sort: "lane",
                name: "Weir Lane",
                points: [
                  [200, 0],
                  [214, 205],
                  [196, 400],
                ],
              }),
            ],
          }),
        ),
      ),
      node("file", { media: document, text: "Glaze recipes" }),
      node("widget", { widget, as: "link", text: "The letter" }),
      node("shop", { ...shopContent("list") }),
    ),
  );
}
