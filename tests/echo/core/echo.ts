// Echo: says one text, in the flow or over the page. A kind of widget that only the tests have.
import type { Opening } from "@/core/opening/opening";

export interface Echo extends Opening {
  readonly enabled: boolean;
  readonly text: string;
}

/** What all echoes of a site share. */
export interface EchoPart {
  readonly before: string;
}
