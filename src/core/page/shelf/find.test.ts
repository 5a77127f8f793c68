// What designers type, and what must come first: 150 words of the trade.
import { kindNames } from "@/core/page/kind-names";
import { kinds } from "@/core/page/kinds";
import { widgetFacts, widgetKindNames } from "@/core/widget/all-facts";
import { type Findable, ShelfIndex } from "./find";
import { shelf } from "./index";
import { settingsFound } from "./settings-found";
import { tradeWords } from "./trade-words";

const things: readonly Findable[] = [
  ...shelf.map(({ key, name, note, group }) => ({ is: `section:${key}`, name, note: `${note} ${group}` })),
  ...kindNames
    .filter((kind) => kinds[kind].group)
    .map((kind) => ({ is: `block:${kind}`, name: kinds[kind].label, note: kinds[kind].group ?? "" })),
  ...widgetKindNames.map((kind) => ({
    is: `widget:${kind}`,
    name: `New ${widgetFacts[kind].label.toLowerCase()}`,
    note: widgetFacts[kind].sentence,
  })),
  ...settingsFound,
  ...(["side", "rehearse", "words", "keys", "ground"] as const).map((key) => ({
    is: `command:${key}`,
    name: {
      side: "Phone beside",
      rehearse: "Rehearse",
      words: "Find and replace words",
      keys: "Keys",
      ground: "Picture behind this section",
    }[key],
    note: "",
  })),
];
const index = new ShelfIndex(things, tradeWords.en);
const first = (asked: string) => index.find(asked)[0]?.is;

/** What must come first, and the words that must lead there. */
const wanted: Readonly<Record<string, string>> = {
  "section:opening": "hero, intro, welcome, hero section, above the fold, heroes",
  "section:opening-above": "banner, cover, masthead, banners",
  "section:opening-middle": "jumbotron, slogan, tagline",
  "section:head-bar": "header, navbar, nav bar, headers",
  "section:foot": "footer, footers",
  "section:foot-line": "copyright, imprint",
  "section:cards": "cards, services, tiles, projects",
  "section:included": "features, benefits, icon box",
  "section:beside": "about, about us, image and text, text and image, story",
  "section:steps": "process, timeline, how it works, steps",
  "section:quotes": "testimonial, testimonials, review, reviews, social proof, ratings",
  "section:numbers": "stats, statistics, counter, figures",
  "section:before-after": "comparison, before after",
  "section:people": "team, staff, our team, crew",
  "section:person": "bio, founder, profile",
  "section:join": "jobs, careers, vacancies, hiring",
  "section:prices": "pricing, rates, prices, price list",
  "section:price-cards": "plans, packages, pricing plans",
  "section:price-table": "price table",
  "section:prices-two": "food menu",
  "section:questions": "faq, faqs, help",
  "block:questions": "accordion, toggle, collapse, accordions",
  "section:form": "contact, contact form, contact us, form, enquiry, inquiry",
  "section:book": "booking, appointment, calendar, reservation, book now, scheduling",
  "section:reach": "phone, email, click to call",
  "section:find-us": "map, location",
  "section:getting-here": "directions, parking",
  "section:hours": "hours, opening times, business hours, opening hours",
  "section:notice": "announcement",
  "block:notice": "announcement bar, alert",
  "section:call": "cta, call to action",
  "section:take-home": "download, brochure",
  "block:file": "pdf",
  "section:gallery": "gallery, photos, lightbox, portfolio",
  "section:gallery-rows": "masonry",
  "section:slides": "slideshow, carousel",
  "block:slider": "slider, sliders, animation, motion",
  "block:video": "video, film, videos, player",
  "widget:clips": "feed, reel",
  "command:ground": "background, background image, parallax",
  "block:picture": "image, photo, picture, images",
  "block:heading": "headline, title, h1, subtitle",
  "block:richText": "text, paragraph",
  "block:columns": "columns, grid, row",
  "block:bar": "toolbar, bar",
  "block:navigation": "nav, menu, hamburger",
  "block:logo": "logo, brandmark",
  "block:stack": "container, group",
  "block:divider": "separator, line, divider",
  "block:spacer": "whitespace, gap, spacer",
  "block:list": "bullets, checklist, list",
  "block:table": "table, spreadsheet, tables",
  "block:tabs": "tabs",
  "block:icon": "icon, badge",
  "block:anchor": "jump link, anchor",
  "block:embed": "embed, iframe",
  "block:code": "html, script, javascript, css",
  "block:links": "social, social media, social icons",
  "block:button": "button, buttons",
  "block:shop": "shop, product, products, buy, category, categories, cart, store",
  "widget:shop": "ecommerce, checkout, shipping",
  "widget:popup": "popup, modal, newsletter, popups",
  "section:letter": "subscribe",
  "widget:chat": "chatbot, chat, live chat",
  "widget:consent": "cookie banner, gdpr, cookies, privacy",
  "widget:wholepage": "analytics, tracking, pixel",
  "setting:page": "seo, slug, url",
  "setting:favicon": "favicon",
  "setting:redirects": "redirect, 404",
  "setting:type": "font, typography, fonts",
  "setting:colours": "colour, color, palette, theme",
  "command:side": "mobile, responsive",
  "command:rehearse": "preview",
};

