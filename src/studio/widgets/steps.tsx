"use client";
// The steps of the popup's workspace.
import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { Plus, Trash2 } from "lucide-react";
import Link from "next/link";
import { useState } from "react";
import { colourRoles, surfaces } from "@/core/brand/brand";
import { usualLetter } from "@/core/popup/letters";
import type { Conditions, Popup, PopupDesign, PopupField, PopupLetter, Trigger } from "@/core/popup/popup";
import { popupDesigns } from "@/core/popup/popup";
import { pageReason } from "@/core/popup/rule";
import { pagePath } from "@/core/site/site";
import { roleNames, surfaceNames } from "@/studio/composer/controls";
import { PictureChoice } from "@/studio/composer/picture-choice";
import { useSite } from "@/studio/frame/site-context";
import {
  Choice,
  Group,
  IconButton,
  NumberInput,
  PlainButton,
  QuietButton,
  Row,
  Segments,
  State,
  TextArea,
  TextInput,
  Tick,
} from "@/studio/kit/kit";

import { PageTicks } from "./page-ticks";
import { PickBlock } from "./pick-block";
import { words as own } from "./words";

export interface StepProps {
  readonly id: string;
  readonly popup: Popup;
  readonly faults: Readonly<Record<string, string>>;
  change(part: Partial<Popup>): void;
}

/** Boxes on a small page: where each design stands. */
const designDrawings: Readonly<Record<PopupDesign, readonly [number, number, number, number]>> = {
  card: [24, 14, 40, 30],
  note: [56, 34, 28, 20],
  bar: [2, 44, 84, 12],
  sheet: [56, 2, 30, 54],
};

/** Designs that stand beside the page: they dim nothing unless somebody wants it. */
const beside: ReadonlySet<PopupDesign> = new Set(["note", "bar"]);

export function DesignStep({ popup, change }: StepProps) {
  return (
    <>
      <Grid templateColumns="1fr 1fr" gap="10px" role="radiogroup" aria-label={own.design} mb="14px">
        {(Object.keys(popupDesigns) as PopupDesign[]).map((design) => {
          const [x, y, width, height] = designDrawings[design];
          const chosen = popup.design === design;
          return (
            <button
              key={design}
              type="button"
              role="radio"
              aria-checked={chosen}
              onClick={() => change({ design, look: { ...popup.look, pageUsable: beside.has(design) } })}
              style={{
                textAlign: "left",
                padding: 10,
                background: "var(--chakra-colors-white)",
                cursor: "pointer",
                borderRadius: 5,
                border: "1px solid var(--chakra-colors-line)",
                outline: chosen ? "2px solid var(--chakra-colors-mark)" : undefined,
              }}
            >
              <svg
                width="88"
                height="58"
                aria-hidden="true"
                style={{ border: "1px solid var(--chakra-colors-line)", background: "var(--chakra-colors-paper)" }}
              >
                <path
                  d="M8 9h40M8 16h62M8 23h52M8 34h40M8 41h62"
                  stroke="var(--chakra-colors-drawn-line)"
                  strokeWidth="2.5"
                />
                <rect
                  x={x}
                  y={y}
                  width={width}
                  height={height}
                  fill="var(--chakra-colors-white)"
                  stroke="var(--chakra-colors-ink)"
                  strokeWidth="1.5"
                />
              </svg>
              <Text fontWeight="650" mt="6px">
                {popupDesigns[design].name}
              </Text>
              <Text fontSize="small" color="ink2">
                {popupDesigns[design].note}
              </Text>
            </button>
          );
        })}
      </Grid>
      <Group
        title={own.picture}
        aside={
          popup.picture ? (
            <QuietButton onClick={() => change({ picture: null })}>{own.withoutPicture}</QuietButton>
          ) : (
            own.none
          )
        }
      >
        <PictureChoice
          value={popup.picture?.media ?? null}
          onChoose={(media) => change({ picture: { media, alt: popup.picture?.alt ?? "" } })}
        />
        {popup.picture ? (
          <Box mt="10px">
            <Row label={own.description} stacked hint={own.leaveEmptyIfPicture}>
              {(ids) => (
                <TextInput
                  {...ids}
                  value={popup.picture?.alt ?? ""}
                  onChange={(alt) => popup.picture && change({ picture: { ...popup.picture, alt } })}
                />
              )}
            </Row>
          </Box>
        ) : null}
      </Group>
    </>
  );
}

