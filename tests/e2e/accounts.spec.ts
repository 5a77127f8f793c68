// Accounts as people use them: an invitation followed, a second factor set up and used, sessions ended, a password asked
// for again, and an editor who sees one client's site and nobody's names.
import { expect, type Page } from "@playwright/test";
import { createConnection } from "mysql2/promise";
import { Secret, TOTP } from "otpauth";
import { expectAccessible, signIn } from "./studio";
import { test } from "./test";

test.describe.configure({ mode: "serial" });

const password = "wheel-and-water";
let owner: Page;
let una: Page;
let letter: string;
let key: string;
let recovery: string;

test.beforeAll(async ({ browser }) => {
  owner = await (await browser.newContext()).newPage();
  una = await (await browser.newContext()).newPage();
});
test.afterAll(async () => {
  await owner.context().close();
  await una.context().close();
});

const query = async (text: string, values: string[] = []) => {
  const connection = await createConnection({ uri: process.env.WEBITOR_DATABASE_URL ?? "" });
  try {
    return (await connection.query(text, values))[0] as { text: string }[];
  } finally {
    await connection.end();
  }
};

const codeNow = () => new TOTP({ secret: Secret.fromBase32(key) }).generate();

test("an owner invites an editor to one site; the password is asked for again after a while", async () => {
  await signIn(owner);
  await owner.goto("/people");
  await expectAccessible(owner);
  await query("update sessions set confirmed_at = 0");
  await owner.getByRole("button", { name: "Invite a person" }).click();
  const form = owner.getByRole("dialog", { name: "Invite a person" });
  await form.getByLabel("Name").fill("Una Voss");
  await form.getByLabel("E-mail").fill("una@wrenfield.example");
  await form.getByLabel("Role").selectOption("editor");
  await form.getByText("Only chosen ones").click();
  await form.getByLabel("Wrenfield Clayworks").check();
  await expectAccessible(owner);
  await form.getByRole("button", { name: "Send the invitation" }).click();
  const again = owner.getByRole("dialog", { name: "Your password again" });
  await again.getByLabel("Password").fill("not the password");
  await again.getByRole("button", { name: "Go on" }).click();
  await expect(again.getByText("This is not your current password.")).toBeVisible();
  await again.getByLabel("Password").fill("clay-and-chains");
  await again.getByRole("button", { name: "Go on" }).click();
  await expect(owner.getByRole("listitem", { name: "Una Voss" })).toContainText("Editor on Wrenfield Clayworks");
  await expect(owner.getByRole("listitem", { name: "Una Voss" })).toContainText("not joined yet");
  await expect(owner.getByRole("region", { name: "Invitations to hand over" })).toContainText("una@wrenfield.example");
  const [row] = await query("select text from mails where recipient = ?", ["una@wrenfield.example"]);
  letter = /\/join\/[\w-]+/.exec(row?.text ?? "")?.[0] ?? "";
});

test("the invited person chooses a password; a common one is refused at its field", async () => {
  await una.goto(letter);
  await expect(una.getByText("Una Voss, una@wrenfield.example")).toBeVisible();
  await expectAccessible(una);
  await una.getByLabel("New password").fill("leavemealone");
  await una.getByRole("button", { name: "Join" }).click();
  await expect(una.getByText(/one of the commonest passwords/)).toBeVisible();
  await una.getByLabel("New password").fill(password);
  await una.getByRole("button", { name: "Join" }).click();
  await expect(una.getByRole("link", { name: "Wrenfield Clayworks" })).toBeVisible();
  await expect(una.getByRole("link", { name: "Oddlane Cycles" })).toHaveCount(0);
  await una.goto(letter);
  await expect(una.getByText(/does not work, or not any more/)).toBeVisible();
});

test("an editor opens no Desk, and no other client's site", async () => {
  await una.goto("/s/wrenfield/pages");
  await expect(una.getByRole("link", { name: "Pages" })).toBeVisible();
  await expect(una.getByRole("link", { name: "Desk" })).toHaveCount(0);
  const answer = await una.request.post("/api/do/desk.signups", { data: { site: "wrenfield", offset: 0, limit: 10 } });
  expect(answer.status()).toBe(403);
  await una.goto("/s/oddlane/pages");
  await expect(una.getByText("This site is not here.")).toBeVisible();
});

