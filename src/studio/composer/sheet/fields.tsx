"use client";
// What the selected block says: its kind's fields, each drawn by the control it names.
import { Box, Flex, Text } from "@chakra-ui/react";
import type { ComponentType } from "react";
import type { Cut } from "@/core/media/cut";
import type { FieldControlKind } from "@/core/page/kind";
import { kinds } from "@/core/page/kinds";
import type { Icon } from "@/core/page/look/icon";
import type { PageNode } from "@/core/page/node";
import { sharedContent, visibility, within } from "@/core/page/shared/placement";
import { countLoose } from "@/core/page/words/loose";
import { plainWords, type RichDoc } from "@/core/page/words/richtext";
import { OptionChoice, ValueField } from "@/studio/forms/value-control";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { QuietButton } from "@/studio/kit/buttons";
import { Row, TextInput, Tick } from "@/studio/kit/fields";
import { Group, RefusalNote, State } from "@/studio/kit/layout";
import { useCommand } from "@/studio/kit/use-command";
import { useInside } from "@/studio/kit/use-inside";
import { PictureChoice } from "@/studio/media/picture-choice";
import { useFacts } from "../facts";
import { takeFillOut } from "../shared/commands";
import { words as sharedWords } from "../shared/words";
import type { Composer } from "../store";
import { words as own } from "../words";
import { AddBlock } from "./add-block";
import {
  CodeField,
  EmbedField,
  FileField,
  GroundField,
  IconChoice,
  ItemsField,
  LinesField,
  ListField,
  MapField,
  ShopCategoryField,
  ShopProductsField,
  TableField,
  TicksField,
  VideoField,
  WidgetField,
} from "./controls";
import { type FieldProps, useField } from "./field";
import { FitsNote } from "./fits-note";
import { LinkField } from "./link-field";
import { PictureCut, PlaceWants } from "./picture-cut";
import { useSaidOf } from "./said-of";

function LineField({ composer, node, field }: FieldProps<"line">) {
  const { value, set, error } = useField(composer, node, field.name);
  const text = String(value ?? "");
  const { counted, describes } = field.control;
  const said = useSaidOf();
  const fromMedia = describes && !text ? said(node.content[describes]) : "";
  const { inside, on } = useInside();
  const known = useFacts(node.id).length > 0;
  return (
    <Box {...on}>
      <Row
        label={field.label}
        error={error}
        stacked={field.stacked}
        hint={fromMedia ? own.fromMedia : field.hint?.(node.content)}
      >
        {(ids) => (
          <TextInput
            {...ids}
            placeholder={fromMedia}
            disabled={field.open?.(node.content) === false}
            value={text}
            onChange={(typed) => set(typed || !field.optional ? typed : undefined)}
          />
        )}
      </Row>
      {known && (counted || inside) ? <FitsNote node={node.id} path={field.name} /> : null}
      {counted && !known ? (
        <Text fontSize="small" color="moss" mb="8px">
          {own.characters(text.length)}
        </Text>
      ) : null}
    </Box>
  );
}

const controls: { readonly [K in FieldControlKind]: ComponentType<FieldProps<K>> } = {
  line: LineField,
  choice: ({ composer, node, field }) => {
    const { value, set, error } = useField(composer, node, field.name);
    return (
      <Row label={field.label} error={error} hint={field.hint?.(node.content)}>
        {(ids) => <OptionChoice options={field.control.options} value={value} ids={ids} onChange={set} />}
      </Row>
    );
  },
  flag: ({ composer, node, field }) => (
    <>
      <Tick
        label={field.control.says}
        checked={node.content[field.name] === true}
        onChange={(on) => composer.content.set(node.id, field.name, on || !field.optional ? on : undefined)}
      />
      {field.hint ? (
        <Text fontSize="small" color="ink2" mb="6px">
          {field.hint(node.content)}
        </Text>
      ) : null}
    </>
  ),
  shopCategory: ShopCategoryField,
  shopProducts: ShopProductsField,
  onPage: ({ composer, node, field }) => {
    const loose = countLoose(node.content[field.name] as RichDoc);
    return (
      <>
        <Text color="ink2">{own.charactersClickIntoWords(plainWords(node.content[field.name] as RichDoc).length)}</Text>
        <FitsNote node={node.id} path={field.name} />
        {loose ? <LooseLinks composer={composer} node={node.id} here={loose} /> : null}
      </>
    );
  },
  picture: ({ composer, node, field }) => {
    const value = (node.content[field.name] as string | null | undefined) ?? null;
    const { none, clears = {} } = field.control;
    // In the place of a shared section only what is open can be set.
    const settable = (name: string) => !composer.isInside(node.id) || (node.open ?? []).includes(name);
    const cut = field.control.cut && settable(field.control.cut) ? field.control.cut : undefined;
    // What described the picture before, or said what of it is shown, does not hold for this one.
    const cleared = Object.entries(clears).filter(([name]) => settable(name));
    const choose = (media: string | null) =>
      composer.content.setAll(node.id, {
        ...Object.fromEntries(cleared),
        ...(cut ? { [cut]: undefined } : {}),
        [field.name]: media,
      });
    return (
      <Box mb="10px">
        {field.label === pictureLabel ? null : (
          <Text color="ink2" mb="4px">
            {field.label}
          </Text>
        )}
        <PictureChoice value={value} shown={!cut} onChoose={(media) => media !== value && choose(media)} />
        {none && value ? <QuietButton onClick={() => choose(null)}>{none}</QuietButton> : null}
        {cut ? null : <PlaceWants node={node.id} />}
        {cut ? (
          <PictureCut
            node={node.id}
            place=""
            media={value}
            cut={node.content[cut] as Cut | undefined}
            onChange={(next, moving) =>
              composer.content.set(node.id, cut, next, moving ? `${node.id}.${cut}` : undefined)
            }
          />
        ) : null}
      </Box>
    );
  },
  value: ({ composer, node, field }) => {
    const { value, set, error } = useField(composer, node, field.name);
    return (
      <Row label={field.label} error={error} hint={field.hint?.(node.content)}>
        {(ids) => (
          <ValueField
            control={field.control.of}
            label={field.label}
            value={value}
            ids={ids}
            placeholder=""
            onChange={(next) => (next !== undefined || field.optional) && set(next)}
          />
        )}
      </Row>
    );
  },
  icon: ({ composer, node, field }) => (
    <IconChoice
      label={field.label}
      value={node.content[field.name] as Icon | null | undefined}
      none={field.control.none}
      onChange={(icon) => composer.content.set(node.id, field.name, icon)}
    />
  ),
  items: ItemsField,
  table: TableField,
  file: FileField,
  map: MapField,
  ground: GroundField,
  link: LinkField,
  video: VideoField,
  embed: EmbedField,
  code: CodeField,
  list: ListField,
  ticks: TicksField,
  widget: WidgetField,
  lines: LinesField,
};

