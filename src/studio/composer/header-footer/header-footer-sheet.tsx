"use client";
// The sheet of a header or footer as a whole: why it stands here, its rows, and how a header behaves while one scrolls.
import { Box, Flex, Text } from "@chakra-ui/react";
import Link from "next/link";
import { type Surface, surfaceNames, surfaceRoles, surfaces } from "@/core/brand/brand";
import { contrastOnPicture, contrastRatio, textRatio } from "@/core/brand/contrast";
import { builder } from "@/core/page/build";
import type { HeaderOrFooter } from "@/core/page/header-footer/standing";
import { freshTop, type Top, topOf } from "@/core/page/header-footer/top";
import type { Ground } from "@/core/page/look/ground";
import { firstIcons } from "@/core/page/look/icon";
import type { PageNode } from "@/core/page/node";
import { useSite } from "@/studio/frame/site-context";
import { PlainButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { NumberInput, Row, Tick } from "@/studio/kit/fields";
import { Group, State, Title } from "@/studio/kit/layout";
import { newId } from "@/studio/kit/new-id";
import { usePixels } from "@/studio/kit/pixels";
import { smallPicture } from "@/studio/kit/small-picture";
import type { Composer, ComposerView } from "../store";
import { OnOtherPages } from "./on-other-pages";
import { ruleWords, words } from "./words";

interface HeaderFooterProps {
  readonly composer: Composer;
  readonly view: ComposerView;
  readonly headerFooter: { readonly of: HeaderOrFooter; readonly document: string; readonly root: PageNode };
}

export function HeaderFooterSheet({ composer, view, headerFooter }: HeaderFooterProps) {
  const site = useSite();
  const { of, document, root } = headerFooter;
  return (
    <Box p="16px" pt="12px" key={root.id}>
      <Text fontSize="small" color="ink2" minH="20px">
        {words.kinds[of]}
      </Text>
      <Title level={2}>{composer.documents.headerFooterName(document) || words.kinds[of]}</Title>
      <Group title={words.why(of)} mt="10px">
        <Why composer={composer} headerFooter={headerFooter} />
        <Link
          href={`/s/${site.key}/structure?part=headersFooters&open=${document}`}
          style={{ textDecoration: "underline", display: "inline-block", minHeight: 24 }}
        >
          {words.whereItStands}
        </Link>
      </Group>
      {composer.mayLayout ? <Rows composer={composer} headerFooter={headerFooter} /> : null}
      {of === "header" && composer.mayLayout ? (
        <Scrolling composer={composer} view={view} document={document} root={root} />
      ) : null}
    </Box>
  );
}

/** What decided that it stands on this page, and what others say of it. */
function Why({ composer, headerFooter: { of, document } }: Pick<HeaderFooterProps, "composer" | "headerFooter">) {
  const site = useSite();
  const { chosen, claims } = composer.around.choices[of];
  const own = claims.find((claim) => claim.of === document);
  const others = claims.filter((claim) => claim.of !== document && claim.of !== chosen);
  const said =
    chosen !== document
      ? words.forced(of)
      : claims.length === 1 && own?.rule.is === "site"
        ? words.first
        : own
          ? words.wins(ruleWords(own.rule, site))
          : "";
  return (
    <>
      <Text mb="6px">{said}</Text>
      {others.map((claim) => (
        <Text key={claim.of} mb="6px" color="ink2">
          {words.loses(composer.documents.headerFooterName(claim.of), claim, ruleWords(claim.rule, site))}
        </Text>
      ))}
    </>
  );
}

const b = builder(newId);

/** Rows that come above or below the others, ready to be filled. */
const noticeRow = () =>
  b.section(
    words.noticeRow,
    { surface: "soft", above: 8, below: 8 },
    b.node(
      "notice",
      { text: words.noticeWords, icon: firstIcons.megaphone },
      { surface: "soft", edge: "none", inset: 0, align: "center" },
    ),
  );
const linksRow = () =>
  b.section(
    words.linksRow,
    { surface: "soft", above: 0, below: 0 },
    b.node(
      "links",
      {
        as: "both",
        items: [
          { id: "l1", text: words.writeToUs, icon: firstIcons.mail },
          { id: "l2", text: words.callUs, icon: firstIcons.phone },
        ],
      },
      { size: 0.9, align: "end" },
    ),
  );
const plainRow = () =>
  b.section(words.row, { above: 12, below: 12 }, b.bar({}, [], [], [b.navigation("bar", words.further, false)]));

function Rows({ composer, headerFooter: { document, root } }: Pick<HeaderFooterProps, "composer" | "headerFooter">) {
  const put = (node: PageNode, index: number) => {
    const refusal = composer.edit(document, [{ type: "insert", parent: root.id, index, node }]);
    if (refusal) composer.say(refusal);
    else composer.select(node.id);
  };
  return (
    <Group title={words.rows}>
      <Flex gap="6px" wrap="wrap">
        <PlainButton onClick={() => put(noticeRow(), 0)}>{words.addNotice}</PlainButton>
        <PlainButton onClick={() => put(linksRow(), 0)}>{words.addLinks}</PlainButton>
        <PlainButton onClick={() => put(plainRow(), root.children?.length ?? 0)}>{words.addRow}</PlainButton>
      </Flex>
    </Group>
  );
}

/** A row that chooses a surface; `none` says what holds without one. */
function SurfaceRow({
  label,
  none,
  said = (surface) => surface,
  value,
  onChange,
}: {
  label: string;
  none: string;
  said?: (surface: string) => string;
  value: Surface | undefined;
  onChange: (surface: Surface | undefined) => void;
}) {
  return (
    <Row label={label} stacked>
      {(ids) => (
        <Choice
          {...ids}
          value={value ?? ""}
          onChange={(next) => onChange(surfaces.find((one) => one === next))}
          options={[["", none], ...surfaces.map((one) => [one, said(surfaceNames[one])] as const)]}
        />
      )}
    </Row>
  );
}

function PixelsRow({
  label,
  min,
  max,
  step,
  value,
  onChange,
}: {
  label: string;
  min: number;
  max: number;
  step: number;
  value: number;
  onChange: (px: number) => void;
}) {
  return (
    <Row label={label}>
      {(ids) => (
        <NumberInput
          {...ids}
          unit={words.px}
          min={min}
          max={max}
          step={step}
          value={value}
          onChange={(px) => px !== undefined && onChange(px)}
        />
      )}
    </Row>
  );
}

const heights = { label: words.height, min: 40, max: 200, step: 4 } as const;

function Scrolling({
  composer,
  view,
  document,
  root,
}: {
  composer: Composer;
  view: ComposerView;
  document: string;
  root: PageNode;
}) {
  const top = topOf(root);
  const set = (next: Top | undefined, group: string) => {
    const refusal = composer.content.set(root.id, "top", next, `${root.id}.top.${group}`);
    if (refusal) composer.say(refusal);
  };
  return (
    <>
      <Group title={words.scrolling}>
        <Row label={words.stays} stacked>
          {(ids) => (
            <Choice
              {...ids}
              value={top?.stays ?? "none"}
              onChange={(stays) =>
                set(stays === "none" ? undefined : { ...(top ?? freshTop), stays: stays as Top["stays"] }, "stays")
              }
              options={Object.entries(words.staysAs)}
            />
          )}
        </Row>
        {top ? (
          <>
            <PixelsRow {...heights} value={top.heightPx} onChange={(heightPx) => set({ ...top, heightPx }, "height")} />
            <SurfaceRow
              label={words.through}
              none={words.throughNone}
              said={words.throughOn}
              value={top.through}
              onChange={(through) => {
                const { through: _through, ...rest } = top;
                set(through ? { ...rest, through } : rest, "through");
              }}
            />
            {top.through ? <ContrastOver composer={composer} view={view} surface={top.through} /> : null}
            {top.through ? <OnOtherPages document={document} root={root} /> : null}
          </>
        ) : null}
      </Group>
      {top && top.stays !== "no" ? (
        <Group title={words.scrolledState}>
          <PixelsRow
            label={words.after}
            min={0}
            max={2000}
            step={20}
            value={top.afterPx}
            onChange={(afterPx) => set({ ...top, afterPx }, "after")}
          />
          <PixelsRow
            {...heights}
            value={top.scrolled.heightPx}
            onChange={(heightPx) => set({ ...top, scrolled: { ...top.scrolled, heightPx } }, "scrolledHeight")}
          />
          <SurfaceRow
            label={words.scrolledSurface}
            none={words.sameSurface}
            value={top.scrolled.surface}
            onChange={(surface) => {
              const { surface: _surface, ...rest } = top.scrolled;
              set({ ...top, scrolled: surface ? { ...rest, surface } : rest }, "scrolledSurface");
            }}
          />
          <Tick
            label={words.shadow}
            checked={top.scrolled.shadow}
            onChange={(shadow) => set({ ...top, scrolled: { ...top.scrolled, shadow } }, "shadow")}
          />
          <ContrastScrolled root={root} top={top} />
          <Text color="ink2" fontSize="small" mt="6px">
            {words.logoHint}
          </Text>
        </Group>
      ) : null}
    </>
  );
}

const tone = (ratio: number) => (ratio >= textRatio ? "moss" : "brick");

/** The contrast of a see-through header against what really lies below it on this page. */
function ContrastOver({ composer, view, surface }: { composer: Composer; view: ComposerView; surface: Surface }) {
  const site = useSite();
  const { brand } = site;
  const first = view.page.children?.[0];
  const ground = first?.content.ground as Ground | undefined;
  const pixels = usePixels(ground ? smallPicture(site, ground.media) : "");
  if (!first) return <Text color="ink2">{words.noFirst}</Text>;
  const lies = brand.colours[surfaceRoles[first.look.base.surface ?? "paper"].ground];
  const said = brand.colours[surfaceRoles[surface].words];
  const ratio = ground ? pixels && contrastOnPicture(pixels, lies, ground.veil / 100, said) : contrastRatio(lies, said);
  return ratio === null ? null : (
    <State tone={tone(ratio)}>{words.contrastOver(ratio.toFixed(1), composer.documents.titleOf(first))}</State>
  );
}

/** The same on its own ground. */
function ContrastScrolled({ root, top }: { root: PageNode; top: Top }) {
  const { brand } = useSite();
  const row = root.children?.at(-1);
  const roles = surfaceRoles[top.scrolled.surface ?? row?.look.base.surface ?? "paper"];
  const ratio = contrastRatio(brand.colours[roles.ground], brand.colours[roles.words]);
  return <State tone={tone(ratio)}>{words.contrastScrolled(ratio.toFixed(1))}</State>;
}
