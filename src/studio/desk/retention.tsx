"use client";
// How long the site keeps what visitors sent.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { useEffect, useState } from "react";
import { type Retention, retentionBounds, unconfirmedDays } from "@/core/site/retention";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { Loading, MainButton, NumberInput, RefusalNote, Row, State, useRefusal } from "@/studio/kit/kit";
import { words as own } from "./words";

const kinds: readonly { readonly key: keyof Retention; readonly label: string; readonly words: string }[] = [
  {
    key: "signups",
    label: own.signups,
    words: own.fromDayTheyCame(unconfirmedDays),
  },
  { key: "bookings", label: own.bookings, words: own.fromDayTheyEnded },
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
  const [form, setForm] = useState<Partial<Retention>>({});
  const [saved, setSaved] = useState(false);
  const { refusal, attempt } = useRefusal();
  useEffect(() => {
    if (data) setForm(data);
  }, [data]);
  const owner = site.role === "owner";
  const save = () =>
    attempt(async () => {
      setSaved(false);
      await ask("retention.change", { site: site.key, retention: form as Retention });
      await client.invalidateQueries({ queryKey: key });
      setSaved(true);
    });
  if (error) return <State tone="brick">{error.message}</State>;
  if (!data) return <Loading what={own.theTimes} />;
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
      <form
        noValidate
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        {kinds.map(({ key: kind, label, words }) => (
          <Row key={kind} label={label} error={refusal?.at(`retention.${kind}`)} hint={words}>
            {(ids) => (
              <Flex align="center" gap="10px">
                <Box w="110px">
                  <NumberInput
                    {...ids}
                    min={retentionBounds[kind].least}
                    max={retentionBounds[kind].most}
                    step={1}
                    disabled={!owner}
                    value={form[kind]}
                    onChange={(days) => {
                      setSaved(false);
                      setForm({ ...form, [kind]: days });
                    }}
                  />
                </Box>
                <Text color="ink2">{["days", spoken(form[kind])].filter(Boolean).join(", ")}</Text>
              </Flex>
            )}
          </Row>
        ))}
        <RefusalNote refusal={refusal} shownAt={kinds.map(({ key: kind }) => `retention.${kind}`)} />
        {owner ? (
          <Flex align="center" gap="12px" mt="14px">
            <MainButton type="submit">{own.keepSo}</MainButton>
            {saved ? <State tone="moss">{own.saved}</State> : null}
          </Flex>
        ) : null}
      </form>
    </Box>
  );
}
