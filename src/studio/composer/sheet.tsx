"use client";
// The sheet: settings of what is selected, for the width that was clicked.
import { Box, Flex, Text } from "@chakra-ui/react";
import { ArrowDown, ArrowUp, Copy, Plus, Trash2 } from "lucide-react";
import { memo, useState } from "react";
import { type ColourRole, type Surface, surfaceRoles } from "@/core/brand/brand";
import { contrastRatio, textRatio } from "@/core/brand/contrast";
import { kinds } from "@/core/page/kinds";
import type { ListItem } from "@/core/page/kinds/list";
import { linkFromWords } from "@/core/page/link";
import { type LookField, lookAt, type Width } from "@/core/page/look";
import type { PageNode } from "@/core/page/node";
import { plainWords, type RichDoc } from "@/core/page/richtext";
import { samplesIn } from "@/core/page/sample";
import { useSite } from "@/studio/frame/site-context";
import {
  Choice,
  Group,
  IconButton,
  NumberInput,
  QuietButton,
  Row,
  State,
  TextInput,
  Tick,
  Title,
} from "@/studio/kit/kit";
import type { Measured } from "@/studio/stage/editable-frame";
import { groups, lookControls, roleNames } from "./controls";
import { PictureChoice } from "./picture-choice";
import type { Composer, ComposerView } from "./store";
import { words as own } from "./words";

interface SheetProps {
  readonly composer: Composer;
  readonly view: ComposerView;
  readonly measured: Measured | null;
}

/** What stands in the sheet depends on the documents and the selection; saving and revisions leave it alone. */
export const Sheet = memo(
  OpenSheet,
  (before, now) =>
    before.composer === now.composer &&
    before.measured === now.measured &&
    before.view.selection === now.view.selection &&
    before.view.page === now.view.page &&
    before.view.header === now.view.header &&
    before.view.footer === now.view.footer,
);

function OpenSheet({ composer, view, measured }: SheetProps) {
  const { selection } = view;
  const node = selection ? composer.node(selection.node) : null;
  if (!selection || !node)
    return (
      <Box p="16px">
        <Title level={2}>{own.nothingSelected}</Title>
        <Text mt="8px" color="ink2">
          {own.clickBlockPageOr}
        </Text>
        <Text mt="8px" color="ink2">
          {own.pressKeys}
        </Text>
      </Box>
    );
  const path = composer.path(node.id).slice(1, -1);
  const scope = own.scopes[selection.width];
  return (
    <Box p="16px" pt="12px" key={node.id}>
      <Flex fontSize="small" color="ink2" minH="20px" wrap="wrap" align="center" pr="30px">
        {path.map((above) => (
          <Flex key={above.id} align="center">
            <button
              type="button"
              onClick={() => composer.select(above.id)}
              style={{ cursor: "pointer", minHeight: 24 }}
            >
              {nameOf(composer, above)}
            </button>
            <span aria-hidden="true">&nbsp;›&nbsp;</span>
          </Flex>
        ))}
      </Flex>
      <Flex justify="space-between" align="center">
        <Title level={2}>{node.kind === "section" ? String(node.content.name) : kinds[node.kind].label}</Title>
        {composer.mayLayout ? (
          <Flex>
            <IconButton name={own.moveBlockUp} onClick={() => composer.moveBy(node.id, -1)}>
              <ArrowUp size={15} />
            </IconButton>
            <IconButton name={own.moveBlockDown} onClick={() => composer.moveBy(node.id, 1)}>
              <ArrowDown size={15} />
            </IconButton>
            <IconButton name={own.duplicateBlock} onClick={() => composer.duplicate(node.id)}>
              <Copy size={15} />
            </IconButton>
            <IconButton name={own.removeBlock} onClick={() => composer.remove(node.id)}>
              <Trash2 size={15} />
            </IconButton>
          </Flex>
        ) : null}
      </Flex>
      {samplesIn(node).length ? (
        <Box my="8px">
          <State tone="amber">{own.samplesHere}</State>
        </Box>
      ) : null}
      <Content composer={composer} node={node} measured={measured} />
      {composer.mayLayout ? (
        <>
          <Text bg="wash" borderRadius="panel" px="10px" py="8px" mb="10px">
            {own.lookBelowHoldsAt} <b>{scope.bold}</b>. {scope.rest}
          </Text>
          <Looks composer={composer} node={node} width={selection.width} />
        </>
      ) : (
        <Text mt="10px" color="ink2">
          {own.youChangeWordsPictures}
        </Text>
      )}
    </Box>
  );
}

