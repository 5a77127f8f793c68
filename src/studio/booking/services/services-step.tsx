"use client";
// Services: the list in the order visitors see, and one service with all that is said of it.
import { Box, Flex, Text } from "@chakra-ui/react";
import {
  closestCenter,
  DndContext,
  type DragEndEvent,
  KeyboardSensor,
  PointerSensor,
  useSensor,
  useSensors,
} from "@dnd-kit/core";
import {
  arrayMove,
  SortableContext,
  sortableKeyboardCoordinates,
  useSortable,
  verticalListSortingStrategy,
} from "@dnd-kit/sortable";
import { CSS } from "@dnd-kit/utilities";
import { GripVertical, Plus } from "lucide-react";
import { nanoid } from "nanoid";
import { useState } from "react";
import { newService } from "@/core/booking/blank";
import type { BookingWidgetSettings, Service } from "@/core/booking/booking";
import { useSite } from "@/studio/frame/site-context";
import { IconButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { later } from "@/studio/kit/later";
import { Group, State } from "@/studio/kit/layout";
import type { StepProps } from "@/studio/widget/half";
import { editingOf, withCopy, withoutService } from "../editing";
import { colourOf, colourToken, serviceNote } from "../notes";
import { words } from "../words";
import { OpenLine } from "./open-line";

const ServiceSheet = later(() => import("./service-sheet").then((module) => module.ServiceSheet));
const ServiceFiles = later(() => import("./service-files").then((module) => module.ServiceFiles));

export function ServicesStep(props: StepProps<"booking">) {
  const { settings, part, faults, change, changeBoth } = props;
  const [open, setOpen] = useState<string | null>(null);
  const editing = open === null ? null : editingOf(props).one("services", open);
  if (editing)
    return (
      <ServiceSheet
        {...props}
        editing={editing}
        onBack={() => setOpen(null)}
        onCopy={() => {
          const id = nanoid(10);
          const copy = { ...editing.item, id, name: words.copyOf(editing.item.name) };
          changeBoth({ services: [...settings.services, id] }, withCopy(part, editing.item.id, copy), `copy ${id}`);
          setOpen(id);
        }}
        onRemove={() => {
          setOpen(null);
          changeBoth(
            { services: settings.services.filter((one) => one !== editing.item.id) },
            withoutService(part, editing.item.id),
            `remove ${editing.item.id}`,
          );
        }}
      />
    );
  const known = new Map(part.services.map((service) => [service.id, service]));
  const chosen = settings.services.filter((id) => known.has(id));
  const others = part.services.filter(({ id }) => !settings.services.includes(id));
  const gone = settings.services.filter((id) => !known.has(id));
  const add = () => {
    const id = nanoid(10);
    const place = part.places[0]?.id ?? "place";
    const people = part.resources.filter((one) => one.place === place && one.kind === "person");
    const fresh: Service = {
      ...newService(id, place, words.newService),
      needs: people.length ? [{ name: words.person, oneOf: people.map((one) => one.id) }] : [],
    };
    changeBoth({ services: [...settings.services, id] }, { services: [...part.services, fresh] }, `add ${id}`);
    setOpen(id);
  };
  return (
    <>
      <Text color="ink2" mb="8px">
        {part.services.length ? words.chosenInOrder : words.noServicesYet}
      </Text>
      {faults.services ? <State tone="brick">{faults.services}</State> : null}
      <Sorted
        ids={chosen}
        onOrder={(services) => change({ services: [...services, ...gone] })}
        row={(id) => <ServiceLine service={known.get(id) as Service} {...props} onOpen={() => setOpen(id)} />}
      />
      {gone.map((id) => (
        <Flex key={id} align="center" gap="8px" py="4px">
          <State tone="amber">{words.gone(id)}</State>
          <QuietButton onClick={() => change({ services: settings.services.filter((one) => one !== id) })}>
            {words.leaveOut}
          </QuietButton>
        </Flex>
      ))}
      <PlainButton mt="4px" onClick={add}>
        <Plus size={14} /> {words.addService}
      </PlainButton>
      {others.length ? (
        <NotOffered others={others} props={props} setOpen={setOpen} change={change} settings={settings} />
      ) : null}
      <ServiceFiles {...props} />
    </>
  );
}

/** Services that this calendar does not offer. */
const NotOffered = ({
  others,
  props,
  setOpen,
  change,
  settings,
}: {
  others: Service[];
  props: StepProps<"booking">;
  setOpen: (next: string | null) => void;
  change: StepProps<"booking">["change"];
  settings: BookingWidgetSettings;
}) => (
  <Group title={words.notChosen} mt="14px">
    {others.map((service) => (
      <Flex key={service.id} align="center" gap="6px">
        <Box flex="1" minW="0">
          <ServiceLine service={service} {...props} onOpen={() => setOpen(service.id)} />
        </Box>
        <IconButton
          name={words.take(service.name)}
          onClick={() => change({ services: [...settings.services, service.id] })}
        >
          <Plus size={14} />
        </IconButton>
      </Flex>
    ))}
  </Group>
);

/** A list ordered by dragging, or by its grips with the keyboard. */
export function Sorted({
  ids,
  row,
  onOrder,
}: {
  ids: readonly string[];
  row: (id: string) => React.ReactNode;
  onOrder: (ids: readonly string[]) => void;
}) {
  const sensors = useSensors(
    useSensor(PointerSensor, { activationConstraint: { distance: 4 } }),
    useSensor(KeyboardSensor, { coordinateGetter: sortableKeyboardCoordinates }),
  );
  const end = ({ active, over }: DragEndEvent) => {
    if (!over || active.id === over.id) return;
    onOrder(arrayMove([...ids], ids.indexOf(String(active.id)), ids.indexOf(String(over.id))));
  };
  return (
    <DndContext sensors={sensors} collisionDetection={closestCenter} onDragEnd={end}>
      <SortableContext items={[...ids]} strategy={verticalListSortingStrategy}>
        <Box as="ul" listStyleType="none">
          {ids.map((id) => (
            <SortedRow key={id} id={id}>
              {row(id)}
            </SortedRow>
          ))}
        </Box>
      </SortableContext>
    </DndContext>
  );
}

function SortedRow({ id, children }: { id: string; children: React.ReactNode }) {
  const { attributes, listeners, setNodeRef, transform, transition, isDragging } = useSortable({ id });
  return (
    <li
      ref={setNodeRef}
      style={{
        display: "flex",
        alignItems: "center",
        transform: CSS.Translate.toString(transform),
        transition,
        opacity: isDragging ? 0.4 : 1,
      }}
    >
      <button
        type="button"
        {...attributes}
        {...listeners}
        aria-label={words.grip}
        title={words.grip}
        style={{ width: 24, height: 30, flex: "none", cursor: "grab", color: "var(--chakra-colors-faint)" }}
      >
        <GripVertical size={14} />
      </button>
      <Box flex="1" minW="0">
        {children}
      </Box>
    </li>
  );
}

function ServiceLine({
  service,
  part,
  faults,
  onOpen,
}: Pick<StepProps<"booking">, "part" | "faults"> & { service: Service; onOpen: () => void }) {
  const { settings } = useSite();
  const index = part.services.findIndex(({ id }) => id === service.id);
  const wrong = Object.keys(faults).some((path) => path.startsWith(`part.services[${index}]`));
  return (
    <OpenLine
      name={service.name}
      note={serviceNote(service, part, settings)}
      wrong={wrong}
      onOpen={onOpen}
      before={
        <Box
          w="10px"
          alignSelf="stretch"
          minH="30px"
          borderRadius="2px"
          flex="none"
          bg={colourToken(colourOf(part, service))}
          borderWidth="1px"
          borderColor="edge"
        />
      }
    />
  );
}
