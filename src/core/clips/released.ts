// A feed as a released page tells its script of it: how it is paged and played. The clips stand in the page.
// Light: the visitor's browser reads this.
export const feedLayouts = ["grid", "strip", "list", "wall"] as const;
export type FeedLayout = (typeof feedLayouts)[number];

export const feedPlays = ["here", "over", "host", "large"] as const;
export type FeedPlays = (typeof feedPlays)[number];

export const feedPagings = ["none", "numbers", "more", "endless"] as const;
export type FeedPaging = (typeof feedPagings)[number];

export interface ReleasedFeed {
  readonly layout: FeedLayout;
  readonly plays: FeedPlays;
  readonly paging: FeedPaging;
  readonly perPage: number;
  readonly words: { readonly more: string; readonly page: string; readonly pages: string };
}
