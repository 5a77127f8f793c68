"use client";
// What the chat knows: pages with what is read of each, tables, words that mean the same, and what is told twice.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { ChevronDown, ChevronRight, Plus, Trash2 } from "lucide-react";
import Link from "next/link";
import { useState } from "react";
import { type ChatTable, columnKinds, type TableColumn } from "@/core/chat/knows/table";
import { pagePath } from "@/core/site/site";
import { useSite } from "@/studio/frame/site-context";
import { askQuietly } from "@/studio/kit/api";
import { IconButton, PlainButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Row, TextInput, Tick } from "@/studio/kit/fields";
import { Group, Loading, State } from "@/studio/kit/layout";
import { TextArea } from "@/studio/kit/text-area";
import { ListRow } from "@/studio/opening/list-row";
import type { StepProps } from "@/studio/widget/half";
import { BringTable } from "./bring-table";
import { useKnows } from "./use-knows";
import { words } from "./words";

const own = words.knows;

export function KnowsStep(props: StepProps<"chat">) {
  const { settings, faults, change } = props;
  const site = useSite();
  const { data, error } = useKnows(settings);
  const { leaveOut } = settings;
  const patterns = leaveOut.filter((one) => one.includes("*"));
  const [onlySilent, setOnlySilent] = useState(false);
  const silent = data?.pages.filter(({ read, answered, passages }) => read && passages > 0 && !answered) ?? [];
  const pageAt = (path: string) => site.pages.find((page) => pagePath(page) === path);
  return (
    <>
      {data ? (
        <>
          {data.differences.map(({ about, one, other }) => (
            <Box key={about} borderInlineStartWidth="3px" borderColor="brick" ps="10px" mb="10px">
              <State tone="brick">{own.differsOne(about, one.words, other.words)}</State>
              {[one, other].map((place, nth) => {
                const page = pageAt(place.href);
                const title = `${own.at(place.title, place.heading)}: “${place.line}”`;
                return (
                  <Text key={`${nth}${place.href}`} color="ink2" py="4px">
                    {page ? <Link href={`/s/${site.key}/pages/${page.id}`}>{title}</Link> : title}
                  </Text>
                );
              })}
            </Box>
          ))}
          <Group
            title={own.pages}
            aside={own.pagesAside(data.pages.filter(({ read }) => read).length, data.pages.length)}
          >
            <Text color="ink2" mb="6px">
              {own.pagesNote}
            </Text>
            {silent.length && silent.length < data.pages.length ? (
              <Box mb="6px">
                <Tick label={own.onlySilent(silent.length)} checked={onlySilent} onChange={setOnlySilent} />
              </Box>
            ) : null}
            {(onlySilent ? silent : data.pages).map((page) => (
              <KnownPage
                key={page.path}
                page={page}
                fixed={!page.read && !leaveOut.includes(page.path)}
                onRead={(read) =>
                  change({ leaveOut: read ? leaveOut.filter((one) => one !== page.path) : [...leaveOut, page.path] })
                }
              />
            ))}
            <ListRow
              label={own.patterns}
              values={patterns}
              error={Object.entries(faults).find(([path]) => path.startsWith("leaveOut"))?.[1]}
              hint={own.patternsHint}
              none={words.sources.leaveOutNone}
              onChange={(list) => change({ leaveOut: [...leaveOut.filter((one) => !one.includes("*")), ...list] })}
            />
          </Group>
          <Group title={own.offers}>
            <Text color="ink2">{own.offersNote(data.subjects.length)}</Text>
          </Group>
        </>
      ) : error ? (
        <State tone="amber">{own.unread}</State>
      ) : (
        <Loading what={own.reading} />
      )}
      <Tables {...props} onPages={data?.tables ?? []} />
      <Synonyms {...props} />
    </>
  );
}

type Page = NonNullable<ReturnType<typeof useKnows>["data"]>["pages"][number];

