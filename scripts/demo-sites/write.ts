// npm run demo:sites: writes the demo's site files (demo/<key>/site.json and media) from the words and drawings here.
import { createHash } from "node:crypto";
import { mkdirSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import sharp from "sharp";
import { benchBrand, clayBrand } from "@/core/brand/presets";
import { builder } from "@/core/page/build";
import { newPopup } from "@/core/popup/popup";
import { readSiteFile, writeSiteFile } from "@/core/site/read";
import type { MediaEntry, SiteFile } from "@/core/site/site";
import { oddlaneBooking, wrenfieldBooking } from "./booking";
import { type DrawingName, jpeg } from "./pictures";

type Drawn = Readonly<Record<string, MediaEntry>>;

async function draw(folder: string, names: readonly DrawingName[]): Promise<Drawn> {
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(join(folder, "media"), { recursive: true });
  const drawn: Record<string, MediaEntry> = {};
  for (const name of names) {
    const bytes = await jpeg(name);
    const { width, height } = await sharp(bytes).metadata();
    const hash = createHash("sha256").update(bytes).digest("hex");
    writeFileSync(join(folder, "media", `${hash}.jpg`), bytes);
    drawn[name] = { hash, name: `${name}.jpg`, type: "image/jpeg", widthPx: width, heightPx: height };
  }
  return drawn;
}

function ids(prefix: string) {
  let last = 0;
  return () => `${prefix}${++last}`;
}

async function wrenfield(folder: string): Promise<SiteFile> {
  const drawn = await draw(folder, ["opening", "wheel", "kiln", "glazes", "mugs", "planters", "bowls", "river", "jug"]);
  const b = builder(ids("w"));
  const shows = (name: string) => drawn[name]?.hash as string;
  const offer = (picture: string, alt: string, title: string, facts: string, text: string, page: string) =>
    b.stack(
      { edge: "line", corners: "brand", inset: 18, gap: 12 },
      b.picture(shows(picture), alt, { ratio: "3:2" }),
      b.heading(3, title, { size: 1.3 }),
      b.words(facts, { size: 0.95 }),
      b.words(text, { colour: "quiet", size: 0.95 }),
      b.button("See the dates", page, { tone: "quiet" }),
    );
  const header = b.page(
    b.section("Header", { above: 16, below: 16, width: "wide" }, b.navigation("bar", "Main", true)),
  );
  const letters = b.node("widget", { widget: "letters", as: "link", text: "Get the letter for kiln-opening days" });
  const footer = b.page(
    b.section(
      "Footer",
      { surface: "ink", above: 48, below: 40, width: "wide" },
      b.columns(
        { split: "2:1:1", gap: 40 },
        b.stack(
          {},
          b.heading(2, "Wrenfield Clayworks", { size: 1.5 }),
          b.words("A pottery workshop in the old net store by the river. Classes, open benches, firing for others."),
          letters,
        ),
        b.stack({}, b.heading(3, "Pages", { size: 1 }), b.navigation("column", "Footer", false)),
        b.stack(
          {},
          b.heading(3, "Write or ring", { size: 1 }),
          b.words(["hello@wrenfield.example", "Monday to Saturday, 10 to 6"]),
        ),
      ),
      b.words("© Wrenfield Clayworks. Clay under the fingernails since the flood of the lower quay.", { size: 0.85 }),
    ),
  );
  const home = b.page(
    b.section(
      "Opening",
      { base: { surface: "soft", width: "wide", above: 64, below: 72 }, phone: { above: 32, below: 40 } },
      b.columns(
        { base: { split: "6:5", place: "center", gap: 56 }, phone: { gap: 28 } },
        b.stack(
          { gap: 20 },
          b.heading(1, "Hands in clay by Saturday.", { base: { size: 3.6, measure: 14 }, phone: { size: 2.4 } }),
          b.words("Small wheel and hand-building classes in a riverside workshop. Aprons, tea and firing included.", {
            base: { size: 1.15, measure: 46 },
          }),
          b.button("See free wheels", "page:classes"),
        ),
        b.stack(
          {},
          b.picture(shows("opening"), "A celadon bowl between a tall oat-coloured vase and a rust-red mug", {
            ratio: "4:3",
          }),
        ),
      ),
    ),
    b.section(
      "Class cards",
      { width: "wide" },
      b.heading(2, "Three ways to start"),
      b.columns(
        { split: "1:1:1", gap: 24 },
        offer(
          "wheel",
          "A potter’s wheel seen from above, clay turning",
          "First throw",
          "2 hours · from €38",
          "Centre, open, pull. You keep the best pot; we fire it.",
          "page:classes",
        ),
        offer(
          "bowls",
          "Three glazed bowls on a board",
          "Six-week wheel",
          "6 × 2 hours · €216",
          "One evening a week until your bowls look like a set.",
          "page:classes",
        ),
        offer(
          "glazes",
          "Rows of test tiles in many glazes",
          "Glaze night",
          "90 minutes · €24",
          "Bring eight friends and dip until the buckets are empty.",
          "page:classes",
        ),
      ),
    ),
    b.section(
      "What learners say",
      { surface: "accent", width: "narrow", align: "center" },
      b.heading(2, "“I came for a birthday and left with a kiln shelf of my own.”", {
        base: { size: 2.1 },
        phone: { size: 1.6 },
      }),
      b.words("Nuala, six-week wheel, spring"),
    ),
    b.section(
      "The kiln",
      { width: "wide" },
      b.columns(
        { split: "1:1", place: "center", gap: 56 },
        b.stack(
          {},
          b.picture(shows("kiln"), "The brick kiln with its door open, pots glowing inside", { ratio: "4:3" }),
        ),
        b.stack(
          { gap: 18 },
          b.heading(2, "Kiln-opening days"),
          b.words([
            "Twice a month the door comes off at 1,040 below white heat, and everyone who has a pot in there stands around it.",
            "We write the day before, so that you can be there when yours comes out.",
          ]),
          b.node("widget", { widget: "letters", as: "button", text: "Write to me before the next one" }),
        ),
      ),
    ),
    b.section(
      "Open bench",
      { surface: "soft", width: "wide" },
      b.columns(
        { split: "1:1", gap: 56 },
        b.stack(
          {},
          b.heading(2, "Open bench hours"),
          b.rows([
            ["Tuesday, Thursday", "14:00–21:00"],
            ["Wednesday, Friday", "10:00–18:00"],
            ["Saturday", "10:00–14:00"],
            ["Sunday, Monday", "closed"],
          ]),
        ),
        b.stack(
          {},
          b.heading(2, "Find us"),
          b.words([
            "The net store, Lower Quay, Wrenfield",
            "Bus 7 to Quay Bridge, then two minutes along the water. Leave the car at the boat slip.",
          ]),
          b.button("How to get here", "page:visit", { tone: "outline" }),
        ),
      ),
    ),
  );
  const page = (
    id: string,
    title: string,
    slug: string,
    description: string,
    body: SiteFile["header"],
    inNavigation = true,
  ) => ({ id, title, slug, description, inNavigation, body });
  return {
    format: 1,
    key: "wrenfield",
    name: "Wrenfield Clayworks",
    settings: {
      language: "en-IE",
      zone: "Europe/Dublin",
      currency: "EUR",
      description: "A riverside pottery workshop: wheel classes, open benches and kiln hire.",
      mailFrom: "hello@wrenfield.example",
    },
    brand: clayBrand,
    header,
    footer,
    pages: [
      page("home", "Home", "", "Small wheel and hand-building classes in a riverside workshop.", home, false),
      page(
        "classes",
        "Classes",
        "classes",
        "First throw, the six-week wheel and glaze nights.",
        b.page(
          b.section(
            "Opening",
            { surface: "soft", width: "wide", below: 56 },
            b.heading(1, "Classes"),
            b.words("Never more than six at the wheels, with a tutor for every three.", { size: 1.15 }),
          ),
          b.section(
            "Classes and prices",
            { width: "normal" },
            b.rows([
              ["First throw, 2 hours, with Maren, Tobi or Ilse", "from €38"],
              ["Six-week wheel, a course of six evenings", "€216"],
              ["Glaze night, 90 minutes, a group of eight", "€24 each"],
              ["Open bench, by the hour, for those who have thrown before", "€9"],
            ]),
            b.words("Clay, tools, two firings and a shelf for drying are in the price.", { colour: "quiet" }),
          ),
          b.section(
            "How it goes",
            { surface: "soft", width: "wide" },
            b.columns(
              { split: "1:1:1", gap: 40 },
              b.stack(
                {},
                b.heading(2, "Come as you are", { size: 1.5 }),
                b.words("Short nails help. Aprons hang by the door."),
              ),
              b.stack(
                {},
                b.heading(2, "Make three, keep one", { size: 1.5 }),
                b.words("The others go back into the clay bin; that is how it is learned."),
              ),
              b.stack(
                {},
                b.heading(2, "Fetch it in three weeks", { size: 1.5 }),
                b.words("Drying, first firing, glaze, second firing. We write when it is ready."),
              ),
            ),
          ),
        ),
      ),
      page(
        "kiln-hire",
        "Kiln hire",
        "kiln-hire",
        "Fire your own work in our kiln.",
        b.page(
          b.section(
            "Opening",
            { width: "wide" },
            b.columns(
              { split: "1:1", place: "center", gap: 56 },
              b.stack(
                {},
                b.heading(1, "Your pots, our kiln"),
                b.words("A 250-litre front loader. We load, watch and unload; you say the temperature."),
              ),
              b.stack({}, b.picture(shows("kiln"), "The brick kiln with its door open", { ratio: "4:3" })),
            ),
          ),
          b.section(
            "Firing prices",
            { surface: "soft", width: "normal" },
            b.heading(2, "Firing"),
            b.rows([
              ["Earthenware, 1,060 °C, 14 hours", "€62"],
              ["Stoneware, 1,240 °C, 14 hours", "€78"],
              ["One shelf of a shared firing", "€16"],
            ]),
          ),
        ),
      ),
      page(
        "shop",
        "Shop",
        "shop",
        "Mugs, bowls and planters from the workshop.",
        b.page(
          b.section(
            "Opening",
            { width: "wide" },
            b.heading(1, "From the shelf by the door"),
            b.words("What is here today. Ask at the bench, or have it put aside for a week."),
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
                b.stack(
                  {},
                  b.picture(shows(picture), alt, { ratio: "1:1" }),
                  b.heading(2, title, { size: 1.3 }),
                  b.words(price),
                ),
              ),
            ),
          ),
        ),
      ),
      page(
        "visit",
        "Visit",
        "visit",
        "Where the workshop is and when it is open.",
        b.page(
          b.section(
            "Opening",
            { width: "wide" },
            b.columns(
              { split: "1:1", place: "center", gap: 56 },
              b.stack(
                {},
                b.heading(1, "Down by the water"),
                b.words([
                  "The net store, Lower Quay, Wrenfield.",
                  "The green door. If it is shut, knock: someone has wet hands.",
                ]),
              ),
              b.stack(
                {},
                b.picture(shows("river"), "The workshop by the river in the evening, its windows lit", {
                  ratio: "4:3",
                }),
              ),
            ),
          ),
          b.section(
            "Opening hours",
            { surface: "soft", width: "normal" },
            b.heading(2, "Open"),
            b.rows([
              ["Tuesday, Thursday", "14:00–21:00"],
              ["Wednesday, Friday", "10:00–18:00"],
              ["Saturday", "10:00–14:00"],
              ["Sunday, Monday", "closed"],
            ]),
          ),
        ),
      ),
      page(
        "journal",
        "Journal",
        "journal",
        "Notes from the workshop.",
        b.page(
          b.section("Opening", { width: "normal" }, b.heading(1, "Journal")),
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
        ),
      ),
      page(
        "thanks",
        "Thank you",
        "thank-you",
        "",
        b.page(
          b.section(
            "Thanks",
            { width: "narrow" },
            b.heading(1, "The letter is on its way"),
            b.words("Open it and press the button, and we know it was you."),
          ),
        ),
        false,
      ),
      page(
        "privacy",
        "Privacy",
        "privacy",
        "What we keep and for how long.",
        b.page(
          b.section(
            "Privacy",
            { width: "narrow" },
            b.heading(1, "Privacy"),
            b.words([
              "We keep your address to write to you about kiln-opening days, and nothing else.",
              "Every letter has a link that takes you off the list at once.",
            ]),
          ),
        ),
        false,
      ),
    ],
    widgets: [
      {
        id: "letters",
        kind: "popup",
        name: "Kiln-opening letter",
        settings: {
          ...newPopup,
          design: "card",
          words: {
            title: "Be there when the kiln opens",
            text: "Twice a month, the day before. Nothing in between.",
            button: "Write to me",
            close: "Close",
            consent:
              "You agree that Wrenfield Clayworks writes to this address about kiln-opening days. Every letter has a link to stop them.",
          },
          picture: { media: shows("kiln"), alt: "" },
          fields: [
            { key: "email", kind: "email", label: "E-mail", required: true },
            { key: "name", kind: "name", label: "First name", required: false },
          ],
          thanks: {
            kind: "words",
            title: "The letter is on its way",
            text: "Open it and press the button, and we know it was you.",
          },
          triggers: [
            { on: "after", seconds: 12 },
            { on: "scroll", percent: 60 },
          ],
          conditions: { ...newPopup.conditions, exclude: ["/privacy", "/thank-you"] },
        },
      },
      {
        id: "calendar",
        kind: "booking",
        name: "Wheel classes",
        settings: {
          enabled: true,
          services: ["first-throw", "six-week-wheel", "glaze-night", "kiln-firing", "open-bench"],
        },
      },
    ],
    media: Object.values(drawn),
    booking: wrenfieldBooking,
  };
}

