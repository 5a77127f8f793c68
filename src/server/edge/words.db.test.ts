// Forms of words alone, as browsers write them: read as any form, and bounded as any body.
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { answerVisitor } from "./visitors";

let studio: TestStudio;
beforeAll(async () => {
  studio = await testStudio();
});
afterAll(() => studio.close());

const send = async (body: string | Uint8Array, headers: Record<string, string> = {}, path = "/forms") => {
  const response = await answerVisitor(
    studio.context,
    new Request(`http://wrenfield.localhost:4499/_w/v1${path}`, {
      method: "POST",
      headers: {
        host: "wrenfield.localhost:4499",
        origin: "http://wrenfield.localhost:4499",
        "content-type": "application/x-www-form-urlencoded",
        ...headers,
      },
      body: body as BodyInit,
    }),
    { siteKey: "wrenfield", address: "10.0.0.1", path },
  );
  return {
    status: response.status,
    problem: (await response.json()) as { code: string; fields: { path: string; message: string }[] },
  };
};

test("is judged by the form it is for, each fault at its field", async () => {
  const { status, problem } = await send("widget=none&once=abcdefgh&website=&elapsedMs=1000");
  expect(status).toBe(422);
  expect(problem.fields.map(({ path }) => path)).toContain("fields");
});

test("names that a program would trip over are names like any other", async () => {
  for (const name of ["__proto__", "constructor", "toString", "a[b]", "%00"]) {
    const { status } = await send(`${name}=1&${name}=2`);
    expect([name, status]).toEqual([name, 422]);
  }
  expect(({} as Record<string, unknown>)["1"]).toBeUndefined();
  expect(Object.prototype).not.toHaveProperty("b");
});

test("too many fields, too much, letters that are none, and pages of others are refused before anything is read", async () => {
  const many = await send(Array.from({ length: 400 }, (_, nth) => `f${nth}=1`).join("&"));
  expect([many.status, many.problem.code]).toEqual([422, "invalid"]);
  expect((await send(`a=${"x".repeat(70_000)}`)).status).toBe(413);
  expect((await send(Uint8Array.from([0x61, 0x3d, 0xff, 0xfe]))).status).toBe(400);
  expect((await send("a=1", { origin: "https://elsewhere.example" })).status).toBe(403);
  expect((await send("a=1", { "content-type": "text/csv" })).status).toBe(415);
});

test("a call that takes JSON alone takes no form", async () => {
  const { status } = await send("email=ana@mail.example", {}, "/signups");
  expect(status).toBe(415);
});

test("a shop that is not there says so", async () => {
  const { status, problem } = await send("command=add&variant=x", { "sec-fetch-mode": "cors" }, "/shop/cart");
  expect([status, problem.code]).toEqual([404, "notFound"]);
});
