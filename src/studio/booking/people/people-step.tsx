"use client";
// People and things: the list, and one of them with what they do in their own way.
import { Box, Flex, Text } from "@chakra-ui/react";
import { ArrowLeft, Plus, Trash2 } from "lucide-react";
import { nanoid } from "nanoid";
import { useState } from "react";
import { newResource } from "@/core/booking/blank";
import { type Offer, offerOf, type Resource, type Service } from "@/core/booking/booking";
import { servicesOf } from "@/core/booking/hours/starts-week";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import type { Form } from "@/studio/forms/form";
import { QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { NumberInput, Row, Tick } from "@/studio/kit/fields";
import { Group, Title } from "@/studio/kit/layout";
import { Thumb } from "@/studio/media/picture-choice";
import type { StepProps } from "@/studio/widget/half";
import { type Editing, editingOf, withoutResource } from "../editing";
import { lengthWords } from "../notes";
import { NoticeRow } from "../services/notice-row";
import { OpenLine } from "../services/open-line";
import { PriceRows, tidyUpField } from "../services/service-fields";
import { Sorted } from "../services/services-step";
import { words } from "../words";
import { Feeds } from "./feeds";

const own = words.people;

export function PeopleStep(props: StepProps<"booking">) {
  const { part, changePart } = props;
  const [open, setOpen] = useState<string | null>(null);
  const editing = open === null ? null : editingOf(props).one("resources", open);
  if (editing)
    return (
      <ResourceSheet
        {...props}
        editing={editing}
        onBack={() => setOpen(null)}
        onRemove={() => {
          setOpen(null);
          changePart(withoutResource(part, editing.item.id), `remove ${editing.item.id}`);
        }}
      />
    );
  const add = (kind: Resource["kind"]) => {
    const id = nanoid(10);
    const fresh: Resource = {
      ...newResource(id, part.places[0]?.id ?? "place", own.fresh[kind]),
      kind,
      ...(kind === "person" ? {} : { week: null }),
    };
    editingOf(props).add("resources", fresh);
    setOpen(id);
  };
  return (
    <>
      <Text color="ink2" mb="8px">
        {part.resources.length ? own.about : own.none}
      </Text>
      {(["person", "room", "thing"] as const).map((kind) => {
        const all = part.resources.filter((one) => one.kind === kind);
        return (
          <Group key={kind} title={own.kinds[kind]} aside={all.length ? String(all.length) : undefined}>
            <Sorted
              ids={all.map(({ id }) => id)}
              onOrder={(ids) => {
                const ordered = ids.flatMap((id) => all.find((one) => one.id === id) ?? []);
                // Each kind keeps the places that its own had in the file.
                let at = 0;
                changePart(
                  { resources: part.resources.map((one) => (one.kind === kind ? (ordered[at++] ?? one) : one)) },
                  "order",
                );
              }}
              row={(id) => (
                <ResourceLine
                  resource={all.find((one) => one.id === id) as Resource}
                  {...props}
                  onOpen={() => setOpen(id)}
                />
              )}
            />
            <QuietButton onClick={() => add(kind)}>
              <Plus size={13} /> {own.add[kind]}
            </QuietButton>
          </Group>
        );
      })}
    </>
  );
}

function ResourceLine({
  resource,
  part,
  faults,
  onOpen,
}: Pick<StepProps<"booking">, "part" | "faults"> & { resource: Resource; onOpen: () => void }) {
  const index = part.resources.findIndex(({ id }) => id === resource.id);
  const wrong = Object.keys(faults).some((path) => path.startsWith(`part.resources[${index}]`));
  const services = servicesOf(part, resource.id);
  const ownValues = resource.offers.filter((offer) => departures(offer).length).length;
  const note = [
    services.length ? services.map(({ name }) => name).join(", ") : own.doesNothing,
    ownValues ? own.ownValues(ownValues) : "",
  ]
    .filter(Boolean)
    .join(" · ");
  return (
    <OpenLine
      name={resource.name}
      note={note}
      wrong={wrong}
      onOpen={onOpen}
      before={resource.picture ? <Thumb hash={resource.picture} widthPx={30} heightPx={30} /> : null}
    />
  );
}

/** What of an offer departs from its service. */
const departures = (offer: Offer) =>
  [offer.durationMinutes, offer.tidyUp, offer.price].filter((value) => value !== null);

const plainOffer = (service: string): Offer => ({
  service,
  does: true,
  durationMinutes: null,
  tidyUp: null,
  price: null,
});

type Sheet = StepProps<"booking"> & { readonly editing: Editing<"resources"> };

function ResourceSheet(props: Sheet & { onBack: () => void; onRemove: () => void }) {
  const { editing, part, onBack, onRemove } = props;
  const { item: resource } = editing;
  const needing = part.services.filter(({ needs }) => needs.some(({ oneOf }) => oneOf.includes(resource.id)));
  const others = part.services.filter((service) => service.place === resource.place && !needing.includes(service));
  return (
    <Box
      onKeyDown={(event) => {
        if (event.key === "Escape" && !event.defaultPrevented) onBack();
      }}
    >
      <Flex align="center" justify="space-between" mb="6px">
        <QuietButton onClick={onBack}>
          <ArrowLeft size={14} /> {own.all}
        </QuietButton>
        <QuietButton onClick={onRemove}>
          <Trash2 size={13} /> {words.removeThis}
        </QuietButton>
      </Flex>
      <Title level={2}>{resource.name || words.unnamed}</Title>
      <Group title={own.who} mt="8px">
        <FieldTable {...editing} of={whoFields} />
      </Group>
      <Group title={own.does}>
        {needing.length ? null : <Text color="ink2">{own.inNoSet}</Text>}
        {needing.map((service) => (
          <OfferRows key={service.id} {...props} service={service} />
        ))}
        {others.length ? (
          <Row label={own.alsoDoes}>
            {(ids) => (
              <Choice
                {...ids}
                value=""
                options={[["", own.chooseService], ...others.map(({ id, name }) => [id, name] as const)]}
                onChange={(chosen) => {
                  if (!chosen) return;
                  props.changePart(
                    {
                      services: part.services.map((service) =>
                        service.id === chosen
                          ? {
                              ...service,
                              needs: service.needs.length
                                ? service.needs.map((need, at) =>
                                    at === 0 ? { ...need, oneOf: [...need.oneOf, resource.id] } : need,
                                  )
                                : [{ name: words.needs.kinds[resource.kind], oneOf: [resource.id] }],
                            }
                          : service,
                      ),
                    },
                    `does ${chosen}`,
                  );
                }}
              />
            )}
          </Row>
        ) : null}
      </Group>
      <Group title={own.rules}>
        <FieldTable {...editing} of={ruleFields} />
      </Group>
      <Feeds resource={resource} />
    </Box>
  );
}

/** How one service is done by one resource: as everybody does it, or with values of their own. */
function OfferRows({ editing, service }: Sheet & { service: Service }) {
  const { item: resource, put, fault } = editing;
  const offer = offerOf(resource, service.id) ?? plainOffer(service.id);
  const index = resource.offers.findIndex((one) => one.service === service.id);
  const [open, setOpen] = useState(departures(offer).length > 0);
  const set = (change: Partial<Offer>) => {
    const next = { ...offer, ...change };
    const plain = next.does && !departures(next).length;
    const rest = resource.offers.filter((one) => one.service !== service.id);
    put({ offers: plain ? rest : [...rest, next] });
  };
  const form: Form<Offer> = { item: offer, fault: (path) => at(path), put: set };
  const at = (path: string) => (index < 0 ? undefined : fault(`offers[${index}].${path}`));
  const leads = service.needs[0]?.oneOf.includes(resource.id) ?? false;
  return (
    <Box borderBottomWidth="1px" borderColor="line" pb="6px" mb="6px">
      <Flex align="center" gap="8px">
        <Box flex="1">
          <Tick label={service.name} checked={offer.does} onChange={(does) => set({ does })} />
        </Box>
        {offer.does ? (
          <QuietButton
            aria-expanded={open}
            onClick={() => {
              if (open) set({ durationMinutes: null, tidyUp: null, price: null });
              setOpen(!open);
            }}
          >
            {open ? own.asService : own.ownValuesOf(service.name)}
          </QuietButton>
        ) : null}
      </Flex>
      {open && offer.does ? (
        <Box ps="24px" pt="4px">
          {leads ? <OwnDuration offer={offer} set={set} at={at} service={service} /> : null}
          {offer.tidyUp ? (
            <>
              <FieldTable {...form} of={[tidyUpField as TableField<Offer>]} />
              <QuietButton mb="6px" color="mark" onClick={() => set({ tidyUp: null })}>
                {own.tidyUpAsService}
              </QuietButton>
            </>
          ) : (
            <QuietButton mb="6px" onClick={() => set({ tidyUp: service.tidyUp })}>
              {own.ownTidyUp(service.tidyUp.beforeMinutes, service.tidyUp.afterMinutes)}
            </QuietButton>
          )}
          {offer.price ? (
            <>
              <PriceRows {...form} />
              <QuietButton color="mark" onClick={() => set({ price: null })}>
                {own.priceAsService}
              </QuietButton>
            </>
          ) : (
            <QuietButton onClick={() => set({ price: service.price ?? { amount: 0, earlier: null } })}>
              {own.ownPrice}
            </QuietButton>
          )}
        </Box>
      ) : null}
    </Box>
  );
}

/** How long they take, where it is not as long as usual. */
const OwnDuration = ({
  offer,
  set,
  at,
  service,
}: {
  offer: Offer;
  set: (change: Partial<Offer>) => void;
  at: (path: string) => string | undefined;
  service: Service;
}) => (
  <Row
    label={words.service.duration}
    departs={offer.durationMinutes !== null}
    onReturn={() => set({ durationMinutes: null })}
    error={at("durationMinutes")}
  >
    {(ids) => (
      <NumberInput
        {...ids}
        unit={words.minutesUnit}
        step={5}
        placeholder={lengthWords(service.durationMinutes)}
        value={offer.durationMinutes ?? undefined}
        onChange={(minutes) => set({ durationMinutes: minutes ?? null })}
      />
    )}
  </Row>
);

const of = fieldsOf<Resource>();
const limit = { none: words.noLimit, empty: null } as const;
const hours = { unit: own.hoursUnit } as const;

/** Who or what it is. */
const whoFields: readonly TableField<Resource>[] = [
  of.line("name", own.name, { most: 120 }),
  of.segments("kind", own.kind, own.kindOptions),
  of.area("words", own.words, { rows: 2 }),
  of.picture("picture", ({ kind }) => (kind === "person" ? own.photograph : own.picture), {
    without: words.service.withoutPicture,
  }),
];

/** How far ahead, how much and until when: what holds of one who serves. */
const ruleFields: readonly TableField<Resource>[] = [
  of.slot(({ item: { notice }, fault, put }) => (
    <NoticeRow notice={notice} error={fault("notice.hours")} onChange={(next) => put({ notice: next })} />
  )),
  of.number("daysAhead", own.daysAhead, { ...limit, unit: own.daysUnit }),
  of.number("shownPerHalfDay", own.shownPerHalfDay, { ...limit, unit: own.shownUnit }),
  of.number("perDay", own.perDay, { ...limit, unit: own.bookingsUnit }),
  of.number("releasedHours", own.releasedHours, { ...hours, none: own.neverReleased, hint: own.releasedHint }),
  of.number("cancelHours", own.cancelHours, { ...hours, hint: own.cancelHint }),
];
