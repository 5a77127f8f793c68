"use client";
// Signups: what is fetched is the pages of rows in view.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQueries, useQueryClient } from "@tanstack/react-query";
import { Download } from "lucide-react";
import { useCallback, useDeferredValue, useMemo, useState } from "react";
import { widgetsOfKind } from "@/core/widget/settings";
import type { Gives } from "@/server/operations";
import { type DeskColumn, DeskTable } from "@/studio/desk/desk-table";
import { useSite } from "@/studio/frame/site-context";
import type { Refusal } from "@/studio/kit/api";
import { ask } from "@/studio/kit/api";
import { MainButton, PlainButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { TextInput } from "@/studio/kit/fields";
import { RefusalNote, State } from "@/studio/kit/layout";
import { useCommand } from "@/studio/kit/use-command";
import { Window } from "@/studio/kit/window";
import { words as own } from "./words";

type Row = Gives<"desk.signups">["rows"][number];

/** Rows fetched at once. */
const pageSize = 100;

const stateNames = own.signupStates;
const stateTones = { waiting: "amber", confirmed: "moss", withdrawn: "brick" } as const;
const when = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" });
const StateOf = ({ state }: { state: keyof typeof stateNames }) => (
  <Flex as="span" gap="6px" color={stateTones[state]} fontWeight="600">
    <span aria-hidden="true">{{ waiting: "…", confirmed: "✓", withdrawn: "×" }[state]}</span>
    {stateNames[state]}
  </Flex>
);

const answersOf = (row: Row) => row.answers.map(({ label, answer }) => `${label}: ${answer}`).join(" · ");

const [address, name, stateWord, page, popup, answers, language, signedUp] = own.signupColumns;

const columnsWith = (erase: (email: string) => void): readonly DeskColumn<Row>[] => [
  {
    id: "email",
    header: address,
    track: "minmax(150px,2fr)",
    cell: ({ row }) => (
      <Text as="span" fontWeight="650" title={row.original.email}>
        {row.original.email}
      </Text>
    ),
  },
  { id: "name", header: name, track: "minmax(80px,1fr)", cell: ({ row }) => row.original.name },
  {
    id: "state",
    header: stateWord,
    track: "minmax(170px,1.2fr)",
    cell: ({ row }) => <StateOf state={row.original.state} />,
  },
  { id: "page", header: page, track: "minmax(80px,1fr)", cell: ({ row }) => row.original.page },
  { id: "popup", header: popup, track: "minmax(120px,1.2fr)", cell: ({ row }) => row.original.popup },
  {
    id: "answers",
    header: answers,
    track: "minmax(120px,1.4fr)",
    cell: ({ row }) => <span title={answersOf(row.original)}>{answersOf(row.original)}</span>,
  },
  { id: "language", header: language, track: "64px", cell: ({ row }) => row.original.language },
  {
    id: "at",
    header: signedUp,
    track: "minmax(130px,1fr)",
    cell: ({ row }) => when.format(new Date(row.original.at)),
  },
  {
    id: "erase",
    header: "",
    track: "74px",
    cell: ({ row }) => (
      <PlainButton h="28px" aria-label={own.erase(row.original.email)} onClick={() => erase(row.original.email)}>
        {own.eraseWord}
      </PlainButton>
    ),
  },
];

export function Signups() {
  const site = useSite();
  const client = useQueryClient();
  const [typed, setTyped] = useState("");
  const words = useDeferredValue(typed.trim());
  const [state, setState] = useState("");
  const [widget, setWidget] = useState("");
  const [erasing, setErasing] = useState<string | null>(null);
  const { refusal, busy, attempt } = useCommand();
  const filter = {
    ...(state ? { state: state as keyof typeof stateNames } : {}),
    ...(widget ? { widget } : {}),
    ...(words ? { words } : {}),
  };
  const [all, setAll] = useState(0);
  const [view, setView] = useState({ first: 0, last: 0 });
  const onView = useCallback((from: number, to: number) => {
    const [first, last] = [Math.floor(from / pageSize), Math.floor(to / pageSize)];
    setView((before) => (before.first === first && before.last === last ? before : { first, last }));
  }, []);
  const { first, last } = view;
  const columns = useMemo(() => columnsWith(setErasing), []);
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
      <SignupsBar
        typed={typed}
        setTyped={setTyped}
        state={state}
        setState={setState}
        widget={widget}
        setWidget={setWidget}
        site={site}
        loaded={loaded}
        all={all}
        query={query}
      />
      {error ? <State tone="brick">{error.message}</State> : null}
      <DeskTable label={own.signups} columns={columns} all={all} leastPx={1100} rowAt={rowAt} onView={onView}>
        {loaded && all === 0 ? (
          <Text p="20px">{words || state || widget ? own.noSignupFitsTake : own.signupsThroughSitesPopups}</Text>
        ) : null}
      </DeskTable>
      <EraseWindow
        erasing={erasing}
        setErasing={setErasing}
        busy={busy}
        attempt={attempt}
        site={site}
        client={client}
        refusal={refusal}
      />
    </>
  );
}

/** Erases somebody, once it is agreed to. */
const EraseWindow = ({
  erasing,
  setErasing,
  busy,
  attempt,
  site,
  client,
  refusal,
}: {
  erasing: string | null;
  setErasing: (next: string | null) => void;
  busy: boolean;
  attempt: (work: () => Promise<unknown>) => void;
  site: ReturnType<typeof useSite>;
  client: ReturnType<typeof useQueryClient>;
  refusal: Refusal | null;
}) => (
  <Window
    title={own.erasePerson}
    open={erasing !== null}
    onClose={() => setErasing(null)}
    foot={
      <MainButton
        bg="brick"
        loading={busy}
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
);

/** Which signups are listed, and how they are taken along. */
const SignupsBar = ({
  typed,
  setTyped,
  state,
  setState,
  widget,
  setWidget,
  site,
  loaded,
  all,
  query,
}: {
  typed: string;
  setTyped: (next: string) => void;
  state: string;
  setState: (next: string) => void;
  widget: string;
  setWidget: (next: string) => void;
  site: ReturnType<typeof useSite>;
  loaded: boolean;
  all: number;
  query: string;
}) => (
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
);
