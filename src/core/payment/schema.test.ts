// What may be set up of a way to be paid, and which ways are offered for what.
import { connectorKinds, connectors, keyMode, mayPay, newConnector, transferLines } from "./connectors";
import { connectorSettingsSchema, ibanFault, missingFields } from "./schema";

test("an account as a bank writes it: with spaces and in small letters; a swapped or missing sign is told", () => {
  expect(ibanFault("ie25 marr 9311-5212 3456 78")).toBe("");
  for (const wrong of ["IE25MARR93115212345687", "IE25MARR9311521234567", "XX25MARR93115212345678", "25", "<b>"])
    expect(ibanFault(wrong)).toContain("This is no IBAN");
  const { value } = connectorSettingsSchema.validate({ ...newConnector, iban: "ie25 marr 9311 5212 3456 78" });
  expect(value.iban).toBe("IE25MARR93115212345678");
});

test.each([
  [{ bic: "MARR" }, "This is no BIC"],
  [{ days: 121 }, "At most 120 days."],
  [{ most: 0 }, "An amount is more than nothing."],
  [{ words: "x".repeat(601) }, "600"],
])("%j is told", (part, said) => {
  expect(connectorSettingsSchema.validate({ ...newConnector, ...part }).error?.message).toContain(said);
});

test("what each needs before it can be used", () => {
  const missing = Object.fromEntries(connectorKinds.map((kind) => [kind, missingFields(kind, newConnector)]));
  expect(missing).toEqual({
    ...{ card: [], redirect: [], later: [], pickup: [] },
    ...{ transfer: ["owner", "iban"], invoice: ["owner", "iban"] },
  });
  for (const { needs, fields } of Object.values(connectors)) for (const field of needs) expect(fields).toContain(field);
});

test("offered for what it may pay: never more than its most, at the counter only what is fetched", () => {
  const way = (by: (typeof connectorKinds)[number], most: number | null = null) => ({ by, words: "", most });
  const order = { thing: "order", amount: 4200, fetched: false } as const;
  const booking = { thing: "booking", amount: 4200, fetched: false } as const;
  expect(connectorKinds.filter((by) => mayPay(way(by), order))).toEqual([
    "card",
    "redirect",
    "later",
    "transfer",
    "invoice",
  ]);
  expect(connectorKinds.filter((by) => mayPay(way(by), booking))).toEqual(["card", "redirect"]);
  expect(mayPay(way("pickup"), { ...order, fetched: true })).toBe(true);
  expect([4199, 4200].map((most) => mayPay(way("invoice", most), order))).toEqual([false, true]);
});

test("a key says itself what it is for", () => {
  expect(keyMode("test.secret.ab.cd", "secret")).toBe("test");
  expect(keyMode("live.hook.ab.cd", "hook")).toBe("live");
  for (const other of ["", "test", "test.hook.ab", "secret.test.ab", "TEST.secret.ab"])
    expect(keyMode(other, "secret")).toBeNull();
});

test("what a payer sends with a transfer stands in groups of four, with the number it is known by", () => {
  const account = { owner: "Wrenfield Clayworks", iban: "IE25MARR93115212345678", bic: "" };
  expect(transferLines(account, "W-1042")).toEqual(["Wrenfield Clayworks", "IE25 MARR 9311 5212 3456 78", "W-1042"]);
  expect(transferLines({ ...account, iban: "" }, "W-1042")).toEqual([]);
});
