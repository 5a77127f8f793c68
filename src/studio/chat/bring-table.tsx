"use client";
// A table from a file or a paste: what came is told before it is taken.
import { Box, Flex, Text } from "@chakra-ui/react";
import { nanoid } from "nanoid";
import { useState } from "react";
import { chatLimits } from "@/core/chat/chat";
import { type ChatTable, type MadeTable, tableOfRows } from "@/core/chat/knows/table";
import { MainButton, QuietButton } from "@/studio/kit/buttons";
import { Row } from "@/studio/kit/fields";
import { FileButton } from "@/studio/kit/file-button";
import { State } from "@/studio/kit/layout";
import { TextArea } from "@/studio/kit/text-area";
import { words } from "./words";

const own = words.knows;

async function rowsOf(text: string): Promise<readonly (readonly string[])[]> {
  const { default: Papa } = await import("papaparse");
  return Papa.parse<string[]>(text.replace(/^\uFEFF/, "").slice(0, 2_000_000), { skipEmptyLines: true }).data;
}

export function BringTable({ onTake, onClose }: { onTake: (table: ChatTable) => void; onClose: () => void }) {
  const [text, setText] = useState("");
  const [name, setName] = useState<string>(own.newTable);
  const [made, setMade] = useState<MadeTable | null>(null);
  const read = async (given: string, called: string) => {
    setText(given);
    setName(called);
    setMade(given.trim() ? tableOfRows({ id: nanoid(8), name: called }, await rowsOf(given), chatLimits) : null);
  };
  return (
    <Box borderWidth="1px" borderColor="edge" bg="white" p="12px" mb="10px">
      <FileButton
        label={own.file}
        accept=".csv,text/csv,text/plain"
        onFile={async (file) => read(await file.text(), file.name.replace(/\.\w+$/, "").slice(0, 80) || own.newTable)}
      />
      <Row label={own.paste} stacked hint={own.pasteHint} error={made && !made.ok ? own.faults[made.fault] : undefined}>
        {(ids) => <TextArea {...ids} rows={5} value={text} onChange={(given) => void read(given, name)} />}
      </Row>
      {made?.ok ? (
        <Box mb="8px">
          <Text>{`${own.rows(made.table.rows.length)}: ${made.table.columns.map((column) => `${column.name} (${own.kinds[column.kind]}${column.unit ? `, ${column.unit}` : ""})`).join(", ")}`}</Text>
          {made.ragged ? <State tone="amber">{own.ragged(made.ragged)}</State> : null}
          {made.cut ? <State tone="amber">{own.cut(made.cut)}</State> : null}
        </Box>
      ) : null}
      <Flex gap="8px">
        <MainButton
          disabled={!made?.ok}
          onClick={() => {
            if (made?.ok) onTake(made.table);
          }}
        >
          {own.take}
        </MainButton>
        <QuietButton onClick={onClose}>{own.cancel}</QuietButton>
      </Flex>
    </Box>
  );
}
