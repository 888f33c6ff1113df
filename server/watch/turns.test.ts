import { createServer, get } from "node:http";
import type { AddressInfo } from "node:net";
import { setTimeout as sleep } from "node:timers/promises";
import { afterAll, beforeAll, expect, test } from "vitest";
import { drawInTurns, pagesWaiting } from "./turns";

const DRAWING_MS = 60;
let [drawing, most, drawn] = [0, 0, 0];

const server = createServer((request, response) => {
  if (request.url?.startsWith("/api/")) {
    response.end("at once");
    return;
  }
  if (request.url === "/jobs/never") return;
  most = Math.max(most, ++drawing);
  setTimeout(() => {
    drawing--;
    drawn++;
    response.end("page");
  }, DRAWING_MS);
});
const origin = () => `http://127.0.0.1:${(server.address() as AddressInfo).port}`;

beforeAll(async () => {
  drawInTurns();
  await new Promise<void>((done) => server.listen(0, "127.0.0.1", done));
});
afterAll(() => server.close());

const ask = (path: string): Promise<string> =>
  new Promise((done, fail) => {
    get(origin() + path, { agent: false }, (response) => {
      response.on("data", (piece) => done(String(piece)));
    }).on("error", fail);
  });

test("pages are drawn a few at a time and all in the end; the API waits for none of them", async () => {
  const pages = Array.from({ length: 30 }, (_, at) => ask(`/jobs/${at}`));
  await sleep(DRAWING_MS / 2);
  expect(pagesWaiting()).toBeGreaterThan(10);
  expect(await ask("/api/v1/health")).toBe("at once");
  expect(drawn).toBe(0);
  expect(await Promise.all(pages)).toEqual(pages.map(() => "page"));
  expect(most).toBe(6);
  expect(pagesWaiting()).toBe(0);
});

test("who goes away while waiting is not drawn for, and holds up nobody", async () => {
  const before = drawn;
  const gone = Array.from({ length: 12 }, () => get(`${origin()}/jobs/gone`, { agent: false }).on("error", () => {}));
  await sleep(DRAWING_MS / 2);
  for (const each of gone) each.destroy();
  expect(await ask("/jobs/stays")).toBe("page");
  await sleep(2 * DRAWING_MS);
  expect(drawn - before).toBeLessThan(12);
  expect(pagesWaiting()).toBe(0);
});

test("a page that nobody gets to the end of holds its turn for some seconds, and not for ever", async () => {
  const stuck = Array.from({ length: 6 }, () => get(`${origin()}/jobs/never`, { agent: false }).on("error", () => {}));
  await sleep(DRAWING_MS);
  const waiting = ask("/jobs/after");
  await sleep(DRAWING_MS);
  expect(pagesWaiting()).toBe(1);
  expect(await waiting).toBe("page");
  for (const each of stuck) each.destroy();
});
