import { answerTrace, type TraceQuestion } from "./trace-work";

/** Reads and summarises recordings off the page's own thread: a million points never freeze it. */
self.onmessage = ({ data }: MessageEvent<{ readonly id: number; readonly question: TraceQuestion }>) =>
  self.postMessage({ id: data.id, answer: answerTrace(data.question) });
