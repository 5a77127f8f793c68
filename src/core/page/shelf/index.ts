// The shelf: sections ready to be placed. Their words say what belongs there; they take the site's brand and facts.
import { calls } from "./calls";
import type { ShelfEntry } from "./entry";
import { footers } from "./footers";
import { forms } from "./forms";
import { galleries } from "./galleries";
import { headers } from "./headers";
import { offers } from "./offers";
import { openings } from "./openings";
import { people } from "./people";
import { places } from "./places";
import { plain } from "./plain";
import { prices } from "./prices";
import { proof } from "./proof";
import { questions } from "./questions";

export { type ShelfEntry, type ShelfFacts, shelfGroups } from "./entry";

export const shelf: readonly ShelfEntry[] = [
  openings,
  offers,
  proof,
  people,
  prices,
  questions,
  places,
  forms,
  calls,
  galleries,
  plain,
  headers,
  footers,
].flat();