async function oddlane(folder: string): Promise<SiteFile> {
  const drawn = await draw(folder, ["bikeAtWall", "bench", "street"]);
  const b = builder(ids("o"));
  const shows = (name: string) => drawn[name]?.hash as string;
  return {
    format: 1,
    key: "oddlane",
    name: "Oddlane Cycles",
    settings: {
      language: "en-US",
      zone: "America/Chicago",
      currency: "USD",
      description: "One bench, two mechanics, your bicycle back by Friday.",
      mailFrom: "bench@oddlane.example",
    },
    brand: benchBrand,
    header: b.page(b.section("Header", { above: 18, below: 18, width: "wide" }, b.navigation("bar", "Main", true))),
    footer: b.page(
      b.section(
        "Footer",
        { surface: "accent", above: 40, below: 40, width: "wide" },
        b.columns(
          { split: "1:1" },
          b.stack(
            {},
            b.heading(2, "Oddlane Cycles", { size: 1.4 }),
            b.words("Behind the bakery, the door with the wheel on it."),
          ),
          b.stack({}, b.navigation("column", "Footer", false)),
        ),
      ),
    ),
    pages: [
      {
        id: "home",
        title: "Home",
        slug: "",
        description: "Bicycle repairs at one bench by two mechanics.",
        inNavigation: false,
        body: b.page(
          b.section(
            "Opening",
            { base: { width: "wide", above: 40 }, phone: { above: 20 } },
            b.columns(
              { split: "1:1", place: "center", gap: 48 },
              b.stack(
                {},
                b.picture(shows("bikeAtWall"), "A green bicycle leaning against a pale wall", { ratio: "4:3" }),
              ),
              b.stack(
                { gap: 22 },
                b.heading(1, "Back on two wheels by Friday."),
                b.words("One bench, two mechanics, and a price before we touch a bolt.", { size: 1.15 }),
                b.button("What it costs", "page:prices"),
              ),
            ),
          ),
          b.section(
            "How it goes",
            { surface: "soft", width: "wide" },
            b.heading(2, "How it goes"),
            b.columns(
              { split: "1:1:1", gap: 32 },
              ...[
                ["Roll it in", "We look it over with you, five minutes, no charge."],
                ["Hear the price", "Written down, parts and hours apart."],
                ["Ride it home", "Most days it is one day. We ring when it is done."],
              ].map(([title, text]) =>
                b.stack(
                  { surface: "paper", inset: 22, corners: "brand" },
                  b.heading(3, title as string),
                  b.words(text as string),
                ),
              ),
            ),
          ),
          b.section(
            "The bench",
            { width: "wide" },
            b.columns(
              { split: "1:1", place: "center", gap: 48 },
              b.stack(
                {},
                b.heading(2, "One bench, on purpose"),
                b.words("With one bench there is one bicycle at a time, and the one on it is yours."),
              ),
              b.stack({}, b.picture(shows("bench"), "Tools on a pegboard above the workbench", { ratio: "3:2" })),
            ),
          ),
        ),
      },
      {
        id: "prices",
        title: "Prices",
        slug: "prices",
        description: "What repairs cost.",
        inNavigation: true,
        body: b.page(
          b.section(
            "Prices",
            { width: "normal" },
            b.heading(1, "Prices"),
            b.rows([
              ["Flat tire, tube included", "$18"],
              ["Brakes set, both wheels", "$35"],
              ["Gears set", "$40"],
              ["The whole bicycle, cleaned and trued", "$120"],
            ]),
            b.words("Parts at what they cost us and a tenth.", { colour: "quiet" }),
          ),
        ),
      },
      {
        id: "visit",
        title: "Visit",
        slug: "visit",
        description: "Where the bench is.",
        inNavigation: true,
        body: b.page(
          b.section(
            "Visit",
            { surface: "soft", width: "wide" },
            b.columns(
              { split: "1:1", place: "center", gap: 48 },
              b.stack(
                {},
                b.heading(1, "Behind the bakery"),
                b.rows([
                  ["Monday to Friday", "8–6"],
                  ["Saturday", "9–1"],
                ]),
              ),
              b.stack(
                {},
                b.picture(shows("street"), "The shop front in the evening, a bicycle outside", { ratio: "4:3" }),
              ),
            ),
          ),
        ),
      },
    ],
    widgets: [
      {
        id: "winter",
        kind: "popup",
        name: "Winter check",
        settings: {
          ...newPopup,
          design: "note",
          words: {
            title: "Before the salt comes",
            text: "One mail in October: time for the winter check.",
            button: "Remind me",
            close: "Close",
            consent: "You agree to one mail a year from Oddlane Cycles.",
          },
          triggers: [{ on: "scroll", percent: 50 }],
          look: { ...newPopup.look, pageUsable: true, surface: "accent", entrance: "slide" },
        },
      },
      {
        id: "bench",
        kind: "booking",
        name: "Bench times",
        settings: { enabled: true, services: ["puncture", "winter-check"] },
      },
    ],
    media: Object.values(drawn),
    booking: oddlaneBooking,
  };
}

for (const [key, make] of Object.entries({ wrenfield, oddlane })) {
  const folder = join("demo", key);
  const json = writeSiteFile(await make(folder));
  const read = readSiteFile(json);
  if (!read.ok) throw new Error(read.faults.map((fault) => `${fault.path}: ${fault.message}`).join("\n"));
  writeFileSync(join(folder, "site.json"), writeSiteFile(read.site));
  console.log(`${folder}: ${read.site.pages.length} pages`);
}
