"use client";
// People: who belongs to the studio and what each may do; adding, changing, removing; one's own password.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { Plus } from "lucide-react";
import { useState } from "react";
import type { Gives } from "@/server/operations";
import { StudioBar, useMe } from "@/studio/frame/studio-bar";
import { ask } from "@/studio/kit/api";
import {
  Choice,
  Loading,
  MainButton,
  PlainButton,
  QuietButton,
  RefusalNote,
  Row,
  State,
  TextInput,
  Title,
  useRefusal,
  Window,
} from "@/studio/kit/kit";

type Person = Gives<"people.list">[number];
type Role = Person["role"];

const roles: Readonly<Record<Role, { name: string; may: string }>> = {
  owner: { name: "Owner", may: "everything, and who belongs here" },
  designer: { name: "Designer", may: "compose, set up widgets, publish, the Desk" },
  editor: { name: "Editor", may: "words and pictures only" },
};
const roleOptions = (Object.keys(roles) as Role[]).map((role) => [role, roles[role].name] as const);

export function PeopleScreen() {
  const client = useQueryClient();
  const me = useMe();
  const { data, error } = useQuery({ queryKey: ["people"], queryFn: () => ask("people.list", {}), retry: false });
  const [adding, setAdding] = useState(false);
  const [removing, setRemoving] = useState<Person | null>(null);
  const { refusal, attempt } = useRefusal();
  const owner = me.data?.role === "owner";
  const refresh = () => client.invalidateQueries({ queryKey: ["people"] });
  const change = (person: Person, role: Role) =>
    attempt(async () => {
      await ask("people.change", { id: person.id, role });
      await Promise.all([refresh(), client.invalidateQueries({ queryKey: ["me"] })]);
    });
  return (
    <Flex minH="100vh" direction="column">
      <StudioBar />
      <Box as="main" p={{ base: "18px", md: "32px" }} maxW="940px" w="100%" mx="auto">
        <Flex justify="space-between" align="flex-end" mb="18px" wrap="wrap" gap="12px">
          <Box>
            <Title>People</Title>
            <Text color="ink2" mt="2px">
              {data
                ? `${data.length} ${data.length === 1 ? "person" : "people"} at ${me.data?.studio ?? "the studio"}`
                : ""}
            </Text>
          </Box>
          {owner ? (
            <MainButton onClick={() => setAdding(true)}>
              <Plus size={14} /> Add a person
            </MainButton>
          ) : null}
        </Flex>
        {error ? <State tone="amber">{error.message}</State> : null}
        {!data && !error ? <Loading what="the people" /> : null}
        {refusal ? (
          <Box mb="10px">
            <State tone="brick">{refusal.message}</State>
          </Box>
        ) : null}
        {data ? (
          <Box as="ul" listStyleType="none" bg="sheet" borderWidth="1px" borderColor="line">
            {data.map((person) => (
              <Flex
                as="li"
                key={person.id}
                aria-label={person.name}
                px="16px"
                py="12px"
                gap="14px"
                align="center"
                wrap="wrap"
                borderBottomWidth="1px"
                borderColor="line"
                _last={{ borderBottomWidth: 0 }}
              >
                <Box flex="1 1 220px" minW="0">
                  <Text fontWeight="650">
                    {person.name}
                    {person.id === me.data?.account.id ? (
                      <Text as="span" color="ink2" fontWeight="450">
                        {" "}
                        · you
                      </Text>
                    ) : null}
                  </Text>
                  <Text color="ink2" truncate>
                    {person.email}
                  </Text>
                </Box>
                <Text flex="1 1 260px" color="ink2">
                  {roles[person.role].may}
                </Text>
                <Box w="132px">
                  {owner ? (
                    <Choice
                      aria-label={`Role of ${person.name}`}
                      value={person.role}
                      options={roleOptions}
                      onChange={(role) => void change(person, role as Role)}
                    />
                  ) : (
                    <Text fontWeight="650">{roles[person.role].name}</Text>
                  )}
                </Box>
                {owner ? (
                  <QuietButton onClick={() => setRemoving(person)} aria-label={`Remove ${person.name}`}>
                    Remove
                  </QuietButton>
                ) : null}
              </Flex>
            ))}
          </Box>
        ) : null}
        <OwnPassword />
      </Box>
      {adding ? <AddPerson onClose={() => setAdding(false)} onAdded={refresh} /> : null}
      {removing ? <RemovePerson person={removing} onClose={() => setRemoving(null)} onRemoved={refresh} /> : null}
    </Flex>
  );
}

