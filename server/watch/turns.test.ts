import { AsyncLocalStorage, AsyncResource } from "node:async_hooks";
import { createServer, get, request } from "node:http";
import type { AddressInfo } from "node:net";
import { setTimeout as sleep } from "node:timers/promises";
import { afterAll, beforeAll, expect, test, vi } from "vitest";
import { drawInTurns, pagesWaiting } from "./turns";

// A page is drawn when the test says so: what is waited for is what the server has seen, not how fast this machine is.
const drawing: (() => void)[] = [];
const changing: (() => void)[] = [];
let [most, drawn] = [0, 0];
/** What a page keeps while it is drawn, as the framework does; and what each found there when it was begun. */
const context = new AsyncLocalStorage<string>();
const foundInContext = new Set<string | undefined>();

const server = createServer((asked, response) => {
  if (asked.method === "POST") {
    changing.push(() => response.end("kept"));
    return;
  }
  if (asked.url?.startsWith("/api/")) {
    response.end("at once");
    return;
  }
  if (asked.url === "/jobs/never") return;
  foundInContext.add(context.getStore());
  const draw = () => {
    drawn++;
    response.end("page");
  };
  drawing.push(context.run(String(asked.url), () => AsyncResource.bind(draw)));
  most = Math.max(most, drawing.length);
});
let open = 0;
server.on("connection", (socket) => {
  open++;
  socket.once("close", () => open--);
});
const origin = () => `http://127.0.0.1:${(server.address() as AddressInfo).port}`;

beforeAll(async () => {
  drawInTurns();
  await new Promise<void>((done) => server.listen(0, "127.0.0.1", done));
});
afterAll(() => server.close());

const SOON = { timeout: 20_000 };

const ask = (path: string): Promise<string> =>
  new Promise((done, fail) => {
    get(origin() + path, { agent: false }, (response) => {
      response.on("data", (piece) => done(String(piece)));
    }).on("error", fail);
  });

/** Draws whatever asks for it, until nobody does. */
async function drawAll(pages: Promise<string>): Promise<string> {
  let isDone = false;
  void pages.finally(() => (isDone = true));
  while (!isDone) {
    for (const draw of drawing.splice(0)) draw();
    await sleep(1);
  }
  return pages;
}

const leave = (path: string) => get(origin() + path, { agent: false }).on("error", () => {});

test("pages are drawn a few at a time and all in the end; the API waits for none of them", async () => {
  const pages = Array.from({ length: 30 }, (_, at) => ask(`/jobs/${at}`));
  await vi.waitFor(() => expect(pagesWaiting()).toBe(26), SOON);
  expect(await ask("/api/v1/health")).toBe("at once");
  expect(drawn).toBe(0);
  expect(await drawAll(Promise.all(pages).then((each) => each.join()))).toBe(pages.map(() => "page").join());
  expect(most).toBe(4);
  expect(pagesWaiting()).toBe(0);
  // One that is begun in another's context holds that one, and all before it, as long as it lives itself.
  expect([...foundInContext]).toEqual([undefined]);
});

test("while a change is being kept, fewer pages are begun", async () => {
  const change = new Promise((done, fail) => {
    request(`${origin()}/api/v1/commands/record-note`, { method: "POST", agent: false }, done).on("error", fail).end();
  });
  await vi.waitFor(() => expect(changing).toHaveLength(1), SOON);
  most = 0;
  const pages = Array.from({ length: 10 }, (_, at) => ask(`/jobs/${at}`));
  await vi.waitFor(() => expect(pagesWaiting()).toBe(8), SOON);
  expect(drawing).toHaveLength(2);
  for (const keep of changing.splice(0)) keep();
  await change;
  await vi.waitFor(() => expect(drawing).toHaveLength(4), SOON);
  await drawAll(Promise.all(pages).then((each) => each.join()));
});

test("who goes away while waiting is not drawn for, and holds up nobody", async () => {
  const first = Array.from({ length: 4 }, (_, at) => ask(`/jobs/first/${at}`));
  await vi.waitFor(() => expect(drawing).toHaveLength(4), SOON);
  const gone = Array.from({ length: 12 }, () => leave("/jobs/gone"));
  await vi.waitFor(() => expect(pagesWaiting()).toBe(12), SOON);
  for (const each of gone) each.destroy();
  await vi.waitFor(() => expect(open).toBe(4), SOON);
  const before = drawn;
  const stays = ask("/jobs/stays");
  await vi.waitFor(() => expect(pagesWaiting()).toBe(13), SOON);
  expect(await drawAll(Promise.all([...first, stays]).then((each) => each.join()))).toBe(
    [...first, stays].map(() => "page").join(),
  );
  expect(drawn - before).toBe(5);
  expect(pagesWaiting()).toBe(0);
});

test("a page that nobody gets to the end of holds its turn for some seconds, and not for ever", async () => {
  const stuck = Array.from({ length: 4 }, () => leave("/jobs/never"));
  const waiting = ask("/jobs/after");
  await vi.waitFor(() => expect(pagesWaiting()).toBe(1), SOON);
  expect(await drawAll(waiting)).toBe("page");
  for (const each of stuck) each.destroy();
});
