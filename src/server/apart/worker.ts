// The thread that does one task and ends.
import { parentPort, workerData } from "node:worker_threads";
import { type TaskName, tasks } from "./tasks";

const { task, given } = workerData as { task: TaskName; given: never };
parentPort?.postMessage(await tasks[task](given));
