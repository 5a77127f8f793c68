// Forms as a browser sends them (RFC 7578), read whole up to a size, and only a few large ones at a time.
import { largestAnswerFile } from "@/core/field/field";
import { formShape, shapeFault } from "@/core/input/shape";
import { Problem } from "../problem";
import type { FormBody } from "./endpoint";
import { largestForm, readBody } from "./request";

/** What a form may bring in all, in bytes: one file of the largest, or several small ones. */
const largestMultipart = largestAnswerFile + (2 << 20) + largestForm;
/** Large forms that are read at once in a process: each lies in its memory. */
const atOnce = 6;
const retrySeconds = 5;

let reading = 0;

const refused = (status: number, code: string, message: string, headers: Record<string, string> = {}) =>
  new Problem(status, code, message, [{ path: "body", message }], headers);

/** A form with its files; 413 beyond the size, 503 while too many are being read, 400 and 422 for what is none. */
export async function readMultipart(request: Request): Promise<FormBody> {
  if (reading >= atOnce)
    throw refused(503, "busy", "Too many forms come in at once. Please send it again in a moment.", {
      "retry-after": String(retrySeconds),
    });
  reading += 1;
  try {
    return await parted(request);
  } finally {
    reading -= 1;
  }
}

/** A parameter of multipart/form-data: at most 70 characters (RFC 2046, 5.1.1). */
const boundaryIn = /;\s?boundary="?([^";\s]{1,70})/i;

/** Refuses a body of more parts than a form has before it is taken apart: hundreds of thousands fit into a few megabytes. */
function boundParts(bytes: Buffer, type: string): void {
  const boundary = boundaryIn.exec(type)?.[1];
  if (boundary === undefined) throw refused(400, "notForm", "The body is not a form that can be read.");
  const mark = `--${boundary}`;
  let parts = 0;
  for (let at = bytes.indexOf(mark); at >= 0; at = bytes.indexOf(mark, at + mark.length)) {
    parts += 1;
    // The last mark ends the form.
    if (parts > formShape.keys + 1) throw refused(422, "invalid", `A form has at most ${formShape.keys} parts.`);
  }
}

const parted = async (request: Request): Promise<FormBody> =>
  formFrom(await readBody(request, largestMultipart), request.headers.get("content-type") ?? "");

/** A form with its files from its whole body; 400 and 422 for what is none, or has more parts than a form. */
export async function formFrom(bytes: Uint8Array, type: string): Promise<FormBody> {
  boundParts(Buffer.from(bytes.buffer, bytes.byteOffset, bytes.length), type);
  let form: FormData;
  try {
    form = await new Response(bytes as Uint8Array<ArrayBuffer>, { headers: { "content-type": type } }).formData();
  } catch {
    throw refused(400, "notForm", "The body is not a form that can be read.");
  }
  // Maps: a part may be called as it likes, “__proto__” too.
  const values = new Map<string, string | readonly string[]>();
  const files = new Map<string, { name: string; bytes: Uint8Array }>();
  for (const [name, value] of form) {
    if (typeof value !== "string") {
      // A chooser that nothing was chosen in sends a file without name and bytes.
      if (value.size || value.name)
        files.set(name, { name: value.name, bytes: new Uint8Array(await value.arrayBuffer()) });
      continue;
    }
    const before = values.get(name);
    // Line ends come as CRLF (RFC 7578, 4.4 by way of HTML's form submission).
    const text = value.replaceAll("\r\n", "\n");
    values.set(name, before === undefined ? text : [before, text].flat());
  }
  const fields = Object.fromEntries(values);
  const fault =
    shapeFault(fields, formShape) ??
    shapeFault(
      [...files.values()].map(({ name }) => name),
      formShape,
    );
  if (fault) throw new Problem(422, "invalid", fault.message, [{ ...fault, path: fault.path || "body" }]);
  return { fields, files: Object.fromEntries(files) };
}