const fieldKinds = [
  ["email", own.eMail],
  ["name", own.name],
  ["choice", own.choice],
  ["tick", own.tick],
] as const;

export function WordsStep({ popup, faults, change }: StepProps) {
  const site = useSite();
  const words = (part: Partial<Popup["words"]>) => change({ words: { ...popup.words, ...part } });
  const setField = (index: number, part: Partial<PopupField>) =>
    change({ fields: popup.fields.map((field, at) => (at === index ? { ...field, ...part } : field)) });
  const { thanks } = popup;
  return (
    <>
      <Row label={own.title} error={faults["words.title"]}>
        {(ids) => <TextInput {...ids} value={popup.words.title} onChange={(title) => words({ title })} />}
      </Row>
      <Row label={own.text} stacked error={faults["words.text"]}>
        {(ids) => <TextArea {...ids} value={popup.words.text} onChange={(text) => words({ text })} />}
      </Row>
      <Row label={own.button} error={faults["words.button"]}>
        {(ids) => <TextInput {...ids} value={popup.words.button} onChange={(button) => words({ button })} />}
      </Row>
      <Row label={own.closeMark} error={faults["words.close"]} hint={own.readAloudScreenReaders}>
        {(ids) => <TextInput {...ids} value={popup.words.close} onChange={(close) => words({ close })} />}
      </Row>
      <Row label={own.whatOneAgrees} stacked error={faults["words.consent"]} hint={own.keptWithEverySignup}>
        {(ids) => <TextArea {...ids} value={popup.words.consent} onChange={(consent) => words({ consent })} />}
      </Row>
      <Group title={own.fields} aside={String(popup.fields.length)}>
        {faults.fields ? <State tone="brick">{faults.fields}</State> : null}
        {popup.fields.map((field, index) => (
          <Box key={index} borderWidth="1px" borderColor="line" bg="white" p="8px" mb="8px">
            <Flex gap="6px" align="center">
              <Box w="104px" flex="none">
                <Choice
                  aria-label={own.kindField(index + 1)}
                  value={field.kind}
                  onChange={(kind) =>
                    setField(index, {
                      kind: kind as PopupField["kind"],
                      options: kind === "choice" ? (field.options ?? [...own.firstOptions]) : undefined,
                    })
                  }
                  options={fieldKinds}
                />
              </Box>
              <TextInput
                aria-label={own.labelField(index + 1)}
                value={field.label}
                onChange={(label) => setField(index, { label })}
              />
              <IconButton
                name={own.remove(field.label)}
                onClick={() => change({ fields: popup.fields.filter((_field, at) => at !== index) })}
              >
                <Trash2 size={14} />
              </IconButton>
            </Flex>
            <Flex gap="14px" align="center" mt="4px">
              <Tick
                label={own.required}
                checked={field.required}
                onChange={(required) => setField(index, { required })}
              />
              <Text color="ink2">{own.column}</Text>
              <Box w="120px">
                <TextInput
                  aria-label={own.columnField(index + 1)}
                  value={field.key}
                  onChange={(key) => setField(index, { key })}
                />
              </Box>
            </Flex>
            {field.kind === "choice" ? (
              <Row label={own.options} stacked error={faults[`fields[${index}].options`]} hint={own.onePerLine}>
                {(ids) => (
                  <TextArea
                    {...ids}
                    value={(field.options ?? []).join("\n")}
                    onChange={(text) => setField(index, { options: text.split("\n") })}
                  />
                )}
              </Row>
            ) : null}
            {Object.entries(faults)
              .filter(([path]) => path.startsWith(`fields[${index}]`) && !path.endsWith("options"))
              .map(([path, message]) => (
                <State key={path} tone="brick">
                  {message}
                </State>
              ))}
          </Box>
        ))}
        <QuietButton
          onClick={() =>
            change({
              fields: [
                ...popup.fields,
                {
                  key: `field_${popup.fields.length + 1}`,
                  kind: "choice",
                  label: own.question,
                  required: false,
                  options: [...own.firstOptions],
                },
              ],
            })
          }
        >
          <Plus size={14} /> {own.addField}
        </QuietButton>
      </Group>
      <Group title={own.afterwards}>
        <Tick
          label={own.confirmAddressMail}
          checked={popup.confirmByMail}
          onChange={(confirmByMail) => change({ confirmByMail })}
        />
        {popup.confirmByMail ? <LetterFields popup={popup} faults={faults} change={change} /> : null}
        <Box my="8px">
          <Segments
            label={own.thanks}
            value={thanks.kind}
            onChange={(kind) =>
              change({
                thanks:
                  kind === "words"
                    ? { kind, title: own.thankYou, text: "" }
                    : { kind, page: site.pages.find((page) => page.slug === "")?.id ?? "" },
              })
            }
            options={[
              ["words", own.thanksAsWords],
              ["page", own.aPage],
            ]}
          />
        </Box>
        {thanks.kind === "words" ? (
          <>
            <Row label={own.title} error={faults["thanks.title"]}>
              {(ids) => (
                <TextInput
                  {...ids}
                  value={thanks.title}
                  onChange={(title) => change({ thanks: { ...thanks, title } })}
                />
              )}
            </Row>
            <Row label={own.text} stacked error={faults["thanks.text"]}>
              {(ids) => (
                <TextArea {...ids} value={thanks.text} onChange={(text) => change({ thanks: { ...thanks, text } })} />
              )}
            </Row>
          </>
        ) : (
          <Row label={own.thanksPage} error={faults["thanks.page"]}>
            {(ids) => (
              <Choice
                {...ids}
                value={thanks.page}
                onChange={(page) => change({ thanks: { kind: "page", page } })}
                options={site.pages.map((page) => [page.id, page.title] as const)}
              />
            )}
          </Row>
        )}
      </Group>
    </>
  );
}

