"use client";
// An amount as it is typed: handed on as soon as it is one; what is none stays typed, with a sentence.
import { useState } from "react";
import { amountText, readAmount } from "@/core/money/read";
import { useSite } from "@/studio/frame/site-context";
import { Row, TextInput } from "@/studio/kit/fields";

interface MoneyProps {
  readonly value: number | null;
  /** Whether nothing may stand there. */
  readonly optional?: boolean;
  onChange(amount: number | null): void;
}

/** What a field of money shows, and what is wrong with what is typed. */
export function useMoney({ value, optional, onChange }: MoneyProps) {
  const { currency } = useSite().settings;
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? (value === null ? "" : amountText(value, currency));
  const read = text.trim() === "" && optional ? { amount: null } : readAmount(text, currency);
  return {
    text,
    fault: "fault" in read ? read.fault : undefined,
    type: (next: string) => {
      setTyped(next);
      const found = next.trim() === "" && optional ? { amount: null } : readAmount(next, currency);
      if ("amount" in found) onChange(found.amount);
    },
    // What can be read is shown as it was read; what can't stays for whoever mends it.
    leave: () => {
      if (!("fault" in read)) setTyped(null);
    },
  };
}

export function MoneyRow({
  label,
  error,
  hint,
  placeholder,
  departs,
  onReturn,
  ...money
}: MoneyProps & {
  label: string;
  error?: string | undefined;
  hint?: string | undefined;
  placeholder?: string | undefined;
  departs?: boolean | undefined;
  onReturn?: (() => void) | undefined;
}) {
  const { currency } = useSite().settings;
  const { text, fault, type, leave } = useMoney(money);
  return (
    <Row label={label} error={fault ?? error} hint={hint} departs={departs} onReturn={onReturn}>
      {(ids) => (
        <div style={{ display: "flex", gap: 6, alignItems: "center" }}>
          <TextInput {...ids} value={text} placeholder={placeholder} onChange={type} onBlur={leave} />
          <span style={{ color: "var(--chakra-colors-ink2)" }}>{currency}</span>
        </div>
      )}
    </Row>
  );
}
