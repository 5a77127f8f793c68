// The languages a site is written in. One is in use; more are more entries here, and nothing else.

export interface SiteLocale {
  /** BCP 47. */
  readonly tag: string;
  /** What stands before every path in this language: "" for the source, "/de" for another. */
  readonly prefix: string;
}

/** The site's languages, the source first. */
export const localesOf = (site: { readonly settings: { readonly language: string } }): readonly [SiteLocale] => [
  { tag: site.settings.language, prefix: "" },
];

/** The language a site is written in. */
export const sourceLocale = (site: { readonly settings: { readonly language: string } }): SiteLocale =>
  localesOf(site)[0];
