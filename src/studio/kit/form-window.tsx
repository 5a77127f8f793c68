"use client";
// A window with a form: its fields, what was refused where no field shows it, and the button that sends it.
import type { ReactNode } from "react";
import type { FieldValues } from "react-hook-form";
import { MainButton } from "./buttons";
import { type Asked, Form, FormNote } from "./form";
import { Window } from "./window";

export function FormWindow<V extends FieldValues>({
  of,
  title,
  send,
  onClose,
  children,
  disabled = false,
  removes = false,
  wide = false,
  shownAt,
}: {
  of: Asked<V>;
  title: string;
  /** What the button says. */
  send: string;
  onClose: () => void;
  children: ReactNode;
  /** Nothing can be sent yet. */
  disabled?: boolean;
  /** Something is gone afterwards: the button warns of it. */
  removes?: boolean;
  wide?: boolean;
  /** Paths that have a field, where they are not the form's own names. */
  shownAt?: readonly string[];
}) {
  return (
    <Window
      title={title}
      open
      wide={wide}
      onClose={onClose}
      foot={
        <MainButton loading={of.busy} disabled={disabled} onClick={of.send} {...(removes ? { bg: "brick" } : {})}>
          {send}
        </MainButton>
      }
    >
      <Form of={of}>
        {children}
        <FormNote of={of} {...(shownAt ? { shownAt } : {})} />
      </Form>
    </Window>
  );
}
