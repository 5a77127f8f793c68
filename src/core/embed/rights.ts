// What an embedded page may do, one by one (HTML, the sandbox attribute), in plain words with what each is for.

export const rights = {
  scripts: {
    token: "allow-scripts",
    says: "Run scripts",
    why: "Most pages need it: without, nothing on it moves or answers.",
  },
  own: {
    token: "allow-same-origin",
    says: "Keep its own cookies and storage",
    why: "For pages that remember who is signed in there.",
  },
  forms: { token: "allow-forms", says: "Send forms", why: "For pages with a search or an order." },
  windows: { token: "allow-popups", says: "Open new windows", why: "For links that lead to its own site." },
  free: {
    token: "allow-popups-to-escape-sandbox",
    says: "Windows it opens are as any other",
    why: "For a payment page that opens in a window.",
  },
  questions: { token: "allow-modals", says: "Ask by small windows", why: "For pages that confirm a step." },
  downloads: { token: "allow-downloads", says: "Give files to take home", why: "For timetables and tickets." },
  leads: {
    token: "allow-top-navigation-by-user-activation",
    says: "Lead the whole page elsewhere when it is pressed",
    why: "For sign-in pages. Only where you trust it.",
  },
} as const satisfies Readonly<Record<string, { readonly token: string; readonly says: string; readonly why: string }>>;

export type Right = keyof typeof rights;
export const rightNames = Object.keys(rights) as readonly Right[];

/** What it asks of the visitor's device, each by its own tick (Permissions Policy). */
export const devices = {
  fullScreen: { token: "fullscreen", says: "Fill the screen" },
  camera: { token: "camera", says: "Ask for the camera" },
  microphone: { token: "microphone", says: "Ask for the microphone" },
  place: { token: "geolocation", says: "Ask where the visitor is" },
} as const;
export type Device = keyof typeof devices;
export const deviceNames = Object.keys(devices) as readonly Device[];

/** The value of a frame's sandbox attribute; "" lets it do nothing but be seen. */
export const sandboxOf = (given: readonly Right[]): string =>
  rightNames
    .filter((right) => given.includes(right))
    .map((right) => rights[right].token)
    .join(" ");

/** The value of a frame's allow attribute. */
export const allowOf = (given: readonly Device[]): string =>
  deviceNames
    .filter((device) => given.includes(device))
    .map((device) => devices[device].token)
    .join("; ");
