"use client";
// What stands below the steps: where the widget is placed, its results, and whether it is ready to be published.
import { Box } from "@chakra-ui/react";
import type { WidgetKindName } from "@/core/widget/settings";
import { QuietButton } from "@/studio/kit/buttons";
import { State } from "@/studio/kit/layout";
import type { Step, StepWarning } from "./half";
import { words } from "./words";

/** What of a workspace is open: a step, or one of the panels. */
export type Open = { readonly step: string } | "placed" | "results";

/** The panels beside the steps: results, where it is placed. */
export const PanelButtons = ({
  setOpen,
  open,
  enabled,
  valid,
  looks,
  steps,
}: {
  setOpen: (next: Open) => void;
  open: Open;
  enabled: boolean;
  valid: boolean;
  looks: readonly StepWarning[];
  steps: readonly Step<WidgetKindName>[];
}) => (
  <Box borderTopWidth="1px" borderColor="line" mt="12px" pt="8px">
    {(["placed", "results"] as const).map((panel) => (
      <button
        key={panel}
        type="button"
        onClick={() => setOpen(panel)}
        aria-current={open === panel ? "step" : undefined}
        style={{
          fontWeight: 650,
          minHeight: 34,
          width: "100%",
          textAlign: "left",
          padding: "6px 8px",
          borderRadius: 5,
          background: open === panel ? "var(--chakra-colors-wash)" : "transparent",
          cursor: "pointer",
        }}
      >
        {words.panels[panel]}
      </button>
    ))}
    <Box mt="8px" px="8px">
      {!enabled ? (
        <State tone="amber">{words.switchedOffVisitorsDo}</State>
      ) : !valid ? (
        <State tone="brick">{words.notCompleteYet}</State>
      ) : (
        <Ready looks={looks} steps={steps} setOpen={setOpen} />
      )}
    </Box>
  </Box>
);

/** Ready is what every step is: what stops a release, then what is worth a look, leads to the first step that says it. */
function Ready({
  looks,
  steps,
  setOpen,
}: {
  looks: readonly StepWarning[];
  steps: readonly Step<WidgetKindName>[];
  setOpen: (next: Open) => void;
}) {
  const stops = looks.filter((one) => one.stops);
  const told = stops.length ? stops : looks;
  const of = steps.filter(({ key }) => told.some(({ step }) => step === key));
  const [first] = of;
  if (!first) return <State tone="moss">{words.readyPublish}</State>;
  const says = stops.length ? words.stepsStop : words.stepsLook;
  return (
    <>
      <State tone={stops.length ? "brick" : "amber"}>{says(of.map(({ title }) => title))}</State>
      <QuietButton mt="4px" onClick={() => setOpen({ step: first.key })}>
        {words.showStep}
      </QuietButton>
    </>
  );
}
