// What a video host is to Webitor: where its clips stand, how they are played and told about, what it leaves in a browser.
import type { Sends, StandIns } from "@/core/kind/holder";

/** How a clip is to be played. Times in seconds from its beginning. */
export interface PlayAsked {
  readonly from: number;
  /** 0 for its end. */
  readonly to: number;
  readonly loop: boolean;
  readonly muted: boolean;
  /** "resting": shown while it does not play. */
  readonly controls: "shown" | "none" | "resting";
  readonly fullScreen: boolean;
  /** Lines of the picture wanted, 0 for what the host thinks best. */
  readonly quality: number;
  /** BCP 47 tag of the captions to be shown; "" for none. */
  readonly captions: string;
}

/** Something a host leaves in a visitor's browser. */
export interface Leaves {
  readonly name: string;
  readonly how: "cookie" | "storage";
  /** How long it stays: days; 0 until the browser is closed, null until somebody removes it. */
  readonly days: number | null;
}

/** Where several clips come from. */
export type FeedOf = "channel" | "playlist" | "search";

export interface Provider {
  /** In the words of notes and of the consent table: "the clip host". */
  readonly name: string;
  /** Origin of its pages and its player. */
  origin(standIns: StandIns): string;
  /** Every origin a playing clip is read from. */
  reads(standIns: StandIns): readonly string[];
  readonly purpose: Sends["purpose"];
  readonly leaves: readonly Leaves[];
  /** Form of a clip's bare id. */
  readonly clip: RegExp;
  /** Paths under which a clip stands; the first group is its id. */
  readonly clipPaths: readonly RegExp[];
  /** Paths of channels, playlists and searches; the first group is what each is called there. */
  readonly feedPaths: Readonly<Partial<Record<FeedOf, RegExp>>>;
  /** Path of a clip's page. */
  page(clip: string): string;
  /** Path of its player, which begins at once. */
  player(clip: string, asked: PlayAsked): string;
  /** Path of what tells about an address: an oEmbed endpoint (oEmbed 1.0, 2.1). */
  oEmbed(address: string): string;
  /** Path of a feed as Media RSS. */
  feed(of: FeedOf, name: string): string;
  /** The message a player sends to the page around it when the clip has ended: this field has this value. */
  readonly ended: { readonly field: string; readonly value: string };
}