function nameOf(composer: Composer, node: PageNode): string {
  if (node.kind === "section") return String(node.content.name);
  const place = composer.place(node.id);
  return place?.parent.kind === "columns" ? own.columnNumber(place.index + 1) : kinds[node.kind].label;
}

/** A content field that keeps what is typed and shows what is wrong with it. */
function useField(composer: Composer, node: PageNode, field: string) {
  const [error, setError] = useState<string | undefined>();
  const set = (value: unknown) =>
    setError(composer.setContent(node.id, field, value, `${node.id}.${field}`) ?? undefined);
  return { value: node.content[field], set, error };
}

function TextField({
  composer,
  node,
  field,
  label,
  stacked,
}: {
  composer: Composer;
  node: PageNode;
  field: string;
  label: string;
  stacked?: boolean;
}) {
  const { value, set, error } = useField(composer, node, field);
  return (
    <Row label={label} error={error} stacked={stacked ?? false}>
      {(ids) => <TextInput {...ids} value={String(value ?? "")} onChange={(text) => set(text)} />}
    </Row>
  );
}

function ChoiceField({
  composer,
  node,
  field,
  label,
  options,
}: {
  composer: Composer;
  node: PageNode;
  field: string;
  label: string;
  options: readonly (readonly [string, string])[];
}) {
  const { value, set, error } = useField(composer, node, field);
  return (
    <Row label={label} error={error}>
      {(ids) => (
        <Choice
          {...ids}
          value={String(value)}
          onChange={(chosen) => set(field === "level" ? Number(chosen) : chosen)}
          options={options}
        />
      )}
    </Row>
  );
}

function Content({ composer, node, measured }: { composer: Composer; node: PageNode; measured: Measured | null }) {
  const { widgets } = useSite();
  const count = (text: string) =>
    measured ? own.charactersOnLines(text.length, measured.lines, measured.widthPx) : own.characters(text.length);
  switch (node.kind) {
    case "section":
      return composer.mayLayout ? (
        <Group title={own.section}>
          <TextField composer={composer} node={node} field="name" label={own.name} />
          <AnchorField composer={composer} node={node} />
          <AddBlock composer={composer} node={node} />
        </Group>
      ) : null;
    case "columns":
    case "stack":
      return composer.mayLayout ? (
        <Group title={own.blocks}>
          <AddBlock composer={composer} node={node} />
        </Group>
      ) : null;
    case "heading":
      return (
        <Group title={own.whatSays}>
          <TextField composer={composer} node={node} field="text" label={own.words} stacked />
          <Text fontSize="small" color="moss" mb="8px">
            {count(String(node.content.text))}
          </Text>
          {composer.mayLayout ? (
            <ChoiceField
              composer={composer}
              node={node}
              field="level"
              label={own.level}
              options={[1, 2, 3, 4, 5, 6].map((level) => [String(level), own.headingLevel(level)] as const)}
            />
          ) : null}
        </Group>
      );
    case "richText":
      return (
        <Group title={own.words}>
          <Text color="ink2">{own.charactersClickIntoWords(plainWords(node.content.doc as RichDoc).length)}</Text>
        </Group>
      );
    case "button":
      return (
        <Group title={own.button}>
          <TextField composer={composer} node={node} field="text" label={own.words} />
          {composer.mayLayout ? <LinkField composer={composer} node={node} /> : null}
        </Group>
      );
    case "picture":
      return <PictureFields composer={composer} node={node} />;
    case "list":
      return <ListFields composer={composer} node={node} />;
    case "navigation":
      return (
        <Group title={own.navigation}>
          <Text color="ink2" mb="8px">
            {own.listsPagesAreShown}
          </Text>
          <TextField composer={composer} node={node} field="menuWord" label={own.menuWord} />
          {composer.mayLayout ? (
            <>
              <ChoiceField
                composer={composer}
                node={node}
                field="arrangement"
                label={own.as}
                options={[
                  ["bar", own.aBar],
                  ["column", own.aColumn],
                ]}
              />
              <Tick
                label={own.showSitesName}
                checked={node.content.showName === true}
                onChange={(shown) => composer.setContent(node.id, "showName", shown)}
              />
            </>
          ) : null}
        </Group>
      );
    case "widget":
      return (
        <Group title={own.widget}>
          <TextField composer={composer} node={node} field="text" label={own.words} />
          {composer.mayLayout ? (
            <>
              <Row label={own.opens}>
                {(ids) => (
                  <Choice
                    {...ids}
                    value={String(node.content.widget ?? "")}
                    onChange={(widget) => composer.setContent(node.id, "widget", widget || null)}
                    options={[["", own.choosePopup], ...widgets.map((widget) => [widget.id, widget.name] as const)]}
                  />
                )}
              </Row>
              <ChoiceField
                composer={composer}
                node={node}
                field="as"
                label={own.as}
                options={[
                  ["button", own.aButton],
                  ["link", own.textLink],
                ]}
              />
            </>
          ) : null}
        </Group>
      );
    default:
      return null;
  }
}

