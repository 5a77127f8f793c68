"use client";
// The sheet: settings of what is selected, for the width that was clicked.
import { Box, Flex, Text } from "@chakra-ui/react";
import { ArrowDown, ArrowUp, Copy, Trash2 } from "lucide-react";
import { memo } from "react";
import type { LayoutFinding } from "@/core/check/layout";
import { kinds } from "@/core/page/kinds";
import type { PageNode } from "@/core/page/node";
import { isPlacement } from "@/core/page/shared/placement";
import { samplesIn } from "@/core/page/words/sample";
import { IconButton, PlainButton } from "@/studio/kit/buttons";
import { later } from "@/studio/kit/later";
import { State, Title } from "@/studio/kit/layout";
import { duplicateSelected, removeSelected } from "../several";
import { MakeShared } from "../shared/make-shared";
import { PutOnShelf } from "../shelf/put-on-shelf";
import type { Composer, ComposerView } from "../store";
import { useViewChoice } from "../view-choice";
import { words as own } from "../words";
import { BlockFindings } from "./block-findings";
import { Departures } from "./departures";
import { Fields } from "./fields";
import { Looks } from "./looks";

const OpenTicks = later(() => import("../shared/open-ticks").then((module) => module.OpenTicks));
const InsideSheet = later(() => import("../shared/placement-sheet").then((module) => module.InsideSheet));
const PlacementSheet = later(() => import("../shared/placement-sheet").then((module) => module.PlacementSheet));
const HeaderFooterSheet = later(() =>
  import("../header-footer/header-footer-sheet").then((module) => module.HeaderFooterSheet),
);

interface SheetProps {
  readonly composer: Composer;
  readonly view: ComposerView;
  /** What measuring found on the page. */
  readonly findings: readonly LayoutFinding[];
}

/** What stands in the sheet depends on the documents and the selection; saving and revisions leave it alone. */
export const Sheet = memo(
  OpenSheet,
  (before, now) =>
    before.composer === now.composer &&
    before.findings === now.findings &&
    before.view.selection === now.view.selection &&
    before.view.page === now.view.page &&
    before.view.header === now.view.header &&
    before.view.footer === now.view.footer &&
    before.view.shared === now.view.shared &&
    before.view.inPlace?.at === now.view.inPlace?.at,
);

function OpenSheet({ composer, view, findings }: SheetProps) {
  const { selection } = view;
  const node = selection ? composer.node(selection.node) : null;
  if (!selection || !node)
    return (
      <Box p="16px">
        <Title level={2}>{own.nothingSelected}</Title>
        <Text mt="8px" color="ink2">
          {own.clickBlockPageOr}
        </Text>
        <Text mt="8px" mb="16px" color="ink2">
          {own.pressKeys}
        </Text>
        {composer.mayLayout ? (
          <>
            <BlockFindings composer={composer} view={view} node={view.page} findings={findings} />
            <Fields composer={composer} node={view.page} ofRoot />
            <Departures composer={composer} root={view.page} />
          </>
        ) : null}
      </Box>
    );
  const headerFooter = composer.documents.headerFooterAt(node.id);
  if (headerFooter) return <HeaderFooterSheet composer={composer} headerFooter={headerFooter} view={view} />;
  if (selection.more?.length) return <SeveralSheet composer={composer} count={selection.more.length + 1} />;
  const path = composer.path(node.id).slice(1, -1);
  const inside = composer.isInside(node.id);
  const inPlace = view.inPlace !== null && composer.documentOf(node.id) === view.inPlace.shared;
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
        <Title level={2}>{composer.documents.titleOf(node)}</Title>
        {composer.mayLayout && !inside ? (
          <Flex>
            <IconButton name={own.moveBlockUp} onClick={() => composer.blocks.moveBy(node.id, -1)}>
              <ArrowUp size={15} />
            </IconButton>
            <IconButton name={own.moveBlockDown} onClick={() => composer.blocks.moveBy(node.id, 1)}>
              <ArrowDown size={15} />
            </IconButton>
            <IconButton name={own.duplicateBlock} onClick={() => composer.blocks.duplicate(node.id)}>
              <Copy size={15} />
            </IconButton>
            <IconButton name={own.removeBlock} onClick={() => composer.blocks.remove(node.id)}>
              <Trash2 size={15} />
            </IconButton>
          </Flex>
        ) : null}
      </Flex>
      <BlockFindings composer={composer} view={view} node={node} findings={findings} />
      {isPlacement(node) ? (
        <PlacementSheet composer={composer} view={view} node={node} />
      ) : inside ? (
        <InsideSheet composer={composer} node={node} />
      ) : (
        <OwnSheet composer={composer} view={view} findings={findings} node={node} inPlace={inPlace} />
      )}
    </Box>
  );
}

/** The sheet of several blocks: what can be done to all of them at once. */
function SeveralSheet({ composer, count }: { composer: Composer; count: number }) {
  return (
    <Box p="16px">
      <Title level={2}>{own.severalSelected(count)}</Title>
      <Text mt="8px" mb="14px" color="ink2">
        {own.severalHint}
      </Text>
      {composer.mayLayout ? (
        <Flex gap="8px" wrap="wrap">
          <PlainButton onClick={() => duplicateSelected(composer)}>{own.duplicateAll(count)}</PlainButton>
          <PlainButton onClick={() => removeSelected(composer)}>{own.removeAll(count)}</PlainButton>
        </Flex>
      ) : null}
    </Box>
  );
}

/** The sheet of a block of the page's own, or of a shared section that is worked on. */
function OwnSheet({
  composer,
  view,
  node,
  inPlace,
}: SheetProps & { readonly node: PageNode; readonly inPlace: boolean }) {
  const width = view.selection?.width ?? "base";
  const scope = own.scopes[width];
  const [{ sideBySide }] = useViewChoice();
  const mayShare = kinds[node.kind].shareable === true && !inPlace && composer.mayLayout;
  return (
    <>
      {samplesIn(node).length ? (
        <Box my="8px">
          <State tone="amber">{own.samplesHere}</State>
        </Box>
      ) : null}
      <Fields composer={composer} node={node} />
      {composer.mayLayout ? (
        <>
          <Text bg="wash" borderRadius="panel" px="10px" py="8px" mb="10px">
            {own.lookBelowHoldsAt} <b>{scope.bold}</b>. {sideBySide ? scope.rest : scope.alone}
          </Text>
          <Looks composer={composer} node={node} width={width} />
          <Departures composer={composer} root={node} />
          {inPlace ? <OpenTicks composer={composer} node={node} /> : null}
          <PutOnShelf composer={composer} node={node} />
          {mayShare ? <MakeShared composer={composer} section={node} /> : null}
        </>
      ) : (
        <Text mt="10px" color="ink2">
          {own.youChangeWordsPictures}
        </Text>
      )}
    </>
  );
}

function nameOf(composer: Composer, node: PageNode): string {
  const place = composer.place(node.id);
  return (place && kinds[place.parent.kind].childTitle?.(place.index)) ?? composer.documents.titleOf(node);
}
