"use client";
// Products in and out as a table: read, mapped, looked at line by line, done, and taken back.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { ChevronLeft, Download } from "lucide-react";
import { useState } from "react";
import type { LineOutcome } from "@/core/catalog/plan";
import { columnNames, type Mapping, type TableColumn, tableColumns } from "@/core/catalog/table";
import type { Gives } from "@/server/operations";
import { useSite } from "@/studio/frame/site-context";
import { ask, upload } from "@/studio/kit/api";
import { MainButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Row } from "@/studio/kit/fields";
import { FileButton } from "@/studio/kit/file-button";
import { Group, Loading, Progress, RefusalNote, State } from "@/studio/kit/layout";
import { useCommand } from "@/studio/kit/use-command";
import { words as own } from "./words";
import { ZipPictures } from "./zip-pictures";

type Import = Gives<"shop.import">;

const when = new Intl.DateTimeFormat("en-GB", { dateStyle: "medium", timeStyle: "short" });
const tones = { make: "moss", change: "amber", same: "moss", refuse: "brick" } as const;
const working: ReadonlySet<string> = new Set(["planning", "running", "goingBack"]);
/** How often it is asked again while a table is being worked on, in ms. */
const askedMs = 800;

export function ExchangeStep() {
  const { key } = useSite();
  const client = useQueryClient();
  const [open, setOpen] = useState<string | null>(null);
  const { refusal, busy, attempt } = useCommand();
  const { data, error } = useQuery({
    queryKey: ["shopImports", key],
    queryFn: () => ask("shop.imports", { site: key }),
  });
  if (open) return <OneTable key={open} id={open} onBack={() => setOpen(null)} />;
  return (
    <>
      <Text mb="10px">{own.exchangeHint}</Text>
      <Flex gap="10px" mb="12px" align="center">
        <FileButton
          label={own.tableFile}
          accept=".csv,text/csv"
          disabled={busy}
          onFile={(file) =>
            attempt(async () => {
              const taken = await upload<{ import: string }>(`/api/sites/${key}/goods.csv`, file);
              await client.invalidateQueries({ queryKey: ["shopImports", key] });
              setOpen(taken.import);
            })
          }
        >
          {own.bringIn}
        </FileButton>
        <a
          href={`/api/sites/${key}/goods.csv`}
          download
          style={{ display: "flex", gap: 6, minHeight: 32, alignItems: "center" }}
        >
          <Download size={14} aria-hidden="true" /> {own.takeOut}
        </a>
      </Flex>
      <ZipPictures />
      <RefusalNote refusal={refusal} />
      {error ? <State tone="brick">{error.message}</State> : null}
      {!data && !error ? <Loading what={own.theTables} /> : null}
      {data && !data.imports.length ? <Text color="ink2">{own.noTables}</Text> : null}
      <Box as="ul" listStyleType="none">
        {data?.imports.map(({ id, name, state, at }) => (
          <li key={id}>
            <button
              type="button"
              onClick={() => setOpen(id)}
              style={{
                display: "flex",
                gap: 12,
                width: "100%",
                minHeight: 40,
                alignItems: "center",
                textAlign: "left",
                cursor: "pointer",
                borderBottom: "1px solid var(--chakra-colors-line)",
              }}
            >
              <Text flex="1" fontWeight="650" truncate>
                {name}
              </Text>
              <Text color="ink2">{own.tableStates[state]}</Text>
              <Text color="ink2">{when.format(new Date(at))}</Text>
            </button>
          </li>
        ))}
      </Box>
    </>
  );
}

/** One table, or one change of many products: what it would do, done, and taken back. */
export function OneTable({ id, back, onBack }: { id: string; back?: string; onBack: () => void }) {
  const { key } = useSite();
  const { data, error } = useQuery({
    queryKey: ["shopImport", key, id],
    queryFn: () => ask("shop.import", { site: key, import: id, from: 0 }),
    refetchInterval: ({ state }) => (working.has(state.data?.state ?? "") ? askedMs : false),
  });
  return (
    <>
      <QuietButton onClick={onBack}>
        <ChevronLeft size={14} aria-hidden="true" /> {back ?? own.otherTable}
      </QuietButton>
      {error ? <State tone="brick">{error.message}</State> : null}
      {data ? <Table table={data} /> : error ? null : <Loading what={own.theTables} />}
    </>
  );
}

