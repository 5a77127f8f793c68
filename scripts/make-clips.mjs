// Draws the short clips of the stand-in video host: each a drawing (SVG) of its moment, twelve a second, made a film by
// ffmpeg as WebM (VP9, Opus) and MP4 (H.264, AAC). Run once when a scene changes; the files are committed. With --pictures
// no film is made.
import { spawn } from "node:child_process";
import { mkdirSync } from "node:fs";
import { join } from "node:path";
import sharp from "sharp";

const folder = join(import.meta.dirname, "../demo/clips");
const framesASecond = 12;

const wave = (t, turns = 1, phase = 0) => Math.sin(2 * Math.PI * (t * turns + phase));
const eased = (t) => t * t * (3 - 2 * t);
const mix = (a, b, t) => a + (b - a) * t;
const rect = (x, y, w, h, fill, more = "") =>
  `<rect x="${x}" y="${y}" width="${w}" height="${h}" fill="${fill}" ${more}/>`;
const oval = (cx, cy, rx, ry, fill, more = "") =>
  `<ellipse cx="${cx}" cy="${cy}" rx="${rx}" ry="${ry}" fill="${fill}" ${more}/>`;
const path = (d, fill, more = "") => `<path d="${d}" fill="${fill}" ${more}/>`;

/** A pot from the side: foot, belly and neck by their half widths. */
const pot = (cx, foot, height, [low, belly, neck], fill) =>
  path(
    `M${cx - low} ${foot}C${cx - belly * 1.2} ${foot - height * 0.3} ${cx - belly} ${foot - height * 0.7} ${cx - neck} ${foot - height}H${cx + neck}C${cx + belly} ${foot - height * 0.7} ${cx + belly * 1.2} ${foot - height * 0.3} ${cx + low} ${foot}Z`,
    fill,
  );

