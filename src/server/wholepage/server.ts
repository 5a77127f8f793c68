// The server's half of code for every page: there is nothing that visitors send through it.
import { defineWidgetServer } from "../widget/half";

export const wholePageServer = defineWidgetServer<"wholepage">()({});
