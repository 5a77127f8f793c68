"use client";
// Site settings: what holds for the whole site, changed at any time after it was made.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useRouter } from "next/navigation";
import { type ReactNode, useState } from "react";
import type { WeekHours } from "@/core/site/open-hours";
import type { SiteSettings } from "@/core/site/site";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import type { Refusal } from "@/studio/kit/api";
import { ask } from "@/studio/kit/api";
import { MainButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { NumberInput, Row, TextInput, Tick } from "@/studio/kit/fields";
import { Form, FormNote, TextRow, useAsked } from "@/studio/kit/form";
import { Group, State, Title } from "@/studio/kit/layout";
import { LocaleRows } from "@/studio/kit/locale-rows";
import { TextArea } from "@/studio/kit/text-area";
import { noHours, WeekRows } from "@/studio/kit/week-rows";
import { Window } from "@/studio/kit/window";
import { PictureChoice } from "@/studio/media/picture-choice";
import { Exceptions } from "./exceptions";
import { words } from "./words";

/** The settings as they are sent: an empty text is no setting. */
function filled(settings: SiteSettings): SiteSettings {
  const optional = ["senderName", "address", "phone", "favicon", "sharing"] as const;
  const kept = { ...settings };
  for (const field of optional) if (!settings[field]?.trim()) delete (kept as Record<string, unknown>)[field];
  return kept;
}

interface SettingsOf {
  readonly form: SiteSettings;
  readonly refusal: Refusal | null;
  readonly change: (part: Partial<SiteSettings>) => void;
}

const TextSetting = ({
  field,
  label,
  hint,
  form,
  refusal,
  change,
}: SettingsOf & { field: "senderName" | "phone"; label: string; hint?: string }) => (
  <Row label={label} error={refusal?.at(`settings.${field}`)} hint={hint}>
    {(ids) => <TextInput {...ids} value={form[field] ?? ""} onChange={(value) => change({ [field]: value })} />}
  </Row>
);

/** From whom the site's letters come. */
const LettersCard = ({ name, ...of }: SettingsOf & { name: string }) => (
  <Card title={words.letters}>
    <Row label={words.sender} error={of.refusal?.at("settings.mailFrom")} hint={words.senderHint}>
      {(ids) => (
        <TextInput {...ids} type="email" value={of.form.mailFrom} onChange={(mailFrom) => of.change({ mailFrom })} />
      )}
    </Row>
    <TextSetting field="senderName" label={words.senderName} hint={words.senderNameHint(name)} {...of} />
  </Card>
);

export function SettingsScreen() {
  const site = useSite();
  const refresh = useRefresh();
  const [hoursReadable, setHoursReadable] = useState(true);
  // What was typed is still there when hours are told again.
  const [lastHours, setLastHours] = useState(site.settings.hours ?? noHours);
  const [exceptionsReadable, setExceptionsReadable] = useState(true);
  const [rekeying, setRekeying] = useState(false);
  const asked = useAsked({ name: site.name, settings: site.settings }, async ({ name, settings }) => {
    await ask("sites.settings", { site: site.key, name, settings: filled(settings) });
    await refresh();
  });
  const { name, settings: form } = asked.values;
  const { refusal } = asked;
  const change = (part: Partial<SiteSettings>) => asked.set({ settings: { ...form, ...part } });
  const hoursFault = (day: number) =>
    refusal?.fields.find((field) => field.path.startsWith(`settings.hours[${day}]`))?.message;
  const unreadable = form.hours && !(exceptionsReadable && hoursReadable);
  return (
    <Box as="main" overflowY="auto" flex="1" minH="0">
      <Box maxW="760px" mx="auto" p={{ base: "14px", md: "28px" }}>
        <Title>{words.title}</Title>
        <Text color="ink2" mt="2px" mb="16px">
          {words.intro}
        </Text>
        <Form of={asked}>
          <SiteCard asked={asked} site={site} setRekeying={setRekeying} refusal={refusal} form={form} change={change} />
          <Card title={words.place}>
            <LocaleRows value={form} errorAt={(path) => refusal?.at(path)} onChange={change} />
          </Card>
          <LettersCard name={name} form={form} refusal={refusal} change={change} />
          <Card title={words.business} hint={words.businessHint}>
            <Row label={words.address} stacked error={refusal?.at("settings.address")} hint={words.addressHint}>
              {(ids) => <TextArea {...ids} value={form.address ?? ""} onChange={(address) => change({ address })} />}
            </Row>
            <TextSetting field="phone" label={words.phone} form={form} refusal={refusal} change={change} />
            <Coordinates
              value={form.place}
              error={refusal?.fields.find(({ path }) => path.startsWith("settings.place"))?.message}
              onChange={(place) => {
                const { place: _place, ...rest } = form;
                asked.set({ settings: place ? { ...rest, place } : rest });
              }}
            />
            <Tick
              label={words.tellHours}
              checked={form.hours !== undefined}
              onChange={(tell) => {
                const { hours: _hours, ...rest } = form;
                asked.set({
                  settings: tell ? { ...rest, hours: lastHours } : rest,
                });
              }}
            />
            {form.hours ? (
              <HoursRows
                form={form}
                hoursFault={hoursFault}
                setHoursReadable={setHoursReadable}
                setLastHours={setLastHours}
                change={change}
                refusal={refusal}
                setExceptionsReadable={setExceptionsReadable}
              />
            ) : null}
          </Card>
          <PicturesCard form={form} change={change} refusal={refusal} />
          <Flex gap="14px" align="center" position="sticky" bottom="0" bg="paper" py="12px">
            <MainButton type="submit" disabled={Boolean(unreadable)} loading={asked.busy}>
              {words.save}
            </MainButton>
            <Box role="status">{asked.done ? <State tone="moss">{words.saved}</State> : null}</Box>
            <FormNote of={asked} shownAt={shownAt} />
          </Flex>
        </Form>
      </Box>
      {rekeying ? <ChangeKey onClose={() => setRekeying(false)} /> : null}
    </Box>
  );
}

/** The pictures that stand for the site elsewhere. */
const PicturesCard = ({
  form,
  change,
  refusal,
}: {
  form: SiteSettings;
  change: (part: Partial<SiteSettings>) => void;
  refusal: Refusal | null;
}) => (
  <Card title={words.pictures}>
    {(["favicon", "sharing"] as const).map((field) => (
      <Box key={field} mb="14px">
        <Text fontWeight="650">{words[field]}</Text>
        <Text fontSize="small" color="ink2" mb="6px">
          {words[`${field}Hint`]}
        </Text>
        <PictureChoice value={form[field] ?? null} onChoose={(media) => change({ [field]: media })} />
        {form[field] ? <QuietButton onClick={() => change({ [field]: "" })}>{words.noPicture}</QuietButton> : null}
        {refusal?.at(`settings.${field}`) ? <State tone="brick">{refusal.at(`settings.${field}`)}</State> : null}
      </Box>
    ))}
  </Card>
);

/** Opening hours of a week, and the days that are otherwise. */
const HoursRows = ({
  form,
  hoursFault,
  setHoursReadable,
  setLastHours,
  change,
  refusal,
  setExceptionsReadable,
}: {
  form: SiteSettings;
  hoursFault: (day: number) => string | undefined;
  setHoursReadable: (next: boolean) => void;
  setLastHours: (next: WeekHours) => void;
  change: (part: Partial<SiteSettings>) => void;
  refusal: Refusal | null;
  setExceptionsReadable: (next: boolean) => void;
}) => (
  <Box mt="6px">
    <WeekRows
      hours={form.hours ?? noHours}
      faultAt={hoursFault}
      onChange={(hours, readable) => {
        setHoursReadable(readable);
        setLastHours(hours);
        change({ hours });
      }}
    />
    <Exceptions
      value={form.exceptions ?? []}
      onChange={(exceptions) => change({ exceptions })}
      faultAt={(index) => refusal?.fields.find(({ path }) => path.startsWith(`settings.exceptions[${index}]`))?.message}
      onReadable={setExceptionsReadable}
    />
  </Box>
);

/** The site's name, key and description. */
const SiteCard = ({
  asked,
  site,
  setRekeying,
  refusal,
  form,
  change,
}: {
  asked: ReturnType<typeof useAsked<{ name: string; settings: SiteSettings }>>;
  site: ReturnType<typeof useSite>;
  setRekeying: (next: boolean) => void;
  refusal: Refusal | null;
  form: SiteSettings;
  change: (part: Partial<SiteSettings>) => void;
}) => (
  <Card title={words.site}>
    <TextRow of={asked} field="name" label={words.name} />
    <Row label={words.key} hint={words.keyHint(site.address.replace(/^https?:\/\//, ""))}>
      {(ids) => (
        <Flex gap="8px" align="center">
          <Text id={ids.id} fontWeight="650">
            {site.key}
          </Text>
          <QuietButton onClick={() => setRekeying(true)}>{words.changeKey}</QuietButton>
        </Flex>
      )}
    </Row>
    <Row
      label={words.describe}
      stacked
      error={refusal?.at("settings.description")}
      hint={words.describeHint(form.description.length)}
    >
      {(ids) => <TextArea {...ids} value={form.description} onChange={(description) => change({ description })} />}
    </Row>
  </Card>
);

const shownAt = [
  "name",
  ...[
    "description",
    "language",
    "zone",
    "currency",
    "mailFrom",
    "senderName",
    "address",
    "phone",
    "favicon",
    "sharing",
    "place",
    "exceptions",
  ].map((field) => `settings.${field}`),
];

/** Where the business is, in degrees: both numbers, or none. */
function Coordinates({
  value,
  error,
  onChange,
}: {
  value: SiteSettings["place"];
  error: string | undefined;
  onChange: (place: SiteSettings["place"]) => void;
}) {
  const [typed, setTyped] = useState<Partial<NonNullable<SiteSettings["place"]>>>(value ?? {});
  const set = (part: { latitude?: number | undefined } | { longitude?: number | undefined }) => {
    const next = { ...typed, ...part } as typeof typed;
    setTyped(next);
    const { latitude, longitude } = next;
    onChange(latitude === undefined || longitude === undefined ? undefined : { latitude, longitude });
  };
  const half = (typed.latitude === undefined) !== (typed.longitude === undefined);
  return (
    <>
      <Row label={words.latitude}>
        {(ids) => (
          <NumberInput {...ids} min={-90} max={90} value={typed.latitude} onChange={(latitude) => set({ latitude })} />
        )}
      </Row>
      <Row label={words.longitude} hint={words.coordinatesHint} error={half ? words.bothCoordinates : error}>
        {(ids) => (
          <NumberInput
            {...ids}
            min={-180}
            max={180}
            value={typed.longitude}
            onChange={(longitude) => set({ longitude })}
          />
        )}
      </Row>
    </>
  );
}

function Card({ title, hint, children }: { title: string; hint?: string; children: ReactNode }) {
  return (
    <Box bg="sheet" borderWidth="1px" borderColor="line" px="18px" mb="16px">
      <Group title={title} borderTopWidth="0">
        {hint ? (
          <Text color="ink2" mb="10px">
            {hint}
          </Text>
        ) : null}
        {children}
      </Group>
    </Box>
  );
}

function ChangeKey({ onClose }: { onClose: () => void }) {
  const site = useSite();
  const router = useRouter();
  const form = useAsked({ key: site.key }, async ({ key }) => {
    const { key: now } = await ask("sites.rekey", { site: site.key, key });
    onClose();
    router.push(`/s/${now}/settings`);
  });
  return (
    <Window
      title={words.keyWindow}
      open
      onClose={onClose}
      foot={
        <PlainButton loading={form.busy} onClick={form.send}>
          {words.changeKey}
        </PlainButton>
      }
    >
      <Text mb="12px">{words.keyText(site.address.replace(/^https?:\/\//, ""))}</Text>
      <Form of={form}>
        <TextRow of={form} field="key" label={words.newKey} />
        <FormNote of={form} />
      </Form>
    </Window>
  );
}
