"use client";
// Where it happens and where it stands: the place with its zone and who is told, the pages that show the calendar, and
// sites built elsewhere that may.
import { Box, Flex, Text } from "@chakra-ui/react";
import { Plus, Trash2 } from "lucide-react";
import { nanoid } from "nanoid";
import { newPlace } from "@/core/booking/blank";
import type { Place } from "@/core/booking/booking";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { IconButton, QuietButton } from "@/studio/kit/buttons";
import { Floats } from "@/studio/opening/floats";
import type { StepProps } from "@/studio/widget/half";
import { OtherSites } from "@/studio/widget/other-sites";
import { type Editing, editingOf } from "./editing";
import { words } from "./words";

const own = words.where;

/** Zones that the browser knows, for a list to choose from while typing. */
const zones: readonly string[] = Intl.supportedValuesOf("timeZone");

export function WhereStep(props: StepProps<"booking">) {
  const { part } = props;
  const { key: site, settings } = useSite();
  const editor = editingOf(props);
  return (
    <>
      {part.places.map((place) => {
        const editing = editor.one("places", place.id);
        const used = [...part.services, ...part.resources].some((one) => one.place === place.id);
        return editing ? (
          <PlaceRows
            key={place.id}
            editing={editing}
            onRemove={used || part.places.length === 1 ? null : () => editor.remove("places", place.id)}
          />
        ) : null;
      })}
      <datalist id="zones">
        {zones.map((zone) => (
          <option key={zone} value={zone} />
        ))}
      </datalist>
      <QuietButton onClick={() => editor.add("places", newPlace(nanoid(10), own.newPlace, settings.zone))}>
        <Plus size={13} /> {own.addPlace}
      </QuietButton>
      <Floats
        floating={props.settings.floating ?? null}
        faults={props.faults}
        usualWords={own.floatsWords}
        note={own.floatsNote}
        onChange={(floating) => props.change({ floating: floating ?? undefined })}
      />
      <OtherSites
        kind="booking"
        widget={props.id}
        link={words.elsewhere.link}
        note={words.elsewhere.note}
        allowed={part.places.flatMap(({ allowedSites }) => allowedSites)}
        says={words.elsewhere}
        ask={(origin) => ask("booking.tryElsewhere", { site, widget: props.id, origin })}
      />
    </>
  );
}

const of = fieldsOf<Place>();

const placeFields: readonly TableField<Place>[] = [
  of.line("name", own.name),
  of.area("address", own.address, { rows: 2 }),
  of.line("zone", own.zone, { list: "zones", hint: own.zoneHint }),
  of.line("notify", own.notify, { type: "email", hint: own.notifyHint }),
  of.lines("allowedSites", own.sites, { hint: own.sitesHint }),
];

const PlaceRows = ({ editing, onRemove }: { editing: Editing<"places">; onRemove: (() => void) | null }) => (
  <Box mb="14px">
    <Flex align="center" justify="space-between" mb="6px">
      <Text fontWeight="700">{editing.item.name || words.unnamed}</Text>
      {onRemove ? (
        <IconButton name={own.removePlace(editing.item.name)} onClick={onRemove}>
          <Trash2 size={14} />
        </IconButton>
      ) : null}
    </Flex>
    <FieldTable {...editing} of={placeFields} />
  </Box>
);
