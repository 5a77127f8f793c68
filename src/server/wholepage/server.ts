// The server's half of code for every page: there is nothing that visitors send through it.
import type { WidgetServer } from "../widget/half";

export const wholePageServer = {
  operations: {},
  endpoints: [],
  schemas: {},
  jobs: {},
  knows: null,
  results: async () => ({ series: {}, states: {} }),
  outside: null,
  rehearse: null,
} satisfies WidgetServer<"wholepage">;
