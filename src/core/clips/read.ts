// Reading a feed: RSS 2.0 and Atom (RFC 4287) with Media RSS 1.5.1, page by page (RFC 5005). It comes from a stranger: no
// entity of its own is resolved, nothing nests without end, and every word of it is only a word.
import { Parser } from "htmlparser2";
import { plainLine } from "@/core/input/plain";
import type { StandIns } from "@/core/kind/holder";
import { ratioOf, webAddress } from "@/core/video/oembed";
import { readNamed, type Source } from "@/core/video/source";
import { done, type Outcome, refused } from "@/core/visitor/decision";
import { type FeedAbout, type FeedClip, feedLimits } from "./clips";

export interface FeedRead {
  readonly about: FeedAbout;
  readonly clips: readonly FeedClip[];
  /** Address of the next page; null on the last. */
  readonly next: string | null;
}

/** Deeper than any feed nests. */
const deepest = 32;
const longestText = 2000;
const longestTitle = 200;
/** The root ends within the last so many letters; only comments and space may follow. */
const tail = 2000;

interface Entry {
  readonly texts: Record<string, string>;
  readonly attributes: Record<string, Record<string, string>>;
}

const emptyEntry = (): Entry => ({ texts: {}, attributes: {} });

/** What of an element is kept, by its local name: prefixes are the author's choice (Namespaces in XML 1.0, 4). */
const textsOf = new Set([
  "title",
  "guid",
  "id",
  "link",
  "pubdate",
  "published",
  "updated",
  "description",
  "summary",
  "subtitle",
  "url",
]);
const attributesOf = new Set(["content", "thumbnail", "player", "statistics", "counts"]);

const local = (name: string) => name.slice(name.indexOf(":") + 1).toLowerCase();

const count = (text: string | undefined): number | null => {
  const value = text === undefined || text === "" ? Number.NaN : Number(text);
  return Number.isSafeInteger(value) && value >= 0 ? value : null;
};

/** A moment as RFC 822 or RFC 3339 has it; null for what is none, or lies beyond any calendar. */
function moment(text: string | undefined): number | null {
  const at = text ? Date.parse(text.trim().slice(0, 60)) : Number.NaN;
  return Number.isFinite(at) && Math.abs(at) < 8e14 ? at : null;
}

class Refused extends Error {
  constructor(readonly code: string) {
    super(code);
  }
}

/** Collects what is said of the feed and of each entry. */
class Collector {
  readonly about = emptyEntry();
  readonly entries: Entry[] = [];
  next = "";
  page = "";
  private readonly stack: string[] = [];
  private entry: Entry | null = null;
  private text = "";

  get root(): string | undefined {
    return this.rootName;
  }
  private rootName: string | undefined;

  open(name: string, given: Record<string, string>) {
    const tag = local(name);
    if (this.stack.length >= deepest) throw new Refused("feed.deep");
    this.rootName ??= tag;
    if (!["rss", "feed", "rdf"].includes(this.rootName)) throw new Refused("feed.notFeed");
    this.stack.push(tag);
    this.text = "";
    if (tag === "item" || tag === "entry") {
      if (this.entries.length >= feedLimits.clips) throw new Refused("feed.tooMany");
      this.entry = emptyEntry();
      this.entries.push(this.entry);
    }
    const into = this.entry ?? this.about;
    // Of several pictures and files the first is the best (Media RSS, “media:thumbnail”).
    if (attributesOf.has(tag) && !into.attributes[tag] && Object.keys(given).length) into.attributes[tag] = given;
    if (tag === "link" && given.href) {
      const rel = given.rel ?? "alternate";
      if (rel === "next" && !this.entry) this.next ||= given.href;
      if (rel === "alternate") into.texts.link ||= given.href;
    }
  }

  words(text: string) {
    if (this.text.length < 4 * longestText) this.text += text;
  }

  close() {
    const tag = this.stack.pop() ?? "";
    const into = this.entry ?? this.about;
    const within = this.stack.at(-1);
    const own = ["item", "entry", "channel", "feed", "group", "rss", "rdf"].includes(within ?? "");
    if (textsOf.has(tag) && own && this.text.trim()) into.texts[tag] ??= this.text;
    if (tag === "url" && within === "image" && !this.entry) into.texts.picture ??= this.text;
    if (tag === "item" || tag === "entry") this.entry = null;
    this.text = "";
  }
}

function clipOf({ texts, attributes }: Entry, from: string, standIns: StandIns): FeedClip | null {
  const page = webAddress(texts.link?.trim(), from);
  const { content = {}, thumbnail = {}, player = {}, statistics = {} } = attributes;
  const framed = webAddress(player.url, from);
  const named = page ? readNamed(page, standIns) : null;
  const source: Source | null =
    named?.is === "clip"
      ? { from: "clip", provider: named.provider, clip: named.clip }
      : page && framed
        ? { from: "page", address: page, player: framed }
        : null;
  const id = plainLine(texts.guid ?? texts.id ?? page ?? "", 300);
  const title = plainLine(texts.title, longestTitle);
  if (!page || !id || !title) return null;
  return {
    id,
    source,
    page,
    title,
    words: plainLine(texts.description ?? texts.summary, longestText),
    published: moment(texts.pubdate ?? texts.published ?? texts.updated),
    seconds: Math.min(86_400, count(content.duration?.split(".")[0]) ?? 0),
    views: count(statistics.views),
    ratio: ratioOf(content.width ?? thumbnail.width, content.height ?? thumbnail.height),
    picture: webAddress(thumbnail.url, from),
    poster: null,
  };
}

/**
 * A page of a feed, found at `from`. Refused with `feed.notFeed`, `feed.broken`, `feed.doctype`, `feed.deep` or
 * `feed.tooMany`. Entries without an address, a title or an id are left out; of two with one id the first counts.
 */
export function readFeed(text: string, from: string, standIns: StandIns): Outcome<FeedRead> {
  // Feeds need no entities of their own, and with them a few lines become thousands of millions of letters.
  if (/<!DOCTYPE/i.test(text.slice(0, 4096)))
    return refused(/<!DOCTYPE\s+html/i.test(text) ? "feed.notFeed" : "feed.doctype");
  const found = new Collector();
  const parser = new Parser(
    {
      onopentag: (name, attributes) => found.open(name, attributes),
      ontext: (words) => found.words(words),
      onclosetag: () => found.close(),
    },
    { xmlMode: true, decodeEntities: true, recognizeSelfClosing: true },
  );
  try {
    parser.end(text);
  } catch (error) {
    if (error instanceof Refused) return refused(error.code);
    throw error;
  }
  if (!found.root) return refused("feed.notFeed");
  // The parser closes what a file leaves open: one that was cut off does not end with its root.
  if (!/<\/(?:\w{1,40}:)?(?:rss|feed|rdf)\s{0,20}>/i.test(text.slice(-tail))) return refused("feed.broken");
  const clips = new Map<string, FeedClip>();
  for (const entry of found.entries) {
    const clip = clipOf(entry, from, standIns);
    if (clip && !clips.has(clip.id)) clips.set(clip.id, clip);
  }
  const { texts, attributes } = found.about;
  const { counts = {} } = attributes;
  return done({
    about: {
      title: plainLine(texts.title, longestTitle),
      words: plainLine(texts.description ?? texts.subtitle, longestText),
      page: webAddress(texts.link?.trim(), from) ?? from,
      picture: webAddress(texts.picture?.trim(), from),
      subscribers: count(counts.subscribers),
      clips: count(counts.clips),
      views: count(counts.views),
    },
    clips: [...clips.values()],
    next: found.next ? webAddress(found.next, from) : null,
  });
}
