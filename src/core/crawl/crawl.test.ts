// What a crawler reads, passes over and never reaches the end of.
import fc from "fast-check";
import robotsParser from "robots-parser";
import { belongs, Forms, isSitemap, pageAddress, startAddress } from "./address";
import { type CrawlPlan, crawlerName, crawlLimits, longestPauseMs, pauseOf } from "./crawl";
import { textOfPage } from "./letters";
import { plainHtml } from "./plain-text";
import { boundedRobots } from "./robots";
import { readSitemap } from "./sitemap";
import { crawlReasons, crawlWords } from "./words";

const plan = (part: Partial<CrawlPlan> = {}): CrawlPlan => ({
  ...{ address: "https://quay.example", mostPages: 100, mostDepth: 5, leaveOut: [] },
  ...part,
});

describe("addresses", () => {
  test.each([
    ["https://quay.example/a#part", "https://quay.example/a"],
    ["https://QUAY.example", "https://quay.example/"],
    ["https://quay.example:443/a", "https://quay.example/a"],
    ["https://quay.example/a?b=2&a=1", "https://quay.example/a?a=1&b=2"],
    ["https://quay.example/a?sid=99&a=1", "https://quay.example/a?a=1"],
    ["https://quay.example/a/../b", "https://quay.example/b"],
    ["  https://quay.example/a ", "https://quay.example/a"],
  ])("%s is %s", (given, kept) => {
    expect(pageAddress(given)).toBe(kept);
    expect(pageAddress(kept)).toBe(kept);
  });

  test.each([
    "javascript:alert(1)",
    "mailto:a@b.example",
    "ftp://quay.example",
    "https://me:pw@quay.example",
    "",
    "//",
    "http://",
  ])("%s is none", (given) => expect(pageAddress(given)).toBeNull());

  test("an address that is typed needs no scheme; a longer one than anybody has is none", () => {
    expect(startAddress(" quay.example/shop ")).toBe("https://quay.example/shop");
    expect(startAddress("two words")).toBeNull();
    expect(startAddress(`quay.example/${"a".repeat(crawlLimits.address)}`)).toBeNull();
  });

  test("a page belongs where reading began: to its host, and below the folder of its path", () => {
    const reasonOf = (address: string, part: Partial<CrawlPlan> = {}) => {
      const found = belongs(plan(part), address);
      return found.ok ? null : found.reason.code;
    };
    expect(reasonOf("https://quay.example/anything")).toBeNull();
    expect(reasonOf("https://other.example/")).toBe("crawl.away");
    expect(reasonOf("https://quay.example.evil.example/")).toBe("crawl.away");
    expect(reasonOf("https://quay.example/shop/a", { address: "https://quay.example/shop/" })).toBeNull();
    expect(reasonOf("https://quay.example/blog", { address: "https://quay.example/shop/" })).toBe("crawl.outside");
    expect(reasonOf("https://quay.example/blog", { address: "https://quay.example/maps/sitemap.xml" })).toBeNull();
    expect(reasonOf("https://quay.example/blog/1", { leaveOut: ["/blog/*"] })).toBe("crawl.pattern");
    expect(reasonOf("https://quay.example/a/b/a/b/a/b")).toBe("crawl.circles");
    expect(reasonOf(`https://quay.example/${"ab/cd/".repeat(7)}`)).toBe("crawl.circles");
    expect(reasonOf("https://quay.example/list.PDF")).toBe("crawl.file");
    expect(reasonOf("https://quay.example/about.html")).toBeNull();
  });

  test("addresses of one form have an end: a calendar’s months, a list’s pages", () => {
    const forms = new Forms();
    const taken = (addresses: readonly string[]) =>
      addresses.filter((address) => {
        if (forms.endless(address)) return false;
        forms.add(address);
        return true;
      }).length;
    const many = Array.from({ length: 500 }, (_, at) => at);
    expect(taken(many.map((at) => `https://quay.example/calendar/${2000 + at}/03`))).toBe(crawlLimits.alike);
    expect(taken(many.map((at) => `https://quay.example/list?page=${at}`))).toBe(crawlLimits.queries);
    expect(taken(["https://quay.example/classes", "https://quay.example/prices"])).toBe(2);
    // Known from an earlier time, they count as well.
    const again = new Forms(many.map((at) => `https://quay.example/calendar/${2000 + at}/03`));
    expect(again.endless("https://quay.example/calendar/1999/12")).toBe(true);
  });

  test("property: what is kept of an address is kept the same again, on the web, and never longer than is kept", () => {
    fc.assert(
      fc.property(fc.oneof(fc.webUrl({ withQueryParameters: true, withFragments: true }), fc.string()), (given) => {
        const kept = pageAddress(given);
        if (kept === null) return;
        expect(kept).toMatch(/^https?:\/\//);
        expect(kept.length).toBeLessThanOrEqual(crawlLimits.address);
        expect(pageAddress(kept)).toBe(kept);
      }),
    );
  });
});

test("a host is asked as seldom as it wants, within half a minute", () => {
  expect(pauseOf(null, 1000)).toBe(1000);
  expect(pauseOf(5, 1000)).toBe(5000);
  expect(pauseOf(0, 1000)).toBe(1000);
  expect(pauseOf(86_400, 1000)).toBe(longestPauseMs);
  expect(pauseOf(Number.NaN, 1000)).toBe(1000);
  expect(pauseOf(-1, 1000)).toBe(1000);
});

describe("robots.txt", () => {
  const allows = (text: string, path: string) =>
    robotsParser("https://quay.example/robots.txt", text).isAllowed(`https://quay.example${path}`, crawlerName) !==
    false;

  test("what is small stays as it is", () => {
    const text =
      "User-agent: *\nDisallow: /staff/*.html$\nAllow: /staff/open\nCrawl-delay: 4\nSitemap: https://quay.example/s.xml";
    expect(boundedRobots(text)).toBe(text);
  });

  test("one of many thousand patterns is matched at little cost, and still forbids", () => {
    const many = Array.from({ length: 20_000 }, (_, at) => `Disallow: /a*b*c*d*e*f${at}`).join("\n");
    const text = boundedRobots(`User-agent: *\n${many}\nDisallow: /last*page`);
    const wild = text.split("\n").filter((line) => line.includes("*") && line.startsWith("Dis"));
    expect(wild.join("").length).toBeLessThan(40_000);
    expect(allows(text, "/last-page")).toBe(false);
    expect(allows(text, "/other")).toBe(true);
  });

  test("without an end of its own it is read to its end", () => {
    expect(allows(boundedRobots(`User-agent: *\r\n${"# nothing\r\n".repeat(30_000)}Disallow: /`), "/a")).toBe(false);
  });

  test("property: bounded, it never allows what it forbade", () => {
    const path = fc
      .array(fc.constantFrom("/", "a", "b", "*", "$"), { minLength: 1, maxLength: 6 })
      .map((all) => `/${all.join("")}`);
    const rule = fc.tuple(fc.constantFrom("Disallow", "Allow"), path).map(([name, of]) => `${name}: ${of}`);
    const filler = Array.from({ length: 1100 }, () => `Disallow: /zz*${"z".repeat(15)}`).join("\n");
    fc.assert(
      fc.property(fc.array(rule, { maxLength: 6 }), fc.stringMatching(/^\/[ab/]{0,6}$/), (rules, address) => {
        const text = `User-agent: *\n${filler}\n${rules.filter((one) => one.startsWith("Dis")).join("\n")}`;
        if (!allows(text, address)) expect(allows(boundedRobots(text), address)).toBe(false);
      }),
      { numRuns: 60 },
    );
  });
});

describe("sitemaps", () => {
  const read = (text: string) => readSitemap(text, "https://quay.example/sitemap.xml");
  test("name pages, or other sitemaps; what is no address is passed over", () => {
    expect(
      read(
        "<urlset><url><loc> https://quay.example/a </loc><lastmod>2026-01-01</lastmod></url><url><loc>/b</loc></url><url><loc>javascript:alert(1)</loc></url></urlset>",
      ),
    ).toMatchObject({ ok: true, value: { pages: ["https://quay.example/a", "https://quay.example/b"], more: [] } });
    expect(read("<sitemapindex><sitemap><loc>/one.xml</loc></sitemap></sitemapindex>")).toMatchObject({
      ok: true,
      value: { pages: [], more: ["https://quay.example/one.xml"] },
    });
  });

  test("with entities of its own it is refused, and so is what is none", () => {
    expect(read('<!DOCTYPE a [<!ENTITY b "c">]><urlset/>')).toMatchObject({
      ok: false,
      reason: { code: "crawl.doctype" },
    });
    expect(read("<html><body>Not found</body></html>")).toMatchObject({
      ok: false,
      reason: { code: "crawl.noSitemap" },
    });
    expect(read("")).toMatchObject({ ok: false });
  });

  test("no more are taken than are remembered", () => {
    const many = Array.from({ length: crawlLimits.known + 20 }, (_, at) => `<url><loc>/p${at}</loc></url>`).join("");
    const found = read(`<urlset>${many}</urlset>`);
    expect(found.ok && found.value.pages.length).toBe(crawlLimits.known);
    expect(found.ok && found.value.cut).toBe(true);
  });

  test("picture addresses in a page’s entry are none of its pages", () => {
    const text =
      '<urlset xmlns:image="x"><url><loc>/a</loc><image:image><image:loc>/a.jpg</image:loc></image:image></url></urlset>';
    expect(read(text)).toMatchObject({ ok: true, value: { pages: ["https://quay.example/a"] } });
  });
});

describe("letters", () => {
  const bytes = (text: string, encoding: BufferEncoding) => new Uint8Array(Buffer.from(text, encoding));
  test.each([
    ["UTF-8 by what it is", bytes("Glühwein €4", "utf8"), "text/html", "Glühwein €4"],
    [
      "Latin letters that call themselves UTF-8",
      bytes("Gl\u00fchwein", "latin1"),
      "text/html; charset=utf-8",
      "Glühwein",
    ],
    ["Latin letters that say so", bytes("Gl\u00fchwein", "latin1"), "text/html; charset=iso-8859-1", "Glühwein"],
    [
      "a head that says so",
      bytes('<meta charset="windows-1252">\u00fc', "latin1"),
      "text/html",
      '<meta charset="windows-1252">ü',
    ],
    ["UTF-16 by its mark", new Uint8Array([0xff, 0xfe, 0x61, 0x00]), "text/html", "a"],
    ["letters of no name", bytes("plain", "utf8"), "text/html; charset=none-such", "plain"],
    ["nothing", new Uint8Array(), "", ""],
  ])("%s", (_name, given, type, text) => expect(textOfPage(given, type)).toBe(text));
});

describe("plain text", () => {
  test("has headings, paragraphs and items as people write them", () => {
    const text =
      "House rules\n===========\n\nWhat to bring:\n- an apron\n- old shoes\n\nMAY I BRING A DOG?\nYes, on a lead.\nIt waits outside.\n\n2. Leaving\n\nSweep your bench.";
    expect(plainHtml(text).split("\n")).toEqual([
      "<h2>House rules</h2>",
      "<h3>What to bring</h3>",
      "<li>an apron</li>",
      "<li>old shoes</li>",
      "<h3>MAY I BRING A DOG?</h3>",
      "<p>Yes, on a lead. It waits outside.</p>",
      "<h3>2. Leaving</h3>",
      "<p>Sweep your bench.</p>",
    ]);
  });

  test("marks in it are only words", () => {
    expect(plainHtml("a <script>alert(1)</script> & b")).toBe("<p>a &lt;script&gt;alert(1)&lt;/script&gt; &amp; b</p>");
  });
});

test("every reason has words, and a site’s own name in them is only words", () => {
  for (const code of crawlReasons) {
    const words = crawlWords({ code, host: "quay.example", status: 500, address: "https://quay.example/a", pages: 3 });
    expect(words).toMatch(/[.!]$/);
    expect(words).not.toBe(code);
  }
  expect(isSitemap("https://quay.example/sitemap.xml.gz")).toBe(true);
  expect(isSitemap("https://quay.example/")).toBe(false);
});
