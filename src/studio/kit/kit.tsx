"use client";
// The studio's few controls, drawn once.
import {
  Box,
  type BoxProps,
  Button,
  type ButtonProps,
  CloseButton,
  Dialog,
  FileUpload,
  Flex,
  Input,
  NativeSelect,
  Portal,
  SegmentGroup,
  Text,
  Textarea,
} from "@chakra-ui/react";
import { ArrowDown, ArrowLeft, ArrowRight, ArrowUp, Trash2 } from "lucide-react";
import { type ReactNode, type SyntheticEvent, useEffect, useId, useRef, useState } from "react";
import type { Refusal } from "./api";
import { words } from "./words";

export const MainButton = (props: ButtonProps) => (
  <Button
    bg="ink"
    color="sheet"
    size="xs"
    h="32px"
    px="12px"
    fontSize="ui"
    fontWeight="650"
    borderRadius="field"
    _hover={{ bg: "inkSoft" }}
    _disabled={{ opacity: 0.55 }}
    {...props}
  />
);

export const PlainButton = (props: ButtonProps) => (
  <Button
    bg="white"
    color="ink"
    borderWidth="1px"
    borderColor="edge"
    size="xs"
    h="32px"
    px="12px"
    fontSize="ui"
    fontWeight="600"
    borderRadius="field"
    _hover={{ bg: "wash" }}
    {...props}
  />
);

export const QuietButton = (props: ButtonProps) => (
  <Button
    variant="plain"
    color="ink"
    size="xs"
    h="28px"
    px="8px"
    fontSize="ui"
    fontWeight="600"
    borderRadius="field"
    _hover={{ bg: "wash" }}
    {...props}
  />
);

/** A small square button with an icon; its name is read and shown as a tip. */
export const IconButton = ({ name, ...props }: ButtonProps & { name: string }) => (
  <Button
    variant="plain"
    aria-label={name}
    title={name}
    color="ink"
    minW="28px"
    w="28px"
    h="28px"
    p="0"
    borderRadius="field"
    _hover={{ bg: "wash" }}
    _disabled={{ opacity: 0.35 }}
    {...props}
  />
);

/** What a line of a list can be asked to do: one place to the front, one back, and go. */
export const LineDeeds = ({
  before,
  behind,
  remove,
  first,
  last,
  sideways,
  kept,
  onMove,
  onRemove,
}: {
  /** Names of the three buttons. */
  before: string;
  behind: string;
  remove: string;
  first: boolean;
  last: boolean;
  /** Lines that stand beside each other. */
  sideways?: boolean;
  /** The last one that there has to be. */
  kept?: boolean;
  onMove: (by: -1 | 1) => void;
  onRemove: () => void;
}) => {
  const [Before, Behind] = sideways ? [ArrowLeft, ArrowRight] : [ArrowUp, ArrowDown];
  return (
    <>
      <IconButton name={before} minW="24px" w="24px" disabled={first} onClick={() => onMove(-1)}>
        <Before size={13} />
      </IconButton>
      <IconButton name={behind} minW="24px" w="24px" disabled={last} onClick={() => onMove(1)}>
        <Behind size={13} />
      </IconButton>
      <IconButton name={remove} minW="24px" w="24px" disabled={kept} onClick={onRemove}>
        <Trash2 size={14} />
      </IconButton>
    </>
  );
};

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
  departs?: boolean;
  onReturn?: () => void;
  stacked?: boolean;
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

const fieldLook = {
  bg: "white",
  borderColor: "edge",
  borderRadius: "field",
  fontSize: "ui",
  h: "32px",
  px: "9px",
  _invalid: { borderColor: "brick", boxShadow: "inset 0 0 0 1px var(--chakra-colors-brick)" },
} as const;

type Ids = { id?: string; "aria-describedby"?: string; "aria-invalid"?: boolean; "aria-label"?: string };

export const TextInput = ({
  value,
  onChange,
  ...rest
}: Ids & {
  value: string;
  onChange: (value: string) => void;
  placeholder?: string;
  type?: string;
  autoComplete?: string;
  disabled?: boolean;
  maxLength?: number;
  onBlur?: () => void;
}) => <Input {...fieldLook} {...rest} value={value} onChange={(event) => onChange(event.target.value)} />;

