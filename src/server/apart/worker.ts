// The thread that does one task and ends. What it needs besides what it was given it asks its maker for.
import { parentPort, workerData } from "node:worker_threads";
import { type TaskName, tasks } from "./tasks";

const { task, given } = workerData as { task: TaskName; given: never };
const waiting = new Map<number, (value: never) => void>();
let questions = 0;
parentPort?.on("message", ({ id, value }: { id: number; value: never }) => {
  waiting.get(id)?.(value);
  waiting.delete(id);
});

const ask = (name: string, value: unknown, transfer: readonly ArrayBuffer[] = []) =>
  new Promise<never>((resolve) => {
    questions += 1;
    waiting.set(questions, resolve);
    parentPort?.postMessage({ ask: name, id: questions, value }, [...transfer]);
  });

parentPort?.postMessage({ answer: await tasks[task](given, ask as never) });
