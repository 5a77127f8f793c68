"use client";
// How long the site keeps what visitors sent.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { type Retention, retentionBounds, unconfirmedDays } from "@/core/site/retention";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { MainButton } from "@/studio/kit/buttons";
import { NumberInput, Row } from "@/studio/kit/fields";
import { Form, FormNote, useAsked } from "@/studio/kit/form";
import { Loading, State } from "@/studio/kit/layout";
import { words as own } from "./words";

const kinds: readonly { readonly key: keyof Retention; readonly label: string; readonly words: string }[] = [
  {
    key: "signups",
    label: own.signups,
    words: own.fromDayTheyCame(unconfirmedDays),
  },
  { key: "forms", label: own.forms, words: own.fromDayFormsCame },
  { key: "bookings", label: own.bookings, words: own.fromDayTheyEnded },
  { key: "consents", label: own.consents, words: own.fromDayTheyChose },
  {
    key: "letters",
    label: own.letters,
    words: own.fromDayTheyWere,
  },
  { key: "log", label: own.events, words: own.fromDayTheyHappened },
];

/** Days as people say them. */
function spoken(days: number | undefined): string {
  if (!days) return "";
  if (days % 365 === 0) return own.years(days / 365);
  return days >= 60 ? own.aboutMonths(Math.round(days / 30.4)) : "";
}

export function RetentionPanel() {
  const site = useSite();
  const client = useQueryClient();
  const key = ["retention", site.key];
  const { data, error } = useQuery({ queryKey: key, queryFn: () => ask("retention.read", { site: site.key }) });
  const owner = site.role === "owner";
  if (error) return <State tone="brick">{error.message}</State>;
  if (!data) return <Loading what={own.theTimes} />;
  return <KeptTimes data={data} owner={owner} onSaved={() => client.invalidateQueries({ queryKey: key })} />;
}

function KeptTimes({ data, owner, onSaved }: { data: Retention; owner: boolean; onSaved: () => Promise<unknown> }) {
  const site = useSite();
  const form = useAsked<Partial<Retention>>(data, async (retention) => {
    await ask("retention.change", { site: site.key, retention: retention as Retention });
    await onSaved();
  });
  return (
    <Box
      as="section"
      aria-label={own.howLongKept}
      bg="sheet"
      borderWidth="1px"
      borderColor="line"
      p="20px"
      maxW="620px"
    >
      <Text mb="14px">
        {own.onceNightWebitorClears}
        {owner ? "" : own.ownerStudioSets}
      </Text>
      <Form of={form}>
        {kinds.map(({ key: kind, label, words }) => (
          <Row key={kind} label={label} error={form.at(`retention.${kind}`)} hint={words}>
            {(ids) => (
              <Flex align="center" gap="10px">
                <Box w="110px">
                  <NumberInput
                    {...ids}
                    min={retentionBounds[kind].least}
                    max={retentionBounds[kind].most}
                    step={1}
                    disabled={!owner}
                    value={form.values[kind]}
                    onChange={(days) => form.set({ [kind]: days })}
                  />
                </Box>
                <Text color="ink2">{["days", spoken(form.values[kind])].filter(Boolean).join(", ")}</Text>
              </Flex>
            )}
          </Row>
        ))}
        <FormNote of={form} shownAt={kinds.map(({ key: kind }) => `retention.${kind}`)} />
        {owner ? (
          <Flex align="center" gap="12px" mt="14px">
            <MainButton type="submit" loading={form.busy}>
              {own.keepSo}
            </MainButton>
            {form.done ? <State tone="moss">{own.saved}</State> : null}
          </Flex>
        ) : null}
      </Form>
    </Box>
  );
}
