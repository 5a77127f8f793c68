// The pages of Wrenfield Clayworks behind its home page, and the section they share.
import type { builder } from "@/core/page/build";
import { firstIcons } from "@/core/page/look/icon";
import type { PageNode } from "@/core/page/node";
import type { SharedSection } from "@/core/page/shared/placement";

type Build = ReturnType<typeof builder>;
type Shows = (name: string) => string;

const heldBy = "come-by";

/** The call at the foot of the pages: its heading and words are open, its button is the same everywhere. */
export function comeBy(b: Build): { readonly section: SharedSection; place(title?: string, text?: string): PageNode } {
  const heading: PageNode = { ...b.heading(2, "Come and get muddy"), open: ["text"] };
  const words: PageNode = {
    ...b.words("The next free wheels are in the calendar. If none suits you, write to us.", { size: 1.1 }),
    open: ["doc"],
  };
  const section = b.section(
    "Come by",
    { surface: "accent", toward: "ink", align: "center", width: "narrow", gap: 18 },
    heading,
    words,
    b.button("See free wheels", "page:classes#book"),
  );
  return {
    section: { id: heldBy, name: "Come by", body: b.page(section) },
    place: (title, text) => {
      const fill = (node: PageNode, field: string, value: unknown) => ({
        id: `${node.id}-${field}`,
        node: node.id,
        field,
        value,
      });
      return b.node("shared", {
        shared: heldBy,
        fills: [
          ...(title ? [fill(heading, "text", title)] : []),
          ...(text ? [fill(words, "doc", b.words(text).content.doc)] : []),
        ],
      });
    },
  };
}

const card = (b: Build, link: string, words: string, ...children: readonly PageNode[]) =>
  b.stack({}, b.node("card", { link, words }, {}, children));

const questions = (b: Build, ...list: readonly (readonly [string, string])[]) =>
  b.node(
    "questions",
    { told: true },
    {},
    list.map(([title, text]) => b.node("question", { title }, {}, [b.words(text)])),
  );

const sign = (b: Build, name: keyof typeof firstIcons, title: string, text: string) =>
  b.stack({ gap: 8 }, b.node("icon", { icon: firstIcons[name] }, { size: 2 }), b.heading(3, title), b.words(text));

