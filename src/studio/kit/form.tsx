"use client";
// The one way of making forms: values by react-hook-form, the command as a mutation, what is refused at its field.
import { useMutation } from "@tanstack/react-query";
import type Joi from "joi";
import type { ComponentProps, ReactNode } from "react";
import {
  type DefaultValues,
  type FieldValues,
  type Path,
  type PathValue,
  type Resolver,
  useForm,
} from "react-hook-form";
import type { Refusal } from "./api";
import { Row, TextInput } from "./fields";
import { RefusalNote } from "./layout";
import { asRefusal, reportDefect } from "./use-command";

export interface Asked<V extends FieldValues> {
  readonly values: V;
  /** Changes some values; what was said of the last sending is no longer shown as done. */
  set(part: Partial<V>): void;
  /** What is wrong at a field: by the form's own schema, or as the server said it. */
  at(path: string): string | undefined;
  readonly refusal: Refusal | null;
  /** Being sent: it can't be sent twice meanwhile. */
  readonly busy: boolean;
  /** Carried out, and nothing was changed since. */
  readonly done: boolean;
  send(): void;
  /** Begins anew, by default with what it began with. */
  reset(values?: V): void;
}

/** A schema, loaded when something is judged by it. Where it can't be loaded, the server judges alone. */
type Schema = () => Promise<Joi.ObjectSchema>;

const resolverOf =
  <V extends FieldValues>(schema: Schema): Resolver<V> =>
  async (values, ...rest) => {
    const loaded = await Promise.all([import("@hookform/resolvers/joi"), schema()]).catch(() => null);
    if (!loaded) return { values, errors: {} };
    const [{ joiResolver }, judge] = loaded;
    return joiResolver(judge)(values, ...rest) as ReturnType<Resolver<V>>;
  };

/**
 * A form that begins with `start`. `send` does what it is for; a Refusal is shown at its fields, and what was typed stays.
 * `schema` judges before anything is sent.
 */
export function useAsked<V extends FieldValues>(
  start: V,
  send: (values: V) => Promise<unknown>,
  schema?: Schema,
): Asked<V> {
  const { handleSubmit, setValue, watch, reset, formState } = useForm<V>({
    defaultValues: start as DefaultValues<V>,
    ...(schema ? { resolver: resolverOf<V>(schema) } : {}),
  });
  const sending = useMutation({ mutationFn: send, onError: reportDefect });
  const refusal = sending.error && asRefusal(sending.error);
  const values = watch() as V;
  return {
    values,
    set: (part) => {
      // What was found wrong once is judged anew with every letter.
      const shouldValidate = formState.isSubmitted;
      for (const [name, value] of Object.entries(part))
        setValue(name as Path<V>, value as PathValue<V, Path<V>>, { shouldValidate });
      if (sending.isSuccess) sending.reset();
    },
    at: (path) => (formState.errors[path]?.message as string | undefined) ?? refusal?.at(path),
    refusal,
    busy: sending.isPending,
    done: sending.isSuccess,
    send: () => {
      if (!sending.isPending) void handleSubmit((input) => sending.mutate(input as unknown as V))();
    },
    reset: (given) => {
      reset((given ?? start) as DefaultValues<V>);
      sending.reset();
    },
  };
}

/** The form itself: Enter in a field does what its button does. */
export const Form = <V extends FieldValues>({ of, children }: { of: Asked<V>; children: ReactNode }) => (
  <form
    noValidate
    onSubmit={(event) => {
      event.preventDefault();
      of.send();
    }}
  >
    {children}
    <input type="submit" hidden />
  </form>
);

/** What a browser and a password keeper are to know of a field. */
const texts = {
  words: {},
  mail: { type: "email" },
  account: { type: "email", autoComplete: "username" },
  password: { type: "password", autoComplete: "current-password" },
  newPassword: { type: "password", autoComplete: "new-password" },
  code: { autoComplete: "one-time-code", maxLength: 20 },
} as const;

/** A field for a text of some sort, with its label; `at` is its path where the server calls it otherwise. */
export function TextRow<V extends FieldValues>({
  of,
  field,
  at,
  text = "words",
  ...row
}: {
  of: Asked<V>;
  field: keyof V & string;
  at?: string;
  text?: keyof typeof texts;
} & Pick<ComponentProps<typeof Row>, "label" | "hint" | "stacked">) {
  return (
    <Row {...row} error={of.at(at ?? field)}>
      {(ids) => (
        <TextInput
          {...ids}
          {...texts[text]}
          value={String(of.values[field] ?? "")}
          onChange={(typed) => of.set({ [field]: typed } as unknown as Partial<V>)}
        />
      )}
    </Row>
  );
}

/** The refusal's own sentence, where no field shows it. */
export const FormNote = <V extends FieldValues>({ of, shownAt }: { of: Asked<V>; shownAt?: readonly string[] }) => (
  <RefusalNote refusal={of.refusal} shownAt={shownAt ?? Object.keys(of.values)} />
);
