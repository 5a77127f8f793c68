"use client";
// Conversations on the Desk: as they go, with a person taking over and handing back, and what was not known.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { nanoid } from "nanoid";
import Link from "next/link";
import { useEffect, useRef, useState } from "react";
import { widgetsOfKind } from "@/core/widget/settings";
import type { Gives } from "@/server/operations";
import { Inbox } from "@/studio/desk/inbox";
import { useSite } from "@/studio/frame/site-context";
import { ask, askQuietly } from "@/studio/kit/api";
import { MainButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Row } from "@/studio/kit/fields";
import { Loading, RefusalNote, State, Title } from "@/studio/kit/layout";
import { reasonWords } from "@/studio/kit/reasons";
import { Segments } from "@/studio/kit/segments";
import { TextArea } from "@/studio/kit/text-area";
import { useCommand } from "@/studio/kit/use-command";
import { words } from "./words";

const own = words.desk;
const when = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" });
const time = new Intl.DateTimeFormat("en-GB", { timeStyle: "short" });
const tones = { chat: "moss", waiting: "amber", person: "moss", done: "ink2" } as const;

type Filter = "" | "waiting" | "person" | "unknown";
type ListRow = Gives<"desk.talks">["rows"][number];
type Talk = Gives<"desk.talk">;

export function Conversations() {
  const site = useSite();
  const [state, setState] = useState<Filter>("");
  const [open, setOpen] = useState<string | null>(null);
  return (
    <Inbox
      query="talks"
      words={own}
      heard="chat"
      besides={["talk", "unknown"]}
      filter={{ state }}
      fetch={(words, before) =>
        ask("desk.talks", { site: site.key, before, ...(state ? { state } : {}), ...(words ? { words } : {}) })
      }
      keyOf={({ id }) => id}
      line={listLine}
      open={open}
      onOpen={setOpen}
      opened={(id) => <OneTalk key={id} id={id} />}
      bar={({ counts }) => (
        <>
          <Segments<Filter> label={own.state} value={state} onChange={setState} options={own.filters} />
          <Text role="status" color="ink2">
            {own.waiting(counts.waiting ?? 0)}
          </Text>
        </>
      )}
      above={state === "unknown" ? <Unknown /> : null}
    />
  );
}

const listLine = (row: ListRow) =>
  [
    <Text key="about" fontWeight={row.unread ? "700" : "500"} truncate>
      {row.about || row.name || row.email || own.nobody}
    </Text>,
    <Text key="when" color="ink2" whiteSpace="nowrap">
      {when.format(new Date(row.at))}
    </Text>,
    <Text key="who" truncate color="ink2">
      {[row.name || row.email || own.nobody, row.page, row.unread ? own.unread(row.unread) : own.lines(row.lines)].join(
        " · ",
      )}
    </Text>,
    <Text key="state" whiteSpace="nowrap" fontWeight="600" color={tones[row.state]}>
      {row.state === "person" ? row.person : words.states[row.state]}
    </Text>,
  ] as const;

/** What was not known of late, each with one click to an own answer. */
function Unknown() {
  const site = useSite();
  const chat = widgetsOfKind(site.widgets, "chat")[0];
  const { data } = useQuery({
    queryKey: ["unknown", site.key],
    queryFn: () => ask("desk.unknown", { site: site.key, days: 30 }),
  });
  if (!data) return null;
  return (
    <Box bg="sheet" borderWidth="1px" borderColor="line" p="12px" mb="10px" maxH="240px" overflowY="auto">
      <Text fontWeight="700">{own.unknown}</Text>
      <Text color="ink2" mb="6px">
        {data.groups.length ? own.unknownNote : own.unknownNone}
      </Text>
      {data.groups.map(({ question, others, count }) => (
        <Flex key={question} gap="10px" align="center" borderTopWidth="1px" borderColor="line" py="5px">
          <Text w="40px" fontVariantNumeric="tabular-nums" fontWeight="700">
            {own.times(count)}
          </Text>
          <Box flex="1" minW="0">
            <Text truncate>{question}</Text>
            {others.length ? (
              <Text color="ink2" fontSize="small" truncate>
                {own.others(others.join(" · "))}
              </Text>
            ) : null}
          </Box>
          {chat ? (
            <PlainButton asChild>
              <Link href={`/s/${site.key}/widgets/${chat.id}?step=answers&question=${encodeURIComponent(question)}`}>
                {own.answerIt}
              </Link>
            </PlainButton>
          ) : null}
        </Flex>
      ))}
    </Box>
  );
}