export const classes = (b: Build, shows: Shows) =>
  b.page(
    b.section(
      "Opening",
      { surface: "soft", width: "wide", below: 56 },
      b.columns(
        { split: "3:2", place: "center", gap: 56 },
        b.stack(
          { gap: 18 },
          b.heading(1, "Classes"),
          b.words("Never more than six at the wheels, with a tutor for every three.", { size: 1.15 }),
          b.node("links", {
            as: "both",
            items: [
              { id: "l3", text: "Book", icon: firstIcons.clock, link: "#book" },
              { id: "l1", text: "Prices", icon: firstIcons.check, link: "#prices" },
              { id: "l2", text: "What people ask", icon: firstIcons.heart, link: "#questions" },
            ],
          }),
        ),
        b.stack({}, b.picture(shows("wheel"), "A potter’s wheel seen from above, clay turning", { ratio: "4:3" })),
      ),
    ),
    b.section(
      "For whom",
      { width: "wide" },
      b.heading(2, "Where do you start?"),
      b.node("tabs", {}, {}, [
        b.node("tab", { title: "Never thrown" }, {}, [
          b.words(
            "Take First throw: two hours, one wheel to yourself, and a tutor at your elbow. Nobody leaves without a pot.",
          ),
          b.bullets(["Wednesdays and Saturdays", "Aprons, clay and both firings included", "From 12 years"]),
        ]),
        b.node("tab", { title: "Thrown before" }, {}, [
          b.words("Take the six-week wheel. In the third week your walls are even; in the fifth you throw a set."),
          b.bullets([
            "Six evenings, the same faces",
            "Ten kilograms of clay",
            "Open bench at half the price meanwhile",
          ]),
        ]),
        b.node("tab", { title: "With friends" }, {}, [
          b.words("Take a glaze night: eight of you, a board of fired pots each, and twenty buckets to dip into."),
          b.bullets(["Fridays, ninety minutes", "Bring your own music", "We fire on Monday"]),
        ]),
      ]),
    ),
    b.node(
      "section",
      { name: "Classes and prices", anchor: "prices" },
      { base: { surface: "soft", width: "normal" } },
      [
        b.heading(2, "What it costs"),
        b.rows([
          ["First throw, 2 hours, with Maren, Tobi or Ilse", "from €38"],
          ["Six-week wheel, a course of six evenings", "€216"],
          ["Glaze night, 90 minutes, a group of eight", "€24 each"],
          ["Open bench, by the hour, for those who have thrown before", "€9"],
        ]),
        b.words("Clay, tools, two firings and a shelf for drying are in the price.", { colour: "quiet" }),
      ],
    ),
    b.node("section", { name: "Booking", anchor: "book" }, { base: { width: "wide" } }, [
      b.heading(2, "Book your place"),
      b.node("widget", { widget: "calendar", as: "flow", text: "Book" }),
    ]),
    b.section(
      "How it goes",
      { width: "wide", surface: "soft" },
      b.columns(
        { split: "1:1:1", gap: 40 },
        sign(b, "heart", "Come as you are", "Short nails help. Aprons hang by the door."),
        sign(b, "check", "Make three, keep one", "The others go back into the clay bin; that is how it is learned."),
        sign(
          b,
          "clock",
          "Fetch it in three weeks",
          "Drying, first firing, glaze, second firing. We write when it is ready.",
        ),
      ),
    ),
    b.node("section", { name: "Questions", anchor: "questions" }, { base: { surface: "soft" } }, [
      b.columns(
        { split: "1:2", gap: 56 },
        b.stack(
          { gap: 12 },
          b.heading(2, "What people ask"),
          b.words("Something else? Write to hello@wrenfield.example."),
        ),
        b.stack(
          {},
          questions(
            b,
            [
              "What should I wear?",
              "Something that may get muddy up to the elbows. Clay washes out at thirty degrees.",
            ],
            [
              "Can I bring a child?",
              "From twelve years on, with somebody at the next wheel. For smaller ones we have Sunday clay in the holidays.",
            ],
            [
              "What if I can’t come?",
              "Tell us two days before and choose another day. Later than that, send a friend in your place.",
            ],
          ),
        ),
      ),
    ]),
  );

export const kilnHire = (b: Build, shows: Shows, call: PageNode) =>
  b.page(
    b.section(
      "Opening",
      { width: "wide" },
      b.columns(
        { split: "1:1", place: "center", gap: 56 },
        b.stack(
          { gap: 18 },
          b.heading(1, "Your pots, our kiln"),
          b.words("A 250-litre front loader. We load, watch and unload; you say the temperature.", { size: 1.1 }),
          b.node("notice", {
            text: "From 9 to 13 March the kiln gets a new floor. Firings go on the Monday after.",
            icon: firstIcons.megaphone,
          }),
        ),
        b.stack({}, b.picture(shows("kiln"), "The brick kiln with its door open", { ratio: "4:3" })),
      ),
    ),
    b.section(
      "Firing prices",
      { surface: "soft", width: "normal" },
      b.heading(2, "Firing"),
      b.node("table", {
        columns: [{ id: "c1" }, { id: "c2" }, { id: "c3" }, { id: "c4" }],
        rows: [
          { id: "r1", c1: "Firing", c2: "Top", c3: "Whole kiln", c4: "One shelf" },
          { id: "r2", c1: "Biscuit", c2: "1,000 °C", c3: "€54", c4: "€14" },
          { id: "r3", c1: "Earthenware", c2: "1,060 °C", c3: "€62", c4: "€16" },
          { id: "r4", c1: "Stoneware", c2: "1,240 °C", c3: "€78", c4: "€19" },
        ],
        headRow: true,
        headColumn: true,
        onPhones: "pairs",
      }),
      b.words("A firing takes fourteen hours and a night to cool. Kiln shelves are 48 by 42 cm.", { colour: "quiet" }),
    ),
    b.section(
      "How to hire it",
      { width: "wide" },
      b.heading(2, "How to hire it"),
      b.columns(
        { split: "1:1:1", gap: 40 },
        ...(
          [
            ["1", "Bring it dry", "Bone dry, no glaze on the foot. Wrap each piece; the quay is bumpy."],
            ["2", "Say how hot", "Cone or degrees, and whether you want it slow. We write it on your shelf."],
            ["3", "Fetch it cold", "Two days later, from four o’clock. We send a picture when the door is open."],
          ] as const
        ).map(([number, title, text]) =>
          b.stack({ gap: 8 }, b.words(number, { size: 2, colour: "accent" }), b.heading(3, title), b.words(text)),
        ),
      ),
    ),
    b.section(
      "What a potter says",
      { surface: "soft", width: "narrow" },
      b.node(
        "quote",
        {
          text: "My celadon comes out of their kiln as it was on the test tile. I stopped owning one.",
          who: "Aoife",
          about: "potter in the next village",
          media: shows("jug"),
        },
        { size: 1.35 },
      ),
    ),
    call,
  );