function Table({ table }: { table: Import }) {
  const { key } = useSite();
  const client = useQueryClient();
  const [mapping, setMapping] = useState<Mapping>(table.mapping);
  const { refusal, busy, attempt } = useCommand();
  const [further, setFurther] = useState<Import["lines"]>([]);
  const lines = [...table.lines, ...further];
  const steps = Object.values(table.steps).reduce((sum, one) => sum + one, 0);
  const left = table.steps.left ?? 0;
  const perform = (work: () => Promise<unknown>) =>
    attempt(async () => {
      await work();
      // They were of the plan before.
      setFurther([]);
      await Promise.all(
        [
          ["shopImport", key, table.id],
          ["shopImports", key],
          ["shopProducts", key],
          ["shopFrame", key],
          ["frame", key],
        ].map((queryKey) => client.invalidateQueries({ queryKey })),
      );
    });
  // A change that was said here has no columns to be read.
  const mapped = ["read", "planned"].includes(table.state) && table.headers.length > 0;
  const waiting = table.steps.waiting ?? 0;
  return (
    <>
      <Text fontWeight="700" mb="2px">
        {table.name}
      </Text>
      <Text color="ink2" mb="8px" role="status">
        {own.tableStates[table.state]}
      </Text>
      {table.guessed ? <State tone="amber">{own.guessed}</State> : null}
      {table.problem ? <State tone="brick">{table.problem}</State> : null}
      <RefusalNote refusal={refusal} />
      {working.has(table.state) ? (
        <Progress
          label={own.howFar(steps - waiting, Math.max(steps, 1))}
          done={table.state === "goingBack" ? (table.steps.back ?? 0) + left : steps - waiting}
          total={Math.max(steps, 1)}
        />
      ) : null}
      {mapped ? (
        <Mapped
          table={table}
          mapping={mapping}
          setMapping={setMapping}
          error={refusal?.at("mapping.columns.product")}
        />
      ) : null}
      {mapped ? (
        <MainButton
          disabled={busy}
          onClick={() => perform(() => ask("shop.planImport", { site: key, import: table.id, mapping }))}
        >
          {own.lookWhat}
        </MainButton>
      ) : null}
      {table.lines.length ? (
        <TablePlan
          table={table}
          waiting={waiting}
          busy={busy}
          perform={perform}
          site={key}
          left={left}
          lines={lines}
          attempt={attempt}
          setFurther={setFurther}
          further={further}
        />
      ) : null}
    </>
  );
}

/** What the table would do, before anything is done. */
const TablePlan = ({
  table,
  waiting,
  busy,
  perform,
  site,
  left,
  lines,
  attempt,
  setFurther,
  further,
}: {
  table: Import;
  waiting: number;
  busy: boolean;
  perform: (work: () => Promise<unknown>) => void;
  site: string;
  left: number;
  lines: LineOutcome[];
  attempt: (work: () => Promise<unknown>) => void;
  setFurther: (next: readonly LineOutcome[]) => void;
  further: readonly LineOutcome[];
}) => (
  <Group title={own.planTitle} mt="14px">
    <Text mb="6px">
      {table.does ? own.wouldDo(table.does.make, table.does.change, table.does.same, table.does.refuse) : null}
    </Text>
    {table.state === "planned" ? (
      waiting ? (
        <MainButton
          mb="8px"
          disabled={busy}
          onClick={() => perform(() => ask("shop.runImport", { site, import: table.id }))}
        >
          {own.doIt(waiting)}
        </MainButton>
      ) : (
        <State tone="moss">{own.nothingToDo}</State>
      )
    ) : null}
    {table.state === "done" ? (
      <>
        <State tone={left ? "amber" : "moss"}>{own.didSo(table.steps.done ?? 0, left)}</State>
        <PlainButton
          my="8px"
          disabled={busy}
          onClick={() => perform(() => ask("shop.takeBackImport", { site, import: table.id }))}
        >
          {own.takeBack}
        </PlainButton>
      </>
    ) : null}
    {table.state === "back" ? <State tone="moss">{own.wentBack(table.steps.back ?? 0)}</State> : null}
    {table.all > lines.length ? (
      <Text color="ink2" fontSize="small">
        {own.firstOf(lines.length, table.all)}
      </Text>
    ) : null}
    <PlanLines lines={lines} table={table} />
    {table.all > lines.length ? (
      <PlainButton
        mt="8px"
        disabled={busy}
        onClick={() =>
          attempt(async () => {
            const more = await ask("shop.import", { site, import: table.id, from: lines.length });
            setFurther([...further, ...more.lines]);
          })
        }
      >
        {own.more}
      </PlainButton>
    ) : null}
  </Group>
);

