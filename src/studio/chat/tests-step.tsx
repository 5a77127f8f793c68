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
import { useSite } from "@/studio/frame/site-context";
import { ask, askQuietly } from "@/studio/kit/api";
import { IconButton, MainButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { NumberInput, Row, TextInput, Tick } from "@/studio/kit/fields";
import { RefusalNote, State } from "@/studio/kit/layout";
import { asRefusal, useDeed } from "@/studio/kit/use-deed";
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

export function TestsStep(props: StepProps<"chat">) {
  const { id, settings, faults, change } = props;
  const site = useSite();
  const { tests } = settings;
  const { refusal, attempt } = useDeed();
  const [open, setOpen] = useState<string | null>(null);
  const [editing, setEditing] = useState<string | null>(null);
  const [proposed, setProposed] = useState<readonly Proposed[] | null>(null);
  const { data: asked } = useQuery({
    queryKey: ["chat-asked", site.key],
    queryFn: () => ask("chat.asked", { site: site.key }),
    retry: false,
  });
  // Run by itself whenever the chat or the set has changed, and when one comes back to it: the site may have.
  const of = useSettled(JSON.stringify(settings), settleMs);
  const {
    data: run,
    error,
    isFetching,
    refetch,
  } = useQuery({
    queryKey: ["chat-test", site.key, id, of],
    queryFn: () => askQuietly("chat.test", { site: site.key, widget: id, settings: JSON.parse(of) as Chat }),
    enabled: tests.length > 0 && !Object.keys(faults).length,
    placeholderData: keepPreviousData,
    refetchOnMount: "always",
    retry: false,
  });
  const results = useMemo(() => new Map(run?.results.map((one) => [one.id, one])), [run]);
  const count = (verdict: Result["verdict"]) => tests.filter((one) => results.get(one.id)?.verdict === verdict).length;
  const known = new Set(tests.map(({ question }) => question.toLowerCase()));
  const fromVisitors = (asked?.unknown ?? []).filter(({ question }) => !known.has(question.toLowerCase()));
  const told = own.intro(count("right"), count("wrong"), count("unknown"));
  const add = (questions: readonly Proposed[]) => {
    const fresh = questions.map((one) => ({ id: nanoid(8), ...one }));
    change({ tests: [...tests, ...fresh] });
    return fresh;
  };
  return (
    <>
      {run ? (
        <Text mb="10px" role="status">
          <Text as="span" color="moss" fontWeight="700">
            {told.right}
          </Text>
          {told.wrong ? <Text as="span" color="brick" fontWeight="700">{`, ${told.wrong}`}</Text> : null}
          {told.unknown ? <Text as="span" color="amber" fontWeight="700">{`, ${told.unknown}`}</Text> : null}
          {". "}
          {run.before ? own.before(run.before.right, run.before.of) : null}
        </Text>
      ) : tests.length ? (
        <Text mb="10px" color="ink2">
          {own.running}
        </Text>
      ) : (
        <Text mb="10px">{own.empty}</Text>
      )}
      <Flex gap="8px" wrap="wrap" mb="10px">
        <MainButton
          onClick={() => void refetch()}
          loading={isFetching}
          loadingText={own.running}
          disabled={!tests.length}
        >
          {own.run}
        </MainButton>
        <PlainButton
          onClick={() => {
            const [fresh] = add([{ question: "", expects: { of: "unknown" } }]);
            setEditing(fresh?.id ?? null);
          }}
        >
          <Plus size={13} /> {own.add}
        </PlainButton>
        <PlainButton
          onClick={() =>
            attempt(async () => {
              setProposed(await ask("chat.propose", { site: site.key, settings }));
            })
          }
        >
          {own.propose}
        </PlainButton>
        <PlainButton
          disabled={!fromVisitors.length}
          onClick={() =>
            setProposed(fromVisitors.map(({ question }) => ({ question, expects: { of: "unknown" as const } })))
          }
        >
          {own.fromVisitors(fromVisitors.length)}
        </PlainButton>
      </Flex>
      <RefusalNote refusal={refusal ?? (error && asRefusal(error))} />
      {proposed ? (
        <Proposals
          proposed={proposed.filter(({ question }) => !known.has(question.toLowerCase()))}
          settings={settings}
          onTake={add}
          onClose={() => setProposed(null)}
        />
      ) : null}
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
              onDone={() => setEditing(null)}
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
              onEdit={() => setEditing(test.id)}
            />
          );
        })}
      </Box>
      <Box mt="14px">
        <Tick
          label={own.stopTick}
          checked={settings.stopBelow !== null}
          onChange={(on) => change({ stopBelow: on ? 90 : null })}
        />
        {settings.stopBelow === null ? null : (
          <Row label={own.stop} error={faults.stopBelow}>
            {(ids) => (
              <Flex align="center" gap="8px">
                <NumberInput
                  {...ids}
                  min={1}
                  max={100}
                  step={1}
                  unit={own.percent}
                  value={settings.stopBelow ?? undefined}
                  onChange={(share) => change({ stopBelow: share ?? 0 })}
                />
                {run ? (
                  <Text color="ink2" whiteSpace="nowrap">
                    {own.now(run.share)}
                  </Text>
                ) : null}
              </Flex>
            )}
          </Row>
        )}
      </Box>
    </>
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
      <QuietButton onClick={onEdit}>{own.edit}</QuietButton>
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
      <Row label={own.question} stacked error={fault("question")}>
        {(ids) => <TextInput {...ids} value={test.question} onChange={(question) => onChange({ ...test, question })} />}
      </Row>
      <Row label={own.asks} stacked hint={own.asksHint} error={fault("before")}>
        {(ids) => (
          <TextInput
            {...ids}
            value={test.before ?? ""}
            onChange={(before) => {
              const { before: _before, ...rest } = test;
              onChange(before ? { ...rest, before } : rest);
            }}
          />
        )}
      </Row>
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

