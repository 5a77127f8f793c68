"use client";
// The test set: questions with what has to answer them, run as things stand, with what has changed since.
import { Box, Flex, Text } from "@chakra-ui/react";
import { keepPreviousData, useQuery } from "@tanstack/react-query";
import { Plus, Trash2 } from "lucide-react";
import { nanoid } from "nanoid";
import { useMemo, useState } from "react";
import type { Chat, Expected, TestQuestion } from "@/core/chat/chat";
import { pagePath } from "@/core/site/site";
import type { Gives } from "@/server/operations";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import { type Form, settingsForm } from "@/studio/forms/form";
import { useSite } from "@/studio/frame/site-context";
import { ask, askQuietly } from "@/studio/kit/api";
import { IconButton, MainButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Row } from "@/studio/kit/fields";
import { RefusalNote, State } from "@/studio/kit/layout";
import { asRefusal, useCommand } from "@/studio/kit/use-command";
import type { StepProps } from "@/studio/widget/half";
import { lookInto } from "./asked";
import { useSettled } from "./use-settled";
import { words } from "./words";

const own = words.tests;

type Run = Gives<"chat.test">;
type Result = Run["results"][number];
type Proposed = Omit<TestQuestion, "id">;

const marks = { right: ["✓", "moss"], wrong: ["×", "brick"], unknown: ["×", "amber"] } as const;

/** So long after the last change it is run again. */
const settleMs = 1200;

function expectedWords(expects: Expected, settings: Chat): string {
  const told: { readonly [O in Expected["of"]]: (one: Extract<Expected, { of: O }>) => string } = {
    page: ({ path, says }) => own.expected.page(path, says),
    row: ({ table, row }) => own.expected.row(settings.tables.find(({ id }) => id === table)?.name ?? table, row),
    own: ({ answer }) => own.expected.own(settings.answers.find(({ id }) => id === answer)?.questions[0] ?? answer),
    live: ({ what }) => own.expected.live(own.engines.find(([key]) => key === what)?.[1] ?? what),
    unknown: () => own.expected.unknown,
  };
  return (told[expects.of] as (one: Expected) => string)(expects);
}

/** What came of the questions: run by itself whenever the chat or the set has changed, and when one comes back to it. */
function useRun({ id, settings, faults }: StepProps<"chat">) {
  const { key } = useSite();
  const of = useSettled(JSON.stringify(settings), settleMs);
  const { data, error, isFetching, refetch } = useQuery({
    queryKey: ["chat-test", key, id, of],
    queryFn: () => askQuietly("chat.test", { site: key, widget: id, settings: JSON.parse(of) as Chat }),
    enabled: settings.tests.length > 0 && !Object.keys(faults).length,
    placeholderData: keepPreviousData,
    refetchOnMount: "always",
    retry: false,
  });
  const results = useMemo(() => new Map(data?.results.map((one) => [one.id, one])), [data]);
  return { run: data, error, isFetching, refetch, results };
}

type Ran = ReturnType<typeof useRun>;

/** How many were answered right, beside the run before. */
function Told({ tests, run, results }: Pick<Ran, "run" | "results"> & { tests: readonly TestQuestion[] }) {
  if (!run)
    return (
      <Text mb="10px" color={tests.length ? "ink2" : undefined}>
        {tests.length ? own.running : own.empty}
      </Text>
    );
  const count = (verdict: Result["verdict"]) => tests.filter((one) => results.get(one.id)?.verdict === verdict).length;
  const told = own.intro(count("right"), count("wrong"), count("unknown"));
  return (
    <Text mb="10px" role="status">
      <Text as="span" color="moss" fontWeight="700">
        {told.right}
      </Text>
      {told.wrong ? <Text as="span" color="brick" fontWeight="700">{`, ${told.wrong}`}</Text> : null}
      {told.unknown ? <Text as="span" color="amber" fontWeight="700">{`, ${told.unknown}`}</Text> : null}
      {". "}
      {run.before ? own.before(run.before.right, run.before.of) : null}
    </Text>
  );
}

