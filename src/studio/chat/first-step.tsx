"use client";
// What it says first, and the questions that can be pressed: each is tried as soon as it is written.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { Plus } from "lucide-react";
import { nanoid } from "nanoid";
import { useDeferredValue } from "react";
import type { Chat, Greeting, Starter } from "@/core/chat/chat";
import { useSite } from "@/studio/frame/site-context";
import { askQuietly } from "@/studio/kit/api";
import { QuietButton } from "@/studio/kit/buttons";
import { Row, TextInput } from "@/studio/kit/fields";
import { Group, State } from "@/studio/kit/layout";
import { LineCommands } from "@/studio/kit/line-commands";
import { ListRow } from "@/studio/opening/list-row";
import type { StepProps } from "@/studio/widget/half";
import { words } from "./words";

const own = words.first;

const moved = <T,>(list: readonly T[], at: number, by: -1 | 1): T[] => {
  const next = [...list];
  const [one] = next.splice(at, 1);
  if (one) next.splice(at + by, 0, one);
  return next;
};

/** How a question would be answered now, in a line. */
export function TriedAtOnce({ settings, question }: { settings: Chat; question: string }) {
  const site = useSite();
  const asked = useDeferredValue(question.trim());
  const { data, error } = useQuery({
    queryKey: ["chat-tried", site.key, asked, JSON.stringify(settings)],
    queryFn: () =>
      askQuietly("chat.try", {
        site: site.key,
        settings,
        question: asked,
        before: null,
        language: site.settings.language,
        now: null,
      }),
    enabled: asked.length > 1,
    staleTime: 10_000,
    retry: false,
  });
  if (!asked || error || !data) return null;
  const first = data.lines[0]?.text ?? "";
  return (
    <State tone={data.kind === "unknown" ? "amber" : "moss"}>
      {first.length > 90 ? `${first.slice(0, 90)} …` : first}
    </State>
  );
}

export function FirstStep({ settings, faults, change }: StepProps<"chat">) {
  const { greetings, starters } = settings;
  const putGreeting = (at: number, part: Partial<Greeting>) =>
    change({ greetings: greetings.map((one, nth) => (nth === at ? { ...one, ...part } : one)) });
  const putStarter = (at: number, part: Partial<Starter>) =>
    change({ starters: starters.map((one, nth) => (nth === at ? { ...one, ...part } : one)) });
  return (
    <>
      <Greetings greetings={greetings} change={change} faults={faults} putGreeting={putGreeting} />
      <Group title={own.starters}>
        <Text color="ink2" mb="8px">
          {own.startersNote}
        </Text>
        {starters.map((starter, at) => (
          <Box key={starter.id} borderWidth="1px" borderColor="line" p="10px" mb="8px">
            <Flex justify="flex-end">
              <LineCommands
                before={own.up}
                behind={own.down}
                remove={own.remove}
                first={at === 0}
                last={at === starters.length - 1}
                onMove={(by) => change({ starters: moved(starters, at, by) })}
                onRemove={() => change({ starters: starters.filter((_, nth) => nth !== at) })}
              />
            </Flex>
            <Row label={own.question} stacked error={faults[`starters[${at}].text`]}>
              {(ids) => <TextInput {...ids} value={starter.text} onChange={(text) => putStarter(at, { text })} />}
            </Row>
            <TriedAtOnce settings={settings} question={starter.text} />
            <ListRow
              label={own.on}
              values={starter.include}
              error={faults[`starters[${at}].include`]}
              hint={own.onHint}
              onChange={(include) => putStarter(at, { include })}
            />
          </Box>
        ))}
        <QuietButton onClick={() => change({ starters: [...starters, { id: nanoid(8), text: "", include: [] }] })}>
          <Plus size={13} /> {own.addStarter}
        </QuietButton>
      </Group>
    </>
  );
}

/** What the chat says first, and on which pages. */
const Greetings = ({
  greetings,
  change,
  faults,
  putGreeting,
}: {
  greetings: readonly Greeting[];
  change: StepProps<"chat">["change"];
  faults: Readonly<Record<string, string>>;
  putGreeting: (at: number, part: Partial<Greeting>) => void;
}) => (
  <Group title={own.greetings}>
    <Text color="ink2" mb="8px">
      {own.greetingsNote}
    </Text>
    {greetings.map((greeting, at) => (
      <Box key={greeting.id} borderWidth="1px" borderColor="line" p="10px" mb="8px">
        <Flex justify="flex-end">
          <LineCommands
            before={own.up}
            behind={own.down}
            remove={own.remove}
            first={at === 0}
            last={at === greetings.length - 1}
            onMove={(by) => change({ greetings: moved(greetings, at, by) })}
            onRemove={() => change({ greetings: greetings.filter((_, nth) => nth !== at) })}
          />
        </Flex>
        <Row label={own.text} stacked error={faults[`greetings[${at}].text`]}>
          {(ids) => <TextInput {...ids} value={greeting.text} onChange={(text) => putGreeting(at, { text })} />}
        </Row>
        <ListRow
          label={own.on}
          values={greeting.include}
          error={faults[`greetings[${at}].include`]}
          hint={own.onHint}
          onChange={(include) => putGreeting(at, { include })}
        />
        <Flex gap="10px">
          {(["from", "to"] as const).map((end) => (
            <Box key={end} flex="1">
              <Row label={own[end]} error={faults[`greetings[${at}].${end}`]}>
                {(ids) => (
                  <TextInput
                    {...ids}
                    placeholder="09:00"
                    value={greeting[end] ?? ""}
                    onChange={(time) => putGreeting(at, { [end]: time || null })}
                  />
                )}
              </Row>
            </Box>
          ))}
        </Flex>
      </Box>
    ))}
    <QuietButton
      onClick={() =>
        change({ greetings: [...greetings, { id: nanoid(8), text: "", include: [], from: null, to: null }] })
      }
    >
      <Plus size={13} /> {own.addGreeting}
    </QuietButton>
  </Group>
);
