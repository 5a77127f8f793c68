"use client";
// One of a list.
import { NativeSelect } from "@chakra-ui/react";
import type { Ids } from "./fields";

export const Choice = ({
  value,
  onChange,
  options,
  ...rest
}: Ids & {
  value: string;
  onChange: (value: string) => void;
  options: readonly (readonly [string, string])[];
  disabled?: boolean;
}) => (
  <NativeSelect.Root>
    <NativeSelect.Field {...rest} value={value} onChange={(event) => onChange(event.target.value)}>
      {options.map(([key, name]) => (
        <option key={key} value={key}>
          {name}
        </option>
      ))}
    </NativeSelect.Field>
    <NativeSelect.Indicator />
  </NativeSelect.Root>
);