function AnchorField({ composer, node }: { composer: Composer; node: PageNode }) {
  const { value, set, error } = useField(composer, node, "anchor");
  return (
    <Row label={own.anchor} error={error} hint={own.linksPlaceAnchor}>
      {(ids) => <TextInput {...ids} value={String(value ?? "")} onChange={(text) => set(text || undefined)} />}
    </Row>
  );
}

function AddBlock({ composer, node }: { composer: Composer; node: PageNode }) {
  return (
    <Row label={own.addBlock}>
      {(ids) => (
        <Choice
          {...ids}
          value=""
          onChange={(kind) => {
            if (kind)
              composer.say(composer.insert(node.id, (node.children ?? []).length, blockOf(kind as PageNode["kind"])));
          }}
          options={[
            ["", own.choose],
            ...(kinds[node.kind].holds ?? []).map((kind) => [kind, kinds[kind].label] as const),
          ]}
        />
      )}
    </Row>
  );
}

function LinkField({ composer, node }: { composer: Composer; node: PageNode }) {
  const { pages } = useSite();
  const link = String(node.content.link ?? "");
  const page = /^page:([\w-]+)/.exec(link)?.[1] ?? (link ? "other" : "");
  const [typed, setTyped] = useState<string | null>(null);
  const [other, setOther] = useState(page === "other");
  const given = typed ?? (page === "other" ? link.replace(/^(mailto|tel):/, "") : "");
  const wrong = typed !== null && typed !== "" && !linkFromWords(typed);
  return (
    <>
      <Row label={own.leadsTo}>
        {(ids) => (
          <Choice
            {...ids}
            value={other ? "other" : page}
            onChange={(chosen) => {
              setOther(chosen === "other");
              setTyped(null);
              if (chosen !== "other") composer.setContent(node.id, "link", chosen ? `page:${chosen}` : undefined);
            }}
            options={[
              ["", own.nothingYet],
              ...pages.map((one) => [one.id, one.title] as const),
              ["other", own.addressMailOrPhone],
            ]}
          />
        )}
      </Row>
      {other ? (
        <Row label={own.address} error={wrong ? own.linkWanted : undefined}>
          {(ids) => (
            <TextInput
              {...ids}
              value={given}
              onChange={(text) => {
                setTyped(text);
                const read = linkFromWords(text);
                if (read || !text) composer.setContent(node.id, "link", read ?? undefined, `${node.id}.link`);
              }}
            />
          )}
        </Row>
      ) : null}
    </>
  );
}

function PictureFields({ composer, node }: { composer: Composer; node: PageNode }) {
  const { value, set, error } = useField(composer, node, "alt");
  const decorative = node.content.decorative === true;
  return (
    <Group title={own.picture}>
      <PictureChoice
        value={node.content.media as string | null}
        onChoose={(media) => composer.choosePicture(node.id, media)}
      />
      <Box mt="10px">
        <Row
          label={own.description}
          stacked
          error={error}
          hint={decorative ? undefined : value ? undefined : own.sayWhatBeSeen}
        >
          {(ids) => <TextInput {...ids} disabled={decorative} value={String(value ?? "")} onChange={set} />}
        </Row>
      </Box>
      <Tick
        label={own.onlyDecoration}
        checked={decorative}
        onChange={(only) => composer.setContent(node.id, "decorative", only || undefined)}
      />
      <TextField composer={composer} node={node} field="caption" label={own.caption} />
    </Group>
  );
}

