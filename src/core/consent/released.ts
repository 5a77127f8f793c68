// Consent as a released page tells its script of it. What is read stands in the page. Light: types alone.
import type { ConsentSite } from "./decide";

export interface ReleasedConsent extends ConsentSite {
  /** A mark that closes it, and going on as a yes, where the law allows them. */
  readonly closes: boolean;
  readonly implied: boolean;
  readonly ticked: boolean;
}
