"use client";
// The picture behind a section or a page: chosen, its focal point set on it, and the contrast of words measured on its pixels.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useMemo } from "react";
import { surfaceRoles } from "@/core/brand/brand";
import { contrastOnPicture, textRatio, veilFor } from "@/core/brand/contrast";
import { freshGround, type Ground } from "@/core/page/look/ground";
import { useSite } from "@/studio/frame/site-context";
import { QuietButton } from "@/studio/kit/buttons";
import { Row } from "@/studio/kit/fields";
import { framesOf, pixelsOf, together } from "@/studio/kit/film-frames";
import { State } from "@/studio/kit/layout";
import { usePixels } from "@/studio/kit/pixels";
import { smallPicture } from "@/studio/kit/small-picture";
import { PictureChoice } from "@/studio/media/picture-choice";
import { words as own } from "../words";
import type { FieldProps } from "./field";
import { FilmChoice } from "./film-choice";
import { PictureCut } from "./picture-cut";

export function GroundField({ composer, node, field }: FieldProps<"ground">) {
  const ground = node.content[field.name] as Ground | undefined;
  const site = useSite();
  /** As it begins: with the point that the medium keeps in view. */
  const freshOf = (hash: string): Ground => ({
    ...freshGround(hash),
    ...site.media.find((entry) => entry.hash === hash)?.focus,
  });
  const put = (next: Ground | undefined) => {
    const refusal = composer.content.set(node.id, field.name, next, `${node.id}.${field.name}`);
    if (refusal) composer.say(refusal);
  };
  return (
    <Box mb="10px">
      <Text color="ink2" mb="4px">
        {field.label}
      </Text>
      <PictureChoice
        value={ground?.media ?? null}
        shown={false}
        onChoose={(media) => put({ ...freshOf(media), ...(ground ? kept(ground) : {}) })}
      />
      {ground ? (
        <>
          <QuietButton onClick={() => put(undefined)}>{own.noGround}</QuietButton>
          <PictureCut
            node={node.id}
            place=""
            media={ground.media}
            cut={ground}
            onChange={(cut) => put({ ...freshOf(ground.media), ...kept(ground), ...cut })}
          />
          <FilmOver ground={ground} onChange={put} />
          <Veil ground={ground} surface={node.look.base.surface ?? "paper"} onChange={put} />
        </>
      ) : null}
    </Box>
  );
}

/** What stays when the picture becomes another. */
const kept = ({ veil, film }: Ground) => ({ veil, ...(film ? { film } : {}) });

/** The film that plays over the picture: one of the site's, or a new one. */
function FilmOver({ ground, onChange }: { ground: Ground; onChange: (ground: Ground) => void }) {
  return (
    <Box mb="8px">
      <FilmChoice
        label={own.groundFilm}
        hint={ground.film ? own.groundFilmHint : undefined}
        none={own.noGroundFilm}
        value={ground.film ?? ""}
        onChoose={(film) => {
          const { film: _film, ...rest } = ground;
          onChange(film ? { ...rest, film: film.hash } : rest);
        }}
      />
    </Box>
  );
}

/** How much of the surface lies over the picture, and what contrast that leaves on the picture itself. */
function Veil({
  ground,
  surface,
  onChange,
}: {
  ground: Ground;
  surface: keyof typeof surfaceRoles;
  onChange: (ground: Ground) => void;
}) {
  const site = useSite();
  const { brand } = site;
  const still = usePixels(smallPicture(site, ground.media));
  const { data: frames, error: unread } = useQuery({
    queryKey: ["film-frames", ground.film],
    queryFn: async () => pixelsOf(await framesOf(`/api/sites/${site.key}/media/${ground.film}?document`)),
    enabled: Boolean(ground.film),
    staleTime: Number.POSITIVE_INFINITY,
    retry: false,
  });
  // Words have to be read on the picture and on every frame: the weakest of all counts.
  const pixels = useMemo(
    () => (still && ground.film && frames ? together([still, frames]) : still),
    [still, frames, ground.film],
  );
  const roles = surfaceRoles[surface];
  const [over, words] = [brand.colours[roles.ground], brand.colours[roles.words]];
  const ratio = pixels && contrastOnPicture(pixels, over, ground.veil / 100, words);
  const enough = pixels && ratio !== null && ratio < textRatio ? veilFor(pixels, over, words) : null;
  return (
    <>
      <Row label={own.groundVeil} stacked>
        {(ids) => (
          <Flex align="center" gap="8px">
            <input
              {...ids}
              type="range"
              min={0}
              max={100}
              step={5}
              value={ground.veil}
              onChange={(event) => onChange({ ...ground, veil: Number(event.target.value) })}
              style={{ flex: 1, accentColor: "var(--chakra-colors-ink)", height: 24 }}
            />
            <Text w="44px" textAlign="right">
              {ground.veil} %
            </Text>
          </Flex>
        )}
      </Row>
      {ratio === null ? null : (
        <State tone={ratio >= textRatio ? "moss" : "brick"}>
          {(ground.film && frames ? own.contrastFrames : own.contrastPicture)(ratio.toFixed(1))}
        </State>
      )}
      {ground.film && unread ? <State tone="amber">{own.framesUnread}</State> : null}
      {ratio === null || ratio >= textRatio ? null : enough === null ? (
        <Text>{own.veilNever}</Text>
      ) : (
        <QuietButton onClick={() => onChange({ ...ground, veil: enough })}>{own.veilEnough(enough)}</QuietButton>
      )}
    </>
  );
}
