"use client";
// When something opens over the page by itself: triggers, restraint, and who goes first.
import { Box, Flex, Text } from "@chakra-ui/react";
import { Plus, Trash2 } from "lucide-react";
import type { Opening, Trigger } from "@/core/opening/opening";
import { IconButton, QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { NumberInput, Row, Tick } from "@/studio/kit/fields";
import { Group, State } from "@/studio/kit/layout";
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

export function WhenStep({ settings: opening, faults, change }: OpeningStepProps) {
  const set = (index: number, trigger: Trigger) =>
    change({ triggers: opening.triggers.map((one, at) => (at === index ? trigger : one)) });
  const restraint = (part: Partial<Opening["restraint"]>) => change({ restraint: { ...opening.restraint, ...part } });
  return (
    <>
      <Text color="ink2" mb="10px">
        {own.opensFirstTheseHappens}
      </Text>
      {opening.triggers.map((trigger, index) => (
        <Box key={index} borderWidth="1px" borderColor="line" bg="white" p="8px" mb="8px">
          <Flex gap="6px" align="center">
            <Choice
              aria-label={own.trigger(index + 1)}
              value={trigger.on}
              onChange={(on) => set(index, newTrigger[on as Trigger["on"]])}
              options={triggerNames}
            />
            {trigger.on === "after" || trigger.on === "idle" ? (
              <>
                <Box w="80px" flex="none">
                  <NumberInput
                    aria-label={own.seconds}
                    min={0}
                    max={3600}
                    value={trigger.seconds}
                    onChange={(seconds) => set(index, { ...trigger, seconds: seconds ?? Number.NaN })}
                  />
                </Box>
                <Text>s</Text>
              </>
            ) : null}
            {trigger.on === "scroll" ? (
              <>
                <Box w="80px" flex="none">
                  <NumberInput
                    aria-label={own.depthPercent}
                    min={1}
                    max={100}
                    value={trigger.percent}
                    onChange={(percent) => set(index, { ...trigger, percent: percent ?? Number.NaN })}
                  />
                </Box>
                <Text>%</Text>
              </>
            ) : null}
            <IconButton
              name={own.removeTrigger(index + 1)}
              onClick={() => change({ triggers: opening.triggers.filter((_one, at) => at !== index) })}
            >
              <Trash2 size={14} />
            </IconButton>
          </Flex>
          {trigger.on === "click" ? (
            <Box mt="6px">
              <PickBlock block={trigger.block} onPick={(block) => set(index, { on: "click", block })} />
            </Box>
          ) : null}
          {Object.entries(faults)
            .filter(([path]) => path.startsWith(`triggers[${index}]`))
            .map(([path, message]) => (
              <State key={path} tone="brick">
                {message}
              </State>
            ))}
        </Box>
      ))}
      {opening.triggers.length === 0 ? <Text mb="8px">{own.withoutTriggerOpensOnly}</Text> : null}
      <QuietButton
        disabled={opening.triggers.length >= 6}
        onClick={() =>
          change({
            triggers: [
              ...opening.triggers,
              newTrigger[opening.triggers.some((one) => one.on === "after") ? "scroll" : "after"],
            ],
          })
        }
      >
        <Plus size={14} /> {own.addTrigger}
      </QuietButton>
      <Group title={own.restraint} mt="12px">
        <Row label={own.aVisit} error={faults["restraint.perVisit"]}>
          {(ids) => (
            <Flex align="center" gap="6px">
              <NumberInput
                {...ids}
                min={1}
                max={20}
                value={opening.restraint.perVisit}
                onChange={(perVisit) => restraint({ perVisit: perVisit ?? Number.NaN })}
              />
              <Text whiteSpace="nowrap">{own.timesAtMost}</Text>
            </Flex>
          )}
        </Row>
        <Row label={own.rests} error={faults["restraint.restDays"]}>
          {(ids) => (
            <Flex align="center" gap="6px">
              <NumberInput
                {...ids}
                min={0}
                max={365}
                value={opening.restraint.restDays}
                onChange={(restDays) => restraint({ restDays: restDays ?? Number.NaN })}
              />
              <Text whiteSpace="nowrap">{own.daysOnceClosed}</Text>
            </Flex>
          )}
        </Row>
        <Tick
          label={own.neverAfterSigningUp}
          checked={opening.restraint.neverAfterSignup}
          onChange={(neverAfterSignup) => restraint({ neverAfterSignup })}
        />
      </Group>
      <Group title={own.priority}>
        <Row label={own.priority} error={faults.priority} hint={own.onePopupAtTime}>
          {(ids) => (
            <NumberInput
              {...ids}
              min={-100}
              max={100}
              step={1}
              value={opening.priority}
              onChange={(priority) => change({ priority: priority ?? Number.NaN })}
            />
          )}
        </Row>
      </Group>
    </>
  );
}