export const shop = (b: Build, shows: Shows, call: PageNode) =>
  b.page(
    b.section(
      "Opening",
      { width: "wide", below: 40 },
      b.heading(1, "From the shelf by the door"),
      b.words("What is here today. Ask at the bench, or have it put aside for a week.", { size: 1.1 }),
    ),
    b.section(
      "Pots",
      { surface: "soft", width: "wide" },
      b.columns(
        { split: "1:1:1", gap: 24 },
        ...(
          [
            ["mugs", "Three glazed mugs", "Mugs", "€22 · celadon, oat, iron"],
            ["bowls", "Three glazed bowls", "Bowls", "€28 to €54"],
            ["planters", "Three planters with leaves", "Planters", "€36 to €70"],
          ] as const
        ).map(([picture, alt, title, price]) =>
          card(
            b,
            "mailto:hello@wrenfield.example?subject=From%20the%20shelf",
            "Ask for it",
            b.picture(shows(picture), alt, { ratio: "1:1" }),
            b.heading(2, title, { size: 1.3 }),
            b.words(price),
          ),
        ),
      ),
    ),
    b.section(
      "Glazes",
      { width: "wide" },
      b.columns(
        { split: "2:3", place: "center", gap: 56 },
        b.stack(
          { gap: 14 },
          b.heading(2, "Six glazes, all our own"),
          b.words(
            "Celadon, oat, iron, cobalt, moss and rust. Every pot is lead-free and goes into the dishwasher; the cobalt ones ask you not to.",
          ),
        ),
        b.stack(
          {},
          b.node(
            "gallery",
            {
              as: "grid",
              items: [
                {
                  id: "l1",
                  media: shows("glazes"),
                  alt: "Rows of test tiles in many glazes",
                  caption: "Forty-one blues",
                },
                { id: "l2", media: shows("jug"), alt: "A tall jug in cobalt blue", caption: "Cobalt" },
                { id: "l3", media: shows("bowls"), alt: "Three glazed bowls on a board", caption: "Rust, oat, cobalt" },
                { id: "l4", media: shows("mugs"), alt: "Three glazed mugs", caption: "Celadon, oat, iron" },
              ],
            },
            { columns: 2, ratio: "4:3", gap: 12 },
          ),
        ),
      ),
    ),
    call,
  );

