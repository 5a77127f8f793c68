// Files from strangers, read apart: what is refused, how soon, and what the process does meanwhile.
import { createHash } from "node:crypto";
import { readFileSync } from "node:fs";
import { resolve } from "node:path";
import { crc32, deflateRawSync } from "node:zlib";
import { strToU8, zipSync } from "fflate";
import sharp from "sharp";
import type { Tasks } from "@/server/sandbox/task";
import { extent, isLongRun } from "../../../tests/extent";
import { Problem } from "../problem";
import { sandboxed } from "./sandbox";

const settings = { buildFolder: resolve(".webitor/build") };
const siteJson = () => JSON.parse(readFileSync("demo/oddlane/site.json", "utf8"));
const small = { width: 900, height: 600, channels: 3 as const };
const noise = () =>
  sharp({ create: { ...small, background: "#a55", noise: { type: "gaussian", mean: 120, sigma: 60 } } });

/** Reads a file, its zip in parts of a few kB; what is found is kept by its hash in `kept`. */
async function read(
  given: Uint8Array | ReadonlyMap<string, Uint8Array>,
  kept = new Map<string, number>(),
): Promise<Tasks["siteFile"]["gives"]> {
  const zip = given instanceof Uint8Array ? given : null;
  const partBytes = Math.max(7000, Math.ceil((zip?.length ?? 0) / 400));
  let at = 0;
  const helpers = {
    part: async () => {
      const part = zip && at < zip.length ? zip.slice(at, at + partBytes) : null;
      at += partBytes;
      return part;
    },
    keep: async ({ hash, bytes }: { hash: string; bytes: Uint8Array }) => {
      kept.set(hash, bytes.length);
      return null;
    },
  };
  const found = await sandboxed(
    settings,
    "siteFile",
    { given: zip ? null : (given as ReadonlyMap<string, Uint8Array>) },
    helpers,
  );
  if ("givenUp" in found) throw new Error(found.givenUp.message);
  return found.answer;
}
const faultOf = async (given: Uint8Array | ReadonlyMap<string, Uint8Array>) => {
  const found = await read(given);
  return found.ok ? "taken" : `${found.faults[0]?.path}: ${found.faults[0]?.message}`;
};
const json = (value: unknown) => new Map([["site.json", strToU8(JSON.stringify(value))]]);

/** The longest time in which the process's own thread did nothing else while `work` went on, as a share of the whole. */
async function longestPause(work: () => Promise<unknown>): Promise<number> {
  let longest = 0;
  const begun = performance.now();
  let last = begun;
  const timer = setInterval(() => {
    longest = Math.max(longest, performance.now() - last - 5);
    last = performance.now();
  }, 5);
  await work();
  clearInterval(timer);
  return longest / (performance.now() - begun);
}

