"use client";
// What is worth a look at a step.
import { Box } from "@chakra-ui/react";
import { State } from "@/studio/kit/layout";
import { reasonWords } from "@/studio/kit/reasons";
import type { StepWarning } from "./half";

export function Looks({ looks, step }: { looks: readonly StepWarning[]; step: string }) {
  const own = looks.filter((one) => one.step === step);
  if (!own.length) return null;
  return (
    <Box mt="8px" display="flex" flexDirection="column" gap="4px">
      {own.map(({ code, values, stops }) => (
        <State key={`${code} ${JSON.stringify(values)}`} tone={stops ? "brick" : "amber"}>
          {reasonWords({ code, ...values })}
        </State>
      ))}
    </Box>
  );
}