const scenes = {
  kiln: {
    size: [640, 360],
    seconds: 12,
    hum: 110,
    draw(t) {
      const open = eased(Math.min(1, t * 1.25));
      const glow = 0.75 + 0.08 * wave(t, 9);
      const shelves = [210, 270].map((y) => rect(212, y, 216, 6, "#7a3b1c")).join("");
      const pots = [
        [250, 210, 44, [10, 20, 12], "#c8663a"],
        [320, 210, 56, [12, 17, 9], "#e08a4c"],
        [390, 210, 38, [14, 24, 22], "#b9552d"],
        [262, 270, 40, [12, 22, 20], "#d9773f"],
        [330, 270, 34, [15, 26, 25], "#c05f33"],
        [396, 270, 46, [9, 15, 8], "#eb9a58"],
      ]
        .map((one) => pot(...one))
        .join("");
      return `${rect(0, 0, 640, 360, "#2b2f31")}${rect(0, 300, 640, 60, "#1f2325")}${rect(170, 70, 300, 240, "#6d6a63", 'rx="10"')}${rect(196, 96, 248, 196, "#3a1509")}
        <g opacity="${glow}">${rect(196, 96, 248, 196, "#f0762b")}${oval(320, 200, 150, 110, "#ffb45c", 'opacity=".55"')}</g>${shelves}${pots}
        ${rect(mix(196, 196 - 250, open), 90, 250, 208, "#84807a", 'rx="6"')}${rect(mix(420, 170, open), 180, 12, 40, "#3d3b38", 'rx="4"')}
        ${path(`M${300 + 8 * wave(t, 3)} 90C${280 + 20 * wave(t, 2)} 60 ${330 + 16 * wave(t, 2, 0.3)} 40 ${310 + 20 * wave(t, 1)} 8`, "none", 'stroke="#f3c69a" stroke-width="6" opacity=".18"')}`;
    },
  },
  wheel: {
    size: [640, 360],
    seconds: 10,
    hum: 82,
    draw(t) {
      const rise = eased(Math.min(1, t * 1.1));
      const height = mix(40, 150, rise);
      const belly = mix(70, 52, rise) + 2 * wave(t, 24);
      const rings = Array.from({ length: 7 }, (_, at) => {
        const y = 262 - ((at + 0.5) / 7) * height;
        return oval(320 + 3 * wave(t, 24, at / 7), y, belly * 0.92, 4, "none", 'stroke="#8d5f42" stroke-width="1.6"');
      }).join("");
      return `${rect(0, 0, 640, 360, "#d9cfc0")}${rect(0, 290, 640, 70, "#b6a894")}${oval(320, 274, 150, 22, "#5c5650")}${oval(320, 268, 150, 22, "#77706a")}
        ${pot(320, 264, height, [58, belly, belly * 0.86], "#a87352")}${rings}${oval(320, 264 - height, belly * 0.86, 9, "#7d5238")}
        ${path(`M160 360C${190 + 4 * wave(t, 6)} 300 ${220} ${mix(262, 200, rise)} ${258 + 3 * wave(t, 24)} ${mix(240, 170, rise)}L${284} ${mix(252, 190, rise)}C250 ${mix(290, 250, rise)} 236 320 226 360Z`, "#c99a78")}
        ${path(`M480 360C450 300 420 ${mix(262, 200, rise)} ${382 + 3 * wave(t, 24)} ${mix(240, 170, rise)}L356 ${mix(252, 190, rise)}C390 ${mix(290, 250, rise)} 404 320 414 360Z`, "#c99a78")}`;
    },
  },
  glaze: {
    size: [640, 360],
    seconds: 9,
    hum: 147,
    draw(t) {
      const drips = [-88, -52, -18, 24, 61, 95]
        .map((x, at) => {
          const long = Math.max(0, Math.min(1, t * 1.4 - at * 0.07)) * (70 + 26 * wave(at, 0.37));
          return `${rect(320 + x - 9, 150, 18, long, "#2f7d78", 'rx="9"')}${oval(320 + x, 150 + long, 10, 11, "#2f7d78")}`;
        })
        .join("");
      return `${rect(0, 0, 640, 360, "#e9e4da")}${rect(0, 300, 640, 60, "#cfc6b6")}
        ${path("M190 150C196 250 250 300 320 300S444 250 450 150Z", "#c9b08d")}${drips}${oval(320, 150, 130, 26, "#256560")}${oval(320, 148, 112, 19, "#3b9790")}
        ${path(`M${320 + 6 * wave(t, 5)} 0C${316} 50 ${324} 90 320 148`, "none", `stroke="#3b9790" stroke-width="${t < 0.7 ? 16 : 16 * Math.max(0, 1 - (t - 0.7) * 5)}"`)}`;
    },
  },
  river: {
    size: [640, 360],
    seconds: 14,
    hum: 0,
    draw(t) {
      const line = (y, high, turns, phase, fill) => {
        const points = Array.from(
          { length: 33 },
          (_, at) => `${at * 20} ${y + high * wave(at / 32, turns, phase + t * turns)}`,
        );
        return path(`M0 360V${points[0].split(" ")[1]}L${points.join("L")}V360Z`, fill);
      };
      const reeds = Array.from({ length: 18 }, (_, at) => {
        const x = 20 + at * 12 + 9 * wave(at, 0.31);
        const tip = x + 10 * wave(t, 2, at / 18);
        return path(
          `M${x} 330Q${x} 270 ${tip} ${205 + 30 * wave(at, 0.23)}`,
          "none",
          'stroke="#4d5b35" stroke-width="4" stroke-linecap="round"',
        );
      }).join("");
      return `${rect(0, 0, 640, 360, "#5f7c86")}${rect(0, 0, 640, 150, "#90a9ac")}${path("M0 150C120 120 210 140 320 128S540 110 640 140V180H0Z", "#3f5446")}
        ${line(172, 3, 4, 0, "#4a6d78")}${line(204, 5, 3, 0.3, "#3f616d")}${line(246, 7, 2, 0.6, "#345460")}${line(296, 9, 2, 0.1, "#2a4650")}${reeds}`;
    },
  },
  shelf: {
    size: [640, 480],
    seconds: 11,
    hum: 98,
    draw(t) {
      const glazes = ["#2f7d78", "#c9773f", "#8a3b2a", "#d8c9a8", "#53697a", "#a0844f"];
      const mugs = Array.from({ length: 12 }, (_, at) => {
        const [row, place] = [Math.floor(at / 4), at % 4];
        const come = eased(Math.max(0, Math.min(1, t * 14 - at)));
        const x = mix(700, 130 + place * 126, come);
        const y = 148 + row * 130;
        const fill = glazes[at % glazes.length];
        return come
          ? `${rect(x - 30, y - 64, 60, 64, fill, 'rx="7"')}<circle cx="${x + 36}" cy="${y - 34}" r="16" fill="none" stroke="${fill}" stroke-width="8"/>${oval(x, y - 64, 30, 6, "#00000040")}`
          : "";
      }).join("");
      const boards = [148, 278, 408].map((y) => rect(50, y, 540, 14, "#8a6b49")).join("");
      return `${rect(0, 0, 640, 480, "#efe9de")}${rect(60, 40, 12, 400, "#7a5c3d")}${rect(568, 40, 12, 400, "#7a5c3d")}${mugs}${boards}`;
    },
  },
  foot: {
    size: [360, 640],
    seconds: 8,
    hum: 123,
    draw(t) {
      const curls = Array.from({ length: 14 }, (_, at) => {
        const age = (t * 3 + at / 14) % 1;
        return path(
          `M${236 + 40 * age} ${330 + 200 * age * age}q${14 * wave(age, 2)} 10 4 20q-12 8 -2 16`,
          "none",
          `stroke="#b88461" stroke-width="5" opacity="${1 - age}"`,
        );
      }).join("");
      const rings = [0, 1, 2, 3]
        .map((at) =>
          oval(
            180 + 2 * wave(t, 20, at / 4),
            250 + at * 26,
            62 + at * 20,
            10 + at * 2,
            "none",
            'stroke="#81543a" stroke-width="2"',
          ),
        )
        .join("");
      return `${rect(0, 0, 360, 640, "#cdd3cb")}${rect(0, 520, 360, 120, "#a5ab9f")}${oval(180, 430, 150, 26, "#6e6861")}
        ${path("M60 420C70 330 110 262 128 240H232C250 262 290 330 300 420Z", "#a87352")}${rings}${oval(180, 240, 52, 9, "#8d5f42")}${oval(180, 240, 36, 6, "#a87352")}
        ${curls}${path(`M${252 + 3 * wave(t, 20)} 322L360 250V280L${258 + 3 * wave(t, 20)} 334Z`, "#4c5357")}`;
    },
  },
};

