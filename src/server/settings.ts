// Settings from the environment, each with a working default, checked once at start.
import { resolve } from "node:path";
import Joi from "joi";
import { mailSchema } from "@/core/input/text";

export interface Settings {
  readonly port: number;
  readonly address: string;
  readonly databaseUrl: string;
  /** Key of all signatures (sign-up links, rehearsal tokens). */
  readonly secret: string;
  /** Host name of the studio. */
  readonly publicHost: string;
  /** Host below which sites stand: the studio's, unless they have one apart from it. */
  readonly sitesHost: string;
  /** Whether visitors reach Webitor by https (behind a proxy that ends TLS). */
  readonly https: boolean;
  /** Whether X-Forwarded-For of the nearest proxy is believed. */
  readonly trustProxy: boolean;
  readonly smtpUrl: string;
  /** Sender of letters about accounts. */
  readonly mailFrom: string;
  readonly demo: boolean;
  readonly now: string;
  readonly logLevel: string;
  /** Folder of the visitors' scripts and other built files. */
  readonly buildFolder: string;
  /** Folder of media and released files that all processes share; "" keeps them in the database. */
  readonly bytesFolder: string;
  /** Browser that measures pages from the command line; "" is Debian's. */
  readonly browser: string;
  /** How many releases of a site can be gone back to, besides the live one. */
  readonly keepReleases: number;
  /** How many days edits are kept one by one. */
  readonly keepEditsDays: number;
  /** How much each studio may keep. */
  readonly studioSites: number;
  readonly studioPictures: number;
  readonly studioMiB: number;
  /** Whether calendars may be read from loopback and private networks. */
  readonly feedsPrivate: boolean;
  /** Header in which a proxy in front tells the visitor's country, as "IE" or "CA-QC"; "" for none. */
  readonly placeHeader: string;
  /** Whether the stand-ins for outside web hosts answer below the studio's host. */
  readonly standIns: boolean;
  /** Between two requests to another site that is read for a chat, in ms, unless it asks for more. */
  readonly crawlPauseMs: number;
  /** What background work takes of cores that others want. */
  readonly backgroundShare: BackgroundShare;
}

/** Nothing, a little, or as much as anybody. */
export type BackgroundShare = "idle" | "low" | "equal";

interface Setting {
  readonly name: keyof Settings;
  readonly fallback: unknown;
  readonly schema: Joi.Schema;
  readonly says: string;
}

const flag = Joi.boolean().truthy("1").falsy("0");

