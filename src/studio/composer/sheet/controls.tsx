"use client";
// The controls of fields that few blocks have: each is loaded with the first block that is set by it.
import { Box } from "@chakra-ui/react";
import { later } from "@/studio/kit/later";

/** As high as a field, so that little moves when it comes. */
const room = <Box h="32px" mb="8px" />;

export const CodeField = later(() => import("./code-field").then((module) => module.CodeField), room);
export const EmbedField = later(() => import("./embed-field").then((module) => module.EmbedField), room);
export const FileField = later(() => import("./file-field").then((module) => module.FileField), room);
export const GroundField = later(() => import("./ground-field").then((module) => module.GroundField), room);
export const IconChoice = later(() => import("./icon-choice").then((module) => module.IconChoice), room);
export const ItemsField = later(() => import("./items-field").then((module) => module.ItemsField), room);
export const LinesField = later(() => import("./lines-field").then((module) => module.LinesField), room);
export const ListField = later(() => import("./code-field").then((module) => module.ListField), room);
export const MapField = later(() => import("./map-field").then((module) => module.MapField), room);
export const ShopCategoryField = later(() => import("./shop-fields").then((module) => module.ShopCategoryField), room);
export const ShopProductsField = later(() => import("./shop-fields").then((module) => module.ShopProductsField), room);
export const TableField = later(() => import("./table-field").then((module) => module.TableField), room);
export const TicksField = later(() => import("./embed-field").then((module) => module.TicksField), room);
export const VideoField = later(() => import("./video-field").then((module) => module.VideoField), room);
export const WidgetField = later(() => import("./widget-field").then((module) => module.WidgetField), room);