/** The letter that asks to confirm: ours, or the designer's own words. */
function LetterFields({ popup, faults, change }: Pick<StepProps, "popup" | "faults" | "change">) {
  const { name, settings } = useSite();
  const { letter } = popup;
  const put = (part: Partial<PopupLetter>) => letter && change({ letter: { ...letter, ...part } });
  return (
    <Group title={own.letter}>
      <Tick
        label={own.letterOwn}
        checked={letter !== undefined}
        onChange={(write) => change({ letter: write ? usualLetter(settings.language, name) : undefined })}
      />
      {letter ? (
        <>
          <Row label={own.letterSubject} error={faults["letter.subject"]}>
            {(ids) => <TextInput {...ids} value={letter.subject} onChange={(subject) => put({ subject })} />}
          </Row>
          <Row label={own.letterText} stacked error={faults["letter.text"]} hint={own.letterTextHint}>
            {(ids) => <TextArea {...ids} rows={4} value={letter.text} onChange={(text) => put({ text })} />}
          </Row>
          <Row label={own.letterButton} stacked error={faults["letter.button"]}>
            {(ids) => <TextInput {...ids} value={letter.button} onChange={(button) => put({ button })} />}
          </Row>
        </>
      ) : (
        <Text color="ink2">{own.letterUsual}</Text>
      )}
    </Group>
  );
}

const newTrigger: Readonly<Record<Trigger["on"], Trigger>> = {
  after: { on: "after", seconds: 8 },
  scroll: { on: "scroll", percent: 50 },
  leave: { on: "leave" },
  click: { on: "click", block: "" },
  idle: { on: "idle", seconds: 20 },
};
const triggerNames: readonly (readonly [Trigger["on"], string])[] = [
  ["after", own.afterSomeSeconds],
  ["scroll", own.atScrollDepth],
  ["leave", own.whenPointerLeaves],
  ["click", own.clickBlock],
  ["idle", own.afterIdleSeconds],
];

