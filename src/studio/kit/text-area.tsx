"use client";
// A field of several lines.
import { Textarea } from "@chakra-ui/react";
import type { FocusEvent, SyntheticEvent } from "react";
import type { Ids } from "./fields";

export const TextArea = ({
  value,
  onChange,
  rows = 3,
  mono = false,
  ...rest
}: Ids & {
  value: string;
  onChange: (value: string) => void;
  rows?: number;
  /** For code. */
  mono?: boolean;
  placeholder?: string;
  onBlur?: () => void;
  onFocus?: (event: FocusEvent<HTMLTextAreaElement>) => void;
  onSelect?: (event: SyntheticEvent<HTMLTextAreaElement>) => void;
}) => <Textarea rows={rows} {...rest} value={value} onChange={(event) => onChange(event.target.value)} />;