test("a second factor is set up with its key, and asked for from then on", async () => {
  await una.goto("/account");
  await una.getByRole("button", { name: "Set it up" }).click();
  await expect(una.getByRole("img", { name: "Picture for your authenticator" })).toBeVisible();
  await expectAccessible(una);
  key = ((await una.locator("p", { hasText: /^([A-Z2-7]{4} ){7}[A-Z2-7]{4}$/ }).textContent()) ?? "").replace(/ /g, "");
  await una.getByLabel("Its code now").fill("000000");
  await una.getByRole("button", { name: "Turn it on" }).click();
  await expect(una.getByText("This code is not right.", { exact: false })).toBeVisible();
  await una.getByLabel("Its code now").fill(codeNow());
  await una.getByRole("button", { name: "Turn it on" }).click();
  const codes = una.getByRole("dialog", { name: "Your recovery codes" });
  await expect(codes.getByRole("listitem")).toHaveCount(10);
  // Order: codes stand as they were made; any of them will do.
  recovery = (await codes.getByRole("listitem").first().textContent()) ?? "";
  await codes.getByRole("button", { name: "I have kept them" }).click();
  await expect(una.getByText("10 recovery codes are left.")).toBeVisible();
});

test("signing in elsewhere takes the second step; that session is seen and ended from here", { tag: "@long" }, async ({
  browser,
}) => {
  const elsewhere = await (await browser.newContext()).newPage();
  await elsewhere.goto("/sign-in");
  await elsewhere.getByLabel("E-mail").fill("una@wrenfield.example");
  await elsewhere.getByLabel("Password").fill(password);
  await elsewhere.getByRole("button", { name: "Sign in" }).click();
  await expect(elsewhere.getByRole("heading", { name: "Your code" })).toBeVisible();
  await expectAccessible(elsewhere);
  await elsewhere.getByLabel("Code").fill("123");
  await elsewhere.getByRole("button", { name: "Sign in" }).click();
  await expect(elsewhere.getByText(/This code is not right/)).toBeVisible();
  await elsewhere.getByLabel("Code").fill(recovery);
  await elsewhere.getByRole("button", { name: "Sign in" }).click();
  await expect(elsewhere.getByRole("heading", { name: "Sites" })).toBeVisible();
  await una.reload();
  const sessions = una.getByRole("region", { name: "Where you are signed in" });
  await expect(sessions.getByRole("listitem")).toHaveCount(2);
  await sessions.getByRole("button", { name: "Sign out everywhere else" }).click();
  await expect(sessions.getByRole("listitem")).toHaveCount(1);
  await elsewhere.goto("/");
  await expect(elsewhere).toHaveURL(/\/sign-in/);
  await elsewhere.context().close();
});

test("a lost password comes back by a letter", async ({ browser }) => {
  const lost = await (await browser.newContext()).newPage();
  await lost.goto("/sign-in");
  await lost.getByRole("button", { name: "Lost your password?" }).click();
  await lost.getByLabel("E-mail").fill("una@wrenfield.example");
  await lost.getByRole("button", { name: "Write me a letter" }).click();
  await expect(lost.getByText(/a letter is on its way/)).toBeVisible();
  // It is written behind the answer.
  const link = async () => {
    const asked = "select text from mails where recipient = ? and text like '%/recover/%'";
    const [row] = await query(asked, ["una@wrenfield.example"]);
    return /\/recover\/[\w-]+/.exec(row?.text ?? "")?.[0] ?? "";
  };
  await expect.poll(link).not.toBe("");
  await lost.goto(await link());
  await lost.getByLabel("New password").fill("another-wheel-and-water");
  await lost.getByRole("button", { name: "Set the password" }).click();
  // With a second factor the letter alone opens nothing.
  await expect(lost).toHaveURL(/\/sign-in$/);
  await una.goto("/account");
  await expect(una).toHaveURL(/\/sign-in/);
  await lost.context().close();
});

test("an owner sees what happened, gives another site, and removes the person", { tag: "@long" }, async () => {
  await owner.reload();
  const happened = owner.getByRole("region", { name: "What happened" });
  await expect(happened).toContainText("Una Voss turned the second factor on");
  await expect(happened).toContainText("Rowan Marr invited Una Voss as editor");
  await owner.getByRole("button", { name: "Change Una Voss" }).click();
  const form = owner.getByRole("dialog", { name: "Una Voss" });
  await form.getByLabel("Oddlane Cycles").check();
  await form.getByRole("button", { name: "Save" }).click();
  await expect(owner.getByRole("listitem", { name: "Una Voss" })).toContainText(
    "on Oddlane Cycles, Wrenfield Clayworks",
  );
  await owner.getByRole("button", { name: "Remove Una Voss" }).click();
  await owner.getByRole("dialog").getByRole("button", { name: "Remove Una Voss" }).click();
  await expect(owner.getByRole("listitem", { name: "Una Voss" })).toHaveCount(0);
});
