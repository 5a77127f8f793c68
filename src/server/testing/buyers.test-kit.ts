// Several processes with many buyers each, who all want the same in the same moment.
import { execFileSync, spawn } from "node:child_process";
import { join } from "node:path";
import type { Context } from "@/server/context";
import { forNode } from "../../../scripts/lib/bundles.mjs";

interface Counts {
  readonly order: number;
  readonly told: number;
  readonly broken: number;
}

const file = join(process.cwd(), ".webitor/build/tests/buyers.mjs");

/** What came of `each` buyers in each of so many processes. */
export async function rushFor(
  context: Context,
  { variant, processes, each, payment }: { variant: string; processes: number; each: number; payment: string },
): Promise<Counts> {
  const source = join(process.cwd(), "tests/payment/buyers.ts");
  execFileSync("node_modules/.bin/esbuild", [source, ...forNode, `--outfile=${file}`]);
  const { databaseUrl, secret, port } = context.settings;
  const children = Array.from({ length: processes }, () => {
    const child = spawn(process.execPath, [file, variant, String(each), payment], {
      env: {
        ...process.env,
        ...{ NODE_OPTIONS: "", WEBITOR_DATABASE_URL: databaseUrl, WEBITOR_SECRET: secret, WEBITOR_PORT: String(port) },
        WEBITOR_LOG_LEVEL: "silent",
      },
      stdio: ["pipe", "pipe", "inherit"],
    });
    let said = "";
    const ready = new Promise<void>((resolve, reject) => {
      child.stdout.on("data", (part) => {
        said += part;
        if (said.startsWith("ready\n")) resolve();
      });
      child.once("exit", (code) => reject(new Error(`A process of buyers ended (${code}): ${said}`)));
    });
    const over = new Promise<Counts>((resolve) =>
      child.once("exit", () => resolve(JSON.parse(said.replace("ready\n", "")) as Counts)),
    );
    return { child, ready, over };
  });
  await Promise.all(children.map(({ ready }) => ready));
  for (const { child } of children) child.stdin.write("go\n");
  const all = await Promise.all(children.map(({ over }) => over));
  return all.reduce((sum, one) => ({
    order: sum.order + one.order,
    told: sum.told + one.told,
    broken: sum.broken + one.broken,
  }));
}
