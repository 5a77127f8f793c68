// Codes of vouchers: read out, typed, told apart.
import fc from "fast-check";
import { codeOf, plainCode, tailOf } from "./code";

test("a code is found however it is typed", () => {
  fc.assert(
    fc.property(fc.uint8Array({ minLength: 12, maxLength: 16 }), (bytes) => {
      const code = codeOf(bytes);
      expect(code).toMatch(/^[A-HJ-NP-Z2-9]{4}-[A-HJ-NP-Z2-9]{4}-[A-HJ-NP-Z2-9]{4}$/);
      const plain = code.replaceAll("-", "");
      for (const typed of [
        code,
        plain,
        plain.toLowerCase(),
        ` ${code.replaceAll("-", " ")} `,
        plain.split("").join(" "),
      ])
        expect(plainCode(typed)).toBe(plain);
      expect(tailOf(code)).toBe(`…${plain.slice(8)}`);
    }),
  );
});

test("what can’t be one is none: cut off, too long, with a naught or an O", () => {
  for (const typed of ["", "KX4M", "KX4M-92HT-QRW", "KX4M-92HT-QRWEE", "KX4M-92HT-QRW0", "KX4M-92HT-QRWO", "<script>"])
    expect(plainCode(typed)).toBeNull();
});
