"use client";
// Lines of an order to choose from: how much of each, by typing, or ticked off one by one with a scanner that types SKUs.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { LineParts } from "@/core/order/lines";
import type { OrderedLine } from "@/core/shop/ordered";
import { NumberInput, Row, TextInput } from "@/studio/kit/fields";
import { State } from "@/studio/kit/layout";
import { words as own } from "./words";

interface Props {
  readonly lines: readonly OrderedLine[];
  /** What is left of each line. */
  readonly left: LineParts;
  readonly chosen: LineParts;
  onChange(chosen: LineParts): void;
}

/** Pieces, or thousandths shown as the unit. */
const shownOf = (line: OrderedLine, quantity: number) => (line.per === 1 ? quantity : quantity / 1000);

export function PickLines({ lines, left, chosen, onChange }: Props) {
  return (
    <Box>
      {lines
        .filter(({ id }) => left[id])
        .map((line) => (
          <Row key={line.id} label={line.name} stacked>
            {(ids) => (
              <Flex gap="8px" align="center">
                <Box w="120px">
                  <NumberInput
                    {...ids}
                    min={0}
                    max={shownOf(line, left[line.id] ?? 0)}
                    step={line.per === 1 ? 1 : 0.1}
                    unit={line.unit}
                    value={shownOf(line, chosen[line.id] ?? 0)}
                    onChange={(value) => {
                      const { [line.id]: _, ...others } = chosen;
                      const quantity = line.per === 1 ? Math.round(value ?? 0) : Math.round((value ?? 0) * 1000);
                      onChange(quantity > 0 ? { ...others, [line.id]: quantity } : others);
                    }}
                  />
                </Box>
                <Text color="ink2">{own.ofLeft(String(shownOf(line, left[line.id] ?? 0)))}</Text>
              </Flex>
            )}
          </Row>
        ))}
    </Box>
  );
}

/** Everything that is to be packed, ticked off by hand or by scanning; `onAll` says whether all of it is. */
export function PackList({ lines, onAll }: { lines: readonly OrderedLine[]; onAll: (all: boolean) => void }) {
  const [packed, setPacked] = useState<LineParts>({});
  const [scanned, setScanned] = useState("");
  const [said, setSaid] = useState("");
  const whole = ({ per, quantity }: OrderedLine) => (per === 1 ? quantity : 1);
  const put = (next: LineParts) => {
    setPacked(next);
    onAll(lines.every((line) => (next[line.id] ?? 0) >= whole(line)));
  };
  const scan = () => {
    const sku = scanned.trim().toLowerCase();
    setScanned("");
    if (!sku) return;
    const mine = lines.filter((line) => line.sku.toLowerCase() === sku);
    const open = mine.find((line) => (packed[line.id] ?? 0) < whole(line));
    if (open) put({ ...packed, [open.id]: (packed[open.id] ?? 0) + 1 });
    setSaid(open ? own.scanned(open.name) : mine.length ? own.scannedTwice(scanned) : own.scannedNone(scanned));
  };
  return (
    <Box>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          scan();
        }}
      >
        <Row label={own.scan} hint={own.scanHint}>
          {(ids) => <TextInput {...ids} autoComplete="off" value={scanned} onChange={setScanned} />}
        </Row>
      </form>
      <Box aria-live="polite" minH="20px">
        {said ? <Text color="ink2">{said}</Text> : null}
      </Box>
      {lines.map((line) => {
        const done = packed[line.id] ?? 0;
        return (
          <label
            key={line.id}
            style={{ display: "flex", gap: 8, alignItems: "center", minHeight: 30, cursor: "pointer" }}
          >
            <input
              type="checkbox"
              checked={done >= whole(line)}
              onChange={({ target }) => put({ ...packed, [line.id]: target.checked ? whole(line) : 0 })}
              style={{ width: 16, height: 16, accentColor: "var(--chakra-colors-ink)" }}
            />
            <span style={{ flex: 1 }}>
              {line.name} <span style={{ color: "var(--chakra-colors-ink2)" }}>{line.sku}</span>
            </span>
            <span>
              {done >= whole(line) ? <State tone="moss">{own.inBox}</State> : own.packedOf(done, whole(line))}
            </span>
          </label>
        );
      })}
    </Box>
  );
}
