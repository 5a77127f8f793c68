"use client";
// Forms on the Desk: a list of what came, and one of them to be read, answered and put aside.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Download } from "lucide-react";
import { useState } from "react";
import { type FormState, formStates } from "@/core/form/form";
import { widgetsOfKind } from "@/core/widget/settings";
import type { Gives } from "@/server/operations";
import { Inbox } from "@/studio/desk/inbox";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { MainButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Row } from "@/studio/kit/fields";
import { Loading, RefusalNote, State, Title } from "@/studio/kit/layout";
import { Segments } from "@/studio/kit/segments";
import { TextArea } from "@/studio/kit/text-area";
import { useCommand } from "@/studio/kit/use-command";
import { words as own } from "./words";

const when = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" });
const tones = { new: "amber", answered: "moss", done: "moss" } as const;
const size = (bytes: number) =>
  new Intl.NumberFormat("en-GB", { style: "unit", unit: "kilobyte", maximumFractionDigits: 0 }).format(
    Math.max(1, bytes / 1000),
  );
const stateOptions = formStates.map((state) => [state, own.states[state]] as const);

type ListRow = Gives<"desk.forms">["rows"][number];

export function Forms() {
  const site = useSite();
  const [state, setState] = useState<FormState | "">("");
  const [widget, setWidget] = useState("");
  const [open, setOpen] = useState<string | null>(null);
  return (
    <Inbox
      query="forms"
      words={{ ...own, what: own.theForms }}
      heard="form"
      filter={{ state, widget }}
      fetch={(words, before) =>
        ask("desk.forms", {
          site: site.key,
          before,
          ...(state ? { state } : {}),
          ...(widget ? { widget } : {}),
          ...(words ? { words } : {}),
        })
      }
      keyOf={({ id }) => id}
      line={listLine}
      open={open}
      onOpen={setOpen}
      opened={(id) => <OneForm key={id} id={id} />}
      bar={({ counts }) => (
        <>
          <Box w="150px">
            <Choice
              aria-label={own.state}
              value={state}
              onChange={(chosen) => setState(chosen as FormState | "")}
              options={[["", own.every], ...stateOptions]}
            />
          </Box>
          <Box w="190px">
            <Choice
              aria-label={own.form}
              value={widget}
              onChange={setWidget}
              options={[
                ["", own.everyForm],
                ...widgetsOfKind(site.widgets, "form").map((one) => [one.id, one.name] as const),
              ]}
            />
          </Box>
          <Text role="status" color="ink2">
            {own.countsNew(counts.new ?? 0)}
          </Text>
        </>
      )}
    />
  );
}

const listLine = (row: ListRow) =>
  [
    <Text key="who" fontWeight={row.state === "new" ? "700" : "500"} truncate>
      {row.name || row.email || own.nobody}
    </Text>,
    <Text key="when" color="ink2" whiteSpace="nowrap">
      {when.format(new Date(row.at))}
    </Text>,
    <Text key="about" truncate color="ink2">
      {row.about}
    </Text>,
    <Text key="state" whiteSpace="nowrap" fontWeight="600" color={tones[row.state]}>
      {own.states[row.state]}
    </Text>,
  ] as const;

function OneForm({ id }: { id: string }) {
  const site = useSite();
  const client = useQueryClient();
  const { data, error } = useQuery({
    queryKey: ["form", site.key, id],
    queryFn: () => ask("desk.form", { site: site.key, answer: id }),
  });
  const [text, setText] = useState("");
  const { refusal, busy, attempt } = useCommand();
  if (error) return <State tone="brick">{error.message}</State>;
  if (!data) return <Loading what={own.theForms} />;
  const again = () =>
    Promise.all([
      client.invalidateQueries({ queryKey: ["form", site.key, id] }),
      client.invalidateQueries({ queryKey: ["forms", site.key] }),
      client.invalidateQueries({ queryKey: ["mail", site.key] }),
    ]);
  const files = new Map(data.files.map((file) => [file.id, file]));
  const formName = site.widgets.find((one) => one.id === data.widgetId)?.name ?? own.removedForm;
  return (
    <>
      <Flex justify="space-between" gap="12px" align="flex-start" wrap="wrap">
        <Box>
          <Title level={2}>{data.name || data.email || own.nobody}</Title>
          <Text color="ink2">{[data.email, formName].filter(Boolean).join(" · ")}</Text>
          <Text color="ink2">{own.from(data.page, when.format(new Date(data.at)))}</Text>
        </Box>
        <Segments
          label={own.markAs}
          value={data.state}
          onChange={(state) =>
            attempt(async () => {
              await ask("desk.formState", { site: site.key, answers: [id], state });
              await again();
            })
          }
          options={stateOptions}
        />
      </Flex>
      <SentFields data={data} files={files} site={site} />
      {data.reply ? (
        <Box mt="16px" bg="sheet" borderWidth="1px" borderColor="line" p="12px">
          <Text color="ink2">{own.sentAnswer(data.answeredAt ? when.format(new Date(data.answeredAt)) : "")}</Text>
          <Text whiteSpace="pre-wrap">{data.reply}</Text>
        </Box>
      ) : null}
      <Box mt="16px" borderTopWidth="1px" borderColor="line" pt="12px">
        {data.email ? (
          <form
            onSubmit={(event) => {
              event.preventDefault();
              void attempt(async () => {
                await ask("desk.answerForm", { site: site.key, answer: id, text });
                setText("");
                await again();
              });
            }}
          >
            <Row label={own.answer} stacked hint={own.answerHint(data.email)} error={refusal?.at("text")}>
              {(ids) => <TextArea {...ids} rows={5} value={text} onChange={setText} />}
            </Row>
            <MainButton type="submit" loading={busy}>
              {own.sendAnswer}
            </MainButton>
          </form>
        ) : (
          <Text color="ink2">{own.noAddress}</Text>
        )}
        <RefusalNote refusal={refusal} shownAt={["text"]} />
      </Box>
    </>
  );
}

/** What was sent, field by field, files to be fetched. */
const SentFields = ({
  data,
  files,
  site,
}: {
  data: Gives<"desk.form">;
  files: ReadonlyMap<string, Gives<"desk.form">["files"][number]>;
  site: ReturnType<typeof useSite>;
}) => (
  <Box as="dl" mt="16px" display="grid" gridTemplateColumns={{ base: "1fr", md: "150px 1fr" }} gap="8px 16px">
    {data.answers
      .filter(({ words }) => words)
      .map(({ key, label, words, file }) => {
        const found = file ? files.get(file) : undefined;
        return (
          <Box key={key} display="contents">
            <Text as="dt" color="ink2">
              {label}
            </Text>
            <Text as="dd" whiteSpace="pre-wrap" overflowWrap="anywhere">
              {found ? (
                <a href={`/api/sites/${site.key}/form-files/${found.id}`} download>
                  <Flex as="span" align="center" gap="6px" textDecoration="underline">
                    <Download size={14} /> {own.fileSize(found.name, size(found.bytes))}
                  </Flex>
                </a>
              ) : (
                words
              )}
            </Text>
          </Box>
        );
      })}
    {data.consent ? (
      <>
        <Text as="dt" color="ink2">
          {own.agreed}
        </Text>
        <Text as="dd" color="ink2">
          {data.consent}
        </Text>
      </>
    ) : null}
  </Box>
);
