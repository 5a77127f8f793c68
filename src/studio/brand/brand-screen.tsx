"use client";
// Brand: colours as roles, a type pair, shape; the change shows on a real page beside it.
import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useEffect, useMemo, useRef, useState } from "react";
import { type Brand, colourRoles, type FamilyKey, families, roleNames } from "@/core/brand/brand";
import { contrastPairs, largeTextRatio } from "@/core/brand/contrast";
import { brandSchema } from "@/core/brand/schema";
import { sentences } from "@/core/input/sentences";
import { noSurround } from "@/core/page/node";
import type { SyncState } from "@/studio/composer/sync";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { useStatus } from "@/studio/frame/status";
import { ask, Refusal } from "@/studio/kit/api";
import { Choice } from "@/studio/kit/choice";
import { NumberInput, Row, TextInput } from "@/studio/kit/fields";
import { Group, State, Title } from "@/studio/kit/layout";
import { useDeed } from "@/studio/kit/use-deed";
import { stageRenderer } from "@/studio/stage/renderer";
import { useShopSample } from "@/studio/stage/shop-sample";
import { StageFrame } from "@/studio/stage/stage-frame";
import { words } from "./words";

/** How long changes are gathered before they are saved, in ms. */
const gatherMs = 500;

export function BrandScreen() {
  const site = useSite();
  const refresh = useRefresh();
  const [brand, setBrand] = useState<Brand>(site.brand);
  const [faults, setFaults] = useState<Readonly<Record<string, string>>>({});
  const [sync, setSync] = useState<SyncState>({ kind: "saved" });
  const revision = useRef(site.revision);
  const timer = useRef<ReturnType<typeof setTimeout>>(undefined);
  const [fault] = Object.values(faults);
  // What is wrong is not saved, whatever was before it.
  useStatus(fault === undefined ? sync : { kind: "refused", message: fault }, revision.current);
  const latest = useRef(brand);
  // In turns: a save that did not wait would name the revision that the one before it is about to end.
  const { attempt } = useDeed();
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
    const { error } = brandSchema.validate(next, {
      abortEarly: false,
      convert: false,
      messages: sentences,
      errors: { wrap: { label: false } },
    });
    setFaults(Object.fromEntries((error?.details ?? []).map((detail) => [detail.path.join("."), detail.message])));
    clearTimeout(timer.current);
    if (error) return;
    latest.current = next;
    setSync({ kind: "saving" });
    timer.current = setTimeout(() => attempt(() => save(next)), gatherMs);
  };

  const { data } = useQuery({
    queryKey: ["page", site.key, "brand"],
    queryFn: () =>
      ask("pages.open", {
        site: site.key,
        page: (site.pages.find((page) => page.slug === "") ?? site.pages[0])?.id ?? "",
      }),
  });
  const lastValid = useRef(brand);
  if (fault === undefined) lastValid.current = brand;
  const shownBrand = lastValid.current;
  const sample = useShopSample(site.shop);
  const shown = useMemo(() => {
    const body = (kind: string) => data?.documents.find((document) => document.kind === kind)?.body;
    const [header, footer] = [body("header") ?? noSurround, body("footer") ?? noSurround];
    const page = body("page");
    const meta = site.pages.find((one) => one.slug === "") ?? site.pages[0];
    if (!page || !meta) return null;
    const { key, name, settings, pages, widgets, media, found, shop } = site;
    const around = { header, footer };
    const renderer = stageRenderer(
      { key, name, settings, brand: shownBrand, pages, widgets, media, ...around },
      { chosen: true, found, shop, sample },
    );
    return { renderer, rendered: renderer.render(meta, page) };
  }, [data, site, shownBrand, sample]);

  const room = useRef<HTMLDivElement>(null);
  const [roomPx, setRoomPx] = useState(0);
  useEffect(() => {
    if (!room.current) return;
    const observer = new ResizeObserver(([entry]) => entry && setRoomPx(entry.contentRect.width));
    observer.observe(room.current);
    return () => observer.disconnect();
  }, []);
  const pairs = contrastPairs(shownBrand);
  const short = pairs.filter((pair) => !pair.enough);
  return (
    <Flex flex="1" minH="0">
      <Box w="430px" flex="none" bg="sheet" borderRightWidth="1px" borderColor="line" overflowY="auto" p="18px">
        <Title>{words.brand}</Title>
        <Text color="ink2" mt="2px" mb="12px">
          {words.everyBlockWidgetFollows(site.name)}
        </Text>
        {sync.kind === "refused" ? <State tone="brick">{sync.message}</State> : null}
        <Group title={words.colours} aside={words.roles(colourRoles.length)}>
          <Grid templateColumns="1fr 1fr" columnGap="16px">
            {colourRoles.map((role) => (
              <Row key={role} label={roleNames[role]} stacked error={faults[`colours.${role}`]}>
                {(ids) => (
                  <Flex gap="5px">
                    <input
                      type="color"
                      aria-label={words.picker(roleNames[role])}
                      value={brand.colours[role]}
                      onChange={(event) =>
                        change({ ...brand, colours: { ...brand.colours, [role]: event.target.value } })
                      }
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
                    <TextInput
                      {...ids}
                      value={brand.colours[role]}
                      onChange={(typed) =>
                        change({ ...brand, colours: { ...brand.colours, [role]: typed.toLowerCase() } })
                      }
                    />
                  </Flex>
                )}
              </Row>
            ))}
          </Grid>
        </Group>
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
        <Group title={words.type}>
          {(["headings", "text"] as const).map((use) => (
            <Row
              key={use}
              label={use === "headings" ? words.headings : words.text}
              hint={families[brand.type[use]].note}
            >
              {(ids) => (
                <Choice
                  {...ids}
                  value={brand.type[use]}
                  onChange={(family) => change({ ...brand, type: { ...brand.type, [use]: family as FamilyKey } })}
                  options={Object.entries(families).map(([key, family]) => [key, family.name] as const)}
                />
              )}
            </Row>
          ))}
          <Row label={words.weight} error={faults["type.headingWeight"]}>
            {(ids) => (
              <NumberInput
                {...ids}
                min={300}
                max={900}
                step={10}
                value={brand.type.headingWeight}
                onChange={(weight) =>
                  change({ ...brand, type: { ...brand.type, headingWeight: weight ?? Number.NaN } })
                }
              />
            )}
          </Row>
          <Row label={words.scale} error={faults["type.scale"]} hint={words.eachHeadingLevelMany}>
            {(ids) => (
              <NumberInput
                {...ids}
                min={1.05}
                max={1.6}
                step={0.01}
                value={brand.type.scale}
                onChange={(scale) => change({ ...brand, type: { ...brand.type, scale: scale ?? Number.NaN } })}
              />
            )}
          </Row>
          <Row label={words.textSize} error={faults["type.basePx"]}>
            {(ids) => (
              <NumberInput
                {...ids}
                unit={words.px}
                min={14}
                max={22}
                step={0.5}
                value={brand.type.basePx}
                onChange={(basePx) => change({ ...brand, type: { ...brand.type, basePx: basePx ?? Number.NaN } })}
              />
            )}
          </Row>
        </Group>
        <Group title={words.shapeSpace}>
          <Row label={words.corners} error={faults["shape.radiusPx"]}>
            {(ids) => (
              <NumberInput
                {...ids}
                unit={words.px}
                min={0}
                max={40}
                step={1}
                value={brand.shape.radiusPx}
                onChange={(radiusPx) =>
                  change({ ...brand, shape: { ...brand.shape, radiusPx: radiusPx ?? Number.NaN } })
                }
              />
            )}
          </Row>
          <Row label={words.buttons} error={faults["shape.buttonRadiusPx"]}>
            {(ids) => (
              <NumberInput
                {...ids}
                unit={words.px}
                min={0}
                max={40}
                step={1}
                value={brand.shape.buttonRadiusPx}
                onChange={(buttonRadiusPx) =>
                  change({ ...brand, shape: { ...brand.shape, buttonRadiusPx: buttonRadiusPx ?? Number.NaN } })
                }
              />
            )}
          </Row>
          <Row label={words.space} error={faults.space} hint={words.n1Normal12}>
            {(ids) => (
              <NumberInput
                {...ids}
                min={0.6}
                max={1.6}
                step={0.05}
                value={brand.space}
                onChange={(space) => change({ ...brand, space: space ?? Number.NaN })}
              />
            )}
          </Row>
        </Group>
      </Box>
      <Box as="main" ref={room} flex="1" minW="0" overflow="auto" p="18px" aria-label={words.homePageBrand}>
        {shown && roomPx > 100 ? (
          <Box boxShadow="page" w="fit-content">
            <StageFrame title={words.homeBrand} widthPx={1180} scale={roomPx / 1180} {...shown} />
          </Box>
        ) : null}
      </Box>
    </Flex>
  );
}
