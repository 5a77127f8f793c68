"use client";
// A form said as a table: each line names a value by its path, its label and its control; the table draws them in order,
// tells what is wrong at each, and says what changed. What no control fits stands in a slot of its own.
import { Box, Text } from "@chakra-ui/react";
import type { ReactNode } from "react";
import { type ColourRole, roleNames, type Surface, surfaceNames, surfaces } from "@/core/brand/brand";
import type { FieldOf } from "@/core/kind/field";
import { changeAt, type PathTo, valueAt } from "@/core/kind/path";
import { QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Day } from "@/studio/kit/day-time";
import { type Ids, NumberInput, Row, TextInput, Tick } from "@/studio/kit/fields";
import { later } from "@/studio/kit/later";
import { Group, State } from "@/studio/kit/layout";
import { Commas, Lines } from "@/studio/kit/line-list";
import { MoneyRow } from "@/studio/kit/money-input";
import { Segments } from "@/studio/kit/segments";
import { TextArea } from "@/studio/kit/text-area";
import { type Empty, emptyOf, type Form } from "./form";

const PictureChoice = later(() => import("@/studio/media/picture-choice").then((module) => module.PictureChoice));

/** What a control is given, and what it hands back. */
interface Held<T, A = unknown> {
  readonly ids: Ids;
  readonly label: string;
  readonly value: unknown;
  readonly item: T;
  readonly around: A;
  /** `typed`: it is one of a run of changes by typing. */
  set(value: unknown, typed?: true, besides?: Partial<T>): void;
}

type Control<T> =
  /** Drawn in a row, behind the label. */
  | { inRow(held: Held<T>): ReactNode }
  /** Draws itself, with its own label. */
  | { whole(form: Form<T>, field: TableField<T>): ReactNode };

/** One line of a table. */
export interface TableField<T> extends Omit<FieldOf<T, Control<T>>, "hint"> {
  readonly hint?: string | ((item: T, around: never) => string | undefined);
  /** Where else what is wrong is told, if not at its own path. */
  readonly faults?: readonly string[];
  /** A value of its own departs from what it would inherit: it is marked, with the way back. */
  readonly departs?: boolean;
}

type More<T, A = unknown> = Partial<Pick<TableField<T>, "shown" | "open" | "stacked" | "faults" | "departs">> & {
  readonly hint?: string | ((item: T, around: A) => string | undefined);
};
type Options = readonly (readonly [string, string])[];

interface LineSet {
  readonly most?: number;
  readonly placeholder?: string;
  readonly type?: string;
  /** Id of a list of what is often written. */
  readonly list?: string;
  readonly read?: (typed: string) => string;
}

interface ChoiceSet<T> {
  /** Which option the value is; the value itself where nothing is said. */
  readonly shows?: (item: T) => string;
  /** The value that an option stands for. */
  readonly read?: (chosen: string) => unknown;
  /** What else an option makes of the item: what would not hold with it. */
  readonly besides?: (chosen: string) => Partial<T>;
}

interface NumberSet extends Empty {
  readonly unit?: string;
  readonly min?: number;
  readonly max?: number;
  /** Whole numbers where nothing is said; null for any. */
  readonly step?: number | null;
  /** What stands in the field while it holds none; it may then be left empty. */
  readonly none?: string;
  /** So many of what is kept are one of what is typed. */
  readonly per?: number;
}

