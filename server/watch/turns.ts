import "server-only";
import { AsyncResource } from "node:async_hooks";
import { Server, type IncomingMessage, type ServerResponse } from "node:http";

/**
 * Pages are drawn a few at a time. A server that draws two hundred of them at once is through with none of them before it is through with all, and
 * holds all of them in memory meanwhile (measured with 200 technicians: 27 s for a sheet and 1.3 GB; in turns each waits for those before it alone).
 */

/** While one waits for the database, another is drawn. (With six, changes took half as long again beside 200 technicians, and memory a fifth more.) */
const AT_ONCE = 4;
/** While somebody's change is being kept: a change asks the database a dozen times, and each time its answer waits behind what is being drawn. */
const BESIDE_CHANGES = 2;
/** A turn ends when the page is sent. Who reads slowly, over a bad network, holds it no longer than this. */
const LONGEST_MS = 3000;
/** More than these nobody waits for: they are told to try again. */
const MOST_WAITING = 1000;
const RETRY_AFTER_S = 5;

interface Turns {
  drawing: number;
  /** Changes that are being kept. */
  changing: number;
  readonly waiting: (() => void)[];
}

// For the whole process, also when the development server loads this module again.
const kept: typeof globalThis & { deadEndsTurns?: Turns } = globalThis;

/** How many pages wait for their turn. */
export const pagesWaiting = (): number => kept.deadEndsTurns?.waiting.length ?? 0;

/** Pages; what belongs to them and the API are answered at once. */
const isPage = ({ url = "", method }: IncomingMessage): boolean =>
  (method === "GET" || method === "HEAD") &&
  !url.startsWith("/api/") &&
  !url.startsWith("/_next/") &&
  !url.includes(".");

/** A change of a job, a vehicle or the book; files take their time and hold up no page. */
const isChange = ({ url = "", method }: IncomingMessage): boolean =>
  method === "POST" && url.startsWith("/api/v1/commands/");

/**
 * From now on, in this process. The server that serves is the framework's own and takes no handler in front of its pages that could make them wait;
 * so it is every server's `request` event that waits.
 */
export function drawInTurns(): void {
  if (kept.deadEndsTurns) return;
  const turns: Turns = { drawing: 0, changing: 0, waiting: [] };
  kept.deadEndsTurns = turns;
  const emit = Server.prototype.emit;
  Server.prototype.emit = function (this: Server, event: string | symbol, ...values: unknown[]): boolean {
    const go = (): boolean => emit.apply(this, [event, ...values] as unknown as Parameters<typeof emit>);
    const [request, response] = values as [IncomingMessage, ServerResponse];
    if (event !== "request") return go();
    if (isChange(request)) letPagesWait(turns, response);
    return isPage(request) ? takeTurn(turns, response, go) : go();
  };
}

const mayDraw = ({ drawing, changing }: Turns): boolean => drawing < (changing ? BESIDE_CHANGES : AT_ONCE);

/** Whoever is next, as far as there is room. */
function drawNext(turns: Turns): void {
  while (turns.waiting.length && mayDraw(turns)) turns.waiting.shift()?.();
}

/** Until a change is answered, fewer pages are begun. */
function letPagesWait(turns: Turns, response: ServerResponse): void {
  turns.changing++;
  const end = once(() => {
    turns.changing--;
    drawNext(turns);
  });
  response.once("finish", end).once("close", end);
}

function takeTurn(turns: Turns, response: ServerResponse, go: () => boolean): boolean {
  const begin = (): boolean => {
    turns.drawing++;
    const end = once(() => {
      clearTimeout(longest);
      turns.drawing--;
      drawNext(turns);
    });
    const longest = setTimeout(end, LONGEST_MS).unref();
    response.once("finish", end).once("close", end);
    return go();
  };
  if (mayDraw(turns)) return begin();
  if (turns.waiting.length >= MOST_WAITING) {
    response.writeHead(503, { "retry-after": String(RETRY_AFTER_S), "content-type": "text/plain; charset=utf-8" });
    response.end("Too many are asking at once. Try again in a moment.\n");
    return true;
  }
  // Begun by the end of another page, it would be drawn in that one's context, and hold it: a chain of all pages since the last one that waited for none.
  const wait = AsyncResource.bind((): void => {
    // Who went away meanwhile is not drawn for.
    if (!response.closed && !response.destroyed) begin();
  });
  turns.waiting.push(wait);
  return true;
}

function once(work: () => void): () => void {
  let isDone = false;
  return () => {
    if (isDone) return;
    isDone = true;
    work();
  };
}
