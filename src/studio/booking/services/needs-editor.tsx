"use client";
// Who and what a service takes: sets of people and things, drawn as the sentence that they say.
import { Box, Flex, Text } from "@chakra-ui/react";
import { Plus, Trash2 } from "lucide-react";
import { nanoid } from "nanoid";
import { newResource } from "@/core/booking/blank";
import type { Need, Service } from "@/core/booking/booking";
import { offerOf, type Resource } from "@/core/booking/booking";
import { IconButton, QuietButton } from "@/studio/kit/buttons";
import { TextInput, Tick } from "@/studio/kit/fields";
import { State } from "@/studio/kit/layout";
import type { StepProps } from "@/studio/widget/half";
import type { Editing } from "../editing";
import { needsSentence } from "../notes";
import { words } from "../words";

const own = words.needs;

export function NeedsEditor({
  part,
  changePart,
  editing,
}: StepProps<"booking"> & { readonly editing: Editing<"services"> }) {
  const { item: service, put, command, fault } = editing;
  const here = part.resources.filter(({ place }) => place === service.place);
  const sets = service.needs;
  const setNeeds = (needs: typeof sets) => command({ needs });
  /** A person who is not there yet, and is in this set at once. */
  const addSomebody = (set: number) => {
    const id = nanoid(10);
    const kind = set === 0 ? "person" : "thing";
    const fresh: Resource = {
      ...newResource(id, service.place, kind === "person" ? own.newPerson : own.newThing),
      kind,
      ...(kind === "thing" ? { week: null } : {}),
    };
    changePart(
      {
        resources: [...part.resources, fresh],
        services: part.services.map((one) =>
          one.id === service.id
            ? {
                ...one,
                needs: sets[set]
                  ? sets.map((need, at) => (at === set ? { ...need, oneOf: [...need.oneOf, id] } : need))
                  : [...sets, { name: fresh.name, oneOf: [id] }],
              }
            : one,
        ),
      },
      `add ${id}`,
    );
  };
  return (
    <Box>
      <Text fontFamily="heading" fontSize="15px" fontWeight="600" mb="8px" aria-live="polite">
        {needsSentence(part, service)}
      </Text>
      {fault("needs") ? <State tone="brick">{fault("needs")}</State> : null}
      {sets.map((need, set) => (
        <OneSet
          key={set}
          set={set}
          need={need}
          put={put}
          sets={sets}
          setNeeds={setNeeds}
          service={service}
          fault={fault}
          here={here}
          addSomebody={addSomebody}
        />
      ))}
      {sets.length < 4 ? (
        <QuietButton
          onClick={() => {
            const [first] = here.filter(({ id }) => !sets.some(({ oneOf }) => oneOf.includes(id)));
            if (first)
              setNeeds([...sets, { name: sets.length ? own.kinds[first.kind] : words.person, oneOf: [first.id] }]);
            else addSomebody(sets.length);
          }}
        >
          <Plus size={13} /> {sets.length ? own.addSet : own.addFirst}
        </QuietButton>
      ) : null}
    </Box>
  );
}

/** One set: its name, and who or what of it is taken. */
const OneSet = ({
  set,
  need,
  put,
  sets,
  setNeeds,
  service,
  fault,
  here,
  addSomebody,
}: {
  set: number;
  need: Service["needs"][number];
  put: (change: Partial<Service>, typed?: string) => void;
  sets: Service["needs"];
  setNeeds: (needs: Service["needs"]) => void;
  service: Service;
  fault: (path: string) => string | undefined;
  here: Resource[];
  addSomebody: (set: number) => void;
}) => (
  <Box borderWidth="1px" borderColor="line" borderRadius="panel" bg="white" p="8px 10px" mb="8px">
    <Flex align="center" gap="8px" mb="6px">
      <Text color="ink2" flex="none">
        {set === 0 ? own.leads : own.and}
      </Text>
      <TextInput
        aria-label={own.setName}
        value={need.name}
        onChange={(name) => put({ needs: sets.map((one, at) => (at === set ? { ...one, name } : one)) })}
      />
      <IconButton name={own.removeSet(need.name)} onClick={() => setNeeds(sets.filter((_, at) => at !== set))}>
        <Trash2 size={14} />
      </IconButton>
    </Flex>
    {service.capacity > 1 || need.each ? (
      <Box mb="6px">
        <Tick
          label={own.each}
          checked={need.each === true}
          onChange={(on) => {
            const { each: _each, ...once } = need;
            setNeeds(sets.map((one, at) => (at === set ? (on ? { ...once, each: true } : once) : one)));
          }}
        />
      </Box>
    ) : null}
    {fault(`needs[${set}].each`) ? <State tone="brick">{fault(`needs[${set}].each`)}</State> : null}
    {fault(`needs[${set}].name`) ? <State tone="brick">{fault(`needs[${set}].name`)}</State> : null}
    <Members
      need={need}
      here={here}
      service={service}
      setNeeds={setNeeds}
      sets={sets}
      set={set}
      addSomebody={addSomebody}
    />
  </Box>
);

/** Who or what the set is made of. */
const Members = ({
  need,
  here,
  service,
  setNeeds,
  sets,
  set,
  addSomebody,
}: {
  need: Need;
  here: Resource[];
  service: Service;
  setNeeds: (needs: Service["needs"]) => void;
  sets: readonly Need[];
  set: number;
  addSomebody: (set: number) => void;
}) => (
  <Flex wrap="wrap" gap="5px" role="group" aria-label={own.oneOf(need.name)}>
    {here.map((resource) => {
      const chosen = need.oneOf.includes(resource.id);
      const refuses = offerOf(resource, service.id)?.does === false;
      return (
        <button
          key={resource.id}
          type="button"
          aria-pressed={chosen}
          onClick={() => {
            const oneOf = chosen
              ? need.oneOf.filter((id) => id !== resource.id)
              : here.filter(({ id }) => id === resource.id || need.oneOf.includes(id)).map(({ id }) => id);
            setNeeds(
              oneOf.length
                ? sets.map((one, at) => (at === set ? { ...one, oneOf } : one))
                : sets.filter((_, at) => at !== set),
            );
          }}
          style={{
            padding: "3px 9px",
            minHeight: 26,
            borderRadius: 13,
            border: `1px solid var(--chakra-colors-${chosen ? "ink" : "edge"})`,
            background: chosen ? "var(--chakra-colors-ink)" : "transparent",
            color: `var(--chakra-colors-${chosen ? "sheet" : "ink"})`,
            textDecoration: chosen && refuses ? "line-through" : undefined,
            fontWeight: 600,
            cursor: "pointer",
          }}
        >
          {resource.name}
        </button>
      );
    })}
    <QuietButton onClick={() => addSomebody(set)}>
      <Plus size={13} /> {set === 0 ? own.newPerson : own.newThing}
    </QuietButton>
  </Flex>
);
