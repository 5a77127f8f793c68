// The lines that a kind adds to the lists, each with the line it stands behind and what brings its name in. Besides them it is
// its folders alone.

/** Path of the list below src/, a line of it, the one that comes behind, and the import. */
type AddedLine = readonly [list: string, behind: string, line: string, imports?: string];

export const addedLines: readonly AddedLine[] = [
  [
    "core/widget/settings.ts",
    "  readonly popup: Popup;",
    "  readonly echo: Echo;",
    'import type { Echo, EchoPart } from "@/core/echo/echo";',
  ],
  ["core/widget/settings.ts", "  readonly booking: BookingSetUp;", "  readonly echo: EchoPart;"],
  [
    "core/widget/all-facts.ts",
    "  popup: popupFacts,",
    "  echo: echoFacts,",
    'import { echoFacts } from "@/core/echo/echo";',
  ],
  ["core/widget/kinds.ts", "  popup,", "  echo,", 'import { echo } from "@/core/echo/widget";'],
  [
    "core/widget/judges.ts",
    "  popup: popupJudge,",
    "  echo: echoJudge,",
    'import { echoJudge } from "@/core/echo/judge";',
  ],
  [
    "server/widget/kinds.ts",
    "  popup: popupServer,",
    "  echo: echoServer,",
    'import { echoServer } from "../echo/server";',
  ],
  [
    "server/widget/parts.ts",
    "  booking: bookingPart,",
    "  echo: echoPart,",
    'import { echoPart } from "../echo/part";',
  ],
  [
    "studio/widget/kinds.ts",
    "  popup: popupStudio,",
    "  echo: echoStudio,",
    'import { echoStudio } from "@/studio/echo/half";',
  ],
  ["data/schema.ts", 'export * from "./calendar/tables";', 'export * from "./echo/tables";'],
];
