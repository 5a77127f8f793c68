// What the stand-in clip host shows: channels, playlists and thirty clips of the demo's world, all made up.

export type Scene = "kiln" | "wheel" | "glaze" | "river" | "shelf" | "foot";

export interface SceneFile {
  readonly width: number;
  readonly height: number;
  readonly seconds: number;
}

/** The files that there really are, in demo/clips; the clips share them. */
export const scenes: Readonly<Record<Scene, SceneFile>> = {
  kiln: { width: 640, height: 360, seconds: 12 },
  wheel: { width: 640, height: 360, seconds: 10 },
  glaze: { width: 640, height: 360, seconds: 9 },
  river: { width: 640, height: 360, seconds: 14 },
  shelf: { width: 640, height: 480, seconds: 11 },
  foot: { width: 360, height: 640, seconds: 8 },
};

export interface Channel {
  readonly key: string;
  readonly name: string;
  readonly about: string;
  readonly subscribers: number;
}

export const channels: readonly Channel[] = [
  {
    key: "wrenfield",
    name: "Wrenfield Clayworks",
    about: "Kiln openings and slow hands by the river.",
    subscribers: 2140,
  },
  { key: "oddlane", name: "Oddlane Cycles", about: "One bench, two mechanics, no hurry.", subscribers: 815 },
  {
    key: "riverside",
    name: "Riverside Makers",
    about: "Neighbours who make things, filmed once a month.",
    subscribers: 390,
  },
];

export interface Clip {
  readonly id: string;
  readonly channel: string;
  readonly title: string;
  readonly words: string;
  readonly scene: Scene;
  /** ISO 8601, UTC. */
  readonly published: string;
  readonly views: number;
  readonly lists: readonly string[];
  /** Languages of its captions. */
  readonly captions: readonly string[];
  /** What is the matter with it; absent for a clip anybody may show. */
  readonly state?: "removed" | "notFramed" | "private";
}

export const playlists: readonly { readonly key: string; readonly name: string }[] = [
  { key: "kiln-openings", name: "Kiln openings" },
  { key: "first-lessons", name: "First lessons" },
  { key: "by-the-river", name: "By the river" },
];

type Row = readonly [
  id: string,
  channel: string,
  scene: Scene,
  published: string,
  views: number,
  title: string,
  words: string,
  lists?: readonly string[],
  state?: Clip["state"],
];

const openings = ["kiln-openings"];
const lessons = ["first-lessons"];
const river = ["by-the-river"];

