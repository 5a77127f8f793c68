"use client";
// Signups as a table that fetches just the rows in view, so that 50,000 are as quick as fifty.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQueries, useQueryClient } from "@tanstack/react-query";
import { useVirtualizer } from "@tanstack/react-virtual";
import { Download } from "lucide-react";
import { useDeferredValue, useRef, useState } from "react";
import { widgetsOfKind } from "@/core/widget/settings";
import type { Gives } from "@/server/operations";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { Choice, MainButton, PlainButton, RefusalNote, State, TextInput, useRefusal, Window } from "@/studio/kit/kit";
import { words as own } from "./words";

type Row = Gives<"desk.signups">["rows"][number];

/** Rows fetched at once, and the height of one in px. */
const pageSize = 100;
const rowPx = 40;

const stateNames = own.signupStates;
const stateTones = { waiting: "amber", confirmed: "moss", withdrawn: "brick" } as const;
const when = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" });
const columns =
  "minmax(150px,2fr) minmax(80px,1fr) minmax(170px,1.2fr) minmax(80px,1fr) minmax(120px,1.2fr) minmax(120px,1.4fr) 64px minmax(130px,1fr) 74px";

const StateOf = ({ state }: { state: keyof typeof stateNames }) => (
  <Flex as="span" gap="6px" color={stateTones[state]} fontWeight="600">
    <span aria-hidden="true">{{ waiting: "…", confirmed: "✓", withdrawn: "×" }[state]}</span>
    {stateNames[state]}
  </Flex>
);

const answersOf = (row: Row) => row.answers.map(({ label, answer }) => `${label}: ${answer}`).join(" · ");

