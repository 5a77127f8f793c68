"use client";
// Brand: colours as roles, a type pair, shape; the change shows on a real page beside it.
import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useEffect, useMemo, useRef, useState } from "react";
import { type Brand, type ColourRole, colourRoles, families, roleNames } from "@/core/brand/brand";
import { contrastPairs, largeTextRatio } from "@/core/brand/contrast";
import { brandSchema } from "@/core/brand/schema";
import { sentences } from "@/core/input/sentences";
import { noHeaderFooter } from "@/core/page/node";
import type { SyncState } from "@/studio/composer/sync";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { useStatus } from "@/studio/frame/status";
import { ask, Refusal } from "@/studio/kit/api";
import { Row, TextInput } from "@/studio/kit/fields";
import { Group, State, Title } from "@/studio/kit/layout";
import { useCommand } from "@/studio/kit/use-command";
import { stageRenderer } from "@/studio/stage/renderer";
import { useShopSample } from "@/studio/stage/shop-sample";
import { StageFrame } from "@/studio/stage/stage-frame";
import { words } from "./words";

/** How long changes are gathered before they are saved, in ms. */
const gatherMs = 500;

/** What is wrong with a brand, by path. */
function faultsOf(brand: Brand): Readonly<Record<string, string>> {
  const { error } = brandSchema.validate(brand, {
    abortEarly: false,
    convert: false,
    messages: sentences,
    errors: { wrap: { label: false } },
  });
  return Object.fromEntries((error?.details ?? []).map((detail) => [detail.path.join("."), detail.message]));
}

/** The brand as it is typed, saved a moment later; what is wrong is not saved. */
function useBrand() {
  const site = useSite();
  const refresh = useRefresh();
  const [brand, setBrand] = useState<Brand>(site.brand);
  const [sync, setSync] = useState<SyncState>({ kind: "saved" });
  const revision = useRef(site.revision);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const faults = useMemo(() => faultsOf(brand), [brand]);
  const [fault] = Object.values(faults);
  useStatus(fault === undefined ? sync : { kind: "refused", message: fault });
  const latest = useRef(brand);
  // In turns: a save that did not wait would name the revision that the one before it is about to end.
  const { attempt } = useCommand();
  const save = async (next: Brand) => {
    try {
      const saved = await ask("brand.save", { site: site.key, brand: next, revision: revision.current });
      revision.current = saved.revision;
      if (latest.current === next) setSync({ kind: "saved" });
      await refresh();
    } catch (refused) {
      setSync(
        refused instanceof Refusal && refused.status === 0
          ? { kind: "waiting", edits: 1 }
          : { kind: "refused", message: (refused as Error).message },
      );
    }
  };
  const change = (next: Brand) => {
    setBrand(next);
    clearTimeout(timer.current);
    if (Object.keys(faultsOf(next)).length) return;
    latest.current = next;
    setSync({ kind: "saving" });
    timer.current = setTimeout(() => attempt(() => save(next)), gatherMs);
  };
  const lastValid = useRef(brand);
  if (fault === undefined) lastValid.current = brand;
  return { brand, shown: lastValid.current, faults, sync, change };
}

/** The home page as it looks with a brand; null until it is there. */
function useHome(brand: Brand) {
  const site = useSite();
  const meta = site.pages.find((page) => page.slug === "") ?? site.pages[0];
  const { data } = useQuery({
    queryKey: ["page", site.key, "brand"],
    queryFn: () => ask("pages.open", { site: site.key, page: meta?.id ?? "" }),
  });
  const sample = useShopSample(site.shop);
  return useMemo(() => {
    const body = (kind: string) => data?.documents.find((document) => document.kind === kind)?.body;
    const [header, footer] = [body("header") ?? noHeaderFooter, body("footer") ?? noHeaderFooter];
    const page = body("page");
    if (!page || !meta) return null;
    const { key, name, settings, pages, widgets, media, found, shop } = site;
    const renderer = stageRenderer(
      { key, name, settings, brand, pages, widgets, media, header, footer },
      { chosen: true, found, shop, sample },
    );
    return { renderer, rendered: renderer.render(meta, page) };
  }, [data, site, meta, brand, sample]);
}

const of = fieldsOf<Brand>();
const none = { empty: Number.NaN } as const;
const corner = { ...none, unit: words.px, min: 0, max: 40 } as const;
const familyOptions = Object.entries(families).map(([key, family]) => [key, family.name] as const);

