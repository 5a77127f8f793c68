// npm run demo:sites: writes the demo's site files (demo/<key>/site.json and media) from the words and drawings here.
import { createHash } from "node:crypto";
import { mkdirSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { benchBrand, clayBrand } from "@/core/brand/presets";
import type { MediaEntry } from "@/core/media/entry";
import { builder } from "@/core/page/build";
import type { Standing } from "@/core/page/header-footer/standing";
import type { Top } from "@/core/page/header-footer/top";
import type { RootContent } from "@/core/page/kinds/page";
import type { PageNode } from "@/core/page/node";
import { newPopup } from "@/core/popup/popup";
import { readSiteFile, writeSiteFile } from "@/core/site/read";
import type { PageMore, SiteFile } from "@/core/site/site";
import { readPicture } from "@/server/sandbox/picture";
import { oddlaneBooking, wrenfieldBooking } from "./booking";
import * as oddlanePages from "./oddlane-pages";
import { type DrawingName, jpeg } from "./pictures";
import * as pages from "./wrenfield-pages";

type Drawn = Readonly<Record<string, MediaEntry>>;

async function draw(folder: string, names: readonly DrawingName[]): Promise<Drawn> {
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(join(folder, "media"), { recursive: true });
  const drawn: Record<string, MediaEntry> = {};
  for (const name of names) {
    const bytes = await jpeg(name);
    const read = await readPicture(bytes);
    if (!read.ok) throw new Error(`${name}: ${read.faults[0]?.message}`);
    const hash = createHash("sha256").update(bytes).digest("hex");
    writeFileSync(join(folder, "media", `${hash}.jpg`), bytes);
    drawn[name] = { hash, name: `${name}.jpg`, ...read.value.picture };
  }
  return drawn;
}

function ids(prefix: string) {
  let last = 0;
  return () => `${prefix}${++last}`;
}

const mainNavigation = { arrangement: "bar", showName: true, label: "Main", menuWord: "Menu" } as const;

/** A header whose root says how it behaves or where it stands. */
const withRoot = (root: PageNode, content: RootContent): PageNode => ({ ...root, content: { ...content } });

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
  const header = withRoot(
    b.page(
      b.section(
        "Header",
        { above: 16, below: 16, width: "wide" },
        b.node("navigation", { ...mainNavigation, mark: "slide", narrow: "drop", basket: true }),
      ),
    ),
    { top: { stays: "always", heightPx: 76, afterPx: 40, scrolled: { heightPx: 60, shadow: true } } satisfies Top },
  );
  const own = builder(ids("wp"));
  const plainHeader = withRoot(
    own.page(own.section("Name alone", { above: 16, below: 16, width: "wide" }, own.node("logo", { media: null }))),
    { standing: { include: [{ is: "page", page: "thanks" }], exclude: [] } satisfies Standing },
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
          b.words(["hello@wrenfield.example", "Tuesday to Saturday"]),
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
  const call = pages.comeBy(b);
  const more: Readonly<Record<string, PageMore>> = {
    classes: { groups: ["Learning"], searchTitle: "Pottery classes by the river · Wrenfield Clayworks" },
    "kiln-hire": { groups: ["Learning"] },
    thanks: { unlisted: true },
  };
  const page = (
    id: string,
    title: string,
    slug: string,
    description: string,
    body: SiteFile["header"],
    inNavigation = true,
  ) => ({ id, title, slug, description, inNavigation, ...more[id], body });
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
      address: "The net store, Lower Quay\nWrenfield",
      phone: "+353 1 555 0117",
      hours: [
        [],
        [{ from: "14:00", to: "21:00" }],
        [{ from: "10:00", to: "18:00" }],
        [{ from: "14:00", to: "21:00" }],
        [{ from: "10:00", to: "18:00" }],
        [{ from: "10:00", to: "14:00" }],
        [],
      ],
      place: { latitude: 52.6391, longitude: -6.2267 },
    },
    brand: clayBrand,
    header,
    footer,
    headersFooters: [{ id: "header-name", of: "header", name: "Name alone", body: plainHeader }],
    pages: [
      page("home", "Home", "", "Small wheel and hand-building classes in a riverside workshop.", home, false),
      page(
        "classes",
        "Classes",
        "classes",
        "First throw, the six-week wheel and glaze nights.",
        pages.classes(b, shows),
      ),
      page(
        "kiln-hire",
        "Kiln hire",
        "kiln-hire",
        "Fire your own work in our kiln.",
        pages.kilnHire(b, shows, call.place()),
      ),
      page(
        "shop",
        "Shop",
        "shop",
        "Mugs, bowls and planters from the workshop.",
        pages.shop(b, shows, call.place("Rather make your own?", "Two hours at the wheel, and the mug is yours.")),
      ),
      page(
        "visit",
        "Visit",
        "visit",
        "Where the workshop is and when it is open.",
        pages.visit(b, shows, call.place()),
      ),
      page("journal", "Journal", "journal", "Notes from the workshop.", pages.journal(b, shows, call.place())),
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
      page("privacy", "Privacy", "privacy", "What we keep and for how long.", pages.privacy(b), false),
    ],
    shared: [call.section],
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
          // Nobody who is paying is asked for anything else.
          conditions: {
            ...newPopup.conditions,
            exclude: ["/privacy", "/thank-you", "/basket", "/checkout", "/order*", "/yours"],
          },
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
      address: "Behind the bakery\n412 Oddlane",
      phone: "+1 312 555 0142",
      hours: [
        ...Array.from({ length: 5 }, () => [{ from: "08:00", to: "18:00" }]),
        [{ from: "09:00", to: "13:00" }],
        [],
      ],
      place: { latitude: 41.9101, longitude: -87.6773 },
    },
    brand: benchBrand,
    header: withRoot(
      b.page(
        b.section(
          "Header",
          { above: 18, below: 18, width: "wide" },
          b.node("navigation", { ...mainNavigation, mark: "slide", narrow: "cover" }),
        ),
      ),
      { top: { stays: "back", heightPx: 76, afterPx: 40, scrolled: { heightPx: 76, shadow: true } } satisfies Top },
    ),
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
        body: oddlanePages.home(b, shows),
      },
      {
        id: "prices",
        title: "Prices",
        slug: "prices",
        description: "What repairs cost.",
        inNavigation: true,
        body: oddlanePages.prices(b),
      },
      {
        id: "wheels",
        title: "Wheels",
        slug: "prices/wheels",
        description: "Truing, spokes and new rims, and how long each takes.",
        inNavigation: true,
        parent: "prices",
        body: oddlanePages.wheels(builder(ids("ow"))),
      },
      {
        id: "visit",
        title: "Visit",
        slug: "visit",
        description: "Where the bench is.",
        inNavigation: true,
        body: oddlanePages.visit(b, shows),
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
