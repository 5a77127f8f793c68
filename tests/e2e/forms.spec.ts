// A form: set up in its workspace, placed on a page, sent on the live site with a file, answered from the Desk.
import { expect, type Page } from "@playwright/test";
import {
  deskPart,
  entryAt,
  expectAccessible,
  expectSome,
  frame,
  makeWidget,
  openPage,
  saved,
  signIn,
  siteAddress,
} from "./studio";
import { test } from "./test";

test.describe.configure({ mode: "serial" });

let page: Page;
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
});
test.afterAll(() => page.close());

const site = "oddlane";
const sheet = () => page.getByRole("complementary", { name: "Sheet" });

test("a new form is set up: a file and a tick are asked, its sender is told by mail", async () => {
  await signIn(page);
  await makeWidget(page, site, "Form", "Ask the bench");
  const steps = page.getByRole("navigation", { name: "Steps" });
  await page.getByRole("button", { name: "Add a field" }).click();
  await page.getByLabel("Kind of field 4").selectOption("file");
  await page.getByLabel("Label of field 4").fill("A picture of it");
  await page.getByRole("button", { name: "Add a field" }).click();
  await page.getByLabel("Kind of field 5").selectOption("tick");
  await page.getByLabel("Label of field 5").fill("I have read how you keep this");
  // Order: fields stand as they were added.
  await page.getByLabel("Required").nth(4).check();
  await steps.getByRole("button", { name: /Afterwards/ }).click();
  await page.getByLabel("Tell its sender by mail that it has arrived").check();
  await expectAccessible(page);
  await saved(page);
});

test("it is placed in a page, as the form itself", async () => {
  await openPage(page, site);
  await entryAt(page, 1).click();
  await sheet().getByLabel("Add block").selectOption("widget");
  await sheet().getByLabel("Shows").selectOption({ label: "Ask the bench (form)" });
  await sheet().getByLabel("As", { exact: true }).selectOption("in the page");
  await expect(frame(page, "Wide").getByRole("button", { name: "Send" })).toBeVisible();
  await saved(page);
  await page.evaluate(async (key) => {
    const answer = await fetch("/api/do/publish.start", {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ site: key }),
    });
    if (!answer.ok) throw new Error(await answer.text());
  }, site);
});

let visitor: Page;
const form = () => visitor.locator("form.w-form");
test("a visitor without the tick is told at it, and nothing is lost; then it is taken once", async ({ browser }) => {
  visitor = await browser.newPage();
  await expect
    .poll(async () => {
      await visitor.goto(siteAddress(site));
      return form().count();
    })
    .toBe(1);
  await form().scrollIntoViewIfNeeded();
  await expect(form()).toHaveJSProperty("noValidate", true);
  await expectAccessible(visitor);
  await form().getByLabel("Name").fill("Ines");
  await form().getByLabel("E-mail").fill("ines@post.example");
  await form().getByLabel("Your question").fill("Do you mend a bent fork?");
  await form()
    .getByLabel(/^A picture of it/)
    .setInputFiles({ name: "fork.png", mimeType: "image/png", buffer: Buffer.from("\x89PNG\r\n\x1a\nrest", "latin1") });
  await form().getByRole("button", { name: "Send" }).click();
  const tick = form().getByLabel("I have read how you keep this");
  await expect(tick).toHaveAttribute("aria-invalid", "true");
  await expect(tick).toBeFocused();
  await expect(form().getByText("This is needed.")).toBeVisible();
  await expect(form().getByLabel("Your question")).toHaveValue("Do you mend a bent fork?");
  await expectAccessible(visitor);
  await tick.check();
  await form().getByRole("button", { name: "Send" }).click();
  await expect(form().getByRole("heading", { name: "Thank you" })).toBeVisible();
  await visitor.close();
});

test("on the Desk it is new, with its file; an answer goes out by mail, and it is answered", async () => {
  await page.goto(`/s/${site}/desk`);
  await deskPart(page, "Forms");
  await expect(page.getByText("1 new form")).toBeVisible();
  await page.getByRole("button", { name: /^Ines/ }).click();
  await expectSome(page.getByText("Do you mend a bent fork?"));
  const download = page.waitForEvent("download");
  await page.getByRole("link", { name: /^fork\.png/ }).click();
  expect((await download).suggestedFilename()).toBe("fork.png");
  await expectAccessible(page);
  await page.getByRole("textbox", { name: "Answer" }).fill("We do, while you wait.");
  await page.getByRole("button", { name: "Send the answer" }).click();
  await expect(page.getByText(/^Answered /)).toBeVisible();
  await expect(page.getByText("Nothing new")).toBeVisible();
  await page.getByText("Outbox", { exact: true }).click();
  await expect(page.getByRole("button", { name: /ines@post\.example.*Re: Oddlane Cycles/ })).toBeVisible();
  await expect(page.getByRole("button", { name: /ines@post\.example.*It has arrived/ })).toBeVisible();
  // By the arrow keys one goes through the list, reading each.
  const answer = page.getByRole("button", { name: /ines@post\.example.*Re: Oddlane Cycles/ });
  await answer.click();
  await answer.press("ArrowDown");
  await expect(answer).toHaveAttribute("aria-current", "false");
  await expect(answer).not.toBeFocused();
  await page.keyboard.press("ArrowUp");
  await expect(answer).toBeFocused();
  await expect(answer).toHaveAttribute("aria-current", "true");
  await expectSome(page.getByText("We do, while you wait."));
});

test("without script the form is sent all the same", async ({ browser }) => {
  const context = await browser.newContext({ javaScriptEnabled: false });
  const plain = await context.newPage();
  await plain.goto(siteAddress(site));
  const own = plain.locator("form.w-form");
  await own.getByLabel("Name").fill("Pavel");
  await own.getByLabel("E-mail").fill("pavel@post.example");
  await own.getByLabel("Your question").fill("When are you open?");
  await own.getByLabel("I have read how you keep this").check();
  await own.getByRole("button", { name: "Send" }).click();
  await expect(plain.getByRole("heading", { name: "Thank you" })).toBeVisible();
  await context.close();
});
