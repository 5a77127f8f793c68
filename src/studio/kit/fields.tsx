"use client";
// Fields, and the labelled row they stand in.
import { Box, Flex, Input, Text } from "@chakra-ui/react";
import { type ReactNode, type Ref, useId, useState } from "react";
import { words } from "./words";

/** One labelled row of a sheet: the label at the left, the control at the right, what is wrong below. */
export function Row({
  label,
  error,
  hint,
  departs,
  onReturn,
  children,
  stacked,
}: {
  label: string;
  error?: string | undefined;
  hint?: ReactNode;
  /** The value departs from what it would inherit; `onReturn` takes it back. */
  departs?: boolean | undefined;
  onReturn?: (() => void) | undefined;
  stacked?: boolean | undefined;
  children: (ids: { id: string; "aria-describedby"?: string; "aria-invalid"?: boolean }) => ReactNode;
}) {
  const id = useId();
  const errorId = `${id}e`;
  return (
    <Box mb="8px">
      <Flex direction={stacked ? "column" : "row"} align={stacked ? "stretch" : "center"} gap={stacked ? "4px" : "8px"}>
        <label htmlFor={id} style={{ width: stacked ? "auto" : 92, flex: "none", color: "var(--chakra-colors-ink2)" }}>
          {label}
        </label>
        <Box flex="1" minW="0" borderLeftWidth={departs ? "3px" : "0"} borderLeftColor="mark" borderLeftRadius="field">
          {children({ id, ...(error ? { "aria-describedby": errorId, "aria-invalid": true } : {}) })}
        </Box>
        {departs && onReturn ? (
          <button
            type="button"
            title={words.backInherited(label.toLowerCase())}
            aria-label={words.backInherited(label.toLowerCase())}
            onClick={onReturn}
            style={{ color: "var(--chakra-colors-mark)", fontWeight: 700, width: 24, height: 24, cursor: "pointer" }}
          >
            ↺
          </button>
        ) : null}
      </Flex>
      {hint ? (
        <Text fontSize="small" color="ink2" mt="3px">
          {hint}
        </Text>
      ) : null}
      {error ? (
        <Text id={errorId} role="alert" fontSize="small" color="brick" fontWeight="600" mt="3px">
          {error}
        </Text>
      ) : null}
    </Box>
  );
}

/** What a row tells its control. */
export type Ids = { id?: string; "aria-describedby"?: string; "aria-invalid"?: boolean; "aria-label"?: string };

export const TextInput = ({
  value,
  onChange,
  ...rest
}: Ids & {
  value: string;
  onChange: (value: string) => void;
  placeholder?: string;
  type?: string;
  /** Id of a datalist. */
  list?: string;
  autoComplete?: string;
  disabled?: boolean;
  maxLength?: number;
  onBlur?: () => void;
  ref?: Ref<HTMLInputElement>;
}) => <Input {...rest} value={value} onChange={(event) => onChange(event.target.value)} />;

/** A number that is handed on as soon as it is one; what is no number stays typed and is marked by its row. */
export function NumberInput({
  value,
  onChange,
  placeholder,
  min,
  max,
  step,
  unit,
  ...rest
}: Ids & {
  /** Stands behind the field: "px", "%". */
  unit?: string;
  value: number | undefined;
  onChange: (value: number | undefined) => void;
  placeholder?: string;
  min?: number;
  max?: number;
  step?: number;
  disabled?: boolean;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const shown = typed ?? (value === undefined ? "" : String(value));
  const field = (
    <Input
      {...rest}
      type="number"
      inputMode="decimal"
      min={min}
      max={max}
      step={step ?? "any"}
      placeholder={placeholder}
      value={shown}
      onChange={(event) => {
        setTyped(event.target.value);
        const number = Number(event.target.value);
        if (event.target.value === "") onChange(undefined);
        else if (Number.isFinite(number)) onChange(number);
      }}
      onBlur={() => setTyped(null)}
    />
  );
  return unit ? (
    <Flex align="center" gap="6px">
      {field}
      <Text color="ink2" flex="none">
        {unit}
      </Text>
    </Flex>
  ) : (
    field
  );
}

export function Tick({
  label,
  checked,
  onChange,
  disabled,
}: {
  label: string;
  checked: boolean;
  onChange: (checked: boolean) => void;
  disabled?: boolean;
}) {
  return (
    <label style={{ display: "flex", gap: 8, alignItems: "center", minHeight: 28, cursor: "pointer" }}>
      <input
        type="checkbox"
        checked={checked}
        disabled={disabled}
        onChange={(event) => onChange(event.target.checked)}
        style={{ width: 16, height: 16, accentColor: "var(--chakra-colors-ink)" }}
      />
      <span>{label}</span>
    </label>
  );
}
