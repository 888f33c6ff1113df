/** Runs a TypeScript program in a worker thread: what Node is started with does not reach its workers. */
import { workerData } from "node:worker_threads";
import { register } from "tsx/esm/api";

register();
await import(workerData.program);
