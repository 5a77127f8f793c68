// The pages of Oddlane Cycles: square, loud and short, as the shop is.
import type { builder } from "@/core/page/build";
import { firstIcons } from "@/core/page/look/icon";

type Build = ReturnType<typeof builder>;
type Shows = (name: string) => string;

export const home = (b: Build, shows: Shows) =>
  b.page(
    b.section(
      "Opening",
      { base: { width: "wide", above: 40 }, phone: { above: 20 } },
      b.columns(
        { split: "1:1", place: "center", gap: 48 },
        b.stack({}, b.picture(shows("bikeAtWall"), "A green bicycle leaning against a pale wall", { ratio: "4:3" })),
        b.stack(
          { gap: 22 },
          b.heading(1, "Back on two wheels by Friday."),
          b.words("One bench, two mechanics, and a price before we touch a bolt.", { size: 1.15 }),
          b.button("What it costs", "page:prices"),
        ),
      ),
    ),
    b.section(
      "Counts",
      { surface: "ink", align: "center", width: "wide", above: 44, below: 44 },
      b.columns(
        { base: { split: "1:1:1", gap: 24 }, phone: { gap: 20 } },
        ...(
          [
            ["1", "bench, and yours is on it"],
            ["2", "mechanics since 2009"],
            ["24 h", "for most repairs"],
          ] as const
        ).map(([number, text]) => b.stack({ gap: 2 }, b.words(number, { size: 3 }), b.words(text))),
      ),
    ),
    b.section(
      "How it goes",
      { surface: "soft", width: "wide" },
      b.heading(2, "How it goes"),
      b.columns(
        { split: "1:1:1", gap: 32 },
        ...(
          [
            ["Roll it in", "We look it over with you, five minutes, no charge."],
            ["Hear the price", "Written down, parts and hours apart."],
            ["Ride it home", "Most days it is one day. We ring when it is done."],
          ] as const
        ).map(([title, text]) =>
          b.stack({ surface: "paper", inset: 22, corners: "brand" }, b.heading(3, title), b.words(text)),
        ),
      ),
    ),
    b.section(
      "The bench",
      { width: "wide" },
      b.columns(
        { split: "1:1", place: "center", gap: 48 },
        b.stack(
          { gap: 16 },
          b.heading(2, "One bench, on purpose"),
          b.words("With one bench there is one bicycle at a time, and the one on it is yours."),
          b.node("quote", {
            text: "They showed me the worn part, and then the new one.",
            who: "Dee",
            about: "rides to work",
          }),
        ),
        b.stack({}, b.picture(shows("bench"), "Tools on a pegboard above the workbench", { ratio: "3:2" })),
      ),
    ),
  );

export const prices = (b: Build) =>
  b.page(
    b.section(
      "Prices",
      { surface: "accent", width: "wide", above: 72, below: 72 },
      b.heading(1, "Prices"),
      b.words("Hours are in them, parts are not. Parts at what they cost us and a tenth.", { size: 1.15 }),
    ),
    b.section(
      "Repairs",
      { width: "normal" },
      b.node("table", {
        columns: [{ id: "c1" }, { id: "c2" }, { id: "c3" }],
        rows: [
          { id: "r1", c1: "Repair", c2: "How long", c3: "Price" },
          { id: "r2", c1: "Flat tire, tube included", c2: "while you wait", c3: "$18" },
          { id: "r3", c1: "Brakes set, both wheels", c2: "half a day", c3: "$35" },
          { id: "r4", c1: "Gears set", c2: "half a day", c3: "$40" },
          { id: "r5", c1: "Wheel trued", c2: "one day", c3: "$28" },
          { id: "r6", c1: "The whole bicycle, cleaned and trued", c2: "two days", c3: "$120" },
        ],
        headRow: true,
        headColumn: true,
        onPhones: "pairs",
      }),
    ),
    b.section(
      "Questions",
      { surface: "soft", width: "narrow" },
      b.heading(2, "Asked at the counter"),
      b.node("questions", { told: true }, {}, [
        b.node("question", { title: "Do I need an appointment?" }, {}, [
          b.words("For a flat, no. For the rest, book a bench time: then it is your bicycle that is on it."),
        ]),
        b.node("question", { title: "Do you take electric bicycles?" }, {}, [
          b.words("Brakes, wheels and chains, yes. We leave the motor to those who built it."),
        ]),
        b.node("question", { title: "What if it costs more?" }, {}, [
          b.words("Then we ring before we go on. Nothing is done that you have not said yes to."),
        ]),
      ]),
    ),
  );

export const visit = (b: Build, shows: Shows) =>
  b.page(
    b.node(
      "section",
      { name: "Visit", ground: { media: shows("street"), x: 50, y: 88, veil: 65 } },
      { base: { surface: "ink", width: "wide", above: 230, below: 48 }, phone: { above: 140 } },
      [
        b.heading(1, "Behind the bakery"),
        b.words("The door with the wheel on it. Follow the smell of rolls, then of oil.", { size: 1.15 }),
      ],
    ),
    b.node("section", { name: "Booking", anchor: "book" }, { base: { width: "normal" } }, [
      b.heading(2, "Bring it in"),
      b.node("widget", { widget: "bench", as: "flow", text: "Bring it in" }),
    ]),
    b.section(
      "When and where",
      { surface: "soft", width: "wide" },
      b.columns(
        { split: "1:1", gap: 56 },
        b.stack({ gap: 14 }, b.heading(2, "Open"), b.node("hours", { as: "grouped", now: true, exceptions: true })),
        b.stack(
          { gap: 14 },
          b.heading(2, "Find the door"),
          b.node("address", {
            map: true,
            phone: true,
            mail: true,
            metres: 300,
            mark: [352, 188],
            lines: [
              {
                id: "m1",
                sort: "street",
                name: "Oddlane",
                points: [
                  [0, 250],
                  [600, 250],
                ],
              },
              {
                id: "m2",
                sort: "street",
                name: "West Mill Road",
                points: [
                  [210, 0],
                  [210, 400],
                ],
              },
              {
                id: "m3",
                sort: "lane",
                name: "",
                points: [
                  [352, 250],
                  [352, 150],
                  [470, 150],
                ],
              },
              {
                id: "m4",
                sort: "rail",
                name: "",
                points: [
                  [0, 66],
                  [600, 40],
                ],
              },
            ],
          }),
        ),
      ),
    ),
    b.section(
      "Reach us",
      { align: "center", width: "wide", gap: 16, above: 48, below: 48 },
      b.heading(2, "Ring before you push it far"),
      b.node("links", {
        as: "both",
        items: [
          { id: "l1", text: "Call the bench", icon: firstIcons.phone, link: "tel:+13125550142" },
          { id: "l2", text: "Write to us", icon: firstIcons.mail, link: "mailto:bench@oddlane.example" },
        ],
      }),
    ),
  );

export const wheels = (b: Build) =>
  b.page(
    b.section(
      "Wheels",
      { surface: "soft", above: 64, below: 64 },
      b.heading(1, "A wheel that runs straight", { size: 2.6 }),
      b.words("Leave it at the counter. Most wheels are back on the same day.", { measure: 52 }),
    ),
    b.section(
      "What it costs",
      { width: "narrow" },
      b.heading(2, "What it costs"),
      b.rows([
        ["Truing, up to 32 spokes", "$24"],
        ["One spoke, with truing", "$18"],
        ["A new rim, laced and trued", "$85"],
        ["Hub service", "$32"],
      ]),
      b.button("All prices", "page:prices", { tone: "outline" }),
    ),
  );
