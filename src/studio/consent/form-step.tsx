"use client";
// The form the question takes.
import { Box, Text } from "@chakra-ui/react";
import { type ConsentForm, type ConsentPlace, consentForms, consentPlaces } from "@/core/consent/consent";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { PlainButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Row, Tick } from "@/studio/kit/fields";
import { RefusalNote } from "@/studio/kit/layout";
import { Segments } from "@/studio/kit/segments";
import { useDeed } from "@/studio/kit/use-deed";
import type { StepProps } from "@/studio/widget/half";
import { words as own } from "./words";

export function FormStep({ id, settings, change }: StepProps<"consent">) {
  const { key, pages } = useSite();
  const refresh = useRefresh();
  const { refusal, busy, attempt } = useDeed();
  const draft = () =>
    attempt(async () => {
      const { page } = await ask("consent.draftPolicy", { site: key, widget: id });
      await refresh();
      change({ policy: page });
    });
  return (
    <>
      <Box mb="10px">
        <Segments<ConsentForm>
          label={own.form}
          value={settings.form}
          onChange={(form) => change({ form, place: consentPlaces[form][0] })}
          options={consentForms.map((form) => [form, own.forms[form]] as const)}
        />
      </Box>
      <Row label={own.place}>
        {(ids) => (
          <Choice
            {...ids}
            value={settings.place}
            onChange={(place) => change({ place: place as ConsentPlace })}
            options={consentPlaces[settings.form].map((place) => [place, own.places[place]] as const)}
          />
        )}
      </Row>
      <Tick
        label={own.categoriesFirst}
        checked={settings.categoriesFirst}
        onChange={(categoriesFirst) => change({ categoriesFirst })}
      />
      <Tick
        label={own.refuseFirst}
        checked={settings.refuseFirst}
        onChange={(refuseFirst) => change({ refuseFirst })}
      />
      <Tick label={own.ticked} checked={settings.ticked} onChange={(ticked) => change({ ticked })} />
      <Tick label={own.closes} checked={settings.closes} onChange={(closes) => change({ closes })} />
      <Tick label={own.implied} checked={settings.implied} onChange={(implied) => change({ implied })} />
      <Row label={own.policy} stacked>
        {(ids) => (
          <Choice
            {...ids}
            value={settings.policy ?? ""}
            onChange={(policy) => change({ policy: policy || null })}
            options={[["", own.noPolicy], ...pages.map(({ id, title }) => [id, title] as const)]}
          />
        )}
      </Row>
      {settings.policy ? null : (
        <>
          <PlainButton loading={busy} onClick={draft}>
            {own.draftPolicy}
          </PlainButton>
          <Text fontSize="small" color="ink2" mt="4px">
            {own.draftNote}
          </Text>
        </>
      )}
      <RefusalNote refusal={refusal} />
    </>
  );
}
