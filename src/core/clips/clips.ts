// A feed of clips: where they come from, which of them are shown, and how.
import type { MediaEntry } from "@/core/media/entry";
import type { Source } from "@/core/video/source";
import type { FeedLayout, FeedPaging, FeedPlays } from "./released";

/** One clip as a feed tells of it. */
export interface FeedClip {
  /** Stable within its source. */
  readonly id: string;
  readonly source: Source | null;
  /** Where a person opens it. */
  readonly page: string;
  readonly title: string;
  readonly words: string;
  /** Milliseconds since the epoch; null where the feed does not say. */
  readonly published: number | null;
  /** 0 where the feed does not say. */
  readonly seconds: number;
  readonly views: number | null;
  readonly ratio: number;
  /** Address of its picture at the host; null for none. */
  readonly picture: string | null;
  /** Its picture as a medium of the site, once that was fetched. */
  readonly poster: string | null;
}

/** What a feed tells of its channel or list. */
export interface FeedAbout {
  readonly title: string;
  readonly words: string;
  readonly page: string;
  readonly picture: string | null;
  readonly subscribers: number | null;
  readonly clips: number | null;
  readonly views: number | null;
}

/** One place that clips come from. */
export type FeedSource =
  | { readonly id: string; readonly of: "address"; readonly address: string }
  | { readonly id: string; readonly of: "search"; readonly words: string }
  /** Clips by their addresses or ids, in this order. */
  | { readonly id: string; readonly of: "picked"; readonly clips: readonly string[] }
  /** Films among the site's media, by their hashes; all of them with a tag where one is named. */
  | { readonly id: string; readonly of: "media"; readonly tag: string };

export const feedOrders = ["newest", "oldest", "mostSeen", "title", "byHand"] as const;
export type FeedOrder = (typeof feedOrders)[number];

/** Which of the clips are shown. */
export interface FeedPick {
  readonly most: number;
  readonly order: FeedOrder;
  /** Ids in the order somebody put them in; what is not named stands behind. */
  readonly byHand: readonly string[];
  /** Words one of which has to be in its title or text; none for any. */
  readonly withWords: readonly string[];
  readonly withoutWords: readonly string[];
  /** Seconds; 0 for no limit. */
  readonly longerThan: number;
  readonly shorterThan: number;
  /** Dates, "2026-03-05"; "" for no limit. Both days are within. */
  readonly since: string;
  readonly until: string;
}

export interface FeedCard {
  readonly poster: boolean;
  readonly title: boolean;
  readonly length: boolean;
  readonly date: boolean;
  readonly views: boolean;
  readonly words: boolean;
}

export interface FeedHeader {
  readonly shown: boolean;
  /** Pictures of the site, by their hashes. */
  readonly banner: string | null;
  readonly logo: string | null;
  /** The channel's own name where it is empty. */
  readonly name: string;
  readonly subscribers: boolean;
  readonly clips: boolean;
  readonly views: boolean;
  /** Where one subscribes; "" for no such link. */
  readonly subscribeAt: string;
  readonly subscribeWords: string;
  readonly subscribePlace: "beside" | "below";
}

/** What a feed has found so far: the clips it shows, and what stands above them. */
export interface FoundClips {
  readonly about: FeedAbout | null;
  readonly clips: readonly FeedClip[];
  /** Their pictures: they come while the site stays as it is. */
  readonly posters: readonly MediaEntry[];
}

export interface ClipFeed {
  readonly enabled: boolean;
  readonly sources: readonly FeedSource[];
  readonly pick: FeedPick;
  readonly layout: FeedLayout;
  readonly columns: { readonly wide: number; readonly tablet: number; readonly phone: number };
  readonly gapPx: number;
  readonly card: FeedCard;
  readonly plays: FeedPlays;
  readonly header: FeedHeader;
  readonly paging: FeedPaging;
  readonly perPage: number;
}

/** So many clips one source is asked for, and so many sources one feed has. */
export const newClipFeed: ClipFeed = {
  enabled: true,
  sources: [],
  pick: {
    most: 12,
    order: "newest",
    byHand: [],
    withWords: [],
    withoutWords: [],
    longerThan: 0,
    shorterThan: 0,
    since: "",
    until: "",
  },
  layout: "grid",
  columns: { wide: 3, tablet: 2, phone: 1 },
  gapPx: 24,
  card: { poster: true, title: true, length: true, date: true, views: false, words: false },
  plays: "here",
  header: {
    shown: false,
    banner: null,
    logo: null,
    name: "",
    subscribers: false,
    clips: false,
    views: false,
    subscribeAt: "",
    subscribeWords: "",
    subscribePlace: "beside",
  },
  paging: "more",
  perPage: 9,
};

export const feedLimits = { clips: 2000, shown: 500, sources: 12, picked: 60, bytes: 8 * 2 ** 20, pages: 80 } as const;