function AddPerson({ onClose, onAdded }: { onClose: () => void; onAdded: () => Promise<unknown> }) {
  const [form, setForm] = useState({ name: "", email: "", password: "", role: "designer" as Role });
  const { refusal, attempt } = useRefusal();
  const change = (part: Partial<typeof form>) => setForm({ ...form, ...part });
  const add = () =>
    attempt(async () => {
      await ask("people.add", form);
      await onAdded();
      onClose();
    });
  return (
    <Window title="Add a person" open onClose={onClose} foot={<MainButton onClick={add}>Add the person</MainButton>}>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          void add();
        }}
      >
        <Row label="Name" error={refusal?.at("name")}>
          {(ids) => <TextInput {...ids} value={form.name} onChange={(name) => change({ name })} />}
        </Row>
        <Row label="Mail" error={refusal?.at("email")} hint="They sign in with this address.">
          {(ids) => <TextInput {...ids} type="email" value={form.email} onChange={(email) => change({ email })} />}
        </Row>
        <Row
          label="Password"
          error={refusal?.at("password")}
          hint="At least 10 characters. Hand it over in person; they can change it here."
        >
          {(ids) => (
            <TextInput
              {...ids}
              type="password"
              autoComplete="new-password"
              value={form.password}
              onChange={(password) => change({ password })}
            />
          )}
        </Row>
        <Row label="Role" error={refusal?.at("role")} hint={roles[form.role].may}>
          {(ids) => (
            <Choice
              {...ids}
              value={form.role}
              options={roleOptions}
              onChange={(role) => change({ role: role as Role })}
            />
          )}
        </Row>
        {/* Enter in a field adds the person as the button does. */}
        <input type="submit" hidden />
        <RefusalNote refusal={refusal} shownAt={["name", "email", "password", "role"]} />
      </form>
    </Window>
  );
}

function RemovePerson({
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
      title={`Remove ${person.name}`}
      open
      onClose={onClose}
      foot={
        <MainButton bg="brick" onClick={remove}>
          Remove {person.name}
        </MainButton>
      }
    >
      <Text>
        {person.email} can no longer sign in. What {person.name} made stays where it is.
      </Text>
      {refusal ? (
        <Box mt="10px">
          <State tone="brick">{refusal.message}</State>
        </Box>
      ) : null}
    </Window>
  );
}

function OwnPassword() {
  const [form, setForm] = useState({ current: "", password: "" });
  const [changed, setChanged] = useState(false);
  const { refusal, attempt } = useRefusal();
  const change = () =>
    attempt(async () => {
      setChanged(false);
      await ask("account.changePassword", form);
      setForm({ current: "", password: "" });
      setChanged(true);
    });
  return (
    <Box as="section" aria-label="Your password" mt="30px" maxW="420px">
      <Title level={2}>Your password</Title>
      <form
        style={{ marginTop: 10 }}
        onSubmit={(event) => {
          event.preventDefault();
          void change();
        }}
      >
        <Row label="Present" error={refusal?.at("current")}>
          {(ids) => (
            <TextInput
              {...ids}
              type="password"
              autoComplete="current-password"
              value={form.current}
              onChange={(current) => setForm({ ...form, current })}
            />
          )}
        </Row>
        <Row label="New" error={refusal?.at("password")} hint="At least 10 characters. Other devices are signed out.">
          {(ids) => (
            <TextInput
              {...ids}
              type="password"
              autoComplete="new-password"
              value={form.password}
              onChange={(password) => setForm({ ...form, password })}
            />
          )}
        </Row>
        <RefusalNote refusal={refusal} shownAt={["current", "password"]} />
        <Flex align="center" gap="12px" mt="10px">
          <PlainButton type="submit">Change the password</PlainButton>
          {changed ? <State tone="moss">Changed</State> : null}
        </Flex>
      </form>
    </Box>
  );
}
