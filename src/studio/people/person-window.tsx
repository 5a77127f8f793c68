"use client";
// One person: inviting a new one, or changing role and sites of one who is here.
import { Box, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { useState } from "react";
import type { Role } from "@/core/account/rights";
import type { Gives } from "@/server/operations";
import { ask } from "@/studio/kit/api";
import { Choice, MainButton, RefusalNote, Row, Segments, TextInput, Tick, useRefusal, Window } from "@/studio/kit/kit";
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
  const [form, setForm] = useState<{ name: string; email: string; role: Role; sites: Person["sites"] }>(
    person ?? { name: "", email: "", role: "designer", sites: "all" },
  );
  const { refusal, attempt } = useRefusal();
  const change = (part: Partial<typeof form>) => setForm({ ...form, ...part });
  const { name, email, role, sites } = form;
  const save = () =>
    attempt(async () => {
      if (person) await ask("people.change", { id: person.id, role, sites });
      else await ask("people.invite", { name, email, role, sites });
      await onDone();
      onClose();
    });
  const sitesFault = refusal?.fields.find(({ path }) => path.startsWith("sites"));
  return (
    <Window
      title={person ? person.name : words.invitePerson}
      open
      onClose={onClose}
      foot={<MainButton onClick={save}>{person ? words.save : words.sendInvitation}</MainButton>}
    >
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void save();
        }}
      >
        {person ? null : (
          <>
            <Row label={words.name} error={refusal?.at("name")}>
              {(ids) => <TextInput {...ids} value={name} onChange={(text) => change({ name: text })} />}
            </Row>
            <Row label={words.eMail} error={refusal?.at("email")} hint={words.letterGoesThereWith}>
              {(ids) => <TextInput {...ids} type="email" value={email} onChange={(text) => change({ email: text })} />}
            </Row>
          </>
        )}
        <Row label={words.role} error={refusal?.at("role")} hint={roleWords[role].may}>
          {(ids) => (
            <Choice
              {...ids}
              value={role}
              options={roleOptions}
              onChange={(chosen) => change({ role: chosen as Role })}
            />
          )}
        </Row>
        {role === "owner" ? null : (
          <ChosenSites value={sites} onChange={(chosen) => change({ sites: chosen })} error={sitesFault?.message} />
        )}
        {/* Enter in a field does what the button does. */}
        <input type="submit" hidden />
        <RefusalNote refusal={refusal} shownAt={["name", "email", "role", sitesFault?.path ?? ""]} />
      </form>
    </Window>
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
  const { refusal, attempt } = useRefusal();
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
        <MainButton bg="brick" onClick={remove}>
          {words.remove(person.name)}
        </MainButton>
      }
    >
      <Text>{words.canNoLongerSign(person.email, person.name)}</Text>
      <RefusalNote refusal={refusal} />
    </Window>
  );
}
