// Rehearsals: who may see the working state, as whom, and for how long.
import { findSite } from "@/data/site/queries";
import { isOfThisRun, type TestStudio, testStudio } from "../testing/studio.test-kit";
import { claimOf, makeToken, readToken, tokenMinutes } from "./token";

let studio: TestStudio;
beforeAll(async () => {
  studio = await testStudio();
});
afterAll(() => studio.close());

const visitor = {
  widthPx: 390,
  language: "de",
  country: "DE",
  now: 0,
  zone: "Europe/Berlin",
  visit: 2,
  cameFrom: null,
  consent: "notAsked" as const,
  signedUpWith: [],
};
const open = async () => {
  const { base, expires } = (await studio.as("editor", "rehearse.open", { site: "wrenfield", visitor })) as {
    base: string;
    expires: number;
  };
  return { token: base.split("/").at(-1) as string, base, expires };
};
const siteId = async () => (await findSite(studio.context.db, "wrenfield"))?.id as string;

test("a token opens its site's rehearsal as its visitor, on the site's own rehearsal host", async () => {
  const { token, base } = await open();
  expect(base).toMatch(/^http:\/\/rehearse\.wrenfield\.localhost:\d+\//);
  expect(readToken(studio.context, await siteId(), token)?.visitor).toEqual(visitor);
});

test("it is another site's or nobody's: nothing opens", async () => {
  const { token } = await open();
  expect(readToken(studio.context, "another", token)).toBeNull();
  for (const spoilt of ["", ".", "x.y", `${token}x`, token.replace(/^./, (letter) => (letter === "a" ? "b" : "a"))])
    expect(readToken(studio.context, await siteId(), spoilt)).toBeNull();
});

test("it runs out after half an hour, and can't be made to last longer", async () => {
  const { token, expires } = await open();
  const opened = expires - tokenMinutes * 60_000;
  expect(isOfThisRun(opened)).toBe(true);
  const id = await siteId();
  const spent = makeToken(studio.context, { siteId: id, by: null, visitor, expires: 1 });
  expect(readToken(studio.context, id, spent)).toBeNull();
  const [payload = "", signature = ""] = token.split(".");
  const claim = JSON.parse(Buffer.from(payload, "base64url").toString());
  const longer = Buffer.from(JSON.stringify({ ...claim, expires: expires + 1e9 })).toString("base64url");
  expect(readToken(studio.context, id, `${longer}.${signature}`)).toBeNull();
});

test("a visitor who can't be is refused at the field", async () => {
  await expect(
    studio.as("editor", "rehearse.open", { site: "wrenfield", visitor: { ...visitor, widthPx: 3 } }),
  ).rejects.toMatchObject({ status: 422, fields: [{ path: "visitor.widthPx" }] });
});

test("it ends with the membership of whoever opened it, before its time", async () => {
  const { token } = await open();
  const row = await findSite(studio.context.db, "wrenfield");
  if (!row) throw new Error("There is no such site.");
  expect((await claimOf(studio.context, row, token))?.by).toBe("editor");
  await studio.as("owner", "people.remove", { id: "editor" });
  expect(await claimOf(studio.context, row, token)).toBeNull();
});