export const TextArea = ({
  value,
  onChange,
  rows = 3,
  ...rest
}: Ids & {
  value: string;
  onChange: (value: string) => void;
  rows?: number;
  placeholder?: string;
  onBlur?: () => void;
  onSelect?: (event: SyntheticEvent<HTMLTextAreaElement>) => void;
}) => (
  <Textarea
    {...fieldLook}
    h="auto"
    py="6px"
    rows={rows}
    {...rest}
    value={value}
    onChange={(event) => onChange(event.target.value)}
  />
);

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
      {...fieldLook}
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
  <NativeSelect.Root size="sm">
    <NativeSelect.Field
      {...fieldLook}
      pr="26px"
      {...rest}
      value={value}
      onChange={(event) => onChange(event.target.value)}
    >
      {options.map(([key, name]) => (
        <option key={key} value={key}>
          {name}
        </option>
      ))}
    </NativeSelect.Field>
    <NativeSelect.Indicator />
  </NativeSelect.Root>
);

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

/** A few choices side by side, as a radio group. */
export const Segments = <T extends string>({
  label,
  value,
  onChange,
  options,
}: {
  label: string;
  value: T;
  onChange: (value: T) => void;
  options: readonly (readonly [T, string])[];
}) => (
  <SegmentGroup.Root
    aria-label={label}
    value={value}
    onValueChange={({ value: chosen }) => chosen && onChange(chosen as T)}
    borderWidth="1px"
    borderColor="edge"
    borderRadius="field"
    bg="white"
    boxShadow="none"
    w="fit-content"
    h="auto"
    p="0"
    overflow="hidden"
  >
    {options.map(([key, text]) => (
      <SegmentGroup.Item
        key={key}
        value={key}
        h="auto"
        px="9px"
        py="5px"
        fontSize="ui"
        fontWeight="500"
        color="ink"
        cursor="pointer"
        borderRadius="0"
        _before={{ display: "none" }}
        _checked={{ bg: "ink", color: "sheet", fontWeight: "700" }}
        _focusVisible={{ outline: "2px solid var(--chakra-colors-mark)", outlineOffset: "-2px" }}
      >
        <SegmentGroup.ItemText>{text}</SegmentGroup.ItemText>
        <SegmentGroup.ItemHiddenInput />
      </SegmentGroup.Item>
    ))}
  </SegmentGroup.Root>
);

/** Asks for a file. What is no such file is taken too: the server says why not. */
export const FileButton = ({
  label,
  accept,
  onFile,
  children,
  ...button
}: Omit<ButtonProps, "onClick"> & {
  /** Of the file, for whoever does not see the button. */
  label: string;
  /** What the window of the system offers, as in an input of type file. */
  accept: string;
  onFile: (file: File) => void;
}) => (
  <FileUpload.Root
    w="auto"
    maxFiles={1}
    // Nothing is kept here, so that the same file can be chosen again.
    acceptedFiles={[]}
    onFileChange={({ acceptedFiles, rejectedFiles }) => {
      const file = acceptedFiles[0] ?? rejectedFiles[0]?.file;
      if (file) onFile(file);
    }}
  >
    <FileUpload.HiddenInput accept={accept} aria-label={label} />
    <FileUpload.Trigger asChild>
      <PlainButton {...button}>{children}</PlainButton>
    </FileUpload.Trigger>
  </FileUpload.Root>
);

/** Asks for files, many at once. What is no such file is taken too: the server says why not. */
export function FilesButton({
  label,
  onFiles,
  children,
  ...button
}: Omit<ButtonProps, "onClick"> & { label: string; onFiles: (files: readonly File[]) => void }) {
  const input = useRef<HTMLInputElement>(null);
  return (
    <>
      <input
        ref={input}
        type="file"
        multiple
        hidden
        aria-label={label}
        onChange={(event) => {
          onFiles([...(event.target.files ?? [])]);
          event.target.value = "";
        }}
      />
      <PlainButton {...button} onClick={() => input.current?.click()}>
        {children}
      </PlainButton>
    </>
  );
}

