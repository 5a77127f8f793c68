"use client";
// How the calendar is drawn, and what visitors choose first. Colours, type and shape follow Brand.
import { Text } from "@chakra-ui/react";
import { type BookingLook, usualLook } from "@/core/booking/released";
import { Group, QuietButton, Row, Segments, Tick } from "@/studio/kit/kit";
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
          {look.first === "need" && needs < 2 ? own.noNeeds : own.skips}
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
      {settings.look ? <QuietButton onClick={() => change({ look: undefined })}>{own.usual}</QuietButton> : null}
    </>
  );
}
