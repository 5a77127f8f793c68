"use client";
// Looks of the selected block at one width: each property's control from its own entry in the core's table.
import { useState } from "react";
import { type Surface, surfaceRoles } from "@/core/brand/brand";
import { contrastOnGradient, contrastRatio, textRatio } from "@/core/brand/contrast";
import { kinds } from "@/core/page/kinds";
import { type LookField, lookAt, lookGroups, lookProperties, type Width } from "@/core/page/look/look";
import type { PageNode } from "@/core/page/node";
import { ValueField } from "@/studio/forms/value-control";
import { useSite } from "@/studio/frame/site-context";
import { Row } from "@/studio/kit/fields";
import { Group, State } from "@/studio/kit/layout";
import type { Composer } from "../store";
import { words as own } from "../words";

export function Looks({ composer, node, width }: { composer: Composer; node: PageNode; width: Width }) {
  return lookGroups.map((group) => {
    const fields = kinds[node.kind].looks.filter((field) => lookProperties[field].group === group);
    if (!fields.length) return null;
    const untouched =
      fields.some((field) => lookProperties[field].fromBrand) &&
      !fields.some((field) => node.look.base[field] !== undefined);
    return (
      <Group key={group} title={group} aside={untouched ? own.fromBrand : undefined}>
        {fields.map((field) => (
          <LookRow key={field} composer={composer} node={node} width={width} field={field} />
        ))}
        {fields.includes("toward") ? <GradientContrast node={node} width={width} /> : null}
        {fields.includes("colour") ? <Contrast composer={composer} node={node} width={width} /> : null}
      </Group>
    );
  });
}

interface LookRowProps {
  readonly composer: Composer;
  readonly node: PageNode;
  readonly width: Width;
  readonly field: LookField;
}

function LookRow({ composer, node, width, field }: LookRowProps) {
  const [error, setError] = useState<string | undefined>();
  const { label, control, fromBrand } = lookProperties[field];
  const { values, departures } = lookAt(node.look, width);
  const set = (next: unknown) => setError(composer.looks.set(node.id, width, field, next) ?? undefined);
  const departs =
    width === "base" ? Boolean(fromBrand) && node.look.base[field] !== undefined : departures.includes(field);
  const elsewhere = (["tablet", "phone"] as const).filter(
    (other) => other !== width && node.look[other]?.[field] !== undefined,
  );
  const hint = elsewhere.length
    ? elsewhere.map((other) => `${other} ${String(node.look[other]?.[field])}`).join(" · ")
    : undefined;
  return (
    <Row
      label={label}
      error={error}
      departs={departs || Boolean(hint)}
      hint={hint}
      {...(departs ? { onReturn: () => set(undefined) } : {})}
    >
      {(ids) => (
        <ValueField
          control={control}
          label={label}
          value={values[field]}
          ids={ids}
          // What is off at every width is not said at all; at one width it is said against the others.
          onChange={(next) => set(next === false && width === "base" ? undefined : next)}
        />
      )}
    </Row>
  );
}

/** What a ground that runs from one surface into another leaves for the words on it. */
function GradientContrast({ node, width }: { node: PageNode; width: Width }) {
  const { brand } = useSite();
  const { surface = "paper", toward } = lookAt(node.look, width).values;
  if (!toward) return null;
  const roles = surfaceRoles[surface];
  const [from, to] = [brand.colours[roles.ground], brand.colours[surfaceRoles[toward].ground]];
  const ratio = Math.min(
    ...[roles.words, roles.quiet].map((role) => contrastOnGradient(from, to, brand.colours[role])),
  );
  return <State tone={ratio >= textRatio ? "moss" : "brick"}>{own.contrastOver(ratio.toFixed(1))}</State>;
}

/** The contrast of the words on the ground they stand on at this width. */
function Contrast({ composer, node, width }: { composer: Composer; node: PageNode; width: Width }) {
  const { brand } = useSite();
  const surface =
    composer
      .path(node.id)
      .map((above) => lookAt(above.look, width).values.surface)
      .findLast((found): found is Surface => found !== undefined) ?? "paper";
  const chosen = lookAt(node.look, width).values.colour ?? "ink";
  // Ink and quiet words are those of the surface.
  const words =
    chosen === "ink" ? surfaceRoles[surface].words : chosen === "quiet" ? surfaceRoles[surface].quiet : chosen;
  const ground = brand.colours[surfaceRoles[surface].ground];
  const holder = composer.path(node.id).findLast((above) => lookAt(above.look, width).values.surface !== undefined);
  // On a picture it is measured where the picture is chosen.
  if (holder?.content.ground) return null;
  const toward = holder && lookAt(holder.look, width).values.toward;
  const ratio = toward
    ? contrastOnGradient(ground, brand.colours[surfaceRoles[toward].ground], brand.colours[words])
    : contrastRatio(brand.colours[words], ground);
  return <State tone={ratio >= textRatio ? "moss" : "brick"}>{own.contrast1Surface(ratio.toFixed(1))}</State>;
}