export const Group = ({ title, aside, children, ...rest }: BoxProps & { title: string; aside?: ReactNode }) => (
  <Box borderTopWidth="1px" borderColor="line" py="13px" {...rest}>
    <Flex justify="space-between" align="baseline" mb="9px" gap="8px">
      <Text as="h3" fontWeight="700">
        {title}
      </Text>
      {aside ? (
        <Text as="span" color="ink2">
          {aside}
        </Text>
      ) : null}
    </Flex>
    {children}
  </Box>
);

export const Title = ({ children, level = 1 }: { children: ReactNode; level?: 1 | 2 }) => (
  <Text
    as={level === 1 ? "h1" : "h2"}
    fontFamily="heading"
    fontWeight="700"
    fontSize={level === 1 ? "display" : "title"}
    lineHeight="1.15"
  >
    {children}
  </Text>
);

const tones = { moss: "✓", amber: "!", brick: "×" } as const;

/** A sentence about a state: a shape and words, never colour alone. */
export const State = ({ tone, children }: { tone: keyof typeof tones; children: ReactNode }) => (
  <Flex
    as="span"
    gap="6px"
    align="baseline"
    color={tone}
    fontWeight="600"
    role={tone === "brick" ? "alert" : undefined}
  >
    <span aria-hidden="true">{tones[tone]}</span>
    <span>{children}</span>
  </Flex>
);

/** How far something is. */
export function Progress({ label, done, total }: { label: string; done: number; total: number }) {
  const share = total > 0 ? Math.min(1, done / total) : 0;
  return (
    <Box
      role="progressbar"
      aria-label={label}
      aria-valuemin={0}
      aria-valuemax={total}
      aria-valuenow={done}
      h="8px"
      bg="white"
      borderWidth="1px"
      borderColor="edge"
      borderRadius="field"
      overflow="hidden"
    >
      <Box h="100%" w={`${share * 100}%`} bg="moss" />
    </Box>
  );
}

export function Window({
  title,
  open,
  onClose,
  children,
  foot,
  wide,
}: {
  title: string;
  open: boolean;
  onClose: () => void;
  children: ReactNode;
  foot?: ReactNode;
  wide?: boolean;
}) {
  return (
    <Dialog.Root
      open={open}
      onOpenChange={({ open: now }) => !now && onClose()}
      size={wide ? "lg" : "md"}
      placement="center"
    >
      <Portal>
        <Dialog.Backdrop bg="ink/45" />
        <Dialog.Positioner>
          <Dialog.Content
            bg="sheet"
            color="ink"
            borderRadius="panel"
            boxShadow="lifted"
            fontSize="ui"
            {...(wide ? { maxW: "min(760px, calc(100vw - 24px))" } : {})}
          >
            <Dialog.Header pb="6px">
              <Dialog.Title fontFamily="heading" fontSize="title">
                {title}
              </Dialog.Title>
            </Dialog.Header>
            <Dialog.Body>{children}</Dialog.Body>
            {foot ? <Dialog.Footer>{foot}</Dialog.Footer> : null}
            <Dialog.CloseTrigger asChild>
              <CloseButton size="sm" color="ink" _hover={{ bg: "wash" }} />
            </Dialog.CloseTrigger>
          </Dialog.Content>
        </Dialog.Positioner>
      </Portal>
    </Dialog.Root>
  );
}

/** The refusal's own sentence, where no field shows it. */
export const RefusalNote = ({ refusal, shownAt = [] }: { refusal: Refusal | null; shownAt?: readonly string[] }) =>
  refusal && !refusal.fields.some((field) => shownAt.includes(field.path)) ? (
    <Box my="8px">
      <State tone="brick">{refusal.message}</State>
    </Box>
  ) : null;

export const Loading = ({ what }: { what: string }) => {
  const [late, setLate] = useState(false);
  useEffect(() => {
    const timer = setTimeout(() => setLate(true), 400);
    return () => clearTimeout(timer);
  }, []);
  return (
    <Text p="24px" color="ink2" role="status">
      {late ? words.loading(what) : ""}
    </Text>
  );
};
