// Feeds as hosts send them, good and bad, and which of their clips a page shows.
import fc from "fast-check";
import { type FeedClip, feedLimits, newClipFeed } from "./clips";
import { readFeed } from "./read";
import { clipFeedSchema } from "./schema";
import { selectClips } from "./select";
import { counted, feedReasons, feedReasonWords, feedWords } from "./words";

const here = (label: string) => `http://${label}.localhost:4400`;
const from = "http://clips.localhost:4400/by/wrenfield/feed.rss";
const read = (text: string) => readFeed(text, from, here);
const refused = (text: string) => {
  const outcome = read(text);
  return outcome.ok ? "read" : outcome.reason.code;
};
const item = (more: string) =>
  `<item><title>Opening</title><link>http://clips.localhost:4400/clip/kln-0301</link><guid>kln-0301</guid>${more}</item>`;
const rss = (...items: string[]) =>
  `<?xml version="1.0"?><rss version="2.0" xmlns:m="http://search.yahoo.com/mrss/" xmlns:atom="http://www.w3.org/2005/Atom"><channel><title>Kiln &amp; river</title><link>http://clips.localhost:4400/by/wrenfield</link><description>Slow hands</description>${items.join("")}</channel></rss>`;

describe("a feed", () => {
  test("as Media RSS, whatever prefix its author chose: what each clip is, and what the channel says of itself", () => {
    const outcome = read(
      rss(
        '<atom:link rel="next" href="feed.rss?page=2"/><m:counts subscribers="2140" clips="16" views="30576"/><image><url>/shelf.jpg</url><title>x</title></image>',
        item(
          '<pubDate>Sun, 01 Mar 2026 08:30:00 GMT</pubDate><m:content url="http://cdn.clips.localhost/k.mp4" duration="12.4" width="640" height="360"/><m:thumbnail url="/k.jpg" width="640" height="360"/><m:description>Up and &lt;down&gt;</m:description><m:community><m:statistics views="412"/></m:community>',
        ),
      ),
    );
    expect(outcome).toMatchObject({
      ok: true,
      value: {
        about: {
          title: "Kiln & river",
          words: "Slow hands",
          page: "http://clips.localhost:4400/by/wrenfield",
          picture: "http://clips.localhost:4400/shelf.jpg",
          subscribers: 2140,
          clips: 16,
          views: 30576,
        },
        next: "http://clips.localhost:4400/by/wrenfield/feed.rss?page=2",
        clips: [
          {
            id: "kln-0301",
            source: { from: "clip", provider: "clips", clip: "kln-0301" },
            title: "Opening",
            words: "Up and <down>",
            published: Date.parse("2026-03-01T08:30:00Z"),
            seconds: 12,
            views: 412,
            ratio: 1.7778,
            picture: "http://clips.localhost:4400/k.jpg",
          },
        ],
      },
    });
  });

  test("as Atom, with its clips in groups", () => {
    const outcome = read(
      '<feed xmlns="http://www.w3.org/2005/Atom"><title>River</title><subtitle>By it</subtitle><link rel="alternate" href="/by/x"/><entry><id>tag:1</id><title>High water</title><link rel="alternate" href="https://films.example/9"/><published>2026-02-01T06:00:00+01:00</published><media:group><media:player url="https://films.example/play/9"/><media:content duration="75"/><media:title>Other</media:title></media:group></entry></feed>',
    );
    expect(outcome).toMatchObject({
      ok: true,
      value: {
        about: { title: "River", words: "By it" },
        next: null,
        clips: [
          {
            id: "tag:1",
            title: "High water",
            page: "https://films.example/9",
            seconds: 75,
            published: Date.parse("2026-02-01T05:00:00Z"),
            source: { from: "page", address: "https://films.example/9", player: "https://films.example/play/9" },
          },
        ],
      },
    });
  });

  test("what nobody could show is left out: no title, no address, one that runs something, one that came before", () => {
    const outcome = read(
      rss(
        item(""),
        item(""),
        "<item><title>No address</title><guid>a</guid></item>",
        "<item><link>https://films.example/1</link><guid>b</guid></item>",
        "<item><title>Runs</title><link>javascript:alert(1)</link><guid>c</guid></item>",
        "<item><title>\u202e\u0000 </title><link>https://films.example/2</link><guid>d</guid></item>",
      ),
    );
    expect(outcome.ok && outcome.value.clips.map(({ id }) => id)).toEqual(["kln-0301"]);
  });

  test("words of a stranger are words", () => {
    const outcome = read(
      rss(
        item("<description>&lt;script&gt;alert(1)&lt;/script&gt;</description>"),
        '<item><title><![CDATA[<img src=x onerror=alert(1)>]]></title><link>https://films.example/3?"onload="x</link><guid>e</guid></item>',
      ),
    );
    expect(outcome.ok && outcome.value.clips[0]?.words).toBe("<script>alert(1)</script>");
    const second = outcome.ok ? outcome.value.clips[1] : undefined;
    expect(second?.title).toBe("<img src=x onerror=alert(1)>");
    expect(second?.page).not.toMatch(/["<>]/);
  });

  test.each([
    ["<!doctype html><html><body>Sign in</body></html>", "feed.notFeed"],
    ["<html><body>Sign in</body></html>", "feed.notFeed"],
    ["{}", "feed.notFeed"],
    ["", "feed.notFeed"],
    [
      '<?xml version="1.0"?><!DOCTYPE rss [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;">]><rss><channel><title>&b;</title></channel></rss>',
      "feed.doctype",
    ],
    ['<!DOCTYPE rss SYSTEM "file:///etc/passwd"><rss/>', "feed.doctype"],
    ["<rss><channel><title>Cut off in the", "feed.broken"],
    [`<rss>${"<a>".repeat(40)}${"</a>".repeat(40)}</rss>`, "feed.deep"],
    [rss("<item/>".repeat(feedLimits.clips + 1)), "feed.tooMany"],
  ])("%.60s… is refused", (text, code) => expect(refused(text)).toBe(code));

  test("two thousand entries are read whole", () => {
    const outcome = read(
      rss(
        ...Array.from(
          { length: 2000 },
          (_, at) =>
            `<item><title>Piece ${at}</title><link>https://films.example/${at}</link><guid>${at}</guid></item>`,
        ),
      ),
    );
    expect(outcome.ok && outcome.value.clips).toHaveLength(2000);
  });

  test("whatever comes, it is read or refused, and never throws", () => {
    const piece = fc.constantFrom(
      "<rss>",
      "<feed>",
      "<channel>",
      "<item>",
      "</item>",
      "<title>",
      "x",
      "&amp;",
      "&#0;",
      "]]>",
      "<![CDATA[",
      "<!--",
      '<link href="',
      '"/>',
      "\u0000",
      "<media:content duration='1e9'/>",
    );
    fc.assert(
      fc.property(fc.array(piece, { maxLength: 30 }), (pieces) => {
        const outcome = read(pieces.join(""));
        expect(outcome.ok || feedReasons.includes(outcome.reason.code)).toBe(true);
      }),
      { numRuns: 500 },
    );
  });
});

const clip = (id: string, more: Partial<FeedClip> = {}): FeedClip => ({
  id,
  source: null,
  page: `https://films.example/${id}`,
  title: id,
  words: "",
  published: null,
  seconds: 0,
  views: null,
  ratio: 1.7778,
  picture: null,
  poster: null,
  ...more,
});

describe("which clips are shown", () => {
  const at = (iso: string) => Date.parse(iso);
  const found = [
    clip("kiln", { title: "Kiln opening", published: at("2026-03-01T08:30:00Z"), seconds: 12, views: 400 }),
    clip("cafe", { title: "Café by the river", published: at("2026-02-01T23:30:00Z"), seconds: 75, views: 900 }),
    clip("wheel", { title: "The wheel", words: "First throw", published: null, seconds: 0, views: null }),
  ];
  const shown = (pick: Partial<typeof newClipFeed.pick>, clips = found) =>
    selectClips(clips, { ...newClipFeed.pick, ...pick }, { language: "en", zone: "Europe/Dublin" }).map(({ id }) => id);

  test.each([
    ["newest", ["kiln", "cafe", "wheel"]],
    ["oldest", ["cafe", "kiln", "wheel"]],
    ["mostSeen", ["cafe", "kiln", "wheel"]],
    ["title", ["cafe", "kiln", "wheel"]],
  ] as const)("%s first; what a feed does not say comes last", (order, ids) => expect(shown({ order })).toEqual(ids));

  test("by hand, and what nobody placed behind", () => {
    expect(shown({ order: "byHand", byHand: ["wheel", "gone"] })).toEqual(["wheel", "kiln", "cafe"]);
  });

  test("by words in its title and text, without regard to capitals and accents", () => {
    expect(shown({ withWords: ["CAFE", "throw"] })).toEqual(["cafe", "wheel"]);
    expect(shown({ withoutWords: ["river"] })).toEqual(["kiln", "wheel"]);
  });

  test("by length and by days of the site’s own calendar; what is not known passes no such test", () => {
    expect(shown({ longerThan: 20 })).toEqual(["cafe"]);
    expect(shown({ shorterThan: 20 })).toEqual(["kiln"]);
    // 23:30 UTC is the same day in Dublin in winter, and in Auckland the next.
    expect(shown({ until: "2026-02-01" })).toEqual(["cafe"]);
    expect(
      selectClips(found, { ...newClipFeed.pick, until: "2026-02-01" }, { language: "en", zone: "Pacific/Auckland" }),
    ).toEqual([]);
    expect(shown({ since: "2026-02-02" })).toEqual(["kiln"]);
  });

  test("each once, and no more than wanted, from however many sources", () => {
    expect(shown({ most: 2 }, [...found, ...found])).toEqual(["kiln", "cafe"]);
  });
});

test("settings that can’t be are refused with a sentence at their place", () => {
  const fault = (more: object) => clipFeedSchema.validate({ ...newClipFeed, ...more }).error?.details[0]?.message;
  expect(fault({})).toBeUndefined();
  expect(fault({ pick: { ...newClipFeed.pick, since: "2026-03-05", until: "2026-03-01" } })).toBe(
    "The last day lies before the first.",
  );
  expect(fault({ pick: { ...newClipFeed.pick, longerThan: 60, shorterThan: 30 } })).toBe(
    "Nothing is longer and shorter than this at once.",
  );
  expect(fault({ card: { ...newClipFeed.card, poster: false, title: false } })).toContain(
    "A card shows its poster or its title",
  );
  expect(fault({ sources: [{ id: "a", of: "elsewhere" }] })).toBeDefined();
  expect(fault({ header: { ...newClipFeed.header, subscribeAt: "javascript:alert(1)" } })).toContain("https://");
});

test("counts in the page’s language; every reason has words", () => {
  expect(counted(1310, feedWords.en.views, "en")).toBe("1,310 views");
  expect(counted(1, feedWords.de.views, "de")).toBe("1 Aufruf");
  for (const code of feedReasons) expect(feedReasonWords(code, { seconds: 20 })).toMatch(/\.$/);
});
