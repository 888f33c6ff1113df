"use client";

/** What changed on a job; of `files` a picture beside its trail came or went. */
export interface JobChange {
  readonly jobId: string;
  readonly version: number;
  readonly files: boolean;
}

/** `wasKnown`: it was heard before the listener came, and may be of a job that is closed by now. */
type Listener = (change: JobChange, wasKnown: boolean) => void;

const NAME = "dead-ends live";
/** A stream that the server ended for good (whoever looks was signed out) is tried again after so long. */
const AGAIN_MS = 10_000;
const listeners = new Set<Listener>();
/** What is known of each job by now: a page that opens later asks for it. */
const versions = new Map<string, number>();
let channel: BroadcastChannel | null = null;
let isLeading = false;

/**
 * Hears of every change of the shop's jobs. All pages of a browser share one stream: the first holds it and tells the others; when it goes,
 * another takes over. Browsers open few connections to one server, and pages that each held one would soon use them up.
 * @returns what stops hearing
 */
export function hearJobChanges(listener: Listener): () => void {
  listeners.add(listener);
  start();
  for (const [jobId, version] of versions) listener({ jobId, version, files: false }, true);
  return () => listeners.delete(listener);
}

let started = false;

function start(): void {
  if (started) return;
  started = true;
  // Without a lock nobody can say who holds the stream (a page over plain HTTP): then each has its own.
  if (typeof BroadcastChannel === "undefined" || !navigator.locks) {
    openStream();
    return;
  }
  channel = new BroadcastChannel(NAME);
  channel.onmessage = ({ data }: MessageEvent<JobChange | "what is known?">) => {
    if (data !== "what is known?") return tell(data);
    if (isLeading) for (const [jobId, version] of versions) channel?.postMessage({ jobId, version, files: false });
  };
  channel.postMessage("what is known?");
  // The lock is held as long as this page lives.
  void navigator.locks.request(NAME, () => {
    isLeading = true;
    openStream();
    return new Promise<never>(() => {});
  });
}

function openStream(): void {
  const source = new EventSource("/api/v1/live");
  const heard = (change: JobChange) => {
    tell(change);
    channel?.postMessage(change);
  };
  source.onmessage = ({ data }: MessageEvent<string>) => heard(JSON.parse(data));
  source.addEventListener("versions", ({ data }: MessageEvent<string>) => {
    const known: Record<string, number> = JSON.parse(data);
    for (const [jobId, version] of Object.entries(known)) heard({ jobId, version, files: false });
  });
  source.onerror = () => {
    if (source.readyState === EventSource.CLOSED) setTimeout(openStream, AGAIN_MS);
  };
}

function tell(change: JobChange): void {
  versions.set(change.jobId, change.version);
  for (const listener of listeners) listener(change, false);
}
