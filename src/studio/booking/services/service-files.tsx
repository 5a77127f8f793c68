"use client";
// Services in and out as a table, and a whole set-up from another site of the studio.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useMutation, useQuery } from "@tanstack/react-query";
import { nanoid } from "nanoid";
import { useState } from "react";
import type { BookingSetUp } from "@/core/booking/booking";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { MainButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Row, Tick } from "@/studio/kit/fields";
import { FileButton } from "@/studio/kit/file-button";
import { Group, State } from "@/studio/kit/layout";
import type { StepProps } from "@/studio/widget/half";
import { copiedSetUp } from "../copied";
import { words } from "../words";
import { type ReadServices, readServices, servicesCsv } from "./service-csv";

const own = words.csv;

export function ServiceFiles(props: StepProps<"booking">) {
  const { part, settings, changeBoth } = props;
  const site = useSite();
  const { currency } = site.settings;
  const [read, setRead] = useState<ReadServices | null>(null);
  const take = () => {
    if (!read) return;
    const known = new Set(part.services.map(({ id }) => id));
    const changed = new Map(read.services.map((service) => [service.id, service]));
    changeBoth(
      { services: [...settings.services, ...read.services.filter(({ id }) => !known.has(id)).map(({ id }) => id)] },
      {
        services: [
          ...part.services.map((service) => changed.get(service.id) ?? service),
          ...read.services.filter(({ id }) => !known.has(id)),
        ],
      },
      `csv ${nanoid(6)}`,
    );
    setRead(null);
  };
  return (
    <Group title={own.title} mt="14px">
      <Flex gap="6px" wrap="wrap">
        <FileButton
          label={own.file}
          accept=".csv,text/csv"
          onFile={async (file) => setRead(readServices(await file.text(), { part, currency, newId: () => nanoid(10) }))}
        >
          {own.take}
        </FileButton>
        {part.services.length ? (
          <PlainButton
            onClick={() => {
              const link = document.createElement("a");
              link.href = URL.createObjectURL(new Blob([servicesCsv(part.services, currency)], { type: "text/csv" }));
              link.download = `${site.key}-services.csv`;
              link.click();
              URL.revokeObjectURL(link.href);
            }}
          >
            {own.give}
          </PlainButton>
        ) : null}
      </Flex>
      {read ? (
        <Box bg="wash" borderRadius="panel" p="10px" mt="8px" role="status">
          {read.fault ? (
            <State tone="brick">{read.fault}</State>
          ) : (
            <Text fontWeight="650">{own.waiting(read.services.length)}</Text>
          )}
          {read.broken.length ? (
            <Box mt="6px">
              <State tone="amber">{own.brokenLines(read.broken.length)}</State>
              <Box as="ul" listStyleType="none" maxH="150px" overflowY="auto">
                {read.broken.map(({ line, reason }) => (
                  <Text as="li" key={line}>
                    {own.line(line, reason)}
                  </Text>
                ))}
              </Box>
            </Box>
          ) : null}
          <Flex gap="6px" mt="8px">
            {read.services.length ? <MainButton onClick={take}>{own.agree(read.services.length)}</MainButton> : null}
            <PlainButton onClick={() => setRead(null)}>{own.leave}</PlainButton>
          </Flex>
        </Box>
      ) : null}
      <FromAnotherSite {...props} />
    </Group>
  );
}

/** What another site of the studio offers, with new ids; its people and its prices only where they are wanted. */
function FromAnotherSite({ part, settings, changeBoth }: StepProps<"booking">) {
  const site = useSite();
  const [shown, setShown] = useState(false);
  const [from, setFrom] = useState("");
  const [people, setPeople] = useState(true);
  const [prices, setPrices] = useState(true);
  const { data } = useQuery({ queryKey: ["sites"], queryFn: () => ask("sites.list", {}), enabled: shown });
  const copying = useMutation({
    mutationFn: () => ask("booking.readSetUp", { site: from }),
    onSuccess: ({ setUp }) => {
      if (!setUp?.services.length) return;
      const { id: place = "place", seasons = [] } = part.places[0] ?? {};
      const copied = copiedSetUp(setUp as BookingSetUp, { place, seasons, people, prices, newId: () => nanoid(10) });
      changeBoth(
        { services: [...settings.services, ...copied.services.map(({ id }) => id)] },
        {
          places: part.places.map((one) =>
            one.id === place && copied.seasons.length ? { ...one, seasons: copied.seasons } : one,
          ),
          services: [...part.services, ...copied.services],
          resources: [...part.resources, ...copied.resources],
          prices: [...part.prices, ...copied.prices],
        },
        `copy ${from}`,
      );
      setShown(false);
    },
  });
  const others = (data ?? []).filter(({ key }) => key !== site.key);
  if (!shown)
    return (
      <QuietButton mt="6px" onClick={() => setShown(true)}>
        {own.another}
      </QuietButton>
    );
  return (
    <Box mt="8px" borderWidth="1px" borderStyle="dashed" borderColor="edge" borderRadius="panel" p="10px">
      <Row label={own.fromSite}>
        {(ids) => (
          <Choice
            {...ids}
            value={from}
            options={[["", own.chooseSite], ...others.map(({ key, name }) => [key, name] as const)]}
            onChange={setFrom}
          />
        )}
      </Row>
      <Tick label={own.withPeople} checked={people} onChange={setPeople} />
      <Tick label={own.withPrices} checked={prices} onChange={setPrices} />
      {copying.error ? <State tone="brick">{copying.error.message}</State> : null}
      {copying.data && !copying.data.setUp?.services.length ? <State tone="amber">{own.nothingThere}</State> : null}
      <PlainButton mt="6px" disabled={!from} loading={copying.isPending} onClick={() => copying.mutate()}>
        {own.copySetUp}
      </PlainButton>
    </Box>
  );
}
