// What stands in a part of a shop: filled in where somebody asks for the page, or with what is at hand.
import { service } from "@/core/kind/service";
import type { RenderContext } from "@/core/render/markup";
import { type Hole, holeHtml } from "./part-facts";

export const shopParts =
  service<(hole: Hole, picture: RenderContext["picture"], quiet: boolean) => string>("shopParts");

/** A part of the shop. One that stands in another block is `quiet`: where it has nothing to show, nothing stands on a stage either. */
export const partHtml = (hole: Hole, context: RenderContext, quiet = false): string =>
  context.service(shopParts)?.(hole, context.picture, quiet) ?? holeHtml(hole);