function OneTalk({ id }: { id: string }) {
  const site = useSite();
  const client = useQueryClient();
  const { data, error } = useQuery({
    queryKey: ["talk", site.key, id],
    queryFn: () => ask("desk.talk", { site: site.key, talk: id }),
    // Whether the visitor writes is told by asking again, while a person answers.
    refetchInterval: ({ state }) => (state.data?.state === "person" ? 3000 : false),
  });
  const unread = data?.unread ?? 0;
  const { refusal, busy, attempt } = useCommand();
  const again = () =>
    Promise.all([
      client.invalidateQueries({ queryKey: ["talk", site.key, id] }),
      client.invalidateQueries({ queryKey: ["talks", site.key] }),
    ]);
  useEffect(() => {
    if (unread) void askQuietly("desk.talkSeen", { site: site.key, talk: id }).catch(() => {});
  }, [unread, site.key, id]);
  if (error) return <State tone="brick">{error.message}</State>;
  if (!data) return <Loading what={own.what} />;
  const command = (work: () => Promise<unknown>) =>
    attempt(async () => {
      await work();
      await again();
    });
  return (
    <>
      <TalkBar data={data} busy={busy} command={command} site={site} id={id} />
      <RefusalNote refusal={refusal} />
      <Box mt="14px" role="log" aria-label={own.name}>
        {data.lines.map((line) => (
          <Line key={line.nth} line={line} person={data.person} />
        ))}
      </Box>
      {data.typing ? (
        <Text color="ink2" role="status">
          {own.typing}
        </Text>
      ) : null}
      <Write talk={data} onDone={again} />
    </>
  );
}

/** What can be done with the conversation. */
const TalkBar = ({
  data,
  busy,
  command,
  site,
  id,
}: {
  data: Gives<"desk.talk">;
  busy: boolean;
  command: (work: () => Promise<unknown>) => void;
  site: ReturnType<typeof useSite>;
  id: string;
}) => (
  <Flex justify="space-between" gap="12px" align="flex-start" wrap="wrap">
    <Box minW="0">
      <Title level={2}>{data.name || data.email || own.nobody}</Title>
      <Text color="ink2">
        {[data.email, own.from(data.page, when.format(new Date(data.at)))].filter(Boolean).join(" · ")}
      </Text>
      {data.consent ? (
        <Text color="ink2" fontSize="small">
          {own.agreed}: {data.consent}
        </Text>
      ) : null}
    </Box>
    <Flex gap="8px" wrap="wrap">
      {data.state === "person" && data.mine ? (
        <>
          <PlainButton
            loading={busy}
            onClick={() =>
              command(() => ask("desk.talkBack", { site: site.key, talk: id, once: nanoid(16), to: "chat" }))
            }
          >
            {own.back}
          </PlainButton>
          <PlainButton
            loading={busy}
            onClick={() =>
              command(() => ask("desk.talkBack", { site: site.key, talk: id, once: nanoid(16), to: "done" }))
            }
          >
            {own.end}
          </PlainButton>
        </>
      ) : data.state === "person" ? (
        <State tone="amber">{own.takenBy(data.person)}</State>
      ) : (
        <>
          <MainButton
            loading={busy}
            onClick={() => command(() => ask("desk.talkTake", { site: site.key, talk: id, once: nanoid(16) }))}
          >
            {own.take}
          </MainButton>
          {data.state === "waiting" ? (
            <PlainButton
              loading={busy}
              onClick={() =>
                command(() => ask("desk.talkBack", { site: site.key, talk: id, once: nanoid(16), to: "done" }))
              }
            >
              {own.end}
            </PlainButton>
          ) : null}
        </>
      )}
    </Flex>
  </Flex>
);