export const visit = (b: Build, shows: Shows, call: PageNode) =>
  b.page(
    b.node(
      "section",
      { name: "Opening", ground: { media: shows("river"), x: 50, y: 62, veil: 75 } },
      { base: { surface: "ink", above: 140, below: 56, width: "wide" }, phone: { above: 96 } },
      [
        b.heading(1, "Down by the water"),
        b.words(
          ["The net store, Lower Quay, Wrenfield.", "The green door. If it is shut, knock: someone has wet hands."],
          { size: 1.15, measure: 46 },
        ),
      ],
    ),
    b.section(
      "Opening hours",
      { surface: "soft", width: "wide" },
      b.columns(
        { split: "2:3", gap: 64 },
        b.stack({ gap: 14 }, b.heading(2, "Open"), b.node("hours", { as: "grouped", now: true, exceptions: true })),
        b.stack(
          { gap: 14 },
          b.heading(2, "Where we are"),
          b.node("address", {
            map: true,
            phone: true,
            mail: true,
            metres: 420,
            mark: [318, 206],
            lines: [
              {
                id: "m1",
                sort: "river",
                name: "The Wren",
                points: [
                  [0, 318],
                  [150, 292],
                  [330, 318],
                  [470, 300],
                  [600, 322],
                ],
              },
              {
                id: "m2",
                sort: "street",
                name: "Lower Quay",
                points: [
                  [0, 236],
                  [180, 222],
                  [330, 234],
                  [600, 226],
                ],
              },
              {
                id: "m3",
                sort: "street",
                name: "Net Street",
                points: [
                  [318, 0],
                  [310, 110],
                  [322, 234],
                ],
              },
              {
                id: "m4",
                sort: "lane",
                name: "",
                points: [
                  [130, 0],
                  [150, 120],
                  [140, 224],
                ],
              },
              {
                id: "m5",
                sort: "path",
                name: "Towpath",
                points: [
                  [0, 266],
                  [200, 256],
                  [420, 266],
                  [600, 258],
                ],
              },
            ],
          }),
        ),
      ),
    ),
    b.section(
      "Getting here",
      { width: "wide" },
      b.heading(2, "Getting here"),
      b.columns(
        { split: "1:1:1", gap: 40 },
        sign(b, "footprints", "On foot", "From the market square down Net Street: six minutes, all of them downhill."),
        sign(b, "bus", "By bus", "Bus 7 to Quay Bridge, then two minutes along the water."),
        sign(
          b,
          "car",
          "By car",
          "Leave it at the boat slip. In front of the door it stands in the river at high water.",
        ),
      ),
    ),
    call,
  );

export const journal = (b: Build, shows: Shows, call: PageNode) =>
  b.page(
    b.section(
      "Opening",
      { width: "normal", below: 32 },
      b.heading(1, "Journal"),
      b.words("What went right, what cracked, and why.", { size: 1.1, colour: "quiet" }),
    ),
    b.section(
      "A blue that took a year",
      { width: "normal", above: 0 },
      b.columns(
        { split: "2:3", gap: 40 },
        b.stack({}, b.picture(shows("jug"), "A tall jug in cobalt blue", { ratio: "3:4" })),
        b.stack(
          {},
          b.heading(2, "A blue that took a year"),
          b.words([
            "Forty-one test tiles, three kiln furniture accidents and one very patient jug.",
            "The recipe is two parts ash from the beech that fell in the storm, one part feldspar, and less cobalt than anyone believes.",
          ]),
        ),
      ),
    ),
    b.section(
      "What the river left",
      { surface: "soft", width: "wide" },
      b.columns(
        { split: "3:2", place: "center", gap: 56 },
        b.stack(
          { gap: 14 },
          b.heading(2, "What the river left"),
          b.words([
            "In February the quay stood under water for two days. We carried four hundred pots upstairs and forgot the clay.",
            "It turns out that clay does not mind.",
          ]),
        ),
        b.stack(
          {},
          b.picture(shows("river"), "The workshop by the river in the evening, its windows lit", { ratio: "4:3" }),
        ),
      ),
    ),
    call,
  );

export const privacy = (b: Build) =>
  b.page(
    b.section(
      "Privacy",
      { width: "narrow", below: 32 },
      b.heading(1, "Privacy"),
      b.words("What this site knows of you, in the order in which you would ask.", { size: 1.1 }),
    ),
    b.section(
      "What is kept",
      { width: "narrow", above: 0 },
      b.heading(2, "What we keep"),
      b.node("table", {
        columns: [{ id: "c1" }, { id: "c2" }, { id: "c3" }],
        rows: [
          { id: "r1", c1: "What", c2: "For what", c3: "How long" },
          {
            id: "r2",
            c1: "Your address",
            c2: "To write to you about kiln-opening days",
            c3: "Until you leave the list",
          },
          { id: "r3", c1: "A booking", c2: "To keep your wheel, and to write if it moves", c3: "Two years" },
          { id: "r4", c1: "What you write", c2: "To answer you", c3: "One year" },
        ],
        headRow: true,
        headColumn: true,
        onPhones: "pairs",
      }),
      b.heading(2, "What we don’t"),
      b.words([
        "No counting of visits, no pictures from elsewhere, no letters from anybody but us.",
        "Every letter has a link that takes you off the list at once.",
      ]),
      b.heading(2, "Whom to ask"),
      b.words(
        "Write to hello@wrenfield.example. You will be told what is kept about you, and it is erased when you say so.",
      ),
    ),
  );
