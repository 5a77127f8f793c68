// `npm run site`: a command in a process of its own.
import { theContext } from "@/server/context";
import { runSiteCommand } from "./lib/site-commands";

const context = theContext();
const heard = { say: (words: string) => console.log(words), complain: (words: string) => console.error(words) };
process.exitCode = await runSiteCommand(context, process.argv.slice(2), heard);
await context.close();