const ofChat = fieldsOf<Chat, Ran>();

/** Publishing stops while fewer than so many are answered right. */
const stopFields: readonly TableField<Chat>[] = [
  ofChat.has("stopBelow", own.stopTick, () => 90, { empty: null }),
  ofChat.number("stopBelow", own.stop, {
    ...{ min: 1, max: 100, unit: own.percent },
    shown: ({ stopBelow }) => stopBelow !== null,
    hint: (_chat, { run }) => run && own.now(run.share),
  }),
];

export function TestsStep(props: StepProps<"chat">) {
  const { settings, faults, change } = props;
  const { key: site } = useSite();
  const { tests } = settings;
  const { refusal, attempt } = useCommand();
  const [editing, setEditing] = useState<string | null>(null);
  const [proposed, setProposed] = useState<readonly Proposed[] | null>(null);
  const { data: asked } = useQuery({
    queryKey: ["chat-asked", site],
    queryFn: () => ask("chat.asked", { site }),
    retry: false,
  });
  const ran = useRun(props);
  const known = new Set(tests.map(({ question }) => question.toLowerCase()));
  const fromVisitors = (asked?.unknown ?? []).filter(({ question }) => !known.has(question.toLowerCase()));
  const add = (questions: readonly Proposed[]) => {
    const fresh = questions.map((one) => ({ id: nanoid(8), ...one }));
    change({ tests: [...tests, ...fresh] });
    return fresh;
  };
  const propose = () => attempt(async () => setProposed(await ask("chat.propose", { site, settings })));
  return (
    <>
      <Told tests={tests} {...ran} />
      <Flex gap="8px" wrap="wrap" mb="10px">
        <MainButton
          onClick={() => void ran.refetch()}
          loading={ran.isFetching}
          loadingText={own.running}
          disabled={!tests.length}
        >
          {own.run}
        </MainButton>
        <PlainButton onClick={() => setEditing(add([{ question: "", expects: { of: "unknown" } }])[0]?.id ?? null)}>
          <Plus size={13} /> {own.add}
        </PlainButton>
        <PlainButton onClick={propose}>{own.propose}</PlainButton>
        <PlainButton
          disabled={!fromVisitors.length}
          onClick={() =>
            setProposed(fromVisitors.map(({ question }) => ({ question, expects: { of: "unknown" as const } })))
          }
        >
          {own.fromVisitors(fromVisitors.length)}
        </PlainButton>
      </Flex>
      <RefusalNote refusal={refusal ?? (ran.error && asRefusal(ran.error))} />
      {proposed ? (
        <Proposals
          proposed={proposed.filter(({ question }) => !known.has(question.toLowerCase()))}
          settings={settings}
          onTake={add}
          onClose={() => setProposed(null)}
        />
      ) : null}
      <TestList {...props} results={ran.results} editing={editing} onEdit={setEditing} />
      <Box mt="14px">
        <FieldTable {...settingsForm<Chat>({ settings, faults, change })} around={ran} of={stopFields} />
      </Box>
    </>
  );
}

/** The questions, one of them open where it is changed; what is wrong stays open. */
function TestList({
  settings,
  faults,
  change,
  results,
  editing,
  onEdit,
}: StepProps<"chat"> & Pick<Ran, "results"> & { editing: string | null; onEdit: (id: string | null) => void }) {
  const { tests } = settings;
  const [open, setOpen] = useState<string | null>(null);
  return (
    <Box borderWidth={tests.length ? "1px" : "0"} borderColor="line" bg="white">
      {tests.map((test, at) => {
        const result = results.get(test.id);
        const wrong = Object.entries(faults).find(([path]) => path.startsWith(`tests[${at}]`))?.[1];
        return editing === test.id || wrong ? (
          <EditTest
            key={test.id}
            test={test}
            settings={settings}
            fault={(path) => faults[`tests[${at}].${path}`] ?? (path === "question" ? wrong : undefined)}
            onChange={(next) => change({ tests: tests.map((one) => (one.id === test.id ? next : one)) })}
            onDone={() => onEdit(null)}
            onRemove={() => change({ tests: tests.filter((one) => one.id !== test.id) })}
          />
        ) : (
          <TestLine
            key={test.id}
            test={test}
            says={expectedWords(test.expects, settings)}
            result={result}
            open={open === test.id}
            onOpen={() => {
              setOpen(test.id);
              if (result) lookInto(test.question, result.answered);
            }}
            onEdit={() => onEdit(test.id)}
          />
        );
      })}
    </Box>
  );
}

