"use client";
// The brief: who speaks, how, about what not, and when a person is called.
import { Box, Text } from "@chakra-ui/react";
import { type Brief, collectable, type Tone } from "@/core/chat/chat";
import { closeLanguages } from "@/core/chat/close-language";
import { localesOf } from "@/core/locale/site-locale";
import { useSite } from "@/studio/frame/site-context";
import { QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { NumberInput, Row, TextInput, Tick } from "@/studio/kit/fields";
import { Group } from "@/studio/kit/layout";
import { MoneyRow } from "@/studio/kit/money-input";
import { Segments } from "@/studio/kit/segments";
import { TextArea } from "@/studio/kit/text-area";
import { noHours, WeekRows } from "@/studio/kit/week-rows";
import { PictureChoice } from "@/studio/media/picture-choice";
import { ListRow } from "@/studio/opening/list-row";
import type { StepProps } from "@/studio/widget/half";
import { Topics } from "./topics";
import { words } from "./words";

const own = words.brief;
const names = new Intl.DisplayNames(["en"], { type: "language" });

export function BriefStep({ settings, faults, change }: StepProps<"chat">) {
  const { brief, keepDays } = settings;
  const site = useSite();
  // Of the languages of the site, those with two ways to address somebody.
  const tags = localesOf(site).map(({ tag }) => tag.toLowerCase().split("-", 1)[0]);
  const spoken = closeLanguages.filter((language) => tags.includes(language));
  const put = (part: Partial<Brief>) => change({ brief: { ...brief, ...part } });
  const person = (part: Partial<Brief["person"]>) => put({ person: { ...brief.person, ...part } });
  return (
    <>
      <Row label={own.name} error={faults["brief.name"]} hint={own.nameHint}>
        {(ids) => <TextInput {...ids} maxLength={60} value={brief.name} onChange={(name) => put({ name })} />}
      </Row>
      <Box mb="10px">
        <Text mb="4px">{own.picture}</Text>
        <PictureChoice value={brief.picture ?? null} onChoose={(picture) => put({ picture })} />
        {brief.picture ? (
          <QuietButton
            onClick={() => {
              const { picture: _picture, ...rest } = brief;
              change({ brief: rest });
            }}
          >
            {own.noPicture}
          </QuietButton>
        ) : null}
      </Box>
      <Row label={own.helps} stacked error={faults["brief.helps"]}>
        {(ids) => <TextArea {...ids} rows={2} value={brief.helps} onChange={(helps) => put({ helps })} />}
      </Row>
      <Row label={own.tone}>
        {() => (
          <Segments<Tone> label={own.tone} value={brief.tone} options={own.tones} onChange={(tone) => put({ tone })} />
        )}
      </Row>
      {spoken.map((language) => (
        <Row key={language} label={own.addresses(names.of(language) ?? language)}>
          {() => (
            <Segments<"polite" | "close">
              label={own.addresses(names.of(language) ?? language)}
              value={brief.close.includes(language) ? "close" : "polite"}
              options={own.addressOptions[language]}
              onChange={(how) =>
                put({
                  close: closeLanguages.filter((one) =>
                    one === language ? how === "close" : brief.close.includes(one),
                  ),
                })
              }
            />
          )}
        </Row>
      ))}
      <Topics
        title={own.avoids}
        note={own.avoidsNote}
        path="brief.avoids"
        topics={brief.avoids}
        faults={faults}
        onChange={(avoids) => put({ avoids })}
      />
      <Topics
        title={own.adds}
        note={own.addsNote}
        path="brief.adds"
        topics={brief.adds}
        faults={faults}
        onChange={(adds) => put({ adds })}
      />
      <Group title={own.person}>
        <Row label={own.afterUnknown} hint={own.afterUnknownHint} error={faults["brief.person.afterUnknown"]}>
          {(ids) => (
            <NumberInput
              {...ids}
              min={0}
              max={10}
              step={1}
              value={brief.person.afterUnknown}
              onChange={(afterUnknown) => person({ afterUnknown: afterUnknown ?? 0 })}
            />
          )}
        </Row>
        <Tick label={own.whenAngry} checked={brief.person.whenAngry} onChange={(whenAngry) => person({ whenAngry })} />
        <ListRow
          label={own.personWords}
          values={brief.person.words}
          error={faults["brief.person.words"]}
          hint=""
          onChange={(list) => person({ words: list })}
        />
        <MoneyRow
          label={own.overAmount}
          hint={own.overAmountHint}
          error={faults["brief.person.overAmount"]}
          optional
          value={brief.person.overAmount}
          onChange={(overAmount) => person({ overAmount })}
        />
        <Row label={own.goes}>
          {() => (
            <Segments<Brief["person"]["goes"]>
              label={own.goes}
              value={brief.person.goes}
              options={own.goesOptions}
              onChange={(goes) => person({ goes })}
            />
          )}
        </Row>
        <Row label={own.hours}>
          {(ids) => (
            <Choice
              {...ids}
              value={brief.person.hours === "site" ? "site" : "own"}
              options={own.hoursOptions}
              onChange={(of) => person({ hours: of === "site" ? "site" : (site.settings.hours ?? noHours) })}
            />
          )}
        </Row>
        {brief.person.hours === "site" ? null : (
          <WeekRows
            hours={brief.person.hours}
            faultAt={(day) =>
              Object.entries(faults).find(([path]) => path.startsWith(`brief.person.hours[${day}]`))?.[1]
            }
            onChange={(hours) => person({ hours })}
          />
        )}
        <Text color="ink2">{own.hoursNote}</Text>
      </Group>
      <Group title={own.collects}>
        {collectable.map((what) => (
          <Tick
            key={what}
            label={own.collectables[what]}
            checked={brief.collects.includes(what)}
            onChange={(on) =>
              put({ collects: collectable.filter((one) => (one === what ? on : brief.collects.includes(one))) })
            }
          />
        ))}
        <Row label={own.consent} stacked error={faults["brief.consent"]}>
          {(ids) => <TextArea {...ids} rows={2} value={brief.consent} onChange={(consent) => put({ consent })} />}
        </Row>
        <Row label={own.keepDays} error={faults.keepDays}>
          {(ids) => (
            <NumberInput
              {...ids}
              min={1}
              max={730}
              step={1}
              unit={own.days}
              value={keepDays}
              onChange={(days) => change({ keepDays: days ?? 0 })}
            />
          )}
        </Row>
      </Group>
    </>
  );
}
