"use client";
// The brief: who speaks, how, about what not, and when a person is called.
import { Text } from "@chakra-ui/react";
import { type Brief, collectable, usualWaitMinutes } from "@/core/chat/chat";
import { closeLanguages } from "@/core/chat/understands/close-language";
import { changeAt } from "@/core/kind/path";
import { localesOf } from "@/core/locale/site-locale";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import { type Form, settingsForm } from "@/studio/forms/form";
import { useSite } from "@/studio/frame/site-context";
import { Choice } from "@/studio/kit/choice";
import { Row } from "@/studio/kit/fields";
import { Segments } from "@/studio/kit/segments";
import { noHours, WeekRows } from "@/studio/kit/week-rows";
import { ListRow } from "@/studio/opening/list-row";
import type { StepProps } from "@/studio/widget/half";
import { Topics } from "./topics";
import { words } from "./words";

const own = words.brief;

type Settings = StepProps<"chat">["settings"];
const names = new Intl.DisplayNames(["en"], { type: "language" });

const of = fieldsOf<Settings, StepProps<"chat">>();

/** How visitors are addressed, in each language of the site that has two ways. */
function Addresses({ item: { close }, put }: Pick<Form<Brief>, "item" | "put">) {
  const tags = localesOf(useSite()).map(({ tag }) => tag.toLowerCase().split("-", 1)[0]);
  return closeLanguages
    .filter((language) => tags.includes(language))
    .map((language) => (
      <Row key={language} label={own.addresses(names.of(language) ?? language)}>
        {() => (
          <Segments<"polite" | "close">
            label={own.addresses(names.of(language) ?? language)}
            value={close.includes(language) ? "close" : "polite"}
            options={own.addressOptions[language]}
            onChange={(how) =>
              put({
                close: closeLanguages.filter((one) => (one === language ? how === "close" : close.includes(one))),
              })
            }
          />
        )}
      </Row>
    ));
}

/** When a person answers: the hours of the site, or others. */
function Hours({ item: { hours }, fault, put }: Form<Brief["person"]>) {
  const { settings } = useSite();
  return (
    <>
      <Row label={own.hours}>
        {(ids) => (
          <Choice
            {...ids}
            value={hours === "site" ? "site" : "own"}
            options={own.hoursOptions}
            onChange={(of) => put({ hours: of === "site" ? "site" : (settings.hours ?? noHours) })}
          />
        )}
      </Row>
      {hours === "site" ? null : (
        <WeekRows hours={hours} faultAt={(day) => fault(`hours[${day}]`)} onChange={(next) => put({ hours: next })} />
      )}
      <Text color="ink2">{own.hoursNote}</Text>
    </>
  );
}

const topics = (list: "avoids" | "adds", title: string, note: string) =>
  of.slot(({ item: { brief }, put, around: { faults } }) => (
    <Topics
      title={title}
      note={note}
      path={`brief.${list}`}
      topics={brief[list]}
      faults={faults}
      onChange={(next) => put({ brief: { ...brief, [list]: next } })}
    />
  ));

const fields: readonly TableField<Settings>[] = [
  of.line("brief.name", own.name, { most: 60, hint: own.nameHint }),
  of.picture("brief.picture", own.picture, { without: own.noPicture }),
  of.area("brief.helps", own.helps, { rows: 2, stacked: true }),
  of.segments("brief.tone", own.tone, own.tones),
  of.slot(({ item: { brief }, put }) => (
    <Addresses item={brief} put={(part) => put({ brief: { ...brief, ...part } })} />
  )),
  topics("avoids", own.avoids, own.avoidsNote),
  topics("adds", own.adds, own.addsNote),
  of.group(own.person, [
    of.number("brief.person.afterUnknown", own.afterUnknown, { min: 0, max: 10, hint: own.afterUnknownHint }),
    of.tick("brief.person.whenAngry", own.whenAngry),
    of.slot(({ item, fault, put }) => (
      <ListRow
        label={own.personWords}
        values={item.brief.person.words}
        error={fault("brief.person.words")}
        hint=""
        onChange={(list) => put(changeAt(item, "brief.person.words", list))}
      />
    )),
    of.money("brief.person.overAmount", own.overAmount, { optional: true, hint: own.overAmountHint }),
    of.segments("brief.person.goes", own.goes, own.goesOptions),
    of.number("brief.person.waitMinutes", own.waits, {
      ...{ min: 1, max: 60, none: String(usualWaitMinutes), hint: own.waitsHint },
      shown: ({ brief }) => brief.person.goes === "desk",
    }),
    of.slot(({ item, put, around: { faults } }) => (
      <Hours
        item={item.brief.person}
        fault={(path) => Object.entries(faults).find(([at]) => at.startsWith(`brief.person.${path}`))?.[1]}
        put={({ hours }) => put(changeAt(item, "brief.person.hours", hours))}
      />
    )),
  ]),
  of.group(own.collects, [
    of.ticks(
      "brief.collects",
      collectable.map((what) => [what, own.collectables[what]]),
    ),
    of.area("brief.consent", own.consent, { rows: 2, stacked: true }),
    of.number("keepDays", own.keepDays, { min: 1, max: 730, unit: own.days }),
  ]),
];

export const BriefStep = (props: StepProps<"chat">) => (
  <FieldTable {...settingsForm(props)} around={props} of={fields} />
);