export function WhenStep({ popup, faults, change }: StepProps) {
  const set = (index: number, trigger: Trigger) =>
    change({ triggers: popup.triggers.map((one, at) => (at === index ? trigger : one)) });
  const restraint = (part: Partial<Popup["restraint"]>) => change({ restraint: { ...popup.restraint, ...part } });
  return (
    <>
      <Text color="ink2" mb="10px">
        {own.opensFirstTheseHappens}
      </Text>
      {popup.triggers.map((trigger, index) => (
        <Box key={index} borderWidth="1px" borderColor="line" bg="white" p="8px" mb="8px">
          <Flex gap="6px" align="center">
            <Choice
              aria-label={own.trigger(index + 1)}
              value={trigger.on}
              onChange={(on) => set(index, newTrigger[on as Trigger["on"]])}
              options={triggerNames}
            />
            {trigger.on === "after" || trigger.on === "idle" ? (
              <>
                <Box w="80px" flex="none">
                  <NumberInput
                    aria-label={own.seconds}
                    min={0}
                    max={3600}
                    value={trigger.seconds}
                    onChange={(seconds) => set(index, { ...trigger, seconds: seconds ?? Number.NaN })}
                  />
                </Box>
                <Text>s</Text>
              </>
            ) : null}
            {trigger.on === "scroll" ? (
              <>
                <Box w="80px" flex="none">
                  <NumberInput
                    aria-label={own.depthPercent}
                    min={1}
                    max={100}
                    value={trigger.percent}
                    onChange={(percent) => set(index, { ...trigger, percent: percent ?? Number.NaN })}
                  />
                </Box>
                <Text>%</Text>
              </>
            ) : null}
            <IconButton
              name={own.removeTrigger(index + 1)}
              onClick={() => change({ triggers: popup.triggers.filter((_one, at) => at !== index) })}
            >
              <Trash2 size={14} />
            </IconButton>
          </Flex>
          {trigger.on === "click" ? (
            <Box mt="6px">
              <PickBlock block={trigger.block} onPick={(block) => set(index, { on: "click", block })} />
            </Box>
          ) : null}
          {Object.entries(faults)
            .filter(([path]) => path.startsWith(`triggers[${index}]`))
            .map(([path, message]) => (
              <State key={path} tone="brick">
                {message}
              </State>
            ))}
        </Box>
      ))}
      {popup.triggers.length === 0 ? <Text mb="8px">{own.withoutTriggerOpensOnly}</Text> : null}
      <QuietButton
        disabled={popup.triggers.length >= 6}
        onClick={() =>
          change({
            triggers: [
              ...popup.triggers,
              newTrigger[popup.triggers.some((one) => one.on === "after") ? "scroll" : "after"],
            ],
          })
        }
      >
        <Plus size={14} /> {own.addTrigger}
      </QuietButton>
      <Group title={own.restraint} mt="12px">
        <Row label={own.aVisit} error={faults["restraint.perVisit"]}>
          {(ids) => (
            <Flex align="center" gap="6px">
              <NumberInput
                {...ids}
                min={1}
                max={20}
                value={popup.restraint.perVisit}
                onChange={(perVisit) => restraint({ perVisit: perVisit ?? Number.NaN })}
              />
              <Text whiteSpace="nowrap">{own.timesAtMost}</Text>
            </Flex>
          )}
        </Row>
        <Row label={own.rests} error={faults["restraint.restDays"]}>
          {(ids) => (
            <Flex align="center" gap="6px">
              <NumberInput
                {...ids}
                min={0}
                max={365}
                value={popup.restraint.restDays}
                onChange={(restDays) => restraint({ restDays: restDays ?? Number.NaN })}
              />
              <Text whiteSpace="nowrap">{own.daysOnceClosed}</Text>
            </Flex>
          )}
        </Row>
        <Tick
          label={own.neverAfterSigningUp}
          checked={popup.restraint.neverAfterSignup}
          onChange={(neverAfterSignup) => restraint({ neverAfterSignup })}
        />
      </Group>
      <Group title={own.priority}>
        <Row label={own.priority} error={faults.priority} hint={own.onePopupAtTime}>
          {(ids) => (
            <NumberInput
              {...ids}
              min={-100}
              max={100}
              step={1}
              value={popup.priority}
              onChange={(priority) => change({ priority: priority ?? Number.NaN })}
            />
          )}
        </Row>
      </Group>
    </>
  );
}