const TestLine = ({
  test,
  says,
  result,
  open,
  onOpen,
  onEdit,
}: {
  test: TestQuestion;
  says: string;
  result: Result | undefined;
  open: boolean;
  onOpen: () => void;
  onEdit: () => void;
}) => {
  const [mark, tone] = result ? marks[result.verdict] : ["", "ink2"];
  return (
    <Flex
      align="center"
      gap="10px"
      p="8px 10px"
      borderBottomWidth="1px"
      borderColor="line"
      bg={open ? "wash" : "transparent"}
    >
      <Text as="span" w="12px" color={tone} fontWeight="800" aria-hidden="true">
        {mark}
      </Text>
      <button type="button" onClick={onOpen} style={{ flex: 1, minWidth: 0, textAlign: "start", cursor: "pointer" }}>
        <Text fontWeight="650">{test.before ? `${test.before} › ${test.question}` : test.question}</Text>
        <Text color="ink2" fontSize="small" truncate>
          {says}
        </Text>
      </button>
      {result ? (
        <Text color={tone} fontWeight="650" fontSize="small" textAlign="end">
          {own.verdicts[result.verdict]}
          {result.was && result.was !== result.verdict ? `, ${own.was(own.verdicts[result.was])}` : ""}
        </Text>
      ) : null}
      <QuietButton aria-label={own.editOf(test.question)} onClick={onEdit}>
        {own.edit}
      </QuietButton>
    </Flex>
  );
};

const Proposals = ({
  proposed,
  settings,
  onTake,
  onClose,
}: {
  proposed: readonly Proposed[];
  settings: Chat;
  onTake: (questions: readonly Proposed[]) => void;
  onClose: () => void;
}) => (
  <Box borderWidth="1px" borderColor="edge" bg="white" p="10px" mb="10px">
    <Flex justify="space-between" align="center" mb="6px" gap="8px">
      <Text fontWeight="700">{own.proposals}</Text>
      <Flex gap="6px">
        {proposed.length > 1 ? (
          <PlainButton onClick={() => onTake(proposed)}>{own.takeAll(proposed.length)}</PlainButton>
        ) : null}
        <QuietButton onClick={onClose}>{own.close}</QuietButton>
      </Flex>
    </Flex>
    {proposed.length ? (
      <Box maxH="240px" overflowY="auto">
        {proposed.map((one) => (
          <Flex key={one.question} gap="8px" align="center" borderTopWidth="1px" borderColor="line" py="4px">
            <Box flex="1" minW="0">
              <Text truncate>{one.question}</Text>
              <Text color="ink2" fontSize="small" truncate>
                {expectedWords(one.expects, settings)}
              </Text>
            </Box>
            <QuietButton onClick={() => onTake([one])}>{own.take}</QuietButton>
          </Flex>
        ))}
      </Box>
    ) : (
      <State tone="moss">{own.noProposals}</State>
    )}
  </Box>
);

const freshExpected = (of: Expected["of"], settings: Chat): Expected => {
  const [table] = settings.tables;
  const [answer] = settings.answers;
  const fresh: { readonly [O in Expected["of"]]: Extract<Expected, { of: O }> } = {
    page: { of: "page", path: "/", says: "" },
    row: { of: "row", table: table?.id ?? "", row: table?.rows[0]?.[table.nameColumn] ?? "" },
    own: { of: "own", answer: answer?.id ?? "" },
    live: { of: "live", what: "hours" },
    unknown: { of: "unknown" },
  };
  return fresh[of];
};

const of = fieldsOf<TestQuestion>();

