"use client";
// Lines of several parts: pictures of a gallery, links of a row. One is folded open at a time.
import { Box, Flex, Text } from "@chakra-ui/react";
import { ChevronDown, ChevronRight, Plus } from "lucide-react";
import { type ComponentType, useState } from "react";
import type { Cut } from "@/core/media/cut";
import type { LinePart } from "@/core/page/kind";
import type { Icon } from "@/core/page/look/icon";
import type { PageNode } from "@/core/page/node";
import { QuietButton } from "@/studio/kit/buttons";
import { Row, TextInput, Tick } from "@/studio/kit/fields";
import { LineCommands } from "@/studio/kit/line-commands";
import { useInside } from "@/studio/kit/use-inside";
import { PictureChoice, Thumb } from "@/studio/media/picture-choice";
import type { Composer } from "../store";
import { words as own } from "../words";
import { type FieldProps, useField } from "./field";
import { FitsNote } from "./fits-note";
import { IconChoice } from "./icon-choice";
import { LinkChoice } from "./link-choice";
import { ManyPictures } from "./many-pictures";
import { PictureCut } from "./picture-cut";
import { useSaidOf } from "./said-of";
import { CaptionsChoice } from "./video-field";

/** A line's parts stand in a little from the sheet's edge. */
const insideLinePx = 237;

type Line = Readonly<{ id: string } & Record<string, unknown>>;

interface PartProps extends Pick<FieldProps<"items">, "composer" | "node"> {
  readonly part: LinePart;
  readonly line: Line;
  /** Path of the part in the content: "items.l1.alt". */
  readonly path: string;
}

const parts: Readonly<Record<LinePart["control"], ComponentType<PartProps>>> = {
  line: function LineOf({ composer, node, part, line, path }) {
    const { set, error } = useField(composer, node, path);
    const { inside, on } = useInside();
    const said = useSaidOf();
    const fromMedia = part.describes && !line[part.name] ? said(line[part.describes]) : "";
    return (
      <Box {...on}>
        <Row label={part.label} error={error} hint={fromMedia ? own.fromMedia : part.hint}>
          {(ids) => (
            <TextInput
              {...ids}
              value={String(line[part.name] ?? "")}
              placeholder={(part.describes && said(line[part.describes])) || ""}
              onChange={set}
            />
          )}
        </Row>
        {inside ? <FitsNote node={node.id} path={`${line.id}.${part.name}`} /> : null}
      </Box>
    );
  },
  picture: ({ composer, node, part, line, path }) => {
    const media = (line[part.name] as string | null) ?? null;
    const cut = part.cut && `${path.slice(0, path.lastIndexOf("."))}.${part.cut}`;
    return (
      <Box mb="8px">
        <PictureChoice
          value={media}
          shown={!cut}
          // What was shown of the one before does not hold for this one.
          onChoose={(next) => composer.content.setAll(node.id, { ...(cut ? { [cut]: undefined } : {}), [path]: next })}
        />
        {cut ? (
          <PictureCut
            node={node.id}
            place={line.id}
            widestPx={insideLinePx}
            media={media}
            cut={line[part.cut as string] as Cut | undefined}
            onChange={(next, moving) =>
              composer.content.set(node.id, cut, next, moving ? `${node.id}.${cut}` : undefined)
            }
          />
        ) : null}
      </Box>
    );
  },
  link: ({ composer, node, part, line, path }) => (
    <LinkChoice
      composer={composer}
      label={part.label}
      value={line[part.name] as string | undefined}
      onChange={(link) => composer.content.set(node.id, path, link, path)}
    />
  ),
  icon: ({ composer, node, part, line, path }) => (
    <IconChoice
      label={part.label}
      value={line[part.name] as Icon | null | undefined}
      none={own.noIcon}
      onChange={(icon) => composer.content.set(node.id, path, icon)}
    />
  ),
  captions: ({ composer, node, part, line, path }) => (
    <CaptionsChoice
      label={part.label}
      value={(line[part.name] as string | null | undefined) ?? null}
      onChoose={(media) => composer.content.set(node.id, path, media)}
    />
  ),
  flag: ({ composer, node, part, line, path }) => (
    <Tick
      label={part.label}
      checked={line[part.name] === true}
      onChange={(on) => composer.content.set(node.id, path, on)}
    />
  ),
};