interface RowsOf<O extends Expected["of"]> {
  readonly expects: Extract<Expected, { of: O }>;
  readonly settings: Chat;
  readonly fault: (path: string) => string | undefined;
  readonly onChange: (expects: Expected) => void;
}

function PageRows({ expects, fault, onChange }: RowsOf<"page">) {
  const site = useSite();
  return (
    <>
      <Row label={own.page} error={fault("expects.path")}>
        {(ids) => (
          <Choice
            {...ids}
            value={expects.path}
            options={site.pages.map((page) => [pagePath(page), page.title] as const)}
            onChange={(path) => onChange({ ...expects, path })}
          />
        )}
      </Row>
      <Row label={own.says} hint={own.saysHint} error={fault("expects.says")}>
        {(ids) => <TextInput {...ids} value={expects.says} onChange={(says) => onChange({ ...expects, says })} />}
      </Row>
    </>
  );
}

const RowRows = ({ expects, settings, fault, onChange }: RowsOf<"row">) => {
  const table = settings.tables.find(({ id }) => id === expects.table);
  return (
    <>
      <Row label={own.table} error={fault("expects.table")}>
        {(ids) => (
          <Choice
            {...ids}
            value={expects.table}
            options={[
              ...settings.tables.map(({ id, name }) => [id, name] as const),
              ...(table ? [] : [[expects.table, expects.table] as const]),
            ]}
            onChange={(id) => onChange({ ...expects, table: id })}
          />
        )}
      </Row>
      <Row label={own.row} error={fault("expects.row")}>
        {(ids) =>
          table ? (
            <Choice
              {...ids}
              value={expects.row}
              options={table.rows.map((row) => [row[table.nameColumn] ?? "", row[table.nameColumn] ?? ""] as const)}
              onChange={(row) => onChange({ ...expects, row })}
            />
          ) : (
            <TextInput {...ids} value={expects.row} onChange={(row) => onChange({ ...expects, row })} />
          )
        }
      </Row>
    </>
  );
};

const OwnRows = ({ expects, settings, fault, onChange }: RowsOf<"own">) => (
  <Row label={own.answer} error={fault("expects.answer")}>
    {(ids) => (
      <Choice
        {...ids}
        value={expects.answer}
        options={settings.answers.map(({ id, questions }) => [id, questions[0] ?? id] as const)}
        onChange={(answer) => onChange({ ...expects, answer })}
      />
    )}
  </Row>
);

const LiveRows = ({ expects, onChange }: RowsOf<"live">) => (
  <Row label={own.engine}>
    {(ids) => (
      <Choice
        {...ids}
        value={expects.what}
        options={own.engines}
        onChange={(what) => onChange({ of: "live", what: what as Extract<Expected, { of: "live" }>["what"] })}
      />
    )}
  </Row>
);

const rowsOf: { readonly [O in Expected["of"]]: (props: RowsOf<O>) => React.ReactNode } = {
  page: (props) => <PageRows {...props} />,
  row: (props) => <RowRows {...props} />,
  own: (props) => <OwnRows {...props} />,
  live: (props) => <LiveRows {...props} />,
  unknown: () => null,
};

const ExpectedRows = (props: RowsOf<Expected["of"]>) => rowsOf[props.expects.of](props as never);