function ListFields({ composer, node }: { composer: Composer; node: PageNode }) {
  const items = node.content.items as readonly (ListItem & { readonly id: string })[];
  const rows = node.content.style === "rows";
  // A line that was just added is written in at once.
  const [added, setAdded] = useState<string | null>(null);
  const add = (after?: string) => setAdded(composer.addLine(node.id, "items", { text: "" }, after));
  return (
    <Group title={own.list} aside={`${items.length} ${items.length === 1 ? own.line : own.lines}`}>
      {composer.mayLayout ? (
        <ChoiceField
          composer={composer}
          node={node}
          field="style"
          label={own.as}
          options={[
            ["bullets", own.bullets],
            ["numbers", own.numbers],
            ["rows", own.rowsWithEnd],
          ]}
        />
      ) : null}
      {items.map((item, index) => (
        <ListLine
          key={item.id}
          composer={composer}
          node={node}
          item={item}
          number={index + 1}
          of={items.length}
          rows={rows}
          fresh={item.id === added}
          onEnter={() => add(item.id)}
        />
      ))}
      <QuietButton onClick={() => add()}>
        <Plus size={14} /> {own.addLine}
      </QuietButton>
    </Group>
  );
}

function ListLine({
  composer,
  node,
  item,
  number,
  of,
  rows,
  fresh,
  onEnter,
}: {
  composer: Composer;
  node: PageNode;
  item: ListItem & { readonly id: string };
  number: number;
  of: number;
  rows: boolean;
  fresh: boolean;
  onEnter: () => void;
}) {
  const text = useField(composer, node, `items.${item.id}.text`);
  const aside = useField(composer, node, `items.${item.id}.aside`);
  const fault = text.error ?? aside.error;
  const onKeyDown = (event: React.KeyboardEvent) => {
    if (event.key === "Enter") {
      event.preventDefault();
      onEnter();
    }
    if (event.altKey && (event.key === "ArrowUp" || event.key === "ArrowDown")) {
      event.preventDefault();
      composer.moveLine(node.id, "items", item.id, event.key === "ArrowUp" ? -1 : 1);
    }
  };
  return (
    <Box mb="4px" onKeyDown={onKeyDown}>
      <Flex gap="4px">
        <TextInput
          {...{ autoFocus: fresh }}
          aria-label={own.lineNumber(number)}
          aria-invalid={text.error !== undefined}
          value={item.text}
          onChange={text.set}
        />
        {rows ? (
          <Box w="76px" flex="none">
            <TextInput
              aria-label={own.endLine(number)}
              aria-invalid={aside.error !== undefined}
              value={item.aside ?? ""}
              onChange={aside.set}
            />
          </Box>
        ) : null}
        <IconButton
          name={own.moveLineUpAlt(number)}
          minW="20px"
          w="20px"
          disabled={number === 1}
          onClick={() => composer.moveLine(node.id, "items", item.id, -1)}
        >
          <ArrowUp size={13} />
        </IconButton>
        <IconButton
          name={own.moveLineDownAlt(number)}
          minW="20px"
          w="20px"
          disabled={number === of}
          onClick={() => composer.moveLine(node.id, "items", item.id, 1)}
        >
          <ArrowDown size={13} />
        </IconButton>
        <IconButton
          name={own.removeLine(number)}
          minW="24px"
          w="24px"
          onClick={() => composer.removeLine(node.id, "items", item.id)}
        >
          <Trash2 size={14} />
        </IconButton>
      </Flex>
      {fault ? <State tone="brick">{fault}</State> : null}
    </Box>
  );
}

/** A new block with its kind's defaults. */
function blockOf(kind: PageNode["kind"]): PageNode {
  const id = crypto.randomUUID().slice(0, 12);
  const holds = kinds[kind].holds;
  const column = (at: number): PageNode => ({
    id: `${id}${at}`,
    kind: "stack",
    content: {},
    look: { base: {} },
    children: [],
  });
  return {
    id,
    kind,
    content: kinds[kind].defaults,
    look: { base: {} },
    ...(holds ? { children: kind === "columns" ? [column(1), column(2)] : [] } : {}),
  };
}