/** A list as words with commas; an empty one means no limit. */
function ListRow({
  label,
  values,
  error,
  hint,
  onChange,
}: {
  label: string;
  values: readonly string[];
  error?: string | undefined;
  hint: string;
  onChange: (values: string[]) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <Row label={label} stacked error={error} hint={hint}>
      {(ids) => (
        <TextInput
          {...ids}
          placeholder={own.noLimit}
          value={typed ?? values.join(", ")}
          onChange={(text) => {
            setTyped(text);
            onChange(
              text
                .split(/[,\n]/)
                .map((part) => part.trim())
                .filter(Boolean),
            );
          }}
        />
      )}
    </Row>
  );
}

const at = (faults: StepProps["faults"], field: string) =>
  Object.entries(faults).find(
    ([path]) => path === `conditions.${field}` || path.startsWith(`conditions.${field}[`),
  )?.[1];

export function WhomStep({ popup, faults, change }: StepProps) {
  const { settings } = useSite();
  const { conditions } = popup;
  const set = (part: Partial<Conditions>) => change({ conditions: { ...conditions, ...part } });
  return (
    <>
      <Group title={own.visits}>
        <Segments
          label={own.visits}
          value={conditions.visits}
          onChange={(visits) => set({ visits })}
          options={[
            ["all", own.everyVisit],
            ["first", own.theFirst],
            ["later", own.fromSecond],
          ]}
        />
      </Group>
      <Group title={own.widths} aside={conditions.devices.length ? undefined : own.all}>
        {(["wide", "tablet", "phone"] as const).map((device) => (
          <Tick
            key={device}
            label={own.deviceWidths[device]}
            checked={conditions.devices.includes(device)}
            onChange={(on) =>
              set({
                devices: on ? [...conditions.devices, device] : conditions.devices.filter((one) => one !== device),
              })
            }
          />
        ))}
      </Group>
      <Group title={own.whoFromWhere}>
        <ListRow
          label={own.languages}
          values={conditions.languages}
          error={at(faults, "languages")}
          hint={own.suchAsEnDe}
          onChange={(languages) => set({ languages })}
        />
        <ListRow
          label={own.countries}
          values={conditions.countries}
          error={at(faults, "countries")}
          hint={own.twoCapitalLettersSuch}
          onChange={(countries) => set({ countries })}
        />
        <ListRow
          label={own.cameFrom}
          values={conditions.cameFrom}
          error={at(faults, "cameFrom")}
          hint={own.hostNamesSuchAs}
          onChange={(cameFrom) => set({ cameFrom })}
        />
      </Group>
      <Group title={own.dates} aside={settings.zone}>
        {(["from", "to"] as const).map((edge) => (
          <Row
            key={edge}
            label={edge === "from" ? own.from : own.to}
            error={at(faults, edge) ?? (edge === "to" ? faults.conditions : undefined)}
          >
            {(ids) => (
              <TextInput
                {...ids}
                type="datetime-local"
                value={conditions[edge] ?? ""}
                onChange={(time) => set({ [edge]: time || null })}
              />
            )}
          </Row>
        ))}
      </Group>
    </>
  );
}

