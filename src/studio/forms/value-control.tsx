"use client";
// One control for each way a value is set (core/kind/control): looks and settings name them as data.
import { defineSlotRecipe, Flex, RadioGroup } from "@chakra-ui/react";
import type { ComponentType } from "react";
import { type ColourRole, roleNames } from "@/core/brand/brand";
import type { Option, ValueControl } from "@/core/kind/control";
import { useSite } from "@/studio/frame/site-context";
import { Choice } from "@/studio/kit/choice";
import { NumberInput, Tick } from "@/studio/kit/fields";
import { words } from "./words";

const look = defineSlotRecipe({
  className: "chakra-radio-group",
  slots: ["root", "item", "itemControl"],
  base: {
    item: { position: "relative", display: "inline-flex", alignItems: "center" },
    itemControl: {
      w: "22px",
      h: "22px",
      borderWidth: "1px",
      borderColor: "edge",
      borderRadius: "4px",
      cursor: "pointer",
      _checked: { boxShadow: "chosen" },
    },
  },
});

export interface Ids {
  readonly id?: string;
  readonly "aria-describedby"?: string;
  readonly "aria-invalid"?: boolean;
}

interface Props<C> {
  readonly control: C;
  readonly label: string;
  readonly value: unknown;
  readonly ids: Ids;
  /** What stands in a number's field while it holds none; that it follows Brand where nothing is said. */
  readonly placeholder?: string;
  onChange(value: unknown): void;
}

/** A choice of a list whose values may be words or numbers. */
export const OptionChoice = ({
  options,
  value,
  ids,
  onChange,
}: {
  options: readonly Option[];
  value: unknown;
  ids: Ids;
  onChange: (value: string | number) => void;
}) => (
  <Choice
    {...ids}
    value={String(value ?? "")}
    onChange={(chosen) => onChange(options.find(([one]) => String(one) === chosen)?.[0] ?? chosen)}
    options={options.map(([one, name]) => [String(one), name] as const)}
  />
);

function ColourChoice({
  control,
  label,
  value,
  onChange,
}: Props<{ readonly kind: "colour"; readonly options: readonly ColourRole[] }>) {
  const { brand } = useSite();
  return (
    <RadioGroup.Root
      recipe={look}
      aria-label={label}
      value={(value as string | undefined) ?? null}
      onValueChange={({ value: role }) => onChange(role ?? undefined)}
    >
      <Flex gap="4px" wrap="wrap">
        {control.options.map((role) => (
          <RadioGroup.Item key={role} value={role} title={roleNames[role]} cursor="pointer">
            <RadioGroup.ItemHiddenInput
              aria-label={roleNames[role]}
              // Pressing the chosen one again gives it back.
              onClick={() => value === role && onChange(undefined)}
            />
            <RadioGroup.ItemControl style={{ background: brand.colours[role] }} />
          </RadioGroup.Item>
        ))}
      </Flex>
    </RadioGroup.Root>
  );
}

const controls: {
  readonly [K in ValueControl["kind"]]: ComponentType<Props<Extract<ValueControl, { kind: K }>>>;
} = {
  number: ({ control, value, ids, placeholder, onChange }) => (
    <NumberInput
      {...ids}
      value={value as number | undefined}
      placeholder={placeholder ?? (control.unit.length > 4 ? words.brand : words.fromBrand)}
      min={control.min}
      max={control.max}
      step={control.step}
      unit={control.unit}
      onChange={onChange}
    />
  ),
  choice: ({ control, value, ids, onChange }) => (
    <OptionChoice
      options={control.options}
      value={value}
      ids={ids}
      onChange={(chosen) => onChange(chosen || undefined)}
    />
  ),
  colour: ColourChoice,
  flag: ({ control, value, onChange }) => <Tick label={control.says} checked={value === true} onChange={onChange} />,
};

export function ValueField(props: Props<ValueControl>) {
  const Control = controls[props.control.kind] as ComponentType<Props<ValueControl>>;
  return <Control {...props} />;
}