function Looks({ composer, node, width }: { composer: Composer; node: PageNode; width: Width }) {
  return groups.map((group) => {
    const fields = kinds[node.kind].looks.filter((field) => lookControls[field].group === group);
    if (!fields.length) return null;
    return (
      <Group
        key={group}
        title={group}
        aside={
          fields.some((field) => lookControls[field].fromBrand) &&
          !fields.some((field) => node.look.base[field] !== undefined)
            ? own.fromBrand
            : undefined
        }
      >
        {fields.map((field) => (
          <LookRow key={field} composer={composer} node={node} width={width} field={field} />
        ))}
        {fields.includes("colour") ? <Contrast composer={composer} node={node} width={width} /> : null}
      </Group>
    );
  });
}

function LookRow({
  composer,
  node,
  width,
  field,
}: {
  composer: Composer;
  node: PageNode;
  width: Width;
  field: LookField;
}) {
  const [error, setError] = useState<string | undefined>();
  const { label, control, fromBrand } = lookControls[field];
  const { values, departures } = lookAt(node.look, width);
  const value = values[field];
  const set = (next: unknown) => setError(composer.setLook(node.id, width, field, next) ?? undefined);
  const departs =
    width === "base" ? Boolean(fromBrand) && node.look.base[field] !== undefined : departures.includes(field);
  const elsewhere = (["tablet", "phone"] as const).filter(
    (other) => other !== width && node.look[other]?.[field] !== undefined,
  );
  const hint = elsewhere.length
    ? elsewhere.map((other) => `${other} ${String(node.look[other]?.[field])}`).join(" · ")
    : undefined;
  return (
    <Row
      label={label}
      error={error}
      departs={departs || Boolean(hint)}
      hint={hint}
      {...(departs ? { onReturn: () => set(undefined) } : {})}
    >
      {(ids) => {
        switch (control.kind) {
          case "number":
            return (
              <Flex align="center" gap="6px">
                <NumberInput
                  {...ids}
                  value={value as number | undefined}
                  placeholder={control.unit.length > 4 ? own.brand : own.fromBrand}
                  min={control.min}
                  max={control.max}
                  step={control.step}
                  onChange={set}
                />
                <Text color="ink2" flex="none">
                  {control.unit}
                </Text>
              </Flex>
            );
          case "choice":
            return (
              <Choice
                {...ids}
                value={String(value ?? "")}
                onChange={(chosen) => set(chosen || undefined)}
                options={control.options}
              />
            );
          case "colour":
            return (
              <ColourChoice
                label={label}
                value={value as ColourRole | undefined}
                options={control.options}
                onChoose={set}
              />
            );
          case "flag":
            return (
              <Tick
                label={control.says}
                checked={value === true}
                onChange={(on) => set(on || (width === "base" ? undefined : false))}
              />
            );
        }
      }}
    </Row>
  );
}

function ColourChoice({
  label,
  value,
  options,
  onChoose,
}: {
  label: string;
  value: ColourRole | undefined;
  options: readonly ColourRole[];
  onChoose: (role: ColourRole | undefined) => void;
}) {
  const { brand } = useSite();
  return (
    <Flex gap="4px" role="radiogroup" aria-label={label} wrap="wrap">
      {options.map((role) => (
        <button
          key={role}
          type="button"
          role="radio"
          aria-checked={value === role}
          aria-label={roleNames[role]}
          title={roleNames[role]}
          onClick={() => onChoose(value === role ? undefined : role)}
          style={{
            width: 22,
            height: 22,
            borderRadius: 4,
            background: brand.colours[role],
            border: "1px solid var(--chakra-colors-edge)",
            outline: value === role ? "2px solid var(--chakra-colors-mark)" : undefined,
            outlineOffset: 1,
            cursor: "pointer",
          }}
        />
      ))}
    </Flex>
  );
}

/** The contrast of the words on the ground they stand on at this width. */
function Contrast({ composer, node, width }: { composer: Composer; node: PageNode; width: Width }) {
  const { brand } = useSite();
  const surface =
    composer
      .path(node.id)
      .map((above) => lookAt(above.look, width).values.surface)
      .findLast((found): found is Surface => found !== undefined) ?? "paper";
  const chosen = lookAt(node.look, width).values.colour ?? "ink";
  // Ink and quiet words are those of the surface.
  const words =
    chosen === "ink" ? surfaceRoles[surface].words : chosen === "quiet" ? surfaceRoles[surface].quiet : chosen;
  const ratio = contrastRatio(brand.colours[words], brand.colours[surfaceRoles[surface].ground]);
  return <State tone={ratio >= textRatio ? "moss" : "brick"}>{own.contrast1Surface(ratio.toFixed(1))}</State>;
}