/** What each line would do. */
const PlanLines = ({ lines, table }: { lines: LineOutcome[]; table: Import }) => (
  <Box as="ol" listStyleType="none">
    {lines.map((line) => (
      <Box as="li" key={line.line} py="4px" borderBottomWidth="1px" borderColor="line">
        <Flex gap="10px">
          {table.headers.length ? (
            <Text w="64px" flex="none" color="ink2">
              {own.lineNumber(line.line)}
            </Text>
          ) : null}
          <Text flex="1" minW="0" truncate>
            {line.product}
          </Text>
          <Text color={tones[line.does]} fontWeight="600">
            {own.lineDoes[line.does]}
          </Text>
        </Flex>
        {line.says ? (
          <Text color="ink2" fontSize="small" fontVariantNumeric="tabular-nums">
            {line.says}
          </Text>
        ) : null}
        {line.faults.map(({ column, message }) => (
          <Text key={`${column} ${message}`} color="brick" fontSize="small" pl="74px">
            {column ? own.atColumn(column, message) : message}
          </Text>
        ))}
      </Box>
    ))}
  </Box>
);

/** Which column of the file each of ours is read from, with what stands there in the first line. */
function Mapped({
  table,
  mapping,
  setMapping,
  error,
}: {
  table: Import;
  mapping: Mapping;
  setMapping: (mapping: Mapping) => void;
  error: string | undefined;
}) {
  const { key } = useSite();
  const { data } = useQuery({ queryKey: ["shopFrame", key], queryFn: () => ask("shop.frame", { site: key }) });
  const options = [
    ["", own.noColumn] as const,
    ...table.headers.map((header, at) => [String(at), header || `${at + 1}`] as const),
  ];
  const row = (label: string, at: number | undefined, set: (at: number | undefined) => void, fault?: string) => (
    <Row
      key={label}
      label={label}
      error={fault}
      hint={
        at === undefined ? undefined : table.example[at] ? own.example(table.example[at].slice(0, 60)) : own.exampleNone
      }
    >
      {(ids) => (
        <Choice
          {...ids}
          aria-label={own.columnFor(label)}
          value={at === undefined ? "" : String(at)}
          onChange={(value) => set(value === "" ? undefined : Number(value))}
          options={options}
        />
      )}
    </Row>
  );
  const withColumn = (column: TableColumn, at: number | undefined) => {
    const { [column]: _before, ...others } = mapping.columns;
    setMapping({ ...mapping, columns: at === undefined ? others : { ...others, [column]: at } });
  };
  const withAttribute = (id: string, at: number | undefined) => {
    const { [id]: _before, ...others } = mapping.attributes;
    setMapping({ ...mapping, attributes: at === undefined ? others : { ...others, [id]: at } });
  };
  return (
    <details open={table.state === "read"} style={{ marginBottom: 10 }}>
      <summary style={{ cursor: "pointer", minHeight: 28, fontWeight: 650 }}>{own.mappingTitle}</summary>
      {tableColumns.map((column) =>
        row(
          columnNames[column][0],
          mapping.columns[column],
          (at) => withColumn(column, at),
          column === "product" ? error : undefined,
        ),
      )}
      {(data?.frame.attributes ?? []).map(({ id, name }) =>
        row(name, mapping.attributes[id], (at) => withAttribute(id, at)),
      )}
    </details>
  );
}
