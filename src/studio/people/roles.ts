// Words for what members may do.
import type { Role } from "@/core/account/rights";

export const roleWords: Readonly<Record<Role, { readonly name: string; readonly may: string }>> = {
  owner: { name: "Owner", may: "everything on all sites, and who belongs here" },
  designer: { name: "Designer", may: "compose, set up widgets, publish, the Desk" },
  editor: { name: "Editor", may: "words and pictures, no visitors’ names" },
};

export const roleOptions = (Object.keys(roleWords) as Role[]).map((role) => [role, roleWords[role].name] as const);