/** Numbers and addresses without a link: those of this block, or all of the page, by one click. */
function LooseLinks({ composer, node, here }: { composer: Composer; node: string; here: number }) {
  const { key } = useSite();
  const { refusal, busy, attempt } = useCommand();
  const all = composer.content.loose;
  const linkSite = () =>
    attempt(async () => {
      // What was typed here belongs to it.
      await composer.settled();
      const { links, pages } = await ask("pages.linkLoose", { site: key });
      composer.say(own.linkedOnSite(links, pages), "moss");
    });
  return (
    <Box my="8px">
      <State tone="amber">{own.looseHere(here)}</State>
      <Flex gap="6px" wrap="wrap">
        <QuietButton onClick={() => composer.content.linkLoose(node)}>{own.linkThem}</QuietButton>
        {all > here ? <QuietButton onClick={() => composer.content.linkLoose()}>{own.linkAll(all)}</QuietButton> : null}
        <QuietButton loading={busy} onClick={linkSite}>
          {own.linkSite}
        </QuietButton>
      </Flex>
      <RefusalNote refusal={refusal} />
    </Box>
  );
}

/** The one picture of a block needs no label above it. */
const pictureLabel = own.picture;

/** Of a block in a shared section: the fields that this page fills, each with a way back to what the section says. */
export function OpenFields({ composer, node }: { composer: Composer; node: PageNode }) {
  const [place = "", inner = ""] = node.id.split(within);
  const placement = composer.node(place);
  const filled = placement ? sharedContent(placement).fills.filter((fill) => fill.node === inner) : [];
  return (
    <>
      {(node.open ?? []).map((name) => {
        const field = kinds[node.kind].fields.find((one) => one.name === name);
        const Control = field && (controls[field.control.kind] as ComponentType<FieldProps>);
        const pictured = kinds[node.kind].fields.find(
          ({ control }) => control.kind === "picture" && control.cut === name,
        );
        return (
          <Box key={name}>
            {pictured && !node.open?.includes(pictured.name) ? (
              <PictureCut
                node={node.id}
                place=""
                media={(node.content[pictured.name] as string | null | undefined) ?? null}
                cut={node.content[name] as Cut | undefined}
                onChange={(next) => composer.content.set(node.id, name, next)}
              />
            ) : null}
            {field && Control ? (
              <Control composer={composer} node={node} field={field as FieldProps["field"]} />
            ) : name === visibility ? (
              <Tick
                label={sharedWords.shown}
                checked={!node.look.base.hidden}
                onChange={(on) => composer.looks.set(node.id, "base", "hidden", !on)}
              />
            ) : null}
            {filled.some((fill) => fill.field === name) ? (
              <Box borderLeftWidth="3px" borderColor="mark" pl="8px" mb="8px">
                <QuietButton h="24px" onClick={() => takeFillOut(composer, place, inner, name)}>
                  {sharedWords.backToShared}
                </QuietButton>
              </Box>
            ) : null}
          </Box>
        );
      })}
    </>
  );
}

/** The fields of a block, and what it holds. */
/** `ofRoot`: of a page as a whole, to which sections are added on the running order. */
export function Fields({ composer, node, ofRoot }: { composer: Composer; node: PageNode; ofRoot?: true }) {
  const kind = kinds[node.kind];
  const fields = kind.fields.filter(
    (field) => (composer.mayLayout || !field.layout) && field.shown?.(node.content) !== false,
  );
  const adds = composer.mayLayout && kind.holds !== undefined && !ofRoot;
  if (!fields.length && !adds) return null;
  return (
    <Group title={kind.fieldsTitle ?? own.content}>
      {kind.fieldsNote ? (
        <Text color="ink2" mb="8px">
          {kind.fieldsNote}
        </Text>
      ) : null}
      {fields.map((field) => {
        const Control = controls[field.control.kind] as ComponentType<FieldProps>;
        return <Control key={field.name} composer={composer} node={node} field={field} />;
      })}
      {composer.mayLayout && !composer.isInside(node.id)
        ? kind.becomes?.map(({ kind: other, label, content }) => (
            <QuietButton
              key={other}
              onClick={() => composer.blocks.become(node.id, other, content(node.content) as PageNode["content"])}
            >
              {label}
            </QuietButton>
          ))
        : null}
      {adds ? <AddBlock composer={composer} node={node} /> : null}
    </Group>
  );
}
