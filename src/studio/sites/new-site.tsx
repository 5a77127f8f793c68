"use client";
// A new site: named, with an address, a starter that is seen before it is taken, and its place.
import { Text } from "@chakra-ui/react";
import { slugFrom } from "@/core/input/slug";
import { siteStart } from "@/core/locale/country";
import { type StarterKey, starters } from "@/core/site/starters";
import { ask } from "@/studio/kit/api";
import { Choice } from "@/studio/kit/choice";
import { Row, TextInput } from "@/studio/kit/fields";
import { TextRow, useAsked } from "@/studio/kit/form";
import { FormWindow } from "@/studio/kit/form-window";
import { later } from "@/studio/kit/later";
import { LocaleRows } from "@/studio/kit/locale-rows";
import { words } from "./words";

const StarterPicture = later(() => import("./starter-picture").then((module) => module.StarterPicture));

export function NewSite({ mailFrom, onClose }: { mailFrom: string; onClose: () => void }) {
  const start = {
    name: "",
    key: null as string | null,
    starter: "workshop" as StarterKey,
    ...siteStart(Intl.DateTimeFormat().resolvedOptions().timeZone, navigator.language),
    /** A currency that was chosen by hand stays, whatever place and language are. */
    ownCurrency: false,
  };
  const keyOf = ({ key, name }: typeof start) => key ?? slugFrom(name).slice(0, 40);
  const form = useAsked(start, async (values) => {
    const { name, starter, language, zone, currency } = values;
    const { key } = await ask("sites.create", {
      key: keyOf(values),
      name,
      starter,
      // Who letters come from is asked in the settings; until then it is who makes the site.
      settings: { language, zone, currency, description: "", mailFrom },
    });
    location.assign(`/s/${key}/pages`);
  });
  return (
    <FormWindow
      of={form}
      title={words.newSite}
      onClose={onClose}
      send={words.makeSite}
      shownAt={["name", "key", "settings.zone", "settings.language", "settings.currency", "settings.mailFrom"]}
    >
      <TextRow of={form} field="name" label={words.name} />
      <Row label={words.key} error={form.at("key")} hint={words.firstOfAddress}>
        {(ids) => <TextInput {...ids} value={keyOf(form.values)} onChange={(key) => form.set({ key })} />}
      </Row>
      <Row label={words.startsAs} hint={starters[form.values.starter].note}>
        {(ids) => (
          <Choice
            {...ids}
            value={form.values.starter}
            onChange={(starter) => form.set({ starter: starter as StarterKey })}
            options={Object.entries(starters).map(([id, one]) => [id, one.name] as const)}
          />
        )}
      </Row>
      <StarterPicture
        starter={form.values.starter}
        name={form.values.name}
        language={form.values.language}
        currency={form.values.currency}
      />
      <LocaleRows
        value={form.values}
        errorAt={form.at}
        onChange={(part) => {
          if (part.currency) return form.set({ ...part, ownCurrency: true });
          const { zone, language, ownCurrency, currency } = { ...form.values, ...part };
          const own = ownCurrency ? currency : siteStart(zone, language).currency;
          form.set({ ...part, currency: own });
        }}
      />
      <Text fontSize="small" color="ink2">
        {form.values.ownCurrency ? "" : `${words.currencyFrom} `}
        {words.lettersFrom(mailFrom)}
      </Text>
    </FormWindow>
  );
}
