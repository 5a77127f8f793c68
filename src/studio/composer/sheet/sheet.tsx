"use client";
// The sheet: settings of what is selected, for the width that was clicked.
import { Box, Flex, Text } from "@chakra-ui/react";
import { ArrowDown, ArrowUp, Copy, Trash2 } from "lucide-react";
import { memo } from "react";
import { kinds } from "@/core/page/kinds";
import type { PageNode } from "@/core/page/node";
import { samplesIn } from "@/core/page/sample";
import { IconButton, State, Title } from "@/studio/kit/kit";
import type { Measured } from "@/studio/stage/editable-frame";
import { blockTitle } from "@/studio/stage/names";
import type { Composer, ComposerView } from "../store";
import { words as own } from "../words";
import { Departures } from "./departures";
import { Fields } from "./fields";
import { Looks } from "./looks";

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
        <Text mt="8px" mb="16px" color="ink2">
          {own.pressKeys}
        </Text>
        {composer.mayLayout ? <Departures composer={composer} root={view.page} /> : null}
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
        <Title level={2}>{blockTitle(node)}</Title>
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
      <Fields composer={composer} node={node} measured={measured} />
      {composer.mayLayout ? (
        <>
          <Text bg="wash" borderRadius="panel" px="10px" py="8px" mb="10px">
            {own.lookBelowHoldsAt} <b>{scope.bold}</b>. {scope.rest}
          </Text>
          <Looks composer={composer} node={node} width={selection.width} />
          <Departures composer={composer} root={node} />
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
  const place = composer.place(node.id);
  return (place && kinds[place.parent.kind].childTitle?.(place.index)) ?? blockTitle(node);
}
