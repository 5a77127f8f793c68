"use client";
import { Box, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import type { Role } from "@/core/account/rights";
import type { Gives } from "@/server/operations";
import { ask } from "@/studio/kit/api";
import { MainButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Row, Tick } from "@/studio/kit/fields";
import { TextRow, useAsked } from "@/studio/kit/form";
// One person: inviting a new one, or changing role and sites of one who is here.
import { FormWindow } from "@/studio/kit/form-window";
import { RefusalNote } from "@/studio/kit/layout";
import { Segments } from "@/studio/kit/segments";
import { useCommand } from "@/studio/kit/use-command";
import { Window } from "@/studio/kit/window";
import { roleOptions, roleWords } from "./roles";
import { words } from "./words";

export type Person = Gives<"people.list">[number];

/** Which sites somebody works on: all, or some of the list. */
function ChosenSites({
  value,
  onChange,
  error,
}: {
  value: Person["sites"];
  onChange: (sites: Person["sites"]) => void;
  error: string | undefined;
}) {
  const sites = useQuery({ queryKey: ["sites"], queryFn: () => ask("sites.list", {}) });
  return (
    <>
      <Row label={words.sites} error={error}>
        {() => (
          <Segments
            label={words.sites}
            value={value === "all" ? "all" : "chosen"}
            onChange={(which) => onChange(which === "all" ? "all" : [])}
            options={[
              ["all", words.all],
              ["chosen", words.onlyChosenOnes],
            ]}
          />
        )}
      </Row>
      {value === "all" ? null : (
        <Box role="group" aria-label={words.chosenSites} pl="100px" maxH="180px" overflowY="auto">
          {sites.data?.map(({ key, name }) => (
            <Tick
              key={key}
              label={name}
              checked={value.includes(key)}
              onChange={(on) => onChange(on ? [...value, key] : value.filter((one) => one !== key))}
            />
          ))}
          {sites.data?.length === 0 ? <Text color="ink2">{words.thereAreNoSites}</Text> : null}
        </Box>
      )}
    </>
  );
}

export function PersonWindow({
  person,
  onClose,
  onDone,
}: {
  /** Who is changed; null invites somebody new. */
  person: Person | null;
  onClose: () => void;
  onDone: () => Promise<unknown>;
}) {
  const start: { name: string; email: string; role: Role; sites: Person["sites"] } = person ?? {
    name: "",
    email: "",
    role: "designer",
    sites: "all",
  };
  const form = useAsked(start, async ({ name, email, role, sites }) => {
    if (person) await ask("people.change", { id: person.id, role, sites });
    else await ask("people.invite", { name, email, role, sites });
    await onDone();
    onClose();
  });
  const { role, sites } = form.values;
  const sitesFault = form.refusal?.fields.find(({ path }) => path.startsWith("sites"));
  return (
    <FormWindow
      of={form}
      title={person ? person.name : words.invitePerson}
      onClose={onClose}
      send={person ? words.save : words.sendInvitation}
      shownAt={["name", "email", "role", sitesFault?.path ?? ""]}
    >
      {person ? null : (
        <>
          <TextRow of={form} field="name" label={words.name} />
          <TextRow of={form} field="email" label={words.eMail} text="mail" hint={words.letterGoesThereWith} />
        </>
      )}
      <Row label={words.role} error={form.at("role")} hint={roleWords[role].may}>
        {(ids) => (
          <Choice
            {...ids}
            value={role}
            options={roleOptions}
            onChange={(chosen) => form.set({ role: chosen as Role })}
          />
        )}
      </Row>
      {role === "owner" ? null : (
        <ChosenSites value={sites} onChange={(chosen) => form.set({ sites: chosen })} error={sitesFault?.message} />
      )}
    </FormWindow>
  );
}

export function RemovePerson({
  person,
  onClose,
  onRemoved,
}: {
  person: Person;
  onClose: () => void;
  onRemoved: () => Promise<unknown>;
}) {
  const { refusal, busy, attempt } = useCommand();
  const remove = () =>
    attempt(async () => {
      await ask("people.remove", { id: person.id });
      await onRemoved();
      onClose();
    });
  return (
    <Window
      title={words.remove(person.name)}
      open
      onClose={onClose}
      foot={
        <MainButton bg="brick" loading={busy} onClick={remove}>
          {words.remove(person.name)}
        </MainButton>
      }
    >
      <Text>{words.canNoLongerSign(person.email, person.name)}</Text>
      <RefusalNote refusal={refusal} />
    </Window>
  );
}
