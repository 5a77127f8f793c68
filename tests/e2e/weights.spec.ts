// Every screen of the studio loads what it shows, and no more script than its limit.
import { expect } from "@playwright/test";
import { widgetKindNames } from "@/core/widget/all-facts";
import { scriptKb, weighed, workspaceKb, workspaces } from "../weights";
import { operator, signIn } from "./studio";
import { test } from "./test";

test("no screen loads more script than it may", async ({ browser, page }) => {
  const stranger = await browser.newPage();
  await signIn(page);
  for (const screen of weighed) {
    const kb = await scriptKb(screen.path === "/sign-in" ? stranger : page, screen);
    expect.soft(kb, `${screen.screen} loads ${kb.toFixed(0)} kB`).toBeLessThanOrEqual(screen.mostKb);
  }
  await stranger.close();
});

test("no workspace of a widget loads more script than it may", async ({ page }) => {
  await signIn(page);
  const { call, copyWorkshop } = operator(() => page, "weights");
  await copyWorkshop("Weights");
  const there = new Set((await workspaces(page, ["weights"])).map(({ kind }) => kind));
  for (const kind of widgetKindNames) if (!there.has(kind)) await call("widgets.add", { kind, name: kind });
  const all = await workspaces(page, ["weights"]);
  expect(new Set(all.map(({ kind }) => kind))).toEqual(new Set(widgetKindNames));
  for (const { kind, path } of all) {
    const kb = await scriptKb(page, { path, shows: null });
    expect.soft(kb, `the workspace of ${kind} loads ${kb.toFixed(0)} kB`).toBeLessThanOrEqual(workspaceKb);
  }
});