const Line = ({ line, person }: { line: Talk["lines"][number]; person: string }) => {
  const [why, setWhy] = useState(false);
  const note = line.by === "note";
  return (
    <Box
      py="7px"
      borderTopWidth="1px"
      borderColor="line"
      color={note ? "ink2" : undefined}
      borderInlineStartWidth={line.kind === "unknown" && line.by === "chat" ? "3px" : undefined}
      borderInlineStartColor="amber"
      ps={line.kind === "unknown" && line.by === "chat" ? "8px" : undefined}
    >
      <Flex gap="8px" justify="space-between">
        <Text fontWeight="650" color={line.by === "visitor" ? "ink" : "ink2"}>
          {line.by === "person" ? person || own.by.person : own.by[line.by]}
        </Text>
        <Text color="ink2" fontSize="small">
          {[line.helped === null ? "" : line.helped ? own.helped : own.notHelped, time.format(new Date(line.at))]
            .filter(Boolean)
            .join(" · ")}
        </Text>
      </Flex>
      <Text whiteSpace="pre-wrap" overflowWrap="anywhere">
        {line.text}
      </Text>
      {line.why.length ? (
        <QuietButton aria-expanded={why} onClick={() => setWhy(!why)} h="24px" px="0">
          {own.why}
        </QuietButton>
      ) : null}
      {why ? (
        <Box as="ul" ps="16px" listStyleType="disc" color="ink2">
          {line.why.map((reason, at) => (
            <li key={`${at}${reason.code}`}>{reasonWords(reason)}</li>
          ))}
        </Box>
      ) : null}
    </Box>
  );
};

/** A field to write to the visitor: live while one answers, by mail where they left an address. */
function Write({ talk, onDone }: { talk: Talk; onDone: () => Promise<unknown> }) {
  const site = useSite();
  const [text, setText] = useState("");
  const { refusal, busy, attempt } = useCommand();
  const told = useRef(0);
  const once = useRef(nanoid(16));
  const live = talk.state === "person" && talk.mine;
  const byMail = !live && talk.state !== "person" && talk.email !== "";
  if (!live && !byMail) return null;
  const typing = () => {
    if (!live || Date.now() - told.current < 3000) return;
    told.current = Date.now();
    void askQuietly("desk.talkTyping", { site: site.key, talk: talk.id }).catch(() => {});
  };
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        attempt(async () => {
          await ask(live ? "desk.talkSay" : "desk.talkMail", {
            site: site.key,
            talk: talk.id,
            once: once.current,
            text,
          });
          once.current = nanoid(16);
          setText("");
          await onDone();
        });
      }}
    >
      <Box mt="12px">
        <Row
          label={live ? own.say : own.mail}
          stacked
          hint={live ? undefined : own.mailHint(talk.email)}
          error={refusal?.at("text")}
        >
          {(ids) => (
            <TextArea
              {...ids}
              rows={3}
              value={text}
              onChange={(next) => {
                setText(next);
                typing();
              }}
            />
          )}
        </Row>
        <Flex gap="8px" align="center" wrap="wrap">
          <MainButton type="submit" loading={busy}>
            {live ? own.send : own.sendMail}
          </MainButton>
          <Box w="260px">
            <Choice
              aria-label={own.canned}
              value=""
              options={[["", own.canned], ...own.cannedList.map((line) => [line, line] as const)]}
              onChange={(line) => setText(line)}
            />
          </Box>
        </Flex>
        <RefusalNote refusal={refusal} shownAt={["text"]} />
      </Box>
    </form>
  );
}