function KnownPage({ page, fixed, onRead }: { page: Page; fixed: boolean; onRead: (read: boolean) => void }) {
  const [open, setOpen] = useState(false);
  return (
    <Box borderBottomWidth="1px" borderColor="line" py="3px">
      <Flex align="center" gap="8px">
        <Box flex="1" minW="0">
          <Tick label={page.title} checked={page.read} disabled={fixed} onChange={onRead} />
        </Box>
        <Text color="ink2" fontSize="small" whiteSpace="nowrap">
          {page.read
            ? page.passages
              ? `${own.passages(page.passages, page.words)} · ${own.answered(page.answered)}`
              : own.nothingToRead
            : page.path}
        </Text>
        <IconButton name={page.path} aria-expanded={open} minW="24px" w="24px" onClick={() => setOpen(!open)}>
          {open ? <ChevronDown size={14} /> : <ChevronRight size={14} />}
        </IconButton>
      </Flex>
      {open ? (
        <Box ps="24px" pb="8px">
          {page.answered ? <Covers href={page.path} /> : null}
          {page.passagesRead.map(({ heading, lines }, at) => (
            <Box key={`${at}${heading}`} mt="6px">
              <Text fontWeight="650">{heading}</Text>
              <Text color="ink2">{lines.join(" ")}</Text>
            </Box>
          ))}
        </Box>
      ) : null}
    </Box>
  );
}

/** What visitors asked that a page answered. */
function Covers({ href }: { href: string }) {
  const { key } = useSite();
  const { data } = useQuery({
    queryKey: ["chat-covers", key, href],
    queryFn: () => askQuietly("chat.covers", { site: key, href }),
    retry: false,
  });
  if (!data?.questions.length) return null;
  return (
    <Box mt="4px">
      <Text fontWeight="650">{own.covers(data.questions.length)}</Text>
      <Box as="ul" ps="16px" listStyleType="disc" color="ink2">
        {data.questions.map((question) => (
          <li key={question}>{question}</li>
        ))}
      </Box>
    </Box>
  );
}

function Tables({
  settings,
  faults,
  change,
  onPages,
}: StepProps<"chat"> & { onPages: readonly { readonly id: string; readonly name: string; readonly rows: number }[] }) {
  const [bringing, setBringing] = useState(false);
  const { tables } = settings;
  const put = (at: number, part: Partial<ChatTable>) =>
    change({ tables: tables.map((table, nth) => (nth === at ? { ...table, ...part } : table)) });
  return (
    <Group title={own.tables} aside={onPages.length ? own.onPages(onPages.length) : undefined}>
      <Text color="ink2" mb="8px">
        {own.tablesNote}
      </Text>
      {tables.map((table, at) => (
        <OneTable
          key={table.id}
          table={table}
          fault={(path) => faults[`tables[${at}].${path}`]}
          onChange={(part) => put(at, part)}
          onRemove={() => change({ tables: tables.filter((_, nth) => nth !== at) })}
        />
      ))}
      {bringing ? (
        <BringTable
          onTake={(table) => {
            change({ tables: [...tables, table] });
            setBringing(false);
          }}
          onClose={() => setBringing(false)}
        />
      ) : (
        <PlainButton onClick={() => setBringing(true)}>
          <Plus size={13} /> {own.addTable}
        </PlainButton>
      )}
    </Group>
  );
}

