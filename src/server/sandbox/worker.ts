// The process that does one task and ends. What it needs besides what it was given it asks its maker for.
import type { TaskName } from "@/server/sandbox/task";
import { tasks } from "@/server/sandbox/tasks";

const waiting = new Map<number, (value: never) => void>();
let questions = 0;

const say = (said: object) => process.send?.(said);

const ask = (name: string, value: unknown) =>
  new Promise<never>((resolve) => {
    questions += 1;
    waiting.set(questions, resolve);
    say({ ask: name, id: questions, value });
  });

process.on("message", (said: { task: TaskName; given: never } | { id: number; value: never }) => {
  if ("id" in said) {
    waiting.get(said.id)?.(said.value);
    waiting.delete(said.id);
    return;
  }
  tasks[said.task](said.given, ask as never).then(
    (answer) => say({ answer }),
    (error: Error) =>
      say({
        failed: /memory|allocation/i.test(error.message) ? "it takes too much memory" : error.message.slice(0, 200),
      }),
  );
});
// Whoever began it is gone.
process.on("disconnect", () => process.exit(0));
