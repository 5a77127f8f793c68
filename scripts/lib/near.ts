// Which end-to-end tests are near a change: by its subject, which has the same name in every layer. A test holds the map
// against the tree.

/** Files of tests/e2e (without their ending) by subject; a subject without any is named with none, and why is its comment. */
export const nearSpecs: Readonly<Record<string, readonly string[]>> = {
  account: ["accounts"],
  // Reads files apart: what is taken in.
  sandbox: ["media", "pictures"],
  cart: ["shop", "first-sale"],
  background: ["processes"],
  booking: ["booking", "calendar", "desk-calendar"],
  brand: ["screens", "shelf"],
  bytes: ["hosts", "media"],
  calendar: ["calendar", "desk-calendar"],
  catalog: ["shop"],
  chat: ["chat"],
  check: ["checks", "boatyard"],
  clips: ["video"],
  code: ["elsewhere"],
  composer: ["composing", "drags", "visit", "bakery", "boatyard"],
  consent: ["consent"],
  crawl: ["chat"],
  desk: ["desk-calendar", "forms", "story"],
  edge: ["hosts"],
  "other-sites": ["elsewhere", "calendar", "chat"],
  embed: ["elsewhere"],
  event: ["processes", "screens"],
  field: ["forms", "widgets"],
  form: ["forms", "alone"],
  forms: ["forms"],
  frame: ["screens", "story", "weights"],
  gallery: ["pictures", "alone"],
  ground: ["video"],
  head: ["structure"],
  hours: ["blocks"],
  icon: ["blocks"],
  input: ["hosts"],
  job: ["processes", "hosts"],
  join: ["accounts"],
  kind: ["widgets"],
  kit: ["screens", "widgets"],
  loader: ["story", "hosts"],
  locale: ["bakery"],
  mail: ["story", "accounts"],
  map: ["blocks"],
  maze: ["chat"],
  measure: ["consent"],
  media: ["media", "pictures"],
  message: ["calendar"],
  // Tables change under everything.
  migrations: ["story"],
  money: ["shop", "payments"],
  opening: ["widgets", "story"],
  order: ["shop", "payments", "first-sale"],
  outside: ["video", "chat"],
  "self-service": ["payments"],
  page: ["composing", "blocks", "reuse", "shared", "drags"],
  pay: ["payments"],
  payment: ["payments"],
  pdf: ["shop", "payments"],
  people: ["accounts"],
  player: ["video"],
  popup: ["story", "screens", "alone"],
  process: ["hosts", "processes"],
  publish: ["bakery", "story"],
  quayside: ["chat"],
  recover: ["accounts"],
  rehearse: ["story", "composing", "shop"],
  release: ["hosts", "bakery"],
  render: ["blocks", "shelf", "checks"],
  s: ["screens"],
  scribe: ["chat"],
  security: ["hosts", "accounts"],
  settings: ["bakery", "screens"],
  shipping: ["shop"],
  shop: ["shop", "first-sale", "payments"],
  "sign-in": ["screens", "accounts"],
  site: ["screens", "bakery", "structure"],
  sites: ["screens", "composing"],
  slider: ["alone"],
  stage: ["composing", "drags", "visit"],
  storefront: ["shop"],
  structure: ["structure"],
  tax: ["shop"],
  // What unit tests alone use.
  testing: [],
  api: ["hosts", "screens"],
  time: ["calendar"],
  video: ["video"],
  visitor: ["story"],
  visitors: ["hosts"],
  voucher: ["payments"],
  wholepage: ["elsewhere"],
  widget: ["widgets", "floats"],
};

/** The subject of a file of src; null for one that stands in its layer alone. */
export const subjectOf = (file: string): string | null => /^src\/[^/]+\/([^/]+)\//.exec(file)?.[1] ?? null;

/** Specs to run after a change of these files, in order; what belongs to no subject is near the story of everything. */
export function specsNear(changed: readonly string[]): readonly string[] {
  const specs = new Set<string>();
  for (const file of changed) {
    const own = /^tests\/e2e\/([^/]+)\.spec\.ts$/.exec(file)?.[1];
    if (own) specs.add(own);
    else if (file.startsWith("src/") && !/\.test(-kit)?\.tsx?$/.test(file)) {
      const subject = subjectOf(file);
      for (const spec of (subject && nearSpecs[subject]) || ["story"]) specs.add(spec);
    }
  }
  return [...specs].sort();
}

interface Bundled {
  readonly inputs: Readonly<Record<string, { readonly imports: readonly { readonly path: string }[] }>>;
}

/** Test files that reach one of the changed files by what they import, as the bundler has read it. */
export function testsNear({ inputs }: Bundled, changed: readonly string[]): readonly string[] {
  const importers = new Map<string, string[]>();
  for (const [file, { imports }] of Object.entries(inputs))
    for (const { path } of imports) importers.set(path, [...(importers.get(path) ?? []), file]);
  const reached = new Set(changed);
  // What is added while it is walked is walked, too.
  for (const file of reached) for (const importer of importers.get(file) ?? []) reached.add(importer);
  return [...reached].filter((file) => file.endsWith(".test.ts")).sort();
}