describe("pictures", () => {
  const take = async (file: Uint8Array) => {
    const found = await sandboxed(settings, "picture", { file }, {});
    if ("givenUp" in found) throw new Error(found.givenUp.message);
    return found.answer;
  };
  const refusal = async (file: Uint8Array) => {
    const answer = await take(file);
    return answer.ok ? "taken" : answer.faults[0]?.message;
  };

  const formats = isLongRun ? (["jpeg", "png", "webp", "avif"] as const) : (["png", "avif"] as const);
  test.each(formats)("a whole %s is taken, half of one is not", async (format) => {
    // Hardly packed: nobody looks at it.
    const file = await noise().toFormat(format, { effort: 1 }).toBuffer();
    expect(await take(file)).toMatchObject({
      ok: true,
      value: { picture: { type: `image/${format}`, widthPx: 900, heightPx: 600 }, bytes: null },
    });
    for (const share of [0.9, 0.5, 0.1])
      expect(await refusal(file.subarray(0, Math.floor(file.length * share)))).toMatch(/broken or ends in the middle/);
  });

  test.each([
    ["HEIC", Buffer.from("\0\0\0\x18ftypheic\0\0\0\0mif1heic", "latin1"), /HEIC picture.*as JPEG/],
    ["TIFF", Buffer.from("II*\0\x08\0\0\0", "latin1"), /TIFF or a camera's raw/],
    ["GIF", Buffer.from("GIF89a\x01\0\x01\0", "latin1"), /broken or ends in the middle/],
    ["SVG", Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"/>'), /drawing \(SVG\) can't be drawn/],
    ["PDF", Buffer.from("%PDF-1.7\n"), /This is a PDF/],
    ["text", Buffer.from("hello"), /not a picture we can use/],
    ["nothing", Buffer.alloc(0), /This file is empty/],
  ])("%s gets a sentence that says what to do", async (_name, file, message) => {
    expect(await refusal(file)).toMatch(message);
  });

  test("a picture of more pixels than fit into memory is refused by its header", async () => {
    const huge = await sharp({ create: { width: 15, height: 9, channels: 3, background: "#fff" } })
      .png()
      .toBuffer();
    // Width and height stand at the beginning of the first chunk, whose sum follows it (PNG, 11.2.1).
    huge.writeUInt32BE(15_000, 16);
    huge.writeUInt32BE(9000, 20);
    huge.writeUInt32BE(crc32(huge.subarray(12, 29)), 29);
    expect(await refusal(huge)).toMatch(/more than 60 million pixels/);
  });
});

describe("site files", () => {
  test("the demo's own is taken", async () => {
    const files = new Map<string, Uint8Array>([["site.json", readFileSync("demo/oddlane/site.json")]]);
    for (const { hash, type } of siteJson().media as { hash: string; type: string }[]) {
      const name = `media/${hash}.${type === "image/jpeg" ? "jpg" : type.slice(6)}`;
      files.set(name, readFileSync(`demo/oddlane/${name}`));
    }
    const kept = new Map<string, number>();
    expect(await read(files, kept)).toMatchObject({ ok: true });
    // Every medium was handed over, and so it is from a zip, in whatever order its files stand.
    const sizes = new Map([...files].slice(1).map(([name, bytes]) => [name.slice(6, 70), bytes.length]));
    expect(kept).toEqual(sizes);
    for (const entries of [[...files], [...files].reverse()]) {
      const again = new Map<string, number>();
      expect(await read(zipSync(Object.fromEntries(entries)), again)).toMatchObject({
        ok: true,
        value: { media: sizes },
      });
      expect(again).toEqual(sizes);
    }
  });

  test("a zip that lies about its sizes is refused at once, whichever way", async () => {
    const honest = zipSync({ "site.json": new Uint8Array(2 << 20) }, { level: 9 });
    const saying = (size: number) => {
      const zip = Buffer.from(honest);
      // The uncompressed size in the local header (APPNOTE.TXT, 4.3.7).
      zip.writeUInt32LE(size, 22);
      return zip;
    };
    expect(await faultOf(saying(1000))).toBe("zip: site.json is larger than the zip says.");
    expect(await faultOf(saying(3 << 20))).toBe("zip: site.json is smaller than the zip says.");
    expect(await faultOf(saying(0xfffffff0))).toBe("zip: site.json unpacks to more than a site file may hold.");
    // The name of its header, and what is packed by the system's own deflate: fflate would take seconds.
    const bomb = Buffer.concat([honest.subarray(0, 39), deflateRawSync(Buffer.alloc(120 << 20))]);
    bomb.writeUInt32LE(bomb.length - 39, 18);
    bomb.writeUInt32LE(120 << 20, 22);
    expect(await faultOf(bomb)).toBe("zip: site.json unpacks to more than a site file may hold.");
    const hidden = Buffer.from(bomb);
    hidden.writeUInt32LE(5000, 22);
    expect(await faultOf(hidden)).toBe("zip: site.json is larger than the zip says.");
    expect(await faultOf(honest.subarray(0, honest.length >> 1))).toMatch(/^zip: /);
    expect(await faultOf(Buffer.from("no zip at all"))).toBe("zip: This is not a zip that can be read.");
  });

  test("millions of numbers, broken blocks, a hundred thousand levels: refused soon, and the process goes on", async () => {
    const site = siteJson();
    const numbers = { ...site, media: Array.from({ length: extent(1_000_000, 3_000_000) }, (_, nth) => nth) };
    const [page] = site.pages;
    const broken = {
      ...page,
      body: { ...page.body, children: Array.from({ length: 15_000 }, () => ({ id: "x", nope: 1 })) },
    };
    const blocks = { ...site, pages: [broken] };
    const deep = `{"format":1,"header":${'{"children":['.repeat(100_000)}${"]}".repeat(100_000)}}`;
    const unknown = { ...site, ...Object.fromEntries(Array.from({ length: 300_000 }, (_, nth) => [`k${nth}`, 1])) };
    const files = [json(numbers), json(blocks), new Map([["site.json", strToU8(deep)]]), json(unknown)];
    let faults: string[] = [];
    const paused = await longestPause(async () => {
      faults = await Promise.all(files.map(faultOf));
    });
    expect(faults[0]).toMatch(/^media: At most 20000 items/);
    expect(faults[1]).toMatch(/^pages\[0\]\.body\.children\[0\]/);
    expect(faults[2]).toMatch(/nested more than 60 levels deep|not JSON/);
    expect(faults[3]).toMatch(/At most 2000 fields/);
    const answer = await read(json(blocks));
    expect(answer.ok ? 0 : answer.faults.length).toBeLessThanOrEqual(20);
    // The work itself went on in other threads.
    expect(paused).toBeLessThan(0.5);
  });
});

test("a medium that is another, that is none of the site's, or that is missing", async () => {
  const site = siteJson();
  const [entry] = site.media as { hash: string; type: string }[];
  const name = `media/${entry?.hash}.${entry?.type === "image/jpeg" ? "jpg" : entry?.type.slice(6)}`;
  const whole = readFileSync(`demo/oddlane/${name}`);
  const with_ = (bytes: Uint8Array) => new Map([...json(site), [name, bytes]]);
  expect(await faultOf(with_(whole.subarray(10)))).toMatch(/^media\[0\]: .*is not the one its name says/);
  const other = `media/${"0".repeat(64)}.png`;
  expect(await faultOf(new Map([...with_(whole), [other, strToU8("none of the site's")]]))).toMatch(
    /^media\[1\]: .* is missing/,
  );
  expect(
    await faultOf(zipSync({ [other]: strToU8("x"), "site.json": json(site).get("site.json") as Uint8Array })),
  ).toMatch(/^media\/0+\.png: .*is not the one its name says/);
});

test("when the one who asked fails to keep what is found, so does the reading", async () => {
  const site = siteJson();
  const files = new Map(json(site));
  for (const { hash, type } of site.media as { hash: string; type: string }[]) {
    const name = `media/${hash}.${type === "image/jpeg" ? "jpg" : type.slice(6)}`;
    files.set(name, readFileSync(`demo/oddlane/${name}`));
  }
  const keep = () => Promise.reject(new Error("no room on the disk"));
  const asked = sandboxed(settings, "siteFile", { given: files }, { part: async () => null, keep });
  await expect(asked).rejects.toThrow("no room on the disk");
});

test("what takes too long or too much memory is given up, and the next is read", async () => {
  const endless = [
    "BEGIN:VCALENDAR",
    "BEGIN:VEVENT",
    "UID:a",
    "DTSTART:19700101T000000Z",
    "RRULE:FREQ=SECONDLY;BYMONTH=2;BYMONTHDAY=30",
    "END:VEVENT",
    "END:VCALENDAR",
  ];
  const calendar = (file: string, seconds = 30) =>
    sandboxed(
      settings,
      "calendar",
      { file: strToU8(file), asked: { from: 0, to: 86_400_000_000_000, zone: "UTC", owner: "" } },
      {},
      { seconds, memory: { any: 112, perMiB: 0, most: 112 } },
    );
  expect(await calendar(endless.join("\r\n"), 2)).toMatchObject({ givenUp: { tooSlow: true } });
  const many = Array.from(
    { length: 90_000 },
    (_, nth) => `BEGIN:VEVENT\r\nUID:e${nth}\r\nDTSTART:20260310T090000Z\r\nEND:VEVENT`,
  );
  expect(await calendar(`BEGIN:VCALENDAR\r\n${many.join("\r\n")}\r\nEND:VCALENDAR`)).toMatchObject({
    givenUp: { message: "it takes too much memory" },
  });
  expect(await calendar("BEGIN:VCALENDAR\r\nEND:VCALENDAR")).toMatchObject({ answer: { ok: true } });
});

test("when too many wait already, further ones are asked to come again", async () => {
  const page = { file: strToU8("<h1>Clay</h1><p>Fired twice.</p>"), type: "text/html" };
  const asked = await Promise.allSettled(Array.from({ length: 40 }, () => sandboxed(settings, "page", page, {})));
  const refused = asked.filter((one) => one.status === "rejected");
  expect(refused).toHaveLength(14);
  expect((refused[0] as PromiseRejectedResult).reason).toBeInstanceOf(Problem);
  expect((refused[0] as PromiseRejectedResult).reason).toMatchObject({ status: 503, headers: { "retry-after": "60" } });
});

test("a drawing in a site file is taken as it was kept, and refused where it would have been cleaned", async () => {
  const site = siteJson();
  const [entry, ...others] = site.media as { hash: string }[];
  const faultsOf = async (drawing: string) => {
    const bytes = strToU8(drawing);
    const hash = createHash("sha256").update(bytes).digest("hex");
    const text = JSON.stringify({
      ...site,
      media: [{ hash, name: "sign.svg", type: "image/svg+xml", widthPx: 9, heightPx: 9 }, ...others],
    }).replaceAll(entry?.hash ?? "", hash);
    return faultOf(new Map([["site.json", strToU8(text)] as const, [`media/${hash}.svg`, bytes] as const]));
  };
  const svg = (inner: string) =>
    `<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><rect width="9" height="9"></rect>${inner}</svg>`;
  // Taken: what is missed next is the second medium.
  expect(await faultsOf(svg(""))).toMatch(/^media\[1\]: .* is missing/);
  expect(await faultsOf(svg('<image href="http://far.example/a.png"/>'))).toMatch(
    /^media\[0\]: .*fetch from elsewhere/,
  );
  expect(await faultsOf(svg("<script>alert(1)</script>"))).toMatch(/^media\[0\]: .*holds a script/);
});