/** A line for each control, checked against T: `fieldsOf<Service>().number("tax.percent", …)`. */
export interface Fields<T, A> {
  line(name: PathTo<T, string | null | undefined>, label: string, more?: More<T, A> & Empty & LineSet): TableField<T>;
  area(
    name: PathTo<T, string | null | undefined>,
    label: string,
    more?: More<T, A> & Empty & { rows?: number; placeholder?: string; mono?: boolean },
  ): TableField<T>;
  number(name: PathTo<T, number | null | undefined>, label: string, more?: More<T, A> & NumberSet): TableField<T>;
  /** A share in percent, by a slider or typed. */
  share(name: PathTo<T, number>, label: string, more: More<T, A> & { named: string }): TableField<T>;
  money(
    name: PathTo<T, number | null | undefined>,
    label: string,
    more?: More<T, A> & { none?: string; optional?: boolean },
  ): TableField<T>;
  tick(name: PathTo<T, boolean | undefined>, label: string, more?: More<T, A>): TableField<T>;
  /** A part that is there or not; `fresh` is what it begins as. */
  has(name: PathTo<T, unknown>, label: string, fresh: (item: T) => unknown, more?: More<T, A> & Empty): TableField<T>;
  /** A tick for each of several: the list of those that are ticked, in the order of the options. */
  ticks(
    name: PathTo<T, readonly string[]>,
    options: Options | ((item: T, around: A) => Options),
    more?: More<T, A>,
  ): TableField<T>;
  /** One of a list; with `shows` and `read` also of a value that is no word itself. */
  choice(
    name: PathTo<T, string | number | null | undefined> | (keyof T & string),
    label: string,
    options: Options | ((item: T, around: A) => Options),
    more?: More<T, A> & Empty & ChoiceSet<T>,
  ): TableField<T>;
  segments(
    name: PathTo<T, string | number | null | undefined>,
    label: string,
    options: Options,
    more?: More<T, A> & { bare?: true; named?: string; read?: (chosen: string) => unknown },
  ): TableField<T>;
  lines(name: PathTo<T, readonly string[] | undefined>, label: string, more?: More<T, A>): TableField<T>;
  /** Words with commas between. */
  commas(name: PathTo<T, readonly string[] | undefined>, label: string, more?: More<T, A>): TableField<T>;
  day(name: PathTo<T, string | null | undefined>, label: string, more?: More<T, A> & Empty): TableField<T>;
  /** `without` lets go of it. */
  picture(
    name: PathTo<T, string | null | undefined>,
    label: string | ((item: T) => string),
    more?: More<T, A> & Empty & { without?: string },
  ): TableField<T>;
  surface(name: PathTo<T, Surface>, label: string, more?: More<T, A>): TableField<T>;
  /** The role of a colour; `none` says what stands without one, where that may be. */
  role(
    name: PathTo<T, ColourRole | null | undefined>,
    label: string,
    roles: readonly ColourRole[],
    more?: More<T, A> & { none?: string },
  ): TableField<T>;
  /** Two controls in one row, the second without a label that is seen. */
  beside(first: TableField<T>, second: TableField<T>): TableField<T>;
  /** Several beside each other, each with its label above. */
  columns(fields: readonly TableField<T>[], more?: More<T, A>): TableField<T>;
  group(title: string, fields: readonly TableField<T>[], more?: More<T, A> & { first?: true }): TableField<T>;
  /** What is wrong with all of a part, where no field says it. */
  fault(name: PathTo<T, unknown>): TableField<T>;
  words(text: ReactNode | ((item: T) => ReactNode), more?: More<T, A>): TableField<T>;
  /** What no control fits. */
  slot(draw: (form: Form<T> & { readonly around: A }) => ReactNode, more?: More<T, A>): TableField<T>;
}

type Any = Record<string, unknown>;

const inRow = (
  name: string,
  label: string,
  more: More<Any>,
  draw: (held: Held<Any>) => ReactNode,
): TableField<Any> => ({
  ...more,
  name,
  label,
  control: { inRow: draw },
});

const whole = (
  name: string,
  label: string,
  more: More<Any>,
  draw: (form: Form<Any>, field: TableField<Any>) => ReactNode,
): TableField<Any> => ({ ...more, name, label, control: { whole: draw } });

const hintOf = <T,>({ hint }: TableField<T>, { item, around }: Form<T>) =>
  typeof hint === "function" ? hint(item, around as never) : hint;

/** What is wrong with a value: with a list, first what is wrong with one of its lines. */
function faultOf<T>({ name, faults = [name] }: TableField<T>, { item, fault }: Form<T>): string | undefined {
  const value = valueAt(item, name);
  const lines = Array.isArray(value) ? value.map((_, at) => `${name}[${at}]`) : [];
  return [...lines, ...faults].map(fault).find((one) => one !== undefined);
}

const setAt =
  ({ item, put }: Form<Any>, name: string) =>
  (value: unknown, typed?: true, besides?: Partial<Any>) =>
    put({ ...changeAt(item, name, value), ...besides }, typed && name);

const optionsOf = <T, A>(
  options: Options | ((item: T, around: A) => Options),
  { item, around }: { item: T; around?: A },
) => (typeof options === "function" ? options(item, around as A) : options);

const rolesAsOptions = (roles: readonly ColourRole[]): Options => roles.map((role) => [role, roleNames[role]]);

const choice: Fields<Any, unknown>["choice"] = (name, label, options, { empty, read, shows, besides, ...more } = {}) =>
  inRow(name, label, more, ({ ids, value, item, around, set }) => (
    <Choice
      {...ids}
      value={shows ? shows(item) : String(value ?? "")}
      onChange={(chosen) =>
        set(
          chosen === "" && (more.departs || empty !== undefined) ? empty : read ? read(chosen) : chosen,
          undefined,
          besides?.(chosen),
        )
      }
      options={optionsOf(options, { item, around })}
    />
  ));

