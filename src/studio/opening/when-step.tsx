"use client";
// When something opens over the page by itself: triggers, restraint, and who goes first.
import { Box, Flex, Text } from "@chakra-ui/react";
import { Plus, Trash2 } from "lucide-react";
import type { Opening, Trigger } from "@/core/opening/opening";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import { settingsForm } from "@/studio/forms/form";
import { IconButton, QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { NumberInput } from "@/studio/kit/fields";
import { State } from "@/studio/kit/layout";
import { PickBlock } from "./pick-block";
import type { OpeningStepProps } from "./step";
import { words as own } from "./words";

const newTrigger: Readonly<Record<Trigger["on"], Trigger>> = {
  after: { on: "after", seconds: 8 },
  scroll: { on: "scroll", percent: 50 },
  leave: { on: "leave" },
  click: { on: "click", block: "" },
  idle: { on: "idle", seconds: 20 },
};
const triggerNames: readonly (readonly [Trigger["on"], string])[] = [
  ["after", own.afterSomeSeconds],
  ["scroll", own.atScrollDepth],
  ["leave", own.whenPointerLeaves],
  ["click", own.clickBlock],
  ["idle", own.afterIdleSeconds],
];

/** What of a trigger is a number, with its unit. */
const numbers = {
  seconds: { label: own.seconds, min: 0, max: 3600, unit: "s" },
  percent: { label: own.depthPercent, min: 1, max: 100, unit: "%" },
} as const;

function TriggerRow({
  trigger,
  nth,
  onChange,
  onRemove,
}: {
  trigger: Trigger;
  nth: number;
  onChange: (trigger: Trigger) => void;
  onRemove: () => void;
}) {
  const part = "seconds" in trigger ? "seconds" : "percent" in trigger ? "percent" : null;
  const set = part && numbers[part];
  return (
    <>
      <Flex gap="6px" align="center">
        <Choice
          aria-label={own.trigger(nth)}
          value={trigger.on}
          onChange={(on) => onChange(newTrigger[on as Trigger["on"]])}
          options={triggerNames}
        />
        {set ? (
          <Box w="100px" flex="none">
            <NumberInput
              aria-label={set.label}
              {...{ min: set.min, max: set.max, unit: set.unit }}
              value={trigger[part as keyof Trigger] as unknown as number}
              onChange={(value) => onChange({ ...trigger, [part as string]: value ?? Number.NaN })}
            />
          </Box>
        ) : null}
        <IconButton name={own.removeTrigger(nth)} onClick={onRemove}>
          <Trash2 size={14} />
        </IconButton>
      </Flex>
      {trigger.on === "click" ? (
        <Box mt="6px">
          <PickBlock block={trigger.block} onPick={(block) => onChange({ on: "click", block })} />
        </Box>
      ) : null}
    </>
  );
}

const of = fieldsOf<Opening>();
const none = { empty: Number.NaN } as const;

const fields: readonly TableField<Opening>[] = [
  of.group(
    own.restraint,
    [
      of.number("restraint.perVisit", own.aVisit, { ...none, min: 1, max: 20, unit: own.timesAtMost }),
      of.number("restraint.restDays", own.rests, { ...none, min: 0, max: 365, unit: own.daysOnceClosed }),
      of.tick("restraint.neverAfterSignup", own.neverAfterSigningUp),
    ],
    { first: true },
  ),
  of.group(own.priority, [
    of.number("priority", own.priority, { ...none, min: -100, max: 100, hint: own.onePopupAtTime }),
  ]),
];

export function WhenStep({ settings: opening, faults, change }: OpeningStepProps) {
  const { triggers } = opening;
  const add = () =>
    change({ triggers: [...triggers, newTrigger[triggers.some((one) => one.on === "after") ? "scroll" : "after"]] });
  return (
    <>
      <Text color="ink2" mb="10px">
        {own.opensFirstTheseHappens}
      </Text>
      {triggers.map((trigger, index) => (
        <Box key={index} borderWidth="1px" borderColor="line" bg="white" p="8px" mb="8px">
          <TriggerRow
            trigger={trigger}
            nth={index + 1}
            onChange={(next) => change({ triggers: triggers.map((one, at) => (at === index ? next : one)) })}
            onRemove={() => change({ triggers: triggers.filter((_one, at) => at !== index) })}
          />
          {Object.entries(faults)
            .filter(([path]) => path.startsWith(`triggers[${index}]`))
            .map(([path, message]) => (
              <State key={path} tone="brick">
                {message}
              </State>
            ))}
        </Box>
      ))}
      {triggers.length === 0 ? <Text mb="8px">{own.withoutTriggerOpensOnly}</Text> : null}
      <QuietButton disabled={triggers.length >= 6} onClick={add}>
        <Plus size={14} /> {own.addTrigger}
      </QuietButton>
      <FieldTable {...settingsForm({ settings: opening, faults, change })} of={fields} />
    </>
  );
}
