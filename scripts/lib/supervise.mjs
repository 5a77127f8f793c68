// Keeps a process running: started anew when it dies, ended when this one is told to end.

/** A process that dies is started anew, but not for ever: this often within a minute. */
const mostStarts = 3;
/** How long a process that was told to end may take before it is killed, in ms. */
const patienceMs = 20_000;

export const hasEnded = (child) => child.exitCode !== null || child.signalCode !== null;

/** Tells a process to end, and kills it when it does not. */
export async function endProcess(child) {
  if (hasEnded(child)) return;
  const gone = new Promise((resolve) => child.once("exit", resolve));
  child.kill("SIGTERM");
  const timer = setTimeout(() => child.kill("SIGKILL"), patienceMs);
  await gone;
  clearTimeout(timer);
}

/**
 * Starts a process by `start` and keeps it running until SIGINT or SIGTERM come, it ends by itself with 0, or it has died
 * three times within a minute. Then `cleanUp` runs and this process exits.
 */
export async function supervise({ start, cleanUp, say }) {
  const starts = [];
  let child = null;
  let ending = false;

  const end = async (code) => {
    if (ending) return;
    ending = true;
    if (child) await endProcess(child);
    await cleanUp();
    process.exit(code);
  };

  const begin = async () => {
    starts.push(Date.now());
    child = await start();
    // Told to end while it was starting.
    if (ending) return endProcess(child);
    const ended = (code, signal) => {
      if (ending) return;
      if (code === 0) return void end(0);
      say(`the process ended by ${signal ?? `code ${code}`}`);
      if (starts.filter((at) => at > Date.now() - 60_000).length >= mostStarts) {
        say(`it has died ${mostStarts} times within a minute; its log above says why.`);
        return void end(1);
      }
      say("it is started anew");
      begin().catch(failed);
    };
    if (hasEnded(child)) ended(child.exitCode, child.signalCode);
    else child.once("exit", ended);
  };
  const failed = (error) => {
    say(error.message);
    return end(1);
  };

  process.on("SIGINT", () => void end(0));
  process.on("SIGTERM", () => void end(0));
  await begin().catch(failed);
}
