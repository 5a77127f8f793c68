import { siteKeySchema } from "@/core/site/schema";
import { standInLabels } from "./hosts";

test.each(standInLabels)("no site can take the place of the stand-in %s", (label) => {
  expect(siteKeySchema.validate(label.split(".").at(-1)).error?.message).toBe("This key is kept for Webitor itself.");
});
