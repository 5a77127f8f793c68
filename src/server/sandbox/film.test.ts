// Films as people send them: whole, cut off, without a picture, and what is none.
import { readFileSync } from "node:fs";
import { readFilm } from "./film";

const file = (name: string) => readFileSync(`demo/clips/${name}`);
const fault = async (bytes: Uint8Array) => {
  const answer = await readFilm(bytes);
  return answer.ok ? null : answer.faults[0];
};

test.each([
  ["kiln.mp4", { widthPx: 640, heightPx: 360, lengthMs: 12_000 }],
  ["foot.mp4", { widthPx: 360, heightPx: 640, lengthMs: 8_000 }],
  ["shelf.webm", { widthPx: 640, heightPx: 480 }],
])("%s tells its sides and its length", async (name, wanted) => {
  expect(await readFilm(file(name))).toMatchObject({ ok: true, value: wanted });
});

test.each([
  ["cut off in its head", file("kiln.mp4").subarray(0, 400)],
  ["cut off in the middle", file("kiln.mp4").subarray(0, 40_000)],
  ["empty", Buffer.alloc(0)],
  ["a text", Buffer.from("no film at all")],
  ["a picture", file("kiln.jpg")],
  ["noise behind a right head", Buffer.concat([file("kiln.mp4").subarray(0, 32), Buffer.alloc(5000, 7)])],
])("%s is refused with what to do", async (_what, bytes) => {
  expect(await fault(bytes)).toMatchObject({
    path: "file",
    message: expect.stringMatching(/broken|not every browser/i),
  });
});
