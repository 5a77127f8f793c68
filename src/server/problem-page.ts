// Problems as pages, for people who went to them with a browser; calls and scripts get problem+json.
import { createHash } from "node:crypto";
import { preferredLanguage } from "@/core/locale/language";
import { isPassing, problemCss, problemHtml } from "@/core/render/problem";
import { type Problem, problemOf } from "./problem";

/** What a browser says of why it asks. */
export interface Asks {
  readonly method: string;
  header(name: string): string | null | undefined;
}

/** Whether a browser went there, and shows what it is answered. */
export function goesThere({ header }: Asks): boolean {
  const mode = header("sec-fetch-mode");
  return mode ? mode === "navigate" : /^text\/html\b/i.test(header("accept") ?? "");
}

const styleHash = createHash("sha256").update(problemCss).digest("base64");
const policy = `default-src 'none'; style-src 'sha256-${styleHash}'; form-action 'self'; base-uri 'none'; frame-ancestors 'none'`;

export interface ProblemPage {
  readonly status: number;
  readonly html: string;
  readonly headers: Readonly<Record<string, string>>;
}

/** The page for anything thrown. `fields` are what was sent, where they are known and may be sent again. */
export function problemPage(
  error: unknown,
  asks: Asks,
  {
    reference = "",
    fields = null,
  }: { reference?: string; fields?: readonly (readonly [string, string])[] | null } = {},
): ProblemPage {
  const problem: Problem = problemOf(error, reference);
  const read = asks.method === "GET" || asks.method === "HEAD";
  const again = !isPassing(problem.status) ? null : read ? "address" : fields && { fields };
  const messages = problem.fields.map(({ message }) => message);
  return {
    status: problem.status,
    html: problemHtml(
      { status: problem.status, code: problem.code, messages, reference, again },
      preferredLanguage(asks.header("accept-language")),
    ),
    headers: {
      ...problem.headers,
      "content-type": "text/html; charset=utf-8",
      "content-security-policy": policy,
      "cache-control": "no-store",
      vary: "Accept, Accept-Language, Sec-Fetch-Mode",
    },
  };
}
