// Secrets of accounts by themselves: codes by the standard's own examples, sealed keys, passwords, networks.
import { Secret } from "otpauth";
import { readSettings } from "../settings";
import { networkOf, networksOf } from "./network";
import { fitsPassword, hashPassword, newPasswordSchema } from "./password";
import { newKey, sealKey, stepOf, unsealKey } from "./second-factor";

const settings = (secret: string) => readSettings({ WEBITOR_SECRET: secret, WEBITOR_DATABASE_URL: "mysql://a@b/c" });

describe("codes of the second factor", () => {
  // RFC 6238, appendix B, SHA-1: the last six of its eight digits.
  const key = Secret.fromUTF8("12345678901234567890").base32;
  test.each([
    [59, "287082"],
    [1111111109, "081804"],
    [1111111111, "050471"],
    [1234567890, "005924"],
    [2000000000, "279037"],
  ])("at %s s the code is %s, for a step before and after too, and no longer", (seconds, code) => {
    const step = Math.floor(seconds / 30);
    for (const shift of [-1, 0, 1]) expect(stepOf(key, code, (seconds + shift * 30) * 1000)).toBe(step);
    for (const shift of [-3, 3]) expect(stepOf(key, code, (seconds + shift * 30) * 1000)).toBeNull();
  });

  test("what is no code is none", () => {
    for (const code of ["", "12345", "1234567", "abcdef", "28708２", " 287082"])
      expect(stepOf(key, code, 59_000)).toBeNull();
  });

  test("a new key has 160 bits and an address that names the person", () => {
    const { key: made, address } = newKey("ines@m.example");
    expect(made).toMatch(/^[A-Z2-7]{32}$/);
    expect(address).toMatch(new RegExp(`^otpauth://totp/Webitor:ines%40m\\.example\\?.*secret=${made}`));
    expect(newKey("ines@m.example").key).not.toBe(made);
  });

  test("a sealed key opens with its own secret only, and shows every change", () => {
    const here = settings("a-secret-of-this-machine-1");
    const sealed = sealKey(here, "ABCDEFGH");
    expect(sealed).not.toContain("ABCDEFGH");
    expect(sealKey(here, "ABCDEFGH")).not.toBe(sealed);
    expect(unsealKey(here, sealed)).toBe("ABCDEFGH");
    expect(() => unsealKey(settings("a-secret-of-another-machine"), sealed)).toThrow();
    const changed = Buffer.from(sealed, "base64url");
    changed[changed.length - 1] = (changed.at(-1) as number) ^ 1;
    expect(() => unsealKey(here, changed.toString("base64url"))).toThrow();
  });
});

describe("passwords", () => {
  test.each([
    ["clay-and-chains", "taken"],
    ["a sentence with spaces, ümlauts and 🏺", "taken"],
    ["x".repeat(128), "same few characters"],
    [`${"abcd".repeat(32)}`, "taken"],
    [`${"abcd".repeat(33)}`, "at most 128"],
    ["elevenchars", "at least 12"],
    ["123456qwerty", "commonest"],
    ["QAZWSXEDC123", "commonest"],
    ["aaaaaaaaaaaa", "same few characters"],
    ["", "Please write"],
  ])("“%s”: %s", (password, words) => {
    expect(newPasswordSchema.validate(password).error?.message ?? "taken").toMatch(words);
  });

  test("are kept salted, and nothing fits an account without one", async () => {
    const [one, other] = await Promise.all([hashPassword("clay-and-chains"), hashPassword("clay-and-chains")]);
    expect(one).toMatch(/^\$argon2id\$v=19\$m=19456,t=2,p=1\$/);
    expect(one).not.toBe(other);
    expect(await fitsPassword(one, "clay-and-chains")).toBe(true);
    expect(await fitsPassword(one, "clay-and-chain")).toBe(false);
    for (const none of [undefined, "", "-", "clay-and-chains"])
      expect(await fitsPassword(none, "clay-and-chains")).toBe(false);
  });
});

test.each([
  ["192.0.2.17", "192.0.2.0/24"],
  ["::ffff:192.0.2.17", "192.0.2.0/24"],
  ["2001:db8:1:2::3", "2001:db8:1::/48"],
  ["unknown", "unknown"],
  ["x".repeat(500), "x".repeat(60)],
])("the network of %s is %s", (address, network) => expect(networkOf(address)).toBe(network));

test.each([
  ["192.0.2.17", ["192.0.2.17"]],
  ["::ffff:192.0.2.17", ["192.0.2.17"]],
  ["2001:db8:1:2ab::3", ["2001:db8:1:2ab::/64", "2001:db8:1:200::/56"]],
  ["2001:db8:1:2ab:ffff:ffff:ffff:ffff", ["2001:db8:1:2ab::/64", "2001:db8:1:200::/56"]],
  ["unknown", ["unknown"]],
])("%s counts as %j", (address, networks) =>
  expect(networksOf(address).map(({ network }) => network)).toEqual(networks),
);