export function ItemsField({ composer, node, field }: FieldProps<"items">) {
  const { control, name } = field;
  const lines = (node.content[name] ?? []) as readonly Line[];
  const [open, setOpen] = useState<string | null>(null);
  const { chosenAs } = control;
  return (
    <Box mb="8px">
      <Text color="ink2" mb="4px">
        {own.itemsCount(lines.length, control.one)}
      </Text>
      {lines.map((line, index) => (
        <Item
          key={line.id}
          composer={composer}
          node={node}
          field={field}
          line={line}
          index={index}
          of={lines.length}
          open={open === line.id}
          onFold={() => setOpen(open === line.id ? null : line.id)}
        />
      ))}
      <Flex gap="6px" wrap="wrap">
        <QuietButton onClick={() => setOpen(composer.lines.add(node.id, name, { ...control.fresh }))}>
          <Plus size={14} /> {own.addItem(control.one)}
        </QuietButton>
      </Flex>
      {chosenAs ? (
        <ManyPictures
          there={new Set(lines.map((line) => line[chosenAs]))}
          onAdd={(hashes) => {
            const refusal = putPictures(composer, node, field, hashes);
            if (refusal) composer.say(refusal);
          }}
        />
      ) : null}
    </Box>
  );
}

/** Puts pictures into a list: into lines that wait for one first, the others behind. */
function putPictures(
  composer: Composer,
  { id }: PageNode,
  { name, control }: FieldPropsOf["field"],
  hashes: readonly string[],
) {
  const { chosenAs } = control;
  if (!chosenAs || !hashes.length) return null;
  const lines = (composer.node(id)?.content[name] ?? []) as readonly Line[];
  const waiting = lines.filter((line) => !line[chosenAs]);
  const [into, behind] = [hashes.slice(0, waiting.length), hashes.slice(waiting.length)];
  const filled = Object.fromEntries(into.map((hash, at) => [`${name}.${waiting[at]?.id}.${chosenAs}`, hash]));
  const refusal = into.length ? composer.content.setAll(id, filled) : null;
  return (
    refusal ??
    composer.lines.addAll(
      id,
      name,
      behind.map((hash) => ({ ...control.fresh, [chosenAs]: hash })),
    )
  );
}

function Item({
  composer,
  node,
  field,
  line,
  index,
  of,
  open,
  onFold,
}: FieldPropsOf & { line: Line; index: number; of: number; open: boolean; onFold: () => void }) {
  const { control, name } = field;
  const picture = control.chosenAs ? (line[control.chosenAs] as string | null) : null;
  const title = String(line[control.named] || "") || own.itemNumber(control.one, index + 1);
  const onKeyDown = (event: React.KeyboardEvent) => {
    if (!event.altKey || (event.key !== "ArrowUp" && event.key !== "ArrowDown")) return;
    event.preventDefault();
    composer.lines.move(node.id, name, line.id, event.key === "ArrowUp" ? -1 : 1);
  };
  return (
    <Box borderBottomWidth="1px" borderColor="line" onKeyDown={onKeyDown}>
      <Flex align="center" gap="4px" minH="34px">
        <button
          type="button"
          aria-expanded={open}
          onClick={onFold}
          style={{
            display: "flex",
            alignItems: "center",
            gap: 6,
            flex: 1,
            minWidth: 0,
            minHeight: 28,
            cursor: "pointer",
          }}
        >
          {open ? (
            <ChevronDown size={13} style={{ flex: "none" }} />
          ) : (
            <ChevronRight size={13} style={{ flex: "none" }} />
          )}
          {picture ? <Thumb hash={picture} widthPx={34} heightPx={26} /> : null}
          <Text as="span" truncate>
            {title}
          </Text>
        </button>
        <LineCommands
          before={own.moveItemUp(title)}
          behind={own.moveItemDown(title)}
          remove={own.removeItem(title)}
          first={index === 0}
          last={index === of - 1}
          onMove={(by) => composer.lines.move(node.id, name, line.id, by)}
          onRemove={() => composer.lines.remove(node.id, name, line.id)}
        />
      </Flex>
      {open ? (
        <Box pl="19px" pt="4px">
          {control.parts
            .filter((part) => composer.mayLayout || !part.layout)
            .map((part) => {
              const Part = parts[part.control];
              return (
                <Part
                  key={part.name}
                  composer={composer}
                  node={node}
                  part={part}
                  line={line}
                  path={`${name}.${line.id}.${part.name}`}
                />
              );
            })}
        </Box>
      ) : null}
    </Box>
  );
}

type FieldPropsOf = Pick<FieldProps<"items">, "composer" | "node" | "field">;
