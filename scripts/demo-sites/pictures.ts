// The demo's pictures, drawn: pots, glazes, kiln, wheel, river; bicycles and tools. SVG in, JPEG out.
import sharp from "sharp";
import { numbers } from "../lib/numbers.mjs";

const grain = `<filter id="grain" x="0" y="0" width="100%" height="100%"><feTurbulence type="fractalNoise" baseFrequency=".9" numOctaves="2" seed="4"/><feColorMatrix values="0 0 0 0 .2 0 0 0 0 .15 0 0 0 0 .1 0 0 0 .35 -.08"/></filter>`;
const soft = `<filter id="soft"><feGaussianBlur stdDeviation="18"/></filter>`;

const frame = (w: number, h: number, defs: string, body: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" width="${w}" height="${h}" viewBox="0 0 ${w} ${h}"><defs>${grain}${soft}${defs}</defs>${body}<rect width="${w}" height="${h}" filter="url(#grain)" opacity=".5"/></svg>`;

const gradient = (id: string, stops: readonly string[], vertical = false) =>
  `<linearGradient id="${id}" x1="0" y1="0" x2="${vertical ? 0 : 1}" y2="${vertical ? 1 : 0}">${stops.map((colour, index) => `<stop offset="${index / (stops.length - 1)}" stop-color="${colour}"/>`).join("")}</linearGradient>`;

/** A pot turned around x, standing on y: `profile` gives half widths from rim to foot. */
function pot(
  id: string,
  x: number,
  y: number,
  height: number,
  profile: readonly number[],
  clay: readonly string[],
  glaze: readonly string[],
  dip: number,
): string {
  const at = (index: number) => y - height + (height * index) / (profile.length - 1);
  const side = (sign: number) => profile.map((half, index) => [x + sign * half, at(index)] as const);
  const curve = (points: readonly (readonly [number, number])[]) =>
    points
      .slice(1)
      .map(([px, py], index) => {
        const [qx, qy] = points[index] as readonly [number, number];
        return `C${qx} ${(qy + py) / 2} ${px} ${(qy + py) / 2} ${px} ${py}`;
      })
      .join("");
  const right = side(1);
  const left = side(-1).reverse();
  const outline = `M${right[0]?.join(" ")}${curve(right)}Q${x} ${y + 16} ${left[0]?.join(" ")}${curve(left)}Z`;
  const rim = profile[0] as number;
  const edge = y - height + height * dip;
  const drips = Array.from({ length: 9 }, (_, index) => {
    const dx = x - 1.1 * Math.max(...profile) + (index * 2.2 * Math.max(...profile)) / 8;
    return `${dx} ${edge + Math.sin(index * 2.1) * height * 0.035}`;
  });
  return `<defs>${gradient(`${id}c`, clay)}${gradient(`${id}g`, glaze)}<clipPath id="${id}k"><path d="${outline}"/></clipPath></defs>
<ellipse cx="${x + 20}" cy="${y + 8}" rx="${Math.max(...profile) * 1.15}" ry="22" fill="#000" opacity=".28" filter="url(#soft)"/>
<path d="${outline}" fill="url(#${id}c)"/>
<g clip-path="url(#${id}k)"><path d="M${x - 900} ${y - height - 50}H${x + 900}V${edge}L${drips.reverse().join(" L")}L${x - 900} ${edge}Z" fill="url(#${id}g)"/>
${Array.from({ length: 12 }, (_, index) => `<path d="M${x - 900} ${at(0) + (height * index) / 12}h1800" stroke="#fff" stroke-opacity=".05" stroke-width="3"/>`).join("")}
<path d="M${x - Math.max(...profile) * 0.62} ${y - height}v${height}" stroke="#fff" stroke-opacity=".22" stroke-width="${Math.max(...profile) * 0.16}" filter="url(#soft)"/></g>
<ellipse cx="${x}" cy="${y - height}" rx="${rim}" ry="${rim * 0.16}" fill="${glaze[0]}"/><ellipse cx="${x}" cy="${y - height + 3}" rx="${rim * 0.93}" ry="${rim * 0.12}" fill="#1d1310" opacity=".55"/>`;
}

const clay = ["#8d5a3b", "#c98a5c", "#a86a43", "#6d4029"];
const glazes = {
  celadon: ["#6f9384", "#b4cfbd", "#8db19f", "#4f7365"],
  oat: ["#c8b493", "#f1e6cf", "#dccbab", "#9d8763"],
  iron: ["#5e2f1f", "#b1603a", "#83432a", "#3b1c13"],
  ash: ["#5c6a72", "#a5b3b8", "#7d8b92", "#3d484e"],
  cobalt: ["#253a63", "#5b7cb4", "#3c5a91", "#182744"],
};
const bowl = [230, 226, 205, 160, 92, 78];
const vase = [62, 58, 96, 150, 168, 140, 84];
const mug = [92, 94, 96, 95, 92, 86];
const planter = [170, 166, 158, 146, 132, 118];
const jug = [70, 82, 120, 146, 132, 96];

const shelfBoard = (w: number, y: number) =>
  `<defs>${gradient("board", ["#b98f63", "#8a6240"], true)}</defs><rect y="${y}" width="${w}" height="46" fill="url(#board)"/><rect y="${y + 46}" width="${w}" height="500" fill="#000" opacity=".12"/>`;

const wall = (w: number, h: number, from: string, to: string) =>
  `<defs>${gradient("wall", [from, to], true)}</defs><rect width="${w}" height="${h}" fill="url(#wall)"/><ellipse cx="${w * 0.25}" cy="${h * 0.2}" rx="${w * 0.5}" ry="${h * 0.5}" fill="#fff" opacity=".18" filter="url(#soft)"/>`;

function opening() {
  return frame(
    1600,
    1200,
    "",
    `${wall(1600, 1200, "#ead9c3", "#c9ad8c")}${shelfBoard(1600, 980)}
${pot(
  "a",
  820,
  990,
  420,
  bowl.map((half) => half * 1.45),
  clay,
  glazes.celadon,
  0.52,
)}${pot("b", 330, 990, 560, vase, clay, glazes.oat, 0.7)}${pot(
  "c",
  1340,
  990,
  300,
  mug.map((half) => half * 1.25),
  clay,
  glazes.iron,
  0.62,
)}
<path d="M1455 760q130 10 110 110t-130 60" fill="none" stroke="#83432a" stroke-width="34" stroke-linecap="round"/>`,
  );
}

function wheel() {
  const rings = Array.from(
    { length: 16 },
    (_, index) =>
      `<circle cx="800" cy="600" r="${430 - index * 25}" fill="none" stroke="${index % 2 ? "#7d4c30" : "#c88d61"}" stroke-width="14" opacity="${0.35 + index * 0.03}"/>`,
  );
  return frame(
    1600,
    1200,
    gradient("w", ["#d3a178", "#8f5a39"]),
    `<rect width="1600" height="1200" fill="#5f5148"/><circle cx="830" cy="640" r="520" fill="#000" opacity=".4" filter="url(#soft)"/><circle cx="800" cy="600" r="500" fill="#a99c8d"/><circle cx="800" cy="600" r="478" fill="#c9beb0"/><circle cx="800" cy="600" r="430" fill="url(#w)"/>${rings.join("")}<circle cx="800" cy="600" r="60" fill="#5b3420"/><path d="M800 600L1180 380" stroke="#fff" stroke-opacity=".16" stroke-width="120" filter="url(#soft)"/>`,
  );
}

function kiln() {
  const bricks = Array.from({ length: 140 }, (_, index) => {
    const row = Math.floor(index / 10);
    const column = index % 10;
    const shade = ["#8d5b44", "#9a654b", "#7f4f3a", "#a6714f"][(index * 7 + row) % 4];
    return `<rect x="${column * 170 - (row % 2 ? 85 : 0)}" y="${row * 86}" width="162" height="78" rx="5" fill="${shade}"/>`;
  });
  return frame(
    1600,
    1200,
    gradient("fire", ["#fff0b8", "#ffb648", "#e2601d", "#7c2410"], true),
    `<rect width="1600" height="1200" fill="#55372a"/>${bricks.join("")}<path d="M420 1200V620a380 380 0 0 1 760 0V1200Z" fill="#241511"/><path d="M490 1200V630a310 310 0 0 1 620 0V1200Z" fill="url(#fire)"/><ellipse cx="800" cy="760" rx="330" ry="330" fill="#ffdf8a" opacity=".55" filter="url(#soft)"/>${pot(
      "k1",
      660,
      1130,
      250,
      vase.map((half) => half * 0.6),
      ["#ffcf7a", "#ffe9b0", "#f59a3c"],
      ["#ffe2a0", "#fff4cf", "#ffb95c"],
      0.5,
    )}${pot(
      "k2",
      920,
      1130,
      170,
      bowl.map((half) => half * 0.6),
      ["#ffcf7a", "#ffe9b0", "#f59a3c"],
      ["#ffdc94", "#fff4cf", "#ffb95c"],
      0.5,
    )}<rect x="400" y="1130" width="800" height="26" fill="#3b1c12"/>`,
  );
}

function glazeTiles() {
  const next = numbers(11);
  const all = Object.values(glazes).flat();
  const tiles = Array.from({ length: 24 }, (_, index) => {
    const x = 80 + (index % 6) * 245;
    const y = 90 + Math.floor(index / 6) * 260;
    const one = all[Math.floor(next() * all.length)];
    const other = all[Math.floor(next() * all.length)];
    return `<defs>${gradient(`t${index}`, [one as string, other as string], index % 2 === 0)}</defs><rect x="${x + 8}" y="${y + 12}" width="210" height="225" rx="14" fill="#000" opacity=".25" filter="url(#soft)"/><rect x="${x}" y="${y}" width="210" height="225" rx="14" fill="#b27a54"/><path d="M${x} ${y + 14}a14 14 0 0 1 14-14h182a14 14 0 0 1 14 14v${130 + next() * 60}q-52 ${20 - next() * 40}-105 0t-105 0z" fill="url(#t${index})"/><circle cx="${x + 105}" cy="${y + 26}" r="9" fill="#3b2a20"/>`;
  });
  return frame(1600, 1200, "", `${wall(1600, 1200, "#e6dccb", "#cbb89d")}${tiles.join("")}`);
}

function shelfOf(kind: "mugs" | "planters" | "bowls") {
  const rows = { mugs: mug, planters: planter, bowls: bowl.map((half) => half * 0.82) }[kind];
  const height = { mugs: 210, planters: 300, bowls: 190 }[kind];
  const colours = Object.values(glazes);
  const pots = [0, 1, 2].map((index) => {
    const x = 300 + index * 500;
    const leaf =
      kind === "planters"
        ? Array.from(
            { length: 7 },
            (_, blade) =>
              `<path d="M${x} ${940 - height}q${-120 + blade * 40} ${-120 - (blade % 3) * 50} ${-170 + blade * 57} ${-200 - (blade % 2) * 90}q${60 - blade * 8} 130 ${170 - blade * 57} ${200 + (blade % 2) * 90}" fill="${["#58734a", "#6f8a57", "#48613d"][blade % 3]}"/>`,
          ).join("")
        : "";
    const handle =
      kind === "mugs"
        ? `<path d="M${x + 108} ${860 - 70}q110 8 92 92t-104 50" fill="none" stroke="${colours[index]?.[2]}" stroke-width="27" stroke-linecap="round"/>`
        : "";
    return `${leaf}${handle}${pot(
      `p${index}`,
      x,
      950,
      height * (kind === "mugs" ? 1.3 : 1.2),
      rows.map((half) => half * 1.2),
      clay,
      colours[(index + (kind === "bowls" ? 2 : 0)) % 5] as string[],
      0.66,
    )}`;
  });
  return frame(1600, 1200, "", `${wall(1600, 1200, "#e9e1d4", "#bfae96")}${shelfBoard(1600, 940)}${pots.join("")}`);
}

function river() {
  const ripples = Array.from(
    { length: 46 },
    (_, index) =>
      `<path d="M${(index * 397) % 1600} ${800 + index * 9}h${70 + ((index * 53) % 160)}" stroke="#f4ead8" stroke-opacity="${0.1 + (index % 5) * 0.05}" stroke-width="4" stroke-linecap="round"/>`,
  );
  return frame(
    1600,
    1200,
    `${gradient("sky", ["#f3dcc0", "#dfb997"], true)}${gradient("water", ["#8ea39b", "#4f6763"], true)}`,
    `<rect width="1600" height="1200" fill="url(#sky)"/><circle cx="1180" cy="300" r="90" fill="#fff3dc"/><path d="M0 620Q260 470 560 590T1120 540T1600 600V800H0Z" fill="#93a083"/><path d="M0 700Q400 590 760 690T1600 660V800H0Z" fill="#6f8066"/>
<path d="M470 770V500l250-140 250 140v270z" fill="#a1583a"/><path d="M440 520L720 350l280 170-22 34L720 398 462 554z" fill="#4d2f24"/><rect x="860" y="300" width="64" height="170" fill="#84472e"/><path d="M880 290q-40-60 10-110t-20-110" stroke="#fff" stroke-opacity=".6" stroke-width="26" fill="none" filter="url(#soft)"/>${[540, 660, 780].map((x) => `<rect x="${x}" y="570" width="84" height="104" fill="#f7d79a"/><path d="M${x + 42} 570v104M${x} 622h84" stroke="#4d2f24" stroke-width="8"/>`).join("")}<rect x="880" y="600" width="64" height="170" fill="#4d2f24"/><rect y="770" width="1600" height="430" fill="url(#water)"/><path d="M470 790v190l250 120 250-120V790z" fill="#7d4a36" opacity=".35"/>${ripples.join("")}`,
  );
}

function bicycle(x: number, y: number, size: number, frameColour: string, wheelColour = "#1d2b26") {
  const r = 150 * size;
  const back = [x, y] as const;
  const front = [x + 470 * size, y] as const;
  const crank = [x + 200 * size, y] as const;
  const seat = [x + 130 * size, y - 250 * size] as const;
  const head = [x + 390 * size, y - 250 * size] as const;
  const spokes = (cx: number, cy: number) =>
    Array.from({ length: 18 }, (_, index) => {
      const angle = (index * Math.PI) / 9;
      return `<path d="M${cx} ${cy}L${cx + Math.cos(angle) * r} ${cy + Math.sin(angle) * r}" stroke="${wheelColour}" stroke-opacity=".45" stroke-width="${2.5 * size}"/>`;
    }).join("");
  const tube = (from: readonly number[], to: readonly number[], width = 17) =>
    `<path d="M${from.join(" ")}L${to.join(" ")}" stroke="${frameColour}" stroke-width="${width * size}" stroke-linecap="round"/>`;
  return `${[back, front].map(([cx, cy]) => `${spokes(cx, cy)}<circle cx="${cx}" cy="${cy}" r="${r}" fill="none" stroke="${wheelColour}" stroke-width="${16 * size}"/><circle cx="${cx}" cy="${cy}" r="${12 * size}" fill="${wheelColour}"/>`).join("")}
${tube(back, crank)}${tube(back, seat, 12)}${tube(crank, seat)}${tube(seat, head)}${tube(crank, head)}${tube(head, front, 13)}
<path d="M${head[0]} ${head[1]}l${-16 * size} ${-70 * size}h${90 * size}q${40 * size} ${10 * size} ${18 * size} ${56 * size}" fill="none" stroke="${wheelColour}" stroke-width="${14 * size}" stroke-linecap="round"/><path d="M${seat[0]} ${seat[1]}l${-14 * size} ${-40 * size}" stroke="${wheelColour}" stroke-width="${12 * size}"/><path d="M${seat[0] - 74 * size} ${seat[1] - 48 * size}q${60 * size} ${-22 * size} ${140 * size} ${4 * size}" stroke="${wheelColour}" stroke-width="${24 * size}" stroke-linecap="round" fill="none"/><circle cx="${crank[0]}" cy="${crank[1]}" r="${44 * size}" fill="none" stroke="${wheelColour}" stroke-width="${10 * size}"/>`;
}

function bikeAtWall() {
  return frame(
    1600,
    1200,
    gradient("w2", ["#d9e5d8", "#a9c1b1"], true),
    `<rect width="1600" height="1200" fill="url(#w2)"/>${Array.from({ length: 9 }, (_, index) => `<path d="M0 ${index * 106}h1600" stroke="#fff" stroke-opacity=".35" stroke-width="5"/>`).join("")}<rect y="960" width="1600" height="240" fill="#6f7f77"/><ellipse cx="830" cy="975" rx="660" ry="36" fill="#000" opacity=".3" filter="url(#soft)"/>${bicycle(400, 790, 1.55, "#0f5c4d")}`,
  );
}

function bench() {
  const tools = [
    [220, "#0f5c4d"],
    [380, "#c2712d"],
    [540, "#31423c"],
    [700, "#0f5c4d"],
    [860, "#c2712d"],
    [1020, "#31423c"],
    [1180, "#0f5c4d"],
    [1340, "#c2712d"],
  ] as const;
  return frame(
    1600,
    1200,
    gradient("peg", ["#e7d9b9", "#cbb98f"], true),
    `<rect width="1600" height="1200" fill="url(#peg)"/>${Array.from({ length: 260 }, (_, index) => `<circle cx="${40 + (index % 26) * 61}" cy="${40 + Math.floor(index / 26) * 70}" r="6" fill="#8c7c57"/>`).join("")}${tools.map(([x, colour], index) => `<g transform="translate(${x} ${130 + (index % 2) * 40})"><rect x="-16" y="190" width="32" height="${230 + (index % 3) * 50}" rx="14" fill="${colour}"/><path d="M-9 40h18v170h-18z" fill="#8d9892"/><circle cy="30" r="${34 + (index % 3) * 8}" fill="none" stroke="#8d9892" stroke-width="18"/></g>`).join("")}<rect y="830" width="1600" height="80" fill="#8a6240"/><rect y="910" width="1600" height="290" fill="#5d4028"/>${Array.from({ length: 3 }, (_, index) => `<circle cx="${330 + index * 430}" cy="760" r="${70 - index * 8}" fill="none" stroke="#31423c" stroke-width="30" stroke-dasharray="14 9"/><circle cx="${330 + index * 430}" cy="760" r="40" fill="none" stroke="#31423c" stroke-width="10"/>`).join("")}`,
  );
}

function street() {
  return frame(
    1600,
    1200,
    gradient("dusk", ["#f6e3c3", "#e9b98e"], true),
    `<rect width="1600" height="1200" fill="url(#dusk)"/>${[0, 1, 2, 3].map((index) => `<rect x="${index * 420 - 40}" y="${260 - (index % 2) * 90}" width="400" height="760" fill="${["#8aa193", "#b67f5c", "#6d8a86", "#c59a6c"][index]}"/>${[0, 1, 2, 3, 4, 5].map((pane) => `<rect x="${index * 420 + 20 + (pane % 3) * 110}" y="${330 - (index % 2) * 90 + Math.floor(pane / 3) * 170}" width="70" height="110" fill="#fff2cf" opacity=".75"/>`).join("")}`).join("")}<rect x="380" y="720" width="620" height="300" fill="#0f5c4d"/><rect x="420" y="800" width="260" height="220" fill="#fff2cf"/><rect x="720" y="800" width="110" height="220" fill="#15231f"/><rect x="380" y="720" width="620" height="58" fill="#0a4339"/><rect y="1020" width="1600" height="180" fill="#55605b"/>${bicycle(920, 985, 0.72, "#c2712d")}`,
  );
}

const drawings = {
  opening,
  wheel,
  kiln,
  glazes: glazeTiles,
  mugs: () => shelfOf("mugs"),
  planters: () => shelfOf("planters"),
  bowls: () => shelfOf("bowls"),
  river,
  jug: () =>
    frame(
      1200,
      1200,
      "",
      `${wall(1200, 1200, "#d9d3c6", "#aa9a83")}${shelfBoard(1200, 960)}${pot(
        "j",
        600,
        970,
        640,
        jug.map((half) => half * 1.7),
        clay,
        glazes.cobalt,
        0.74,
      )}`,
    ),
  bikeAtWall,
  bench,
  street,
};

export type DrawingName = keyof typeof drawings;

/** A drawing as JPEG bytes. */
export const jpeg = (name: DrawingName): Promise<Buffer> =>
  sharp(Buffer.from(drawings[name]()))
    .flatten({ background: "#ffffff" })
    .jpeg({ quality: 80, mozjpeg: true })
    .toBuffer();