const makers: Fields<Any, unknown> = {
  line: (name, label, { most, placeholder, type, list, read, ...more } = {}) =>
    inRow(name, label, more, ({ ids, value, item, set }) => (
      <TextInput
        {...ids}
        maxLength={most}
        placeholder={placeholder}
        type={type}
        list={list}
        disabled={more.open?.(item) === false}
        value={String(value ?? "")}
        onChange={(typed) => set((read ? read(typed) : typed) || emptyOf(more, ""), true)}
      />
    )),
  area: (name, label, { rows = 3, placeholder, mono, ...more } = {}) =>
    inRow(name, label, more, ({ ids, value, set }) => (
      <TextArea
        {...ids}
        rows={rows}
        mono={mono}
        placeholder={placeholder}
        value={String(value ?? "")}
        onChange={(typed) => set(typed || emptyOf(more, ""), true)}
      />
    )),
  number: (name, label, { none, per = 1, unit, min, max, step = 1, ...more } = {}) => {
    const empty = emptyOf(more, none === undefined ? 0 : undefined);
    return inRow(name, label, more, ({ ids, value, item, set }) => (
      <NumberInput
        {...ids}
        {...{ unit, min, max, step: step ?? undefined, placeholder: none, disabled: more.open?.(item) === false }}
        value={typeof value === "number" && !Number.isNaN(value) ? value / per : undefined}
        onChange={(typed) => set(typed === undefined ? empty : per === 1 ? typed : Math.round(typed * per), true)}
      />
    ));
  },
  share: (name, label, { named, ...more }) =>
    inRow(name, label, more, ({ ids, value, set }) => (
      <Box display="flex" gap="8px" alignItems="center">
        <input
          type="range"
          aria-label={named}
          min={0}
          max={100}
          value={Number(value)}
          onChange={(event) => set(Number(event.target.value), true)}
          style={{ flex: 1, accentColor: "var(--chakra-colors-ink)" }}
        />
        <Box w="84px">
          <NumberInput
            {...ids}
            {...{ min: 0, max: 100, step: 1, unit: "%" }}
            value={Number.isNaN(value) ? undefined : Number(value)}
            onChange={(typed) => set(typed ?? Number.NaN, true)}
          />
        </Box>
      </Box>
    )),
  money: (name, label, { none, optional, ...more } = {}) =>
    whole(name, label, more, (form, field) => (
      <MoneyRow
        label={label}
        hint={hintOf(field, form)}
        placeholder={none}
        optional={optional ?? none !== undefined}
        value={(valueAt(form.item, name) as number | null | undefined) ?? null}
        error={faultOf(field, form)}
        onChange={(amount) => setAt(form, name)(amount, true)}
      />
    )),
  tick: (name, label, more = {}) =>
    whole(name, label, more, (form) => (
      <Tick
        label={label}
        checked={valueAt(form.item, name) === true}
        disabled={more.open?.(form.item) === false}
        onChange={setAt(form, name)}
      />
    )),
  has: (name, label, fresh, { empty, ...more } = {}) =>
    whole(name, label, more, (form) => (
      <Tick
        label={label}
        checked={(valueAt(form.item, name) ?? null) !== null}
        onChange={(on) => setAt(form, name)(on ? fresh(form.item) : empty)}
      />
    )),
  ticks: (name, options, more = {}) =>
    whole(name, "", more, (form) => {
      const ticked = valueAt(form.item, name) as readonly string[];
      const all = optionsOf(options, form);
      const known = all.map(([one]) => one);
      // What is no option now, because it is not there yet or any more, stays as it is.
      const others = ticked.filter((one) => !known.includes(one));
      return all.map(([one, label]) => (
        <Tick
          key={one}
          label={label}
          checked={ticked.includes(one)}
          onChange={(on) =>
            setAt(form, name)([...known.filter((each) => (each === one ? on : ticked.includes(each))), ...others])
          }
        />
      ));
    }),
  choice,
  segments: (name, label, options, { bare, named = label, read, ...more } = {}) => {
    const draw = ({ value, set }: Pick<Held<Any>, "value" | "set">) => (
      <Segments
        label={named}
        value={String(value ?? "")}
        options={options}
        onChange={(chosen) => set(read ? read(chosen) : chosen)}
      />
    );
    return bare
      ? whole(name, label, more, (form) => draw({ value: valueAt(form.item, name), set: setAt(form, name) }))
      : inRow(name, label, more, draw);
  },
  lines: (name, label, more = {}) =>
    inRow(name, label, more, ({ ids, value, set }) => (
      <Lines {...ids} value={(value as readonly string[] | undefined) ?? []} onChange={(lines) => set(lines, true)} />
    )),
  commas: (name, label, more = {}) =>
    inRow(name, label, more, ({ ids, value, set }) => (
      <Commas {...ids} value={(value as readonly string[] | undefined) ?? []} onChange={(list) => set(list, true)} />
    )),
  day: (name, label, more = {}) =>
    inRow(name, label, more, ({ ids, value, set }) => (
      <Day
        {...ids}
        value={(value as string | null | undefined) || null}
        onChange={(day) => set(day ?? emptyOf(more, null))}
      />
    )),
  picture: (name, label, { without, empty, ...more } = {}) =>
    whole(name, "", more, (form) => {
      const value = (valueAt(form.item, name) as string | null | undefined) ?? null;
      return (
        <Box mb="8px">
          <Text color="ink2" mb="5px">
            {typeof label === "function" ? label(form.item) : label}
          </Text>
          <PictureChoice value={value} onChoose={setAt(form, name)} />
          {without && value !== null ? (
            <QuietButton mt="6px" onClick={() => setAt(form, name)(empty)}>
              {without}
            </QuietButton>
          ) : null}
        </Box>
      );
    }),
  surface: (name, label, more = {}) =>
    choice(
      name,
      label,
      surfaces.map((surface) => [surface, surfaceNames[surface]]),
      more,
    ),
  role: (name, label, roles, { none, ...more } = {}) =>
    choice(name, label, none === undefined ? rolesAsOptions(roles) : [["", none], ...rolesAsOptions(roles)], {
      ...more,
      empty: none === undefined ? undefined : null,
    }),
  beside: (first, second) => ({
    ...first,
    faults: [...(first.faults ?? [first.name]), ...(second.faults ?? [second.name])],
    control: {
      whole: (form, field) => (
        <Row label={first.label} error={faultOf(field, form)} hint={hintOf(first, form)}>
          {(ids) => (
            <Box display="flex" gap="6px" alignItems="center">
              {[first, second].map(
                (one, at) =>
                  one.shown?.(form.item) !== false && (
                    <Box key={one.name} flex="1" minW="0">
                      {drawIn(one, form, at ? { "aria-label": one.label } : ids)}
                    </Box>
                  ),
              )}
            </Box>
          )}
        </Row>
      ),
    },
  }),
  columns: (fields, more = {}) =>
    whole("columns", "", more, (form) => (
      <Box display="flex" gap="10px">
        {fields.map((field) => (
          <Box key={field.name} flex="1" minW="0">
            <FieldTable {...form} of={[{ ...field, stacked: true }]} />
          </Box>
        ))}
      </Box>
    )),
  group: (title, fields, { first, ...more } = {}) =>
    whole(title, title, more, (form) => (
      <Group title={title} {...(first ? { mt: "8px" } : {})}>
        <FieldTable {...form} of={fields} />
      </Group>
    )),
  fault: (name) =>
    whole(name, "", {}, (form, field) => {
      const wrong = faultOf(field, form);
      return wrong ? <State tone="brick">{wrong}</State> : null;
    }),
  words: (text, more = {}) =>
    whole(String(text), "", more, ({ item }) => (
      <Text color="ink2" fontSize="small" mt="4px" mb="8px">
        {typeof text === "function" ? text(item) : text}
      </Text>
    )),
  slot: (draw, more = {}) => whole("slot", "", more, (form) => draw({ ...form, around: form.around })),
};

