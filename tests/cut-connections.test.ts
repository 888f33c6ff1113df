import { randomUUID } from "node:crypto";
import { connect } from "node:net";
import { beforeAll, expect, test } from "vitest";
import { PASSPHRASE } from "@/demo/world";
import { Client, givenApplication } from "./support/application";
import { DEMO_TEMPLATE } from "./support/database";
import { VEHICLE } from "./support/workshop";

const application = givenApplication(DEMO_TEMPLATE);
let lead: Client;
let job = { jobId: "", version: 0 };

beforeAll(async () => {
  lead = await Client.signedIn(application.origin, "Ilka Venn", PASSPHRASE);
  const opened = await lead.command("open-job", { vehicle: VEHICLE, odometerKm: 91_000, complaint: "Hums." });
  const { jobId, version } = (await opened.json()) as typeof job;
  job = { jobId, version };
});

const TEXT = "cut off";

/** A write as it goes over the wire. */
function noteOnTheWire(id: string): Buffer {
  const body = JSON.stringify({ ...job, text: TEXT });
  const head = [
    "POST /api/v1/commands/record-note HTTP/1.1",
    `Host: ${new URL(application.origin).host}`,
    `Cookie: ${lead.headers.cookie}`,
    "Content-Type: application/json",
    `Idempotency-Key: ${id}`,
    `Content-Length: ${Buffer.byteLength(body)}`,
  ];
  return Buffer.from(`${head.join("\r\n")}\r\n\r\n${body}`);
}

/** Sends so many bytes of it, and lets go of the connection at once. */
function sendCut(request: Buffer, bytes: number): Promise<void> {
  const { hostname, port } = new URL(application.origin);
  return new Promise((done, fail) => {
    const socket = connect(Number(port), hostname, () =>
      socket.write(request.subarray(0, bytes), () => socket.resetAndDestroy()),
    );
    // The server may have let go first.
    socket.on("error", (error: NodeJS.ErrnoException) => (error.code === "ECONNRESET" ? done() : fail(error)));
    socket.on("close", () => done());
  });
}

async function trail(): Promise<{ readonly seq: number; readonly text: string }[]> {
  const { entries } = (await (await lead.get(`/api/v1/jobs/${job.jobId}/trail`)).json()) as {
    entries: { seq: number }[];
  };
  return entries.map((entry) => ({ seq: entry.seq, text: JSON.stringify(entry) }));
}

test("a write that is cut off at any byte is not done, nor half, and what arrived whole is done once", async () => {
  const whole = noteOnTheWire(randomUUID());
  expect(whole.length).toBeGreaterThan(300);
  const before = (await trail()).length;
  const ids: string[] = [];
  for (let bytes = 0; bytes < whole.length; bytes += 16) {
    const together = Array.from({ length: Math.min(16, whole.length - bytes) }, (_, at) => bytes + at);
    await Promise.all(
      together.map((sent) => {
        const id = randomUUID();
        ids.push(id);
        return sendCut(noteOnTheWire(id), sent);
      }),
    );
  }
  expect(ids).toHaveLength(whole.length);
  // A request that arrives whole after all of them: whatever they did would stand before it, and make its version old.
  const note = { ...job, text: TEXT };
  const id = randomUUID();
  const answer = await lead.command("record-note", note, id);
  expect(answer.status).toBe(200);
  // The answer is lost on its way, and the page sends it again: it is the same answer, and one entry.
  await sendCut(noteOnTheWire(id), whole.length);
  expect(await (await lead.command("record-note", note, id)).json()).toEqual(await answer.json());
  const after = await trail();
  expect(after).toHaveLength(before + 1);
  expect(after.filter(({ text }) => text.includes(TEXT))).toHaveLength(1);
  expect((await lead.get("/api/v1/health")).status).toBe(200);
});
