"use client";
// The button over pages that opens the chat.
import { Floats } from "@/studio/opening/floats";
import type { StepProps } from "@/studio/widget/half";
import { words } from "./words";

export const WhereStep = ({ settings, faults, change }: StepProps<"chat">) => (
  <Floats
    floating={settings.floating}
    faults={faults}
    usualWords={words.where.floatsWords}
    note={words.where.floatsNote}
    onChange={(floating) => change({ floating })}
  />
);
