"use client";
// Choosing from what Brand offers: a surface, or the role of a colour.
import { type ColourRole, roleNames, type Surface, surfaceNames, surfaces } from "@/core/brand/brand";
import { Choice } from "@/studio/kit/choice";
import { Row } from "@/studio/kit/fields";

/** A surface. */
export const SurfaceRow = ({
  label,
  value,
  onChange,
}: {
  label: string;
  value: Surface;
  onChange: (surface: Surface) => void;
}) => (
  <Row label={label}>
    {(ids) => (
      <Choice
        {...ids}
        value={value}
        onChange={(surface) => onChange(surface as Surface)}
        options={surfaces.map((surface) => [surface, surfaceNames[surface]] as const)}
      />
    )}
  </Row>
);

const rolesAsOptions = (roles: readonly ColourRole[]) => roles.map((role) => [role, roleNames[role]] as const);

/** The role of a colour. */
export const RoleRow = ({
  label,
  roles,
  value,
  onChange,
}: {
  label: string;
  roles: readonly ColourRole[];
  value: ColourRole;
  onChange: (role: ColourRole) => void;
}) => (
  <Row label={label}>
    {(ids) => (
      <Choice
        {...ids}
        value={value}
        onChange={(role) => onChange(role as ColourRole)}
        options={rolesAsOptions(roles)}
      />
    )}
  </Row>
);

/** The role of a colour, or what `none` says. */
export const RoleOrNoneRow = ({
  label,
  none,
  roles,
  value,
  onChange,
}: {
  label: string;
  none: string;
  roles: readonly ColourRole[];
  value: ColourRole | null;
  onChange: (role: ColourRole | null) => void;
}) => (
  <Row label={label}>
    {(ids) => (
      <Choice
        {...ids}
        value={value ?? ""}
        onChange={(role) => onChange((role || null) as ColourRole | null)}
        options={[["", none], ...rolesAsOptions(roles)]}
      />
    )}
  </Row>
);