function encode([width, height], seconds, hum, file, codecs) {
  const sound = hum
    ? ["-f", "lavfi", "-i", `sine=frequency=${hum}:duration=${seconds},tremolo=f=2:d=0.5,volume=0.12`]
    : ["-f", "lavfi", "-i", `anoisesrc=color=brown:duration=${seconds}:seed=7,volume=0.06`];
  const child = spawn(
    "ffmpeg",
    [
      "-y",
      "-loglevel",
      "error",
      "-f",
      "rawvideo",
      "-pix_fmt",
      "rgb24",
      "-s",
      `${width}x${height}`,
      "-r",
      String(framesASecond),
      "-i",
      "-",
      ...sound,
      "-map",
      "0:v",
      "-map",
      "1:a",
      "-shortest",
      ...codecs,
      file,
    ],
    { stdio: ["pipe", "inherit", "inherit"] },
  );
  const ended = new Promise((resolve, reject) =>
    child.once("exit", (code) => (code ? reject(new Error(`ffmpeg: ${code}`)) : resolve())),
  );
  return { pipe: child.stdin, ended };
}

const svgOf = ([width, height], scale, drawn) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${width * scale}" height="${height * scale}" viewBox="0 0 ${width} ${height}">${drawn}</svg>`;

mkdirSync(folder, { recursive: true });
// A picture as wide as a page, of one that plays behind a section.
await sharp(Buffer.from(svgOf(scenes.river.size, 3, scenes.river.draw(0.62))))
  .jpeg({ quality: 80 })
  .toFile(join(folder, "river-wide.jpg"));
if (process.argv.includes("--pictures")) process.exit();
for (const [name, { size, seconds, hum, draw }] of Object.entries(scenes)) {
  const sinks = [
    encode(size, seconds, hum, join(folder, `${name}.webm`), [
      "-c:v",
      "libvpx-vp9",
      "-crf",
      "42",
      "-b:v",
      "0",
      "-row-mt",
      "1",
      "-pix_fmt",
      "yuv420p",
      "-c:a",
      "libopus",
      "-b:a",
      "24k",
    ]),
    encode(size, seconds, hum, join(folder, `${name}.mp4`), [
      "-c:v",
      "libx264",
      "-crf",
      "30",
      "-preset",
      "slow",
      "-profile:v",
      "main",
      "-pix_fmt",
      "yuv420p",
      "-c:a",
      "aac",
      "-b:a",
      "32k",
      "-movflags",
      "+faststart",
    ]),
  ];
  const frames = seconds * framesASecond;
  for (let at = 0; at < frames; at++) {
    const svg = svgOf(size, 1, draw(at / frames));
    const pixels = await sharp(Buffer.from(svg)).removeAlpha().raw().toBuffer();
    for (const { pipe } of sinks) if (!pipe.write(pixels)) await new Promise((resolve) => pipe.once("drain", resolve));
    if (at === Math.floor(frames * 0.62))
      await sharp(Buffer.from(svg))
        .jpeg({ quality: 84 })
        .toFile(join(folder, `${name}.jpg`));
  }
  for (const { pipe } of sinks) pipe.end();
  await Promise.all(sinks.map(({ ended }) => ended));
}
