"use client";
// The rows and columns of a table: cells are typed on the page; here they come, go and move, and whole tables are pasted.
import { Box, Flex, Text } from "@chakra-ui/react";
import { Plus } from "lucide-react";
import { useState } from "react";
import { longestCell, mostColumns, mostRows, type TableContent } from "@/core/page/kinds/table";
import { MainButton, QuietButton } from "@/studio/kit/buttons";
import { Row } from "@/studio/kit/fields";
import { RefusalNote, State } from "@/studio/kit/layout";
import { LineCommands } from "@/studio/kit/line-commands";
import { newId } from "@/studio/kit/new-id";
import { TextArea } from "@/studio/kit/text-area";
import { useCommand } from "@/studio/kit/use-command";
import { Window } from "@/studio/kit/window";
import { words as own } from "../words";
import type { FieldProps } from "./field";

export function TableField({ composer, node }: FieldProps<"table">) {
  const { columns, rows } = node.content as unknown as TableContent;
  const [pasting, setPasting] = useState(false);
  const say = (refusal: string | null) => refusal && composer.say(refusal);
  const line = (field: "columns" | "rows", id: string, index: number, of: number, name: string) => (
    <Flex key={id} align="center" gap="2px" minH="28px">
      <Text as="span" flex="1" minW="0" truncate>
        {name}
      </Text>
      <LineCommands
        before={own.moveBefore(name)}
        behind={own.moveBehind(name)}
        remove={own.removeItem(name)}
        first={index === 0}
        last={index === of - 1}
        sideways={field === "columns"}
        kept={of === 1}
        onMove={(by) => composer.lines.move(node.id, field, id, by)}
        onRemove={() => composer.lines.remove(node.id, field, id)}
      />
    </Flex>
  );
  const [first] = rows;
  return (
    <Box mb="8px">
      <Text color="ink2" mb="6px">
        {own.cellsTyped(rows.length, columns.length)}
      </Text>
      {composer.mayLayout ? (
        <>
          <Text fontWeight="650">{own.tableColumns}</Text>
          {columns.map(({ id = "" }, index) =>
            line("columns", id, index, columns.length, first?.[id] || own.columnNumber(index + 1)),
          )}
          <QuietButton onClick={() => composer.lines.add(node.id, "columns", {})}>
            <Plus size={14} /> {own.addColumn}
          </QuietButton>
          <Text fontWeight="650" mt="6px">
            {own.tableRows}
          </Text>
          <Box maxH="190px" overflowY="auto">
            {rows.map((row, index) =>
              line(
                "rows",
                row.id ?? "",
                index,
                rows.length,
                columns.map(({ id = "" }) => row[id]).find(Boolean) || own.rowNumber(index + 1),
              ),
            )}
          </Box>
          <Flex gap="6px" wrap="wrap">
            <QuietButton onClick={() => composer.lines.add(node.id, "rows", {})}>
              <Plus size={14} /> {own.addRow}
            </QuietButton>
            <QuietButton onClick={() => setPasting(true)}>{own.pasteTable}</QuietButton>
          </Flex>
        </>
      ) : null}
      {pasting ? (
        <PasteTable
          onClose={() => setPasting(false)}
          onTable={(cells) => {
            const ids = Array.from({ length: Math.max(...cells.map((row) => row.length)) }, () => newId());
            say(
              composer.content.setAll(node.id, {
                columns: ids.map((id) => ({ id })),
                rows: cells.map((row) => ({
                  id: newId(),
                  ...Object.fromEntries(row.map((cell, at) => [ids[at], cell]).filter(([, cell]) => cell)),
                })),
              }),
            );
            setPasting(false);
          }}
        />
      ) : null}
    </Box>
  );
}

/** What is wrong with a table of this size, in a sentence; null for one that fits. */
function tooLarge(cells: readonly (readonly string[])[]): string | null {
  const columns = Math.max(0, ...cells.map((row) => row.length));
  if (columns > mostColumns || cells.length > mostRows)
    return own.tableTooLarge(cells.length, columns, mostRows, mostColumns);
  const long = cells.flat().find((cell) => cell.length > longestCell);
  return long === undefined ? null : own.cellTooLong(long.slice(0, 30), longestCell);
}

function PasteTable({
  onClose,
  onTable,
}: {
  onClose: () => void;
  onTable: (cells: readonly (readonly string[])[]) => void;
}) {
  const [text, setText] = useState("");
  const [fault, setFault] = useState<string | null>(null);
  const reading = useCommand();
  const read = async () => {
    const { default: Papa } = await import("papaparse");
    // From a sheet by tabs, from a file by commas or semicolons: the library finds out which.
    const { data } = Papa.parse<string[]>(text.trim(), { skipEmptyLines: "greedy" });
    const cells = data.map((row) => row.map((cell) => cell.trim()));
    const wrong = cells.length ? tooLarge(cells) : own.tableEmpty;
    setFault(wrong);
    if (!wrong) onTable(cells);
  };
  return (
    <Window
      title={own.pasteTable}
      open
      onClose={onClose}
      foot={<MainButton onClick={() => reading.attempt(read)}>{own.replaceTable}</MainButton>}
    >
      <RefusalNote refusal={reading.refusal} />
      <Row label={own.tableText} stacked hint={own.tableTextHint}>
        {(ids) => <TextArea {...ids} rows={9} value={text} onChange={setText} />}
      </Row>
      {fault ? <State tone="brick">{fault}</State> : null}
    </Window>
  );
}