export function LookStep({ popup, faults, change }: StepProps) {
  const { look } = popup;
  const set = (part: Partial<Popup["look"]>) => change({ look: { ...look, ...part } });
  return (
    <>
      <Row label={own.surface}>
        {(ids) => (
          <Choice
            {...ids}
            value={look.surface}
            onChange={(surface) => set({ surface: surface as typeof look.surface })}
            options={surfaces.map((surface) => [surface, surfaceNames[surface] as string] as const)}
          />
        )}
      </Row>
      <Group title={own.pageBehind} mt="8px">
        <Tick label={own.pageStaysUsable} checked={look.pageUsable} onChange={(pageUsable) => set({ pageUsable })} />
        {look.pageUsable ? (
          <Text color="ink2">{own.thenNothingDimmedKeyboard}</Text>
        ) : (
          <>
            <Row label={own.overlay}>
              {(ids) => (
                <Choice
                  {...ids}
                  value={look.overlayColour}
                  onChange={(role) => set({ overlayColour: role as typeof look.overlayColour })}
                  options={colourRoles.map((role) => [role, roleNames[role]] as const)}
                />
              )}
            </Row>
            <Row label={own.strength} error={faults["look.overlayStrength"]}>
              {(ids) => (
                <Flex gap="8px" align="center">
                  <input
                    type="range"
                    aria-label={own.strengthOverlay}
                    min={0}
                    max={100}
                    value={look.overlayStrength}
                    onChange={(event) => set({ overlayStrength: Number(event.target.value) })}
                    style={{ flex: 1, accentColor: "var(--chakra-colors-ink)" }}
                  />
                  <Box w="70px">
                    <NumberInput
                      {...ids}
                      min={0}
                      max={100}
                      step={1}
                      value={look.overlayStrength}
                      onChange={(strength) => set({ overlayStrength: strength ?? Number.NaN })}
                    />
                  </Box>
                  <Text>%</Text>
                </Flex>
              )}
            </Row>
          </>
        )}
      </Group>
      <Group title={own.closeMark}>
        <Row label={own.place}>
          {() => (
            <Segments
              label={own.placeCloseMark}
              value={look.closePlace}
              onChange={(closePlace) => set({ closePlace })}
              options={[
                ["inside", own.onThePopup],
                ["outside", own.cornerScreen],
              ]}
            />
          )}
        </Row>
        <Row label={own.shape}>
          {() => (
            <Segments
              label={own.shapeCloseMark}
              value={look.closeShape}
              onChange={(closeShape) => set({ closeShape })}
              options={[
                ["cross", own.cross],
                ["ring", own.crossRing],
                ["word", own.word],
              ]}
            />
          )}
        </Row>
      </Group>
      <Group title={own.entrance}>
        <Segments
          label={own.entrance}
          value={look.entrance}
          onChange={(entrance) => set({ entrance })}
          options={[
            ["none", own.none],
            ["fade", own.fade],
            ["rise", own.rise],
            ["slide", own.slide],
          ]}
        />
        <Text fontSize="small" color="ink2" mt="6px">
          {own.visitorsWhoAskedLess}
        </Text>
      </Group>
      {popup.design === "note" || popup.design === "sheet" ? (
        <Group title={own.side}>
          <Segments
            label={own.side}
            value={look.side}
            onChange={(side) => set({ side })}
            options={[
              ["start", own.whereLinesBegin],
              ["end", own.whereLinesEnd],
            ]}
          />
        </Group>
      ) : null}
    </>
  );
}

export function WhereStep({ popup, faults, change }: StepProps) {
  const site = useSite();
  const { conditions } = popup;
  const set = (part: Partial<Conditions>) => change({ conditions: { ...conditions, ...part } });
  return (
    <>
      <PageTicks pages={conditions} onChange={(pages) => set(pages)} />
      <details style={{ marginTop: 10 }}>
        <summary style={{ cursor: "pointer", minHeight: 24 }}>{own.patterns}</summary>
        <Box mt="6px">
          {(["include", "exclude"] as const).map((list) => (
            <ListRow
              key={list}
              label={list === "include" ? own.onlyOn : own.neverOn}
              values={conditions[list]}
              error={at(faults, list)}
              hint={own.patternsHint}
              onChange={(values) => set({ [list]: values })}
            />
          ))}
        </Box>
      </details>
      <Group
        title={own.pagesMayOpen}
        aside={own.of(site.pages.filter((page) => !pageReason(conditions, pagePath(page))).length, site.pages.length)}
      >
        {site.pages.map((page) => {
          const reason = pageReason(conditions, pagePath(page));
          return (
            <Flex key={page.id} justify="space-between" py="3px" borderBottomWidth="1px" borderColor="line">
              <Text color={reason ? "ink2" : "ink"}>{page.title}</Text>
              {reason ? <Text color="ink2">{own.notHere}</Text> : <State tone="moss">{own.mayOpen}</State>}
            </Flex>
          );
        })}
      </Group>
      <Group title={own.behindButtonOrLink}>
        <Text mb="8px">{own.pageAddBlockKind}</Text>
        <Link href={`/s/${site.key}/pages`}>
          <PlainButton as="span">{own.toThePages}</PlainButton>
        </Link>
      </Group>
    </>
  );
}