/** The one table of settings; the README's list is checked against it. */
export const settingsTable: Readonly<Record<string, Setting>> = {
  WEBITOR_PORT: { name: "port", fallback: 4400, schema: Joi.number().port(), says: "port of studio and sites" },
  WEBITOR_ADDRESS: { name: "address", fallback: "127.0.0.1", schema: Joi.string().ip(), says: "address to listen on" },
  WEBITOR_DATABASE_URL: {
    name: "databaseUrl",
    fallback: undefined,
    schema: Joi.string()
      .uri({ scheme: ["mysql"] })
      .required(),
    says: "MariaDB to use; by default the one the start command runs",
  },
  WEBITOR_SECRET: {
    name: "secret",
    // None: with a key that everybody can read in the source, anybody could sign.
    fallback: undefined,
    schema: Joi.string().min(24).required(),
    says: "key of all signatures, at least 24 characters; the start command makes one and keeps it",
  },
  WEBITOR_PUBLIC_HOST: {
    name: "publicHost",
    fallback: "localhost",
    schema: Joi.string().hostname(),
    says: "host of the studio; sites are below it, unless they have one of their own",
  },
  WEBITOR_SITES_HOST: {
    name: "sitesHost",
    fallback: "",
    schema: Joi.string().hostname().allow(""),
    says: "host below which sites stand, apart from the studio’s; none puts them below that",
  },
  WEBITOR_HTTPS: {
    name: "https",
    fallback: false,
    schema: flag,
    says: "1 when a proxy in front ends TLS: secure cookies, HSTS",
  },
  WEBITOR_TRUST_PROXY: { name: "trustProxy", fallback: false, schema: flag, says: "1 to believe X-Forwarded-For" },
  WEBITOR_SMTP_URL: {
    name: "smtpUrl",
    fallback: "",
    schema: Joi.string()
      .uri({ scheme: ["smtp", "smtps"] })
      .allow(""),
    says: "mail server; without one, mails stay in the outbox",
  },
  WEBITOR_MAIL_FROM: {
    name: "mailFrom",
    fallback: "webitor@localhost.example",
    schema: mailSchema,
    says: "sender of letters about accounts: invitations, lost passwords, changes",
  },
  WEBITOR_DEMO: {
    name: "demo",
    fallback: false,
    schema: flag,
    says: "1 fills in the sign-in form with the demo's designer",
  },
  WEBITOR_NOW: {
    name: "now",
    fallback: "",
    schema: Joi.string().isoDate().allow(""),
    says: "where the clock starts, for tests and pictures",
  },
  WEBITOR_LOG_LEVEL: {
    name: "logLevel",
    fallback: "info",
    schema: Joi.string().valid("silent", "error", "warn", "info", "debug"),
    says: "how much is logged",
  },
  WEBITOR_BUILD_FOLDER: {
    name: "buildFolder",
    fallback: ".webitor/build",
    schema: Joi.string(),
    says: "where the visitors' scripts were built to",
  },
  WEBITOR_BYTES_FOLDER: {
    name: "bytesFolder",
    fallback: "",
    schema: Joi.string().allow(""),
    says: "folder for media and released files, shared by all processes; none keeps them in the database",
  },
  WEBITOR_BROWSER: {
    name: "browser",
    fallback: "",
    schema: Joi.string().allow(""),
    says: "browser that `npm run site -- check` measures pages with; none takes Debian's Chromium",
  },
  WEBITOR_KEEP_RELEASES: {
    name: "keepReleases",
    fallback: 30,
    schema: Joi.number().integer().min(1).max(10_000),
    says: "releases of a site that can be gone back to, besides the live one",
  },
  WEBITOR_KEEP_EDITS_DAYS: {
    name: "keepEditsDays",
    fallback: 90,
    schema: Joi.number().integer().min(1).max(3650),
    says: "days that edits are kept one by one; later only what they led to",
  },
  WEBITOR_STUDIO_SITES: {
    name: "studioSites",
    fallback: 200,
    schema: Joi.number().integer().min(1).max(100_000),
    says: "most sites of a studio",
  },
  WEBITOR_STUDIO_PICTURES: {
    name: "studioPictures",
    fallback: 50_000,
    schema: Joi.number().integer().min(1).max(10_000_000),
    says: "most pictures of a studio, over all sites",
  },
  WEBITOR_STUDIO_MIB: {
    name: "studioMiB",
    fallback: 20_480,
    schema: Joi.number().integer().min(1).max(10_000_000),
    says: "most MiB of a studio's pictures, as they came",
  },
  WEBITOR_FEEDS_PRIVATE: {
    name: "feedsPrivate",
    fallback: false,
    schema: flag,
    says: "1 lets calendars, clips and feeds be read from loopback and private networks",
  },
  WEBITOR_PLACE_HEADER: {
    name: "placeHeader",
    fallback: "",
    schema: Joi.string()
      .pattern(/^[a-z0-9-]{1,60}$/i)
      .allow(""),
    says: "header in which a proxy tells the visitor’s country (IE, CA-QC); none asks the bundled file",
  },
  WEBITOR_CRAWL_PAUSE_MS: {
    name: "crawlPauseMs",
    fallback: 1000,
    schema: Joi.number().integer().min(0).max(60_000),
    says: "pause between two requests to another site that a chat reads, in ms",
  },
  WEBITOR_STANDINS: {
    name: "standIns",
    fallback: false,
    schema: flag,
    says: "1 has the stand-ins for outside hosts (clips, payments and others) answer; demo and dev set it",
  },
  WEBITOR_BACKGROUND_SHARE: {
    name: "backgroundShare",
    fallback: "idle",
    schema: Joi.string().valid("idle", "low", "equal"),
    says: "what background work takes of cores that others want: idle (nothing), low or equal",
  },
};

/** Settings from `environment`; throws one sentence that names every wrong variable. */
export function readSettings(environment: Readonly<Record<string, string | undefined>>): Settings {
  const settings: Record<string, unknown> = {};
  const wrong: string[] = [];
  for (const [variable, { name, fallback, schema }] of Object.entries(settingsTable)) {
    const given = environment[variable];
    const { value, error } = schema.validate(given === undefined ? fallback : given);
    if (error) wrong.push(`${variable}: ${error.message.replaceAll('"', "")}`);
    settings[name] = value;
  }
  if (wrong.length)
    throw new Error(`Settings that can't be used: ${wrong.join("; ")}. The README lists what each may be.`);
  const read = settings as unknown as Settings;
  return { ...read, sitesHost: read.sitesHost || read.publicHost, buildFolder: resolve(read.buildFolder) };
}