test("150 words of the trade and more lead to what a designer means by them, first", () => {
  const asked = Object.entries(wanted).flatMap(([is, words]) => words.split(", ").map((word) => [word, is] as const));
  expect(asked.length).toBeGreaterThanOrEqual(150);
  expect(asked.flatMap(([word, is]) => (first(word) === is ? [] : [`${word}: ${first(word)}, not ${is}`]))).toEqual([]);
});

/** Words that were written down afterwards, before they were tried; what is meant is among the first three. */
const afterwards: Readonly<Record<string, string>> = {
  "section:opening": "hero image, hero video, hero with form, opening, landing page, welcome text",
  "section:head-bar": "navigation bar, top bar, site header, menu bar",
  "section:quote": "quote",
  "section:quotes":
    "customer reviews, happy customers, feedback, customer quotes, our customers, press quotes, success stories",
  "section:people": "meet the team, employees, team members, experts",
  "section:beside": "our story, mission, history",
  "section:prices": "price, cost, price tag, our prices, price overview, hourly rates",
  "section:questions": "questions, faq accordion, common questions, help center",
  "section:form": "get in touch, message form, request a quote, callback, feedback form, write a message",
  "widget:popup": "newsletter signup, email capture, signup popup, discount popup, newsletter popup",
  "section:book":
    "book online, availability, time slots, ticket, booking form, booking calendar, book a table, appointment form, book appointment",
  "section:gallery": "photo gallery, picture grid, image gallery",
  "block:slider": "image slider, photo slider",
  "block:video": "clip, video player",
  "section:find-us": "street map, where we are, how to find us, map, location map",
  "block:shop": "shopping cart, online store, webshop, product list, shop section, our products, product gallery",
  "widget:shop": "gift card, discount, sold out",
  "widget:consent": "cookie notice, privacy policy, cookie consent, cookie popup",
  "section:words": "terms",
  "section:cards": "blog, what we do, service list, card grid, our services",
  "section:notice": "news, temporary notice",
  "setting:hours": "holiday hours",
  "block:button": "call button",
  "block:links": "link, social links",
  "block:columns": "two columns, three columns, columns layout",
  "block:spacer": "margin, vertical space",
  "block:navigation": "dropdown, submenu, navigation menu",
  "setting:page": "page title, page settings",
  "setting:people": "invite",
  "section:foot": "site footer, footer columns",
  "section:foot-bar": "bottom bar, footer menu",
  "section:included": "why us, feature list",
  "section:numbers": "awards, numbers, key figures",
  "section:person": "owner, about me",
  "section:price-table": "price table, pricing table",
  "section:prices-two": "menu card",
  "section:hours": "when open, weekly hours",
  "section:letter": "subscribe form",
  "block:picture": "picture, image",
  "section:before-after": "before and after",
  "block:quote": "pull quote",
  "block:heading": "big text, headings, heading text",
  "block:divider": "horizontal line",
  "block:file": "files, download button",
  "setting:place": "language switcher",
  "setting:colours": "dark mode",
  "section:reach": "contact info, contact details, call us, email us",
  "block:icon": "icons",
  "command:ground": "video background",
  "block:tabs": "tabs",
  "section:price-cards": "price cards",
  "section:steps": "step by step, milestones",
  "widget:chat": "chat widget, support chat",
  "block:embed": "iframe embed, embed code",
  "block:code": "html code, custom code",
  "block:richText": "text block",
  "block:logo": "logo, company logo",
  "section:take-home": "download pdf",
  "block:notice": "sticky bar",
  "section:opening-above": "photo banner, cover image",
  "section:join": "open positions",
  "section:getting-here": "public transport",
  "section:slides": "image carousel",
  "setting:type": "web fonts",
};

test("words nobody had in mind when the table was made: what is meant is among the first three", () => {
  const asked = Object.entries(afterwards).flatMap(([is, words]) =>
    words.split(", ").map((word) => [word, is] as const),
  );
  const firstThree = (word: string) =>
    index
      .find(word)
      .slice(0, 3)
      .map((thing) => thing.is);
  expect(
    asked.flatMap(([word, is]) => (firstThree(word).includes(is) ? [] : [`${word}: ${firstThree(word)}, not ${is}`])),
  ).toEqual([]);
});

test("every word of the table leads to things that there are", () => {
  const known = new Set(things.map(({ is }) => is));
  const dead = Object.entries(tradeWords.en).flatMap(([word, leads]) =>
    leads.filter((is) => !known.has(is)).map((is) => `${word}: ${is}`),
  );
  expect(dead).toEqual([]);
});

test("a word is found before it is whole, with a slip, in capitals, and among others", () => {
  expect(first("testi")).toBe("section:quotes");
  expect(first("testimonal")).toBe("section:quotes");
  expect(first("calender")).toBe("section:book");
  expect(first("HERO")).toBe("section:opening");
  expect(first("a hero please")).toBe("section:opening");
  expect(first("Three cards")).toBe("section:cards");
});

test("what nobody offers is not found, and nothing is asked of nothing; a long text is read in part", () => {
  expect(index.find("zzyzx")).toEqual([]);
  expect(index.find("  ")).toEqual([]);
  expect(index.find("?!")).toEqual([]);
  expect(index.find(`hero ${"x".repeat(100_000)}`).length).toBeLessThan(things.length);
});

test("a section with a tag of one's own is found by it, before what only mentions the word", () => {
  const own = new ShelfIndex([...things, { is: "own:1", name: "Band", note: "", tags: ["regatta"] }], tradeWords.en);
  expect(own.find("regatta")[0]?.is).toBe("own:1");
});
