// The lines that a kind adds to the lists, each with the line it stands behind. Besides them it is its folders alone.

export interface AddedLine {
  /** Path of the list, below src/. */
  readonly list: string;
  /** A line of the list, by what it begins with. */
  readonly behind: string;
  readonly line: string;
  /** Lines that bring the name in. */
  readonly imports?: string;
}

export const addedLines: readonly AddedLine[] = [
  {
    list: "core/widget/settings.ts",
    behind: "  readonly popup: Popup;",
    line: "  readonly echo: Echo;",
    imports: 'import type { Echo, EchoPart } from "@/core/echo/echo";',
  },
  { list: "core/widget/settings.ts", behind: "  readonly booking: BookingSetUp;", line: "  readonly echo: EchoPart;" },
  {
    list: "core/widget/kinds.ts",
    behind: "  popup,",
    line: "  echo,",
    imports: 'import { echo } from "@/core/echo/widget";',
  },
  {
    list: "core/widget/judges.ts",
    behind: "  popup: popupJudge,",
    line: "  echo: echoJudge,",
    imports: 'import { echoJudge } from "@/core/echo/judge";',
  },
  {
    list: "server/widget/kinds.ts",
    behind: "  popup: popupServer,",
    line: "  echo: echoServer,",
    imports: 'import { echoServer } from "../echo/server";',
  },
  {
    list: "server/widget/parts.ts",
    behind: "  booking: bookingPart,",
    line: "  echo: echoPart,",
    imports: 'import { echoPart } from "../echo/part";',
  },
  {
    list: "studio/widget/kinds.ts",
    behind: "  popup: popupStudio,",
    line: "  echo: echoStudio,",
    imports: 'import { echoStudio } from "@/studio/echo/half";',
  },
  { list: "data/schema.ts", behind: 'export * from "./calendar/tables";', line: 'export * from "./echo/tables";' },
];
