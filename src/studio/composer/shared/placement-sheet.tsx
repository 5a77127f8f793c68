"use client";
// The sheet of a shared section in its place: where it stands, what this page fills in, what was put aside.
import { Box, Flex, Text } from "@chakra-ui/react";
import { Stamp, Trash2, Undo2 } from "lucide-react";
import { everyNode, type PageNode } from "@/core/page/node";
import { openFields, sortFills } from "@/core/page/shared/fill";
import { type Fill, sharedContent, within } from "@/core/page/shared/placement";
import { sectionsOf } from "@/core/page/shared/sections";
import { fillWords } from "@/core/page/shared/value";
import { IconButton, MainButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Row } from "@/studio/kit/fields";
import { Group, State } from "@/studio/kit/layout";
import { useCommand } from "@/studio/kit/use-command";
import { blockTitle } from "@/studio/stage/names";
import { OpenFields } from "../sheet/fields";
import type { Composer, ComposerView } from "../store";
import { makeOwn, refill, swap, wouldTake } from "./commands";
import { useSharedSections } from "./use-shared";
import { words } from "./words";

interface SheetProps {
  readonly composer: Composer;
  readonly view: ComposerView;
}

export function PlacementSheet({ composer, view, node }: SheetProps & { node: PageNode }) {
  const { data } = useSharedSections();
  const { attempt } = useCommand();
  const { shared, fills } = sharedContent(node);
  const body = view.shared.get(shared);
  const listed = data?.sections.find(({ id }) => id === shared);
  const others = (data?.sections ?? []).filter(({ id }) => id !== shared);
  const nested = composer.isInside(node.id);
  if (!body) return <Text color="ink2">{words.loading}</Text>;
  const { held, aside } = sortFills(fills, body);
  // What a swap carried on says the same elsewhere already.
  const saidAgain = (fill: Fill) => held.some((one) => JSON.stringify(one.value) === JSON.stringify(fill.value));
  const put = aside.filter((fill) => !saidAgain(fill));
  const filled = sectionsOf(node, body).flatMap((section) => [...everyNode(section)].filter((one) => one.open?.length));
  return (
    <>
      <Flex align="center" gap="6px" mb="10px" color="ink2">
        <Stamp size={14} aria-hidden="true" />
        <Text>{listed ? words.standsOn(listed.pages) : words.kind}</Text>
      </Flex>
      {composer.mayLayout ? (
        <MainButton mb="12px" onClick={() => composer.inPlace.open(node.id)}>
          {words.editIt}
        </MainButton>
      ) : null}
      {nested ? null : (
        <Group title={words.fills}>
          {filled.length ? (
            filled.map((one) => (
              <Box key={one.id} mb="12px">
                <Text color="ink2" mb="4px">
                  {blockTitle(one)}
                </Text>
                <OpenFields composer={composer} node={composer.node(`${node.id}${within}${one.id}`) ?? one} />
              </Box>
            ))
          ) : (
            <Text color="ink2">{words.nothingOpen}</Text>
          )}
        </Group>
      )}
      {put.length && !nested ? <Aside composer={composer} node={node} body={body} fills={put} /> : null}
      {composer.mayLayout && !nested ? (
        <Group title={words.kind}>
          {others.length ? (
            <Row label={words.swapFor}>
              {(ids) => (
                <Choice
                  {...ids}
                  value=""
                  onChange={(other) =>
                    other &&
                    attempt(async () => {
                      const refusal = await swap(composer, node.id, other);
                      if (refusal) composer.say(refusal);
                    })
                  }
                  options={[["", words.choose], ...others.map(({ id, name }) => [id, name] as const)]}
                />
              )}
            </Row>
          ) : null}
          <PlainButton
            onClick={() => {
              const refusal = makeOwn(composer, node.id);
              if (refusal) composer.say(refusal);
            }}
          >
            {words.makeOwn}
          </PlainButton>
          <Text fontSize="small" color="ink2" mt="4px">
            {words.makeOwnHint}
          </Text>
        </Group>
      ) : null}
    </>
  );
}

/** Fills without a field: offered for the fields that are open, or removed. */
function Aside({
  composer,
  node,
  body,
  fills,
}: {
  composer: Composer;
  node: PageNode;
  body: PageNode;
  fills: readonly Fill[];
}) {
  const open = openFields(body);
  return (
    <Group title={words.aside} aside={String(fills.length)}>
      <State tone="amber">{words.asideHint}</State>
      {fills.map((fill) => {
        const said = fillWords(fill).slice(0, 80) || words.noWords;
        const fits = open.filter((one) => wouldTake(one.node, one.field, fill.value));
        return (
          <Box key={fill.id} mt="8px">
            <Flex align="center" gap="4px">
              <Text flex="1" truncate>
                “{said}”
              </Text>
              <IconButton name={words.forget(said)} onClick={() => composer.lines.remove(node.id, "fills", fill.id)}>
                <Trash2 size={14} />
              </IconButton>
            </Flex>
            {fits.length ? (
              <Row label={words.useFor}>
                {(ids) => (
                  <Choice
                    {...ids}
                    value=""
                    onChange={(at) => {
                      const target = fits[Number(at)];
                      if (at && target) refill(composer, node.id, fill, target.node.id, target.field);
                    }}
                    options={[
                      ["", words.choose],
                      ...fits.map((one, index) => [String(index), `${blockTitle(one.node)}`] as const),
                    ]}
                  />
                )}
              </Row>
            ) : null}
          </Box>
        );
      })}
    </Group>
  );
}

/** The sheet of a block inside of a shared section: what of it this page fills. */
export function InsideSheet({ composer, node }: Omit<SheetProps, "view"> & { node: PageNode }) {
  const parts = node.id.split(within);
  const place = parts.slice(0, -1).join(within);
  const placement = composer.node(place);
  const name = placement ? composer.documents.nameOf(sharedContent(placement).shared) : words.kind;
  const mayFill = parts.length === 2 && node.open?.length;
  return (
    <>
      <Flex align="center" gap="6px" mb="8px" color="ink2">
        <Stamp size={14} aria-hidden="true" />
        <Text>{words.insideOf(name)}</Text>
      </Flex>
      {mayFill ? (
        <Group title={words.fills}>
          <OpenFields composer={composer} node={node} />
        </Group>
      ) : (
        <Text color="ink2" mb="10px">
          {words.insideClosed}
        </Text>
      )}
      <Flex gap="6px" wrap="wrap">
        <QuietButton onClick={() => composer.select(place)}>{words.toPlace}</QuietButton>
        {composer.mayLayout ? (
          <QuietButton onClick={() => composer.inPlace.open(place)}>
            <Undo2 size={14} style={{ transform: "scaleX(-1)" }} aria-hidden="true" />
            {words.editIt}
          </QuietButton>
        ) : null}
      </Flex>
    </>
  );
}
