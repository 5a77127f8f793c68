"use client";
// How the calendar is drawn, and what visitors choose first. Colours, type and shape follow Brand.
import { Text } from "@chakra-ui/react";
import type { BookingLook, OwnLook } from "@/core/booking/look";
import { usualLook } from "@/core/booking/released";
import { mayAskAll } from "@/core/booking/size";
import { type Surface, surfaceNames, surfaces } from "@/core/brand/brand";
import { QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Row, Tick } from "@/studio/kit/fields";
import { Group } from "@/studio/kit/layout";
import { Segments } from "@/studio/kit/segments";
import type { StepProps } from "@/studio/widget/half";
import { words } from "./words";

const own = words.look;

export function LookStep({ settings, part, change }: StepProps<"booking">) {
  const look = settings.look ?? usualLook;
  const set = (more: Partial<BookingLook>) => change({ look: { ...look, ...more } });
  const offered = part.services.filter(({ id }) => settings.services.includes(id));
  const needs = new Set(offered.flatMap(({ leads }) => leads)).size;
  return (
    <>
      <Text color="ink2" mb="10px">
        {own.brand}
      </Text>
      <Group title={own.first}>
        <Segments<BookingLook["first"]>
          label={own.first}
          value={look.first}
          onChange={(first) => set({ first })}
          options={own.firsts}
        />
        <Text color="ink2" fontSize="small" mt="6px">
          {look.first === "need" && needs < 2
            ? own.noNeeds
            : look.first === "date" && !mayAskAll(part, settings.services)
              ? own.tooMany
              : own.skips}
        </Text>
      </Group>
      <Group title={own.view}>
        <Segments<BookingLook["view"]>
          label={own.view}
          value={look.view}
          onChange={(view) => set({ view })}
          options={own.views}
        />
      </Group>
      <Group title={own.density}>
        <Segments<BookingLook["density"]>
          label={own.density}
          value={look.density}
          onChange={(density) => set({ density })}
          options={own.densities}
        />
      </Group>
      <Group title={own.pictures}>
        <Row label={own.shown}>
          {() => (
            <Tick label={own.photographs} checked={look.photographs} onChange={(photographs) => set({ photographs })} />
          )}
        </Row>
      </Group>
      <Group title={own.departures}>
        <Departures look={look} set={set} />
      </Group>
      {settings.look ? <QuietButton onClick={() => change({ look: undefined })}>{own.usual}</QuietButton> : null}
    </>
  );
}

/** What departs from Brand is marked, with the way back. */
function Departures({ look, set }: { look: BookingLook; set: (more: Partial<BookingLook>) => void }) {
  const mine = look.own ?? {};
  const put = (more: { readonly [F in keyof OwnLook]?: OwnLook[F] | undefined }) => {
    const kept = Object.entries({ ...mine, ...more }).filter(([, value]) => value !== undefined);
    set({ own: kept.length ? (Object.fromEntries(kept) as OwnLook) : undefined } as Partial<BookingLook>);
  };
  return (
    <>
      <Row label={own.surface} departs={mine.surface !== undefined} onReturn={() => put({ surface: undefined })}>
        {(ids) => (
          <Choice
            {...ids}
            value={mine.surface ?? ""}
            options={[["", own.ofSection], ...surfaces.map((surface) => [surface, surfaceNames[surface]] as const)]}
            onChange={(surface) => put({ surface: (surface || undefined) as Surface | undefined })}
          />
        )}
      </Row>
      <Row label={own.corners} departs={mine.corners !== undefined} onReturn={() => put({ corners: undefined })}>
        {(ids) => (
          <Choice
            {...ids}
            value={mine.corners ?? ""}
            options={[["", own.ofBrand], ...own.cornersOf]}
            onChange={(corners) => put({ corners: (corners || undefined) as OwnLook["corners"] })}
          />
        )}
      </Row>
      <Row label={own.mark} departs={mine.mark !== undefined} onReturn={() => put({ mark: undefined })}>
        {(ids) => (
          <Choice
            {...ids}
            value={mine.mark ?? ""}
            options={[
              ["", own.accent],
              ["words", own.markWords],
            ]}
            onChange={(mark) => put({ mark: (mark || undefined) as OwnLook["mark"] })}
          />
        )}
      </Row>
    </>
  );
}
