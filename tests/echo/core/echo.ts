// Echo: says one text, in the flow or over the page. A kind of widget that only the tests have.
import { service } from "@/core/kind/service";
import type { Opening } from "@/core/opening/opening";
import type { WidgetFacts } from "@/core/widget/facts";

export interface Echo extends Opening {
  readonly enabled: boolean;
  readonly text: string;
}

/** What all echoes of a site share. */
export interface EchoPart {
  readonly before: string;
}

export const echoPart = service<EchoPart>("echo");

export const echoFacts: WidgetFacts<"echo"> = {
  label: "Echo",
  sentence: "Says one text.",
  drawing: [{ kind: "bold", x: 10, y: 15, width: 30, height: 3 }],
  placements: ["flow", "button", "over"],
  callWords: "Hear it",
  note: (settings) => settings.text,
  opensByItself: true,
};