export function Signups() {
  const site = useSite();
  const client = useQueryClient();
  const [typed, setTyped] = useState("");
  const words = useDeferredValue(typed.trim());
  const [state, setState] = useState("");
  const [widget, setWidget] = useState("");
  const [erasing, setErasing] = useState<string | null>(null);
  const { refusal, attempt } = useRefusal();
  const scroller = useRef<HTMLDivElement>(null);
  const filter = {
    ...(state ? { state: state as keyof typeof stateNames } : {}),
    ...(widget ? { widget } : {}),
    ...(words ? { words } : {}),
  };
  const [all, setAll] = useState(0);
  const virtual = useVirtualizer({
    count: all,
    getScrollElement: () => scroller.current,
    estimateSize: () => rowPx,
    overscan: 8,
  });
  const items = virtual.getVirtualItems();
  const first = Math.floor((items[0]?.index ?? 0) / pageSize);
  const last = Math.floor((items.at(-1)?.index ?? 0) / pageSize);
  const wanted = Array.from({ length: last - first + 1 }, (_, index) => first + index);
  const pages = useQueries({
    queries: wanted.map((page) => ({
      queryKey: ["signups", site.key, filter, page],
      queryFn: async () => {
        const answer = await ask("desk.signups", {
          site: site.key,
          ...filter,
          offset: page * pageSize,
          limit: pageSize,
        });
        setAll(answer.all);
        return answer;
      },
    })),
  });
  const rowAt = (index: number): Row | undefined =>
    pages[Math.floor(index / pageSize) - first]?.data?.rows[index % pageSize];
  const error = pages.find((page) => page.error)?.error;
  const loaded = pages.some((page) => page.data);
  const known = pages.find((page) => page.data)?.data?.all;
  if (known !== undefined && known !== all) setAll(known);
  const query = new URLSearchParams(filter as Record<string, string>).toString();
  return (
    <>
      <Flex gap="8px" mb="10px" wrap="wrap" align="center">
        <Box w="230px">
          <TextInput
            aria-label={own.searchAddressOrName}
            placeholder={own.searchAddressOrName}
            value={typed}
            onChange={setTyped}
          />
        </Box>
        <Box w="190px">
          <Choice
            aria-label={own.state}
            value={state}
            onChange={setState}
            options={[["", own.everyState], ...Object.entries(stateNames)]}
          />
        </Box>
        <Box w="190px">
          <Choice
            aria-label={own.popup}
            value={widget}
            onChange={setWidget}
            options={[
              ["", own.everyPopup],
              ...widgetsOfKind(site.widgets, "popup").map((one) => [one.id, one.name] as const),
            ]}
          />
        </Box>
        <Text role="status" color="ink2">
          {loaded ? own.signupsCount(all) : own.counting}
        </Text>
        <Box flex="1" />
        <a href={`/api/sites/${site.key}/signups.csv${query ? `?${query}` : ""}`} download>
          <PlainButton as="span">
            <Download size={14} /> {own.csv}
          </PlainButton>
        </a>
      </Flex>
      {error ? <State tone="brick">{error.message}</State> : null}
      <Box
        ref={scroller}
        flex="1"
        minH="200px"
        overflow="auto"
        bg="sheet"
        borderWidth="1px"
        borderColor="line"
        role="table"
        aria-label={own.signups}
        aria-rowcount={all}
        tabIndex={0}
      >
        <Box
          role="row"
          display="grid"
          gridTemplateColumns={columns}
          minW="1100px"
          position="sticky"
          top="0"
          zIndex="1"
          bg="wash"
          px="12px"
          h="34px"
          alignItems="center"
          gap="10px"
          fontWeight="650"
        >
          {own.signupColumns.map((name) => (
            <Text role="columnheader" key={name}>
              {name}
            </Text>
          ))}
        </Box>
        <Box h={`${virtual.getTotalSize()}px`} position="relative" minW="1100px">
          {items.map((item) => {
            const row = rowAt(item.index);
            return (
              <Box
                key={item.key}
                role="row"
                aria-rowindex={item.index + 1}
                position="absolute"
                left="0"
                right="0"
                top={`${item.start}px`}
                h={`${rowPx}px`}
                display="grid"
                gridTemplateColumns={columns}
                px="12px"
                gap="10px"
                alignItems="center"
                borderBottomWidth="1px"
                borderColor="line"
              >
                {row ? (
                  <>
                    <Text role="cell" fontWeight="650" truncate title={row.email}>
                      {row.email}
                    </Text>
                    <Text role="cell" truncate>
                      {row.name}
                    </Text>
                    <Box role="cell">
                      <StateOf state={row.state} />
                    </Box>
                    <Text role="cell" truncate>
                      {row.page}
                    </Text>
                    <Text role="cell" truncate>
                      {row.popup}
                    </Text>
                    <Text role="cell" truncate title={answersOf(row)}>
                      {answersOf(row)}
                    </Text>
                    <Text role="cell">{row.language}</Text>
                    <Text role="cell">{when.format(new Date(row.at))}</Text>
                    <Box role="cell">
                      <PlainButton h="28px" aria-label={own.erase(row.email)} onClick={() => setErasing(row.email)}>
                        {own.eraseWord}
                      </PlainButton>
                    </Box>
                  </>
                ) : (
                  <Text role="cell" color="ink2">
                    …
                  </Text>
                )}
              </Box>
            );
          })}
        </Box>
        {loaded && all === 0 ? (
          <Text p="20px">{words || state || widget ? own.noSignupFitsTake : own.signupsThroughSitesPopups}</Text>
        ) : null}
      </Box>
      <Window
        title={own.erasePerson}
        open={erasing !== null}
        onClose={() => setErasing(null)}
        foot={
          <MainButton
            bg="brick"
            onClick={() =>
              attempt(async () => {
                await ask("desk.erase", { site: site.key, email: erasing ?? "" });
                await client.invalidateQueries({ queryKey: ["signups", site.key] });
                await client.invalidateQueries({ queryKey: ["mail", site.key] });
                setErasing(null);
              })
            }
          >
            {own.eraseEverywhere}
          </MainButton>
        }
      >
        <Text>
          {own.everySignup} <b>{erasing}</b> {own.siteEveryMailAddress}
        </Text>
        <RefusalNote refusal={refusal} />
      </Window>
    </>
  );
}