const rows: readonly Row[] = [
  [
    "kln-0301",
    "wrenfield",
    "kiln",
    "2026-03-01T08:30:00Z",
    412,
    "Kiln opening, first of March",
    "Fourteen hours up, two days down, and then the door.",
    openings,
  ],
  [
    "kln-0215",
    "wrenfield",
    "kiln",
    "2026-02-15T08:20:00Z",
    980,
    "Kiln opening, mid-February",
    "The copper red we did not expect.",
    openings,
  ],
  [
    "kln-0201",
    "wrenfield",
    "shelf",
    "2026-02-01T09:00:00Z",
    655,
    "What came out in February",
    "Forty mugs, three cracks, one favourite.",
    openings,
  ],
  [
    "kln-0118",
    "wrenfield",
    "kiln",
    "2026-01-18T08:15:00Z",
    1310,
    "The cold opening",
    "Minus four outside, sixty degrees at the spy hole.",
    openings,
  ],
  [
    "kln-1220",
    "wrenfield",
    "shelf",
    "2025-12-20T10:00:00Z",
    2207,
    "Shelves before the holidays",
    "Everything that went home before the year ended.",
    openings,
  ],
  [
    "kln-1206",
    "wrenfield",
    "kiln",
    "2025-12-06T08:40:00Z",
    1754,
    "Kiln opening by lamplight",
    "We opened late, and were glad of the lamps.",
    openings,
  ],
  [
    "kln-1115",
    "wrenfield",
    "glaze",
    "2025-11-15T09:10:00Z",
    893,
    "Three dips, one bowl",
    "How the river green is built up.",
    openings,
  ],
  [
    "whl-0001",
    "wrenfield",
    "wheel",
    "2025-10-04T12:00:00Z",
    5120,
    "First throw: centring",
    "Elbows in, water little, patience much.",
    lessons,
  ],
  [
    "whl-0002",
    "wrenfield",
    "wheel",
    "2025-10-11T12:00:00Z",
    3840,
    "First throw: opening the clay",
    "Down with the thumbs, and stop before the bat.",
    lessons,
  ],
  [
    "whl-0003",
    "wrenfield",
    "wheel",
    "2025-10-18T12:00:00Z",
    3391,
    "First throw: pulling up",
    "Three pulls, from the foot to the rim.",
    lessons,
  ],
  [
    "whl-0004",
    "wrenfield",
    "foot",
    "2025-10-25T12:00:00Z",
    2975,
    "Turning a foot ring",
    "Leather-hard, upside down, light hands.",
    lessons,
  ],
  [
    "glz-0001",
    "wrenfield",
    "glaze",
    "2025-09-20T17:30:00Z",
    1480,
    "Glaze night in two minutes",
    "Eight people, eleven buckets.",
    lessons,
  ],
  [
    "glz-0002",
    "wrenfield",
    "glaze",
    "2025-09-27T17:30:00Z",
    1125,
    "Pouring the river green",
    "One pour, no pause, turn as it runs.",
    [],
  ],
  [
    "glz-0003",
    "wrenfield",
    "glaze",
    "2025-11-01T17:30:00Z",
    760,
    "Why glazes crawl",
    "Dust, and how to get rid of it.",
    [],
  ],
  [
    "riv-0001",
    "wrenfield",
    "river",
    "2025-08-30T06:30:00Z",
    2044,
    "The weir at six",
    "Before anyone turns a wheel.",
    river,
  ],
  ["riv-0002", "wrenfield", "river", "2025-07-12T05:50:00Z", 1630, "High water", "The day the yard stood wet.", river],
  [
    "riv-0003",
    "riverside",
    "river",
    "2026-02-21T15:00:00Z",
    188,
    "A walk along the Wren",
    "From the weir to the clay pit.",
    river,
  ],
  [
    "rsm-0001",
    "riverside",
    "shelf",
    "2026-01-10T15:00:00Z",
    240,
    "A shelf for every neighbour",
    "What six workshops made in a month.",
    [],
  ],
  [
    "rsm-0002",
    "riverside",
    "wheel",
    "2025-12-13T15:00:00Z",
    305,
    "Maren at the wheel",
    "A visit to Wrenfield Clayworks.",
    [],
  ],
  ["rsm-0003", "riverside", "foot", "2025-11-08T15:00:00Z", 276, "Ilse turns bowls", "Ten feet in eight minutes.", []],
  [
    "rsm-0004",
    "riverside",
    "kiln",
    "2025-10-11T15:00:00Z",
    412,
    "A kiln among neighbours",
    "Who brings what, and who stays up.",
    openings,
  ],
  [
    "odd-0001",
    "oddlane",
    "wheel",
    "2026-02-27T16:00:00Z",
    1290,
    "A wheel of the other kind",
    "We borrowed a potter to true a rim. It did not work.",
    [],
  ],
  [
    "odd-0002",
    "oddlane",
    "shelf",
    "2026-01-30T16:00:00Z",
    640,
    "Bells, sorted",
    "Every bell that was ever left here.",
    [],
  ],
  [
    "odd-0003",
    "oddlane",
    "river",
    "2025-12-19T16:00:00Z",
    518,
    "The river path in winter",
    "Which tyres, and how slow.",
    [],
  ],
  [
    "odd-0004",
    "oddlane",
    "foot",
    "2025-11-21T16:00:00Z",
    702,
    "A hub, turned by hand",
    "Grease, patience, a cone spanner.",
    [],
  ],
  ["odd-0005", "oddlane", "glaze", "2025-10-24T16:00:00Z", 455, "Painting a frame", "Thin coats, like glaze.", []],
  ["odd-0006", "oddlane", "kiln", "2025-09-26T16:00:00Z", 388, "Baking the paint", "A kiln does for frames, too.", []],
  [
    "old-0001",
    "wrenfield",
    "kiln",
    "2025-05-03T08:00:00Z",
    90,
    "Kiln opening that went wrong",
    "Taken away again.",
    openings,
    "removed",
  ],
  [
    "own-0001",
    "riverside",
    "shelf",
    "2025-06-07T08:00:00Z",
    61,
    "For our own page only",
    "It may not be shown on other sites.",
    [],
    "notFramed",
  ],
  ["prv-0001", "oddlane", "wheel", "2025-06-21T08:00:00Z", 4, "Only for the mechanics", "Private.", [], "private"],
];

