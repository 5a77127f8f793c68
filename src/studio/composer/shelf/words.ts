// Every word of the shelf.
import { counted } from "@/studio/kit/counted";

export const words = {
  shelf: "Shelf",
  close: "Close the shelf",
  find: "Find a section",
  how: (count: number) =>
    `${counted(count, "section", "sections")}. Drag one into the running order. Enter adds the first.`,
  nothing: "Nothing on the shelf is called that.",
  own: "Your own",
  everywhere: "on all sites",
  onlyHere: "on this site",
  newer: "made with a newer Webitor",
  put: "Put on the shelf…",
  putTitle: "On the shelf",
  putIntro:
    "It stands ready to be placed again, with its words and pictures. On another site it takes that site’s Brand.",
  name: "Name",
  tags: "Tags",
  tagsHint: "Words it is also found by, parted by commas.",
  onAllSites: "On all sites of the studio",
  inPlaceOf: "In place of",
  asNew: "a new one",
  putIt: "Put it on the shelf",
  change: (name: string) => `Name and tags of ${name}`,
  changeTitle: "Name and tags",
  save: "Save",
  remove: (name: string) => `Remove ${name} from the shelf`,
  placed: (name: string) => `“${name}” is on the shelf.`,
} as const;
