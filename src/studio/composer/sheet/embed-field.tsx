"use client";
// A page to be embedded: the server looks at it before it is kept; and ticks of a list, each with what it is for.
import { Box, Text } from "@chakra-ui/react";
import { Search } from "lucide-react";
import { useState } from "react";
import type { EmbedContent } from "@/core/page/kinds/embed";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { PlainButton } from "@/studio/kit/buttons";
import { Row, TextInput, Tick } from "@/studio/kit/fields";
import { RefusalNote } from "@/studio/kit/layout";
import { useCommand } from "@/studio/kit/use-command";
import { words as own } from "../words";
import type { FieldProps } from "./field";

export function EmbedField({ composer, node }: FieldProps<"embed">) {
  const { key } = useSite();
  const content = node.content as unknown as EmbedContent;
  const [typed, setTyped] = useState(content.address);
  const [told, setTold] = useState<readonly string[]>([]);
  const { refusal, busy, attempt } = useCommand();
  const look = () =>
    attempt(async () => {
      const found = await ask("embeds.look", { site: key, address: typed.trim() });
      composer.content.setAll(node.id, { address: found.address, sets: found.sets });
      setTyped(found.address);
      setTold([
        ...(found.ledTo ? [own.embedLedTo(found.ledTo)] : []),
        ...(found.insecure ? [own.embedInsecure] : []),
        found.sets.length ? own.embedSets(found.sets.join(", ")) : own.embedSetsNone,
      ]);
    });
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        look();
      }}
    >
      <Row
        label={own.embedAddress}
        stacked
        hint={refusal ? undefined : own.embedHint}
        error={refusal?.fields.find(({ path }) => path === "address")?.message}
      >
        {(ids) => <TextInput {...ids} value={typed} onChange={setTyped} />}
      </Row>
      <PlainButton type="submit" loading={busy} loadingText={own.clipLooking} disabled={!typed.trim()}>
        <Search size={14} /> {own.embedLook}
      </PlainButton>
      {told.map((one) => (
        <Text key={one} fontSize="small" color="ink2" mt="4px" overflowWrap="anywhere">
          {one}
        </Text>
      ))}
      <RefusalNote refusal={refusal} shownAt={["address"]} />
      <Box mb="10px" />
    </form>
  );
}

export function TicksField({ composer, node, field }: FieldProps<"ticks">) {
  const given = (node.content[field.name] as readonly string[] | undefined) ?? [];
  return (
    <Box as="fieldset" mb="10px">
      <Text as="legend" color="ink2" mb="2px">
        {field.label}
      </Text>
      {field.control.options.map(([value, says, why]) => (
        <Box key={value}>
          <Tick
            label={says}
            checked={given.includes(value)}
            onChange={(on) =>
              composer.content.set(
                node.id,
                field.name,
                field.control.options.flatMap(([one]) => ((one === value ? on : given.includes(one)) ? [one] : [])),
              )
            }
          />
          {why ? (
            <Text fontSize="small" color="ink2" pl="24px" mb="3px">
              {why}
            </Text>
          ) : null}
        </Box>
      ))}
    </Box>
  );
}