export const clips: readonly Clip[] = rows.map(
  ([id, channel, scene, published, views, title, words, lists = [], state]) => ({
    id,
    channel,
    scene,
    published,
    views,
    title,
    words,
    lists,
    captions: id.startsWith("odd") ? ["en"] : ["en", "de"],
    ...(state ? { state } : {}),
  }),
);

/** Channels of many generated clips, "many-2000", for whoever tries what a large feed does. */
export function manyClips(count: number): readonly Clip[] {
  const names = Object.keys(scenes) as Scene[];
  return Array.from({ length: Math.min(count, 5000) }, (_, at) => ({
    id: `mny-${String(at).padStart(4, "0")}`,
    channel: `many-${count}`,
    title: `Piece ${at + 1} of ${count}`,
    words: `The ${at + 1}th thing that was made, from the ${names[at % names.length]} shelf.`,
    scene: names[at % names.length] as Scene,
    published: new Date(Date.UTC(2026, 1, 28) - at * 3_600_000).toISOString(),
    views: (at * 7919) % 10_000,
    lists: [],
    captions: ["en"],
  }));
}

const generated = /^mny-(\d{4})$/;
const byId = new Map(clips.map((clip) => [clip.id, clip]));

export const clipOf = (id: string): Clip | undefined =>
  byId.get(id) ?? (generated.test(id) ? manyClips(Number(generated.exec(id)?.[1]) + 1).at(-1) : undefined);

/** A caption track (WebVTT) of a scene in a language. */
export function captionsOf(scene: Scene, language: string): string {
  const lines = captionLines[scene][language] ?? captionLines[scene].en ?? [];
  const each = scenes[scene].seconds / lines.length;
  const at = (seconds: number) => `00:00:${seconds.toFixed(3).padStart(6, "0")}`;
  const cues = lines.map((line, index) => `${at(index * each)} --> ${at((index + 1) * each - 0.1)}\n${line}\n`);
  return `WEBVTT\n\n${cues.join("\n")}`;
}

const captionLines: Readonly<Record<Scene, Readonly<Record<string, readonly string[]>>>> = {
  kiln: {
    en: ["The door opens slowly.", "It is still warm in there.", "And nothing has cracked."],
    de: ["Langsam geht die Tür auf.", "Drinnen ist es noch warm.", "Und nichts ist gesprungen."],
  },
  wheel: {
    en: ["Elbows in.", "Let the clay come up by itself.", "Now hold still."],
    de: ["Ellbogen anlegen.", "Der Ton kommt von selbst.", "Jetzt stillhalten."],
  },
  glaze: {
    en: ["One pour, no pause.", "It runs as far as it wants."],
    de: ["Ein Guss, ohne Pause.", "Sie läuft, so weit sie will."],
  },
  river: {
    en: ["[water over the weir]", "Six in the morning.", "[a wren sings]"],
    de: ["[Wasser am Wehr]", "Sechs Uhr früh.", "[ein Zaunkönig singt]"],
  },
  shelf: {
    en: ["Forty mugs.", "Three cracks.", "One favourite."],
    de: ["Vierzig Becher.", "Drei Sprünge.", "Ein Liebling."],
  },
  foot: {
    en: ["Leather-hard.", "Light hands, sharp tool."],
    de: ["Lederhart.", "Leichte Hände, scharfes Eisen."],
  },
};
