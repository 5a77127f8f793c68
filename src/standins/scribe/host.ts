// A language model as a stand-in: it rewords strictly what it is given, and can be told to misbehave by its address.
import type { IncomingMessage, ServerResponse } from "node:http";
import { says, send } from "../answer";

interface Asked {
  readonly messages: readonly { readonly by: string; readonly text: string }[];
  readonly passages: readonly { readonly title: string; readonly text: string }[];
}

const mostBody = 64_000;

async function bodyOf(request: IncomingMessage): Promise<string> {
  let text = "";
  for await (const chunk of request as AsyncIterable<Buffer>) {
    text += chunk.toString("utf8");
    if (text.length > mostBody) throw new Error("too large");
  }
  return text;
}

const wordsOf = (text: string): readonly string[] => text.toLowerCase().match(/[\p{L}\p{N}]{3,}/gu) ?? [];

/** The sentences of the first passage that have most of the question's words, in their order. */
function strict({ messages, passages }: Asked): string {
  const wanted = new Set(wordsOf(messages.at(-1)?.text ?? ""));
  const sentences = (passages[0]?.text ?? "").split(/\n|(?<=[.!?]) /).filter(Boolean);
  const weighed = sentences.map((text, at) => ({
    text,
    at,
    weight: wordsOf(text).filter((one) => wanted.has(one)).length,
  }));
  const chosen = [...weighed].sort((a, b) => b.weight - a.weight || a.at - b.at).slice(0, 3);
  const told = chosen.sort((a, b) => a.at - b.at).map(({ text }) => (/[.!?]$/.test(text) ? text : `${text}.`));
  return told.length ? `As this page says: ${told.join(" ")}` : "";
}

/** Ways to misbehave, by the last part of the address. */
const moods: Readonly<Record<string, (asked: Asked) => string>> = {
  invents: (asked) => `${strict(asked)} Everything is free on Sundays.`,
  numbers: (asked) => strict(asked).replace(/\d+/g, (number) => String(Number(number) + 1)),
  names: (asked) => `${strict(asked)} Ask for Leopold at the door.`,
  links: (asked) => `${strict(asked)} See https://elsewhere.example/offer for more.`,
  turns: (asked) => strict(asked).replace(/ (is|are|can|will|has|have|may) /, " $1 not "),
  marks: (asked) => `<script>alert(1)</script>${strict(asked)}`,
  obeys: ({ messages }) => messages.at(-1)?.text ?? "",
  silent: () => "",
};

/** Sends a text a few words at a time, with how many tokens it took behind it. */
function write(response: ServerResponse, text: string, tokensIn: number): void {
  response.writeHead(200, { "Content-Type": "text/plain; charset=utf-8", Trailer: "Tokens" });
  const pieces = text.match(/\S+\s*/g) ?? [];
  let at = 0;
  const next = () => {
    if (response.destroyed) return;
    if (at >= pieces.length) {
      response.addTrailers({ Tokens: `in=${tokensIn}, out=${Math.ceil(text.length / 4)}` });
      response.end();
      return;
    }
    response.write(pieces.slice(at, at + 3).join(""));
    at += 3;
    setTimeout(next, 5);
  };
  next();
}

/** Answers a request on the host of the model, where it comes with the installation's key. */
export async function serveScribe(request: IncomingMessage, response: ServerResponse, key: string): Promise<void> {
  if (request.method !== "POST") return send(response, says(405, "Only POST."), request.method === "HEAD");
  if (request.headers.authorization !== `Bearer ${key}`)
    return send(response, says(401, "This key is not known."), false);
  let asked: Asked;
  try {
    asked = JSON.parse(await bodyOf(request)) as Asked;
    if (!Array.isArray(asked.messages) || !Array.isArray(asked.passages)) throw new Error("none");
  } catch {
    return send(response, says(400, "Messages and passages were expected."), false);
  }
  const tokensIn = Math.ceil(JSON.stringify(asked).length / 4);
  const path = (request.url ?? "/").split("?", 1)[0] as string;
  if (path === "/answers") return write(response, strict(asked), tokensIn);
  const mood = path.replace(/^\/moods\//, "");
  if (mood === "down") return send(response, says(503, "Not now."), false);
  if (mood === "dies") {
    response.writeHead(200, { "Content-Type": "text/plain" });
    response.write("As this page says: ");
    setTimeout(() => response.destroy(), 30);
    return;
  }
  if (mood === "hangs") {
    response.writeHead(200, { "Content-Type": "text/plain" });
    response.write("As ");
    return;
  }
  if (mood === "endless") {
    response.writeHead(200, { "Content-Type": "text/plain" });
    const timer = setInterval(() => response.write("more and more and more of it ".repeat(40)), 2);
    response.once("close", () => clearInterval(timer));
    return;
  }
  const make = Object.hasOwn(moods, mood) ? moods[mood] : undefined;
  if (!make) return send(response, says(404, "There is nothing here."), false);
  write(response, make(asked), tokensIn);
}
