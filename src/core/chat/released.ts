// What a page carries for the chat's script. Light enough for the visitor's browser.
import type { Floating } from "@/core/opening/opening";
import type { Brief, Collectable, Greeting, Starter } from "./chat";

/** The chat for pages of sites built elsewhere. */
export interface OtherSiteChat extends ReleasedChat {
  /** Words of the button that opens it, and where that stands. */
  readonly words: string;
  readonly corner: Floating["corner"];
  readonly distance?: Floating["distance"];
  /** Whether pages of that site may book, too. */
  readonly books: boolean;
}

export interface ReleasedChat {
  readonly name: string;
  readonly helps: string;
  /** Address of its picture; "" for none. */
  readonly picture: string;
  /** Pictures of answers written by hand, by their hashes. */
  readonly pictures: Readonly<Record<string, { readonly src: string; readonly alt: string }>>;
  readonly close: Brief["close"];
  readonly greetings: readonly Greeting[];
  readonly starters: readonly Starter[];
  readonly collects: readonly Collectable[];
  readonly consent: string;
  /** IANA zone by which greetings hold. */
  readonly zone: string;
}
