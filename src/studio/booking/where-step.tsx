"use client";
// Where it happens and where it stands: the place with its zone and who is told, the pages that show the calendar, and
// sites built elsewhere that may.
import { Box, Flex, Text } from "@chakra-ui/react";
import { Plus, Trash2 } from "lucide-react";
import { nanoid } from "nanoid";
import { newPlace } from "@/core/booking/blank";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { IconButton, QuietButton } from "@/studio/kit/buttons";
import { Row, TextInput } from "@/studio/kit/fields";
import { Lines } from "@/studio/kit/line-list";
import { TextArea } from "@/studio/kit/text-area";
import { Floats } from "@/studio/opening/floats";
import { Elsewhere } from "@/studio/widget/elsewhere";
import type { StepProps } from "@/studio/widget/half";
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
      <Elsewhere
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

function PlaceRows({ editing, onRemove }: { editing: Editing<"places">; onRemove: (() => void) | null }) {
  const { item: place, put, fault } = editing;
  return (
    <Box mb="14px">
      <Flex align="center" justify="space-between" mb="6px">
        <Text fontWeight="700">{place.name || words.unnamed}</Text>
        {onRemove ? (
          <IconButton name={own.removePlace(place.name)} onClick={onRemove}>
            <Trash2 size={14} />
          </IconButton>
        ) : null}
      </Flex>
      <Row label={own.name} error={fault("name")}>
        {(ids) => <TextInput {...ids} value={place.name} onChange={(name) => put({ name })} />}
      </Row>
      <Row label={own.address} error={fault("address")}>
        {(ids) => <TextArea {...ids} rows={2} value={place.address} onChange={(address) => put({ address })} />}
      </Row>
      <Row label={own.zone} error={fault("zone")} hint={own.zoneHint}>
        {(ids) => (
          <input
            {...ids}
            list="zones"
            value={place.zone}
            onChange={(event) => put({ zone: event.target.value })}
            style={{
              width: "100%",
              height: 32,
              padding: "0 9px",
              background: "var(--chakra-colors-white)",
              border: `1px solid var(--chakra-colors-${fault("zone") ? "brick" : "edge"})`,
              borderRadius: 4,
            }}
          />
        )}
      </Row>
      <Row label={own.notify} error={fault("notify")} hint={own.notifyHint}>
        {(ids) => <TextInput {...ids} type="email" value={place.notify} onChange={(notify) => put({ notify })} />}
      </Row>
      <Row
        label={own.sites}
        error={place.allowedSites.map((_, at) => fault(`allowedSites[${at}]`)).find(Boolean) ?? fault("allowedSites")}
        hint={own.sitesHint}
      >
        {(ids) => <Lines {...ids} value={place.allowedSites} onChange={(allowedSites) => put({ allowedSites })} />}
      </Row>
    </Box>
  );
}