const fields: readonly TableField<Brand>[] = [
  of.group(words.type, [
    of.choice("type.headings", words.headings, familyOptions, { hint: ({ type }) => families[type.headings].note }),
    of.choice("type.text", words.text, familyOptions, { hint: ({ type }) => families[type.text].note }),
    of.number("type.headingWeight", words.weight, { ...none, min: 300, max: 900, step: 10 }),
    of.number("type.scale", words.scale, {
      ...{ ...none, min: 1.05, max: 1.6, step: 0.01 },
      hint: words.eachHeadingLevelMany,
    }),
    of.number("type.basePx", words.textSize, { ...none, unit: words.px, min: 14, max: 22, step: 0.5 }),
  ]),
  of.group(words.shapeSpace, [
    of.number("shape.radiusPx", words.corners, corner),
    of.number("shape.buttonRadiusPx", words.buttons, corner),
    of.number("space", words.space, { ...none, min: 0.6, max: 1.6, step: 0.05, hint: words.n1Normal12 }),
  ]),
];

/** The colours by their roles, each picked or typed. */
const Colours = ({ brand, faults, change }: Pick<ReturnType<typeof useBrand>, "brand" | "faults" | "change">) => {
  const set = (role: ColourRole, value: string) => change({ ...brand, colours: { ...brand.colours, [role]: value } });
  return (
    <Grid templateColumns="1fr 1fr" columnGap="16px">
      {colourRoles.map((role) => (
        <Row key={role} label={roleNames[role]} stacked error={faults[`colours.${role}`]}>
          {(ids) => (
            <Flex gap="5px">
              <input
                type="color"
                aria-label={words.picker(roleNames[role])}
                value={brand.colours[role]}
                onChange={(event) => set(role, event.target.value)}
                style={{
                  width: 36,
                  height: 32,
                  padding: 2,
                  border: "1px solid var(--chakra-colors-edge)",
                  borderRadius: 4,
                  background: "var(--chakra-colors-white)",
                  cursor: "pointer",
                }}
              />
              <TextInput {...ids} value={brand.colours[role]} onChange={(typed) => set(role, typed.toLowerCase())} />
            </Flex>
          )}
        </Row>
      ))}
    </Grid>
  );
};

/** How well the roles can be read on each other. */
function Contrast({ shownBrand }: { shownBrand: Brand }) {
  const pairs = contrastPairs(shownBrand);
  const short = pairs.filter((pair) => !pair.enough);
  return (
    <Group
      title={words.contrast}
      aside={
        short.length ? (
          <State tone="brick">{words.below451(short.length, pairs.length)}</State>
        ) : (
          <State tone="moss">{words.allPairsAbove4(pairs.length)}</State>
        )
      }
    >
      {pairs.map((pair) => (
        <Flex key={`${pair.ground}${pair.words}`} align="center" gap="10px" py="3px">
          <Box
            px="8px"
            py="2px"
            borderWidth="1px"
            borderColor="line"
            style={{ background: shownBrand.colours[pair.ground], color: shownBrand.colours[pair.words] }}
            minW="74px"
            textAlign="center"
            fontWeight="600"
          >
            {words.words}
          </Box>
          <Text flex="1">{words.on(roleNames[pair.words], roleNames[pair.ground].toLowerCase())}</Text>
          <State
            tone={pair.enough ? "moss" : pair.ratio >= largeTextRatio ? "amber" : "brick"}
          >{`${pair.ratio.toFixed(1)} : 1`}</State>
        </Flex>
      ))}
    </Group>
  );
}

/** How wide a place is, in px, as it changes. */
function useWidth() {
  const place = useRef<HTMLDivElement>(null);
  const [widthPx, setWidthPx] = useState(0);
  useEffect(() => {
    if (!place.current) return;
    const observer = new ResizeObserver(([entry]) => entry && setWidthPx(entry.contentRect.width));
    observer.observe(place.current);
    return () => observer.disconnect();
  }, []);
  return [place, widthPx] as const;
}

export function BrandScreen() {
  const { name } = useSite();
  const { brand, shown, faults, sync, change } = useBrand();
  const home = useHome(shown);
  const [room, roomPx] = useWidth();
  return (
    <Flex flex="1" minH="0">
      <Box w="430px" flex="none" bg="sheet" borderRightWidth="1px" borderColor="line" overflowY="auto" p="18px">
        <Title>{words.brand}</Title>
        <Text color="ink2" mt="2px" mb="12px">
          {words.everyBlockWidgetFollows(name)}
        </Text>
        {sync.kind === "refused" ? <State tone="brick">{sync.message}</State> : null}
        <Group title={words.colours} aside={words.roles(colourRoles.length)}>
          <Colours brand={brand} faults={faults} change={change} />
        </Group>
        <Contrast shownBrand={shown} />
        <FieldTable
          of={fields}
          item={brand}
          fault={(path) => faults[path]}
          put={(part) => change({ ...brand, ...part })}
        />
      </Box>
      <Box as="main" ref={room} flex="1" minW="0" overflow="auto" p="18px" aria-label={words.homePageBrand}>
        {home && roomPx > 100 ? (
          <Box boxShadow="page" w="fit-content">
            <StageFrame title={words.homeBrand} widthPx={1180} scale={roomPx / 1180} {...home} />
          </Box>
        ) : null}
      </Box>
    </Flex>
  );
}