const testFields: readonly TableField<TestQuestion>[] = [
  of.line("question", own.question, { stacked: true }),
  of.line("before", own.asks, { stacked: true, hint: own.asksHint, empty: undefined }),
];

function EditTest({
  test,
  settings,
  fault,
  onChange,
  onDone,
  onRemove,
}: {
  test: TestQuestion;
  settings: Chat;
  fault: (path: string) => string | undefined;
  onChange: (test: TestQuestion) => void;
  onDone: () => void;
  onRemove: () => void;
}) {
  const { expects } = test;
  const put = (next: Expected) => onChange({ ...test, expects: next });
  return (
    <Box p="10px" borderBottomWidth="1px" borderColor="line">
      <FieldTable of={testFields} item={test} fault={fault} put={(part) => onChange({ ...test, ...part })} />
      <Row label={own.expects}>
        {(ids) => (
          <Choice
            {...ids}
            value={expects.of}
            options={own.kinds}
            onChange={(of) => put(freshExpected(of as Expected["of"], settings))}
          />
        )}
      </Row>
      <ExpectedRows expects={expects} settings={settings} fault={fault} onChange={put} />
      <Flex gap="8px" mt="6px">
        <PlainButton onClick={onDone}>{own.done}</PlainButton>
        <IconButton name={own.remove} onClick={onRemove}>
          <Trash2 size={14} />
        </IconButton>
      </Flex>
    </Box>
  );
}

interface ExpectedAround {
  readonly settings: Chat;
  readonly pages: readonly (readonly [path: string, title: string])[];
}

type Of<O extends Expected["of"]> = Extract<Expected, { of: O }>;

const ofPage = fieldsOf<Of<"page">, ExpectedAround>();
const ofRow = fieldsOf<Of<"row">, ExpectedAround>();
const ofOwn = fieldsOf<Of<"own">, ExpectedAround>();
const ofLive = fieldsOf<Of<"live">, ExpectedAround>();

const tableOf = ({ table }: Of<"row">, { tables }: Chat) => tables.find(({ id }) => id === table);

/** A row of a table by its name; typed where there is no such table any more. */
const rowField = ({ item, around, ...form }: Form<Of<"row">> & { around: ExpectedAround }) => {
  const table = tableOf(item, around.settings);
  const names = table?.rows.map((row) => row[table.nameColumn] ?? "") ?? [];
  const field = table
    ? ofRow.choice(
        "row",
        own.row,
        names.map((name) => [name, name]),
      )
    : ofRow.line("row", own.row);
  return <FieldTable {...form} item={item} of={[field]} />;
};

const expectedFields: { readonly [O in Expected["of"]]: readonly TableField<Of<O>>[] } = {
  page: [
    ofPage.choice("path", own.page, (_expects, { pages }) => pages),
    ofPage.line("says", own.says, { hint: own.saysHint }),
  ],
  row: [
    ofRow.choice("table", own.table, (expects, { settings }) => [
      ...settings.tables.map(({ id, name }) => [id, name] as const),
      ...(tableOf(expects, settings) ? [] : [[expects.table, expects.table] as const]),
    ]),
    ofRow.slot(rowField),
  ],
  own: [
    ofOwn.choice("answer", own.answer, (_expects, { settings }) =>
      settings.answers.map(({ id, questions }) => [id, questions[0] ?? id]),
    ),
  ],
  live: [ofLive.choice("what", own.engine, own.engines)],
  unknown: [],
};

function ExpectedRows({
  expects,
  settings,
  fault,
  onChange,
}: {
  expects: Expected;
  settings: Chat;
  fault: (path: string) => string | undefined;
  onChange: (expects: Expected) => void;
}) {
  const pages = useSite().pages.map((page) => [pagePath(page), page.title] as const);
  return (
    <FieldTable
      of={expectedFields[expects.of] as readonly TableField<Expected>[]}
      around={{ settings, pages }}
      item={expects}
      fault={(path) => fault(`expects.${path}`)}
      put={(part) => onChange({ ...expects, ...part } as Expected)}
    />
  );
}
