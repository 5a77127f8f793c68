"use client";
// Language, time zone and currency of a site, chosen by their names: for new sites and for their settings.
import { Choice } from "./choice";
import { Row } from "./fields";
import { currencyOptions, languageOptions, zoneOptions } from "./names";
import { words } from "./words";

const fields = ["language", "zone", "currency"] as const;
type Field = (typeof fields)[number];

const options: Readonly<Record<Field, (current: string) => readonly (readonly [string, string])[]>> = {
  language: languageOptions,
  zone: zoneOptions,
  currency: currencyOptions,
};

export function LocaleRows({
  value,
  errorAt,
  onChange,
}: {
  value: Readonly<Record<Field, string>>;
  /** The sentence at a field of the settings, if any. */
  errorAt: (path: string) => string | undefined;
  onChange: (change: Partial<Record<Field, string>>) => void;
}) {
  return fields.map((field) => (
    <Row key={field} label={words.locale[field]} error={errorAt(`settings.${field}`)}>
      {(ids) => (
        <Choice
          {...ids}
          value={value[field]}
          onChange={(chosen) => onChange({ [field]: chosen })}
          options={options[field](value[field])}
        />
      )}
    </Row>
  ));
}
