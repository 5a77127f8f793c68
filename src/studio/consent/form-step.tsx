"use client";
// The form the question takes.
import { Box, Text } from "@chakra-ui/react";
import { type Consent, type ConsentForm, consentForms, consentPlaces } from "@/core/consent/consent";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import { type Form, settingsForm } from "@/studio/forms/form";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { PlainButton } from "@/studio/kit/buttons";
import { RefusalNote } from "@/studio/kit/layout";
import { Segments } from "@/studio/kit/segments";
import { useCommand } from "@/studio/kit/use-command";
import type { StepProps } from "@/studio/widget/half";
import { words as own } from "./words";

const of = fieldsOf<Consent, StepProps<"consent">>();

const fields: readonly TableField<Consent>[] = [
  of.slot(({ item, put }) => (
    <Box mb="10px">
      <Segments<ConsentForm>
        label={own.form}
        value={item.form}
        onChange={(form) => put({ form, place: consentPlaces[form][0] })}
        options={consentForms.map((form) => [form, own.forms[form]] as const)}
      />
    </Box>
  )),
  of.choice("place", own.place, ({ form }) => consentPlaces[form].map((place) => [place, own.places[place]])),
  of.tick("categoriesFirst", own.categoriesFirst),
  of.tick("refuseFirst", own.refuseFirst),
  of.tick("ticked", own.ticked),
  of.tick("closes", own.closes),
  of.tick("implied", own.implied),
  of.slot((form) => <Policy {...form} />),
];

/** The page with the policy, or a draft of one. */
function Policy({ around, ...form }: Form<Consent> & { around: StepProps<"consent"> }) {
  const { key, pages } = useSite();
  const refresh = useRefresh();
  const { refusal, busy, attempt } = useCommand();
  const draft = () =>
    attempt(async () => {
      const { page } = await ask("consent.draftPolicy", { site: key, widget: around.id });
      await refresh();
      form.put({ policy: page });
    });
  const options = [["", own.noPolicy] as const, ...pages.map(({ id, title }) => [id, title] as const)];
  return (
    <>
      <FieldTable {...form} of={[of.choice("policy", own.policy, options, { stacked: true, empty: null })]} />
      {form.item.policy ? null : (
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

export const FormStep = (props: StepProps<"consent">) => (
  <FieldTable {...settingsForm(props)} around={props} of={fields} />
);