function OneTable({
  table,
  fault,
  onChange,
  onRemove,
}: {
  table: ChatTable;
  fault: (path: string) => string | undefined;
  onChange: (part: Partial<ChatTable>) => void;
  onRemove: () => void;
}) {
  const [open, setOpen] = useState(false);
  const putColumn = (at: number, part: Partial<TableColumn>) =>
    onChange({ columns: table.columns.map((column, nth) => (nth === at ? { ...column, ...part } : column)) });
  return (
    <Box borderWidth="1px" borderColor="line" mb="8px" bg="white">
      <Flex align="center" gap="6px" p="6px 10px">
        <IconButton name={table.name} aria-expanded={open} onClick={() => setOpen(!open)}>
          {open ? <ChevronDown size={14} /> : <ChevronRight size={14} />}
        </IconButton>
        <Text flex="1" fontWeight="650" truncate>
          {table.name}
        </Text>
        <Text color="ink2">{own.rows(table.rows.length)}</Text>
        <IconButton name={own.removeTable(table.name)} onClick={onRemove}>
          <Trash2 size={14} />
        </IconButton>
      </Flex>
      {open ? (
        <Box p="4px 12px 12px">
          <Row label={own.tableName} error={fault("name")}>
            {(ids) => <TextInput {...ids} value={table.name} onChange={(name) => onChange({ name })} />}
          </Row>
          <Row label={own.rowName} hint={own.rowNameHint} error={fault("row")}>
            {(ids) => <TextInput {...ids} value={table.row} onChange={(row) => onChange({ row })} />}
          </Row>
          <Row label={own.namedBy}>
            {(ids) => (
              <Choice
                {...ids}
                value={String(table.nameColumn)}
                options={table.columns.map(({ name }, at) => [String(at), name || `${own.column} ${at + 1}`] as const)}
                onChange={(at) => onChange({ nameColumn: Number(at) })}
              />
            )}
          </Row>
          <Box overflowX="auto">
            <Columns table={table} putColumn={putColumn} />
          </Box>
        </Box>
      ) : null}
    </Box>
  );
}

/** The columns of a table with what each is, over its first rows. */
const Columns = ({
  table,
  putColumn,
}: {
  table: ChatTable;
  putColumn: (at: number, part: Partial<TableColumn>) => void;
}) => (
  <table style={{ borderCollapse: "collapse", width: "100%" }}>
    <thead>
      <tr>
        {table.columns.map((column, at) => (
          <th key={`${at}${column.name}`} style={{ textAlign: "start", padding: 4, verticalAlign: "top" }}>
            <Text fontWeight="650" whiteSpace="nowrap">
              {column.name}
            </Text>
            <Choice
              aria-label={`${column.name}: ${own.kind}`}
              value={column.kind}
              options={columnKinds.map((kind) => [kind, own.kinds[kind]] as const)}
              onChange={(kind) => putColumn(at, { kind: kind as TableColumn["kind"] })}
            />
            {column.kind === "number" || column.kind === "range" ? (
              <TextInput
                aria-label={`${column.name}: ${own.unit}`}
                placeholder={own.unit}
                maxLength={10}
                value={column.unit}
                onChange={(unit) => putColumn(at, { unit })}
              />
            ) : null}
          </th>
        ))}
      </tr>
    </thead>
    <tbody>
      {table.rows.slice(0, 8).map((row, nth) => (
        <tr key={`${nth}${row[0]}`}>
          {row.map((cell, at) => (
            <td
              key={`${at}${table.columns[at]?.name}`}
              style={{ padding: 4, borderTop: "1px solid var(--chakra-colors-line)" }}
            >
              {cell}
            </td>
          ))}
        </tr>
      ))}
    </tbody>
  </table>
);

function Synonyms({ settings, faults, change }: StepProps<"chat">) {
  const [typed, setTyped] = useState(settings.synonyms.map((group) => group.join(", ")).join("\n"));
  const fault = Object.entries(faults).find(([path]) => path.startsWith("synonyms"))?.[1];
  return (
    <Group title={own.synonyms}>
      <Row label={own.synonyms} stacked hint={own.synonymsHint} error={fault}>
        {(ids) => (
          <TextArea
            {...ids}
            rows={5}
            value={typed}
            onChange={(text) => {
              setTyped(text);
              change({
                synonyms: text
                  .split("\n")
                  .map((line) =>
                    line
                      .split(",")
                      .map((word) => word.trim())
                      .filter(Boolean),
                  )
                  .filter((group) => group.length),
              });
            }}
          />
        )}
      </Row>
    </Group>
  );
}