/** The lines of tables over things of type T, that stand in A. */
export const fieldsOf = <T, A = unknown>(): Fields<T, A> => makers as unknown as Fields<T, A>;

/** The control of a field without its row. */
function drawIn<T>(field: TableField<T>, form: Form<T>, ids: Ids): ReactNode {
  if ("whole" in field.control) return field.control.whole(form, field);
  return field.control.inRow({
    ids,
    label: field.label,
    value: valueAt(form.item, field.name),
    item: form.item,
    around: form.around,
    set: setAt(form as unknown as Form<Any>, field.name),
  });
}

/** The fields of a table, in their order: those that are there as things stand. */
export function FieldTable<T>({ of, ...form }: Form<T> & { readonly of: readonly TableField<T>[] }) {
  return of.map((field, at) => {
    if (field.shown?.(form.item) === false) return null;
    // A table is written once: its lines keep their places.
    const key = `${at} ${field.name}`;
    return "whole" in field.control ? (
      <Box key={key}>{field.control.whole(form, field)}</Box>
    ) : (
      <Row
        key={key}
        label={field.label}
        error={faultOf(field, form)}
        hint={hintOf(field, form)}
        stacked={field.stacked}
        departs={field.departs && valueAt(form.item, field.name) !== undefined}
        onReturn={() => setAt(form as unknown as Form<Any>, field.name)(undefined)}
      >
        {(ids) => drawIn(field, form, ids)}
      </Row>
    );
  });
}
