"use client";
// Which widget stands here, and in which of the ways its kind knows.
import { widgetFacts, widgetKindNames } from "@/core/widget/all-facts";
import { useSite } from "@/studio/frame/site-context";
import { Choice } from "@/studio/kit/choice";
import { Row } from "@/studio/kit/fields";
import { words as own } from "../words";
import { type FieldProps, useField } from "./field";

type InPage = "flow" | "button" | "link";

const placementNames: Readonly<Record<InPage, string>> = {
  flow: own.inTheFlow,
  button: own.aButton,
  link: own.textLink,
};

/** Words that nobody wrote: another kind of widget brings its own. */
const ours: ReadonlySet<string> = new Set(widgetKindNames.map((kind) => widgetFacts[kind].callWords));

export function WidgetField({ composer, node, field }: FieldProps<"widget">) {
  const { widgets } = useSite();
  const as = useField(composer, node, "as");
  const id = String(node.content[field.name] ?? "");
  const placementsOf = (widget: string): readonly InPage[] => {
    const found = widgets.find((one) => one.id === widget);
    const known = found ? widgetFacts[found.kind].placements : (["button", "link"] as const);
    return known.filter((placement): placement is InPage => placement !== "over");
  };
  const placements = placementsOf(id);
  return (
    <>
      <Row label={field.label}>
        {(ids) => (
          <Choice
            {...ids}
            value={id}
            onChange={(widget) => {
              composer.content.set(node.id, field.name, widget || null);
              const chosen = widgets.find((one) => one.id === widget);
              if (chosen && ours.has(String(node.content.text)))
                composer.content.set(node.id, "text", widgetFacts[chosen.kind].callWords);
              const [first] = placementsOf(widget);
              if (first && !placementsOf(widget).includes(as.value as InPage)) as.set(first);
            }}
            options={[
              ["", own.chooseWidget],
              ...widgets
                .filter(({ kind }) => widgetFacts[kind].placements.length)
                .map((widget) => [widget.id, own.widgetOfKind(widget.name, widgetFacts[widget.kind].label)] as const),
            ]}
          />
        )}
      </Row>
      <Row label={own.as} error={as.error}>
        {(ids) => (
          <Choice
            {...ids}
            value={String(as.value)}
            onChange={as.set}
            options={placements.map((placement) => [placement, placementNames[placement]] as const)}
          />
        )}
      </Row>
    </>
  );
}
