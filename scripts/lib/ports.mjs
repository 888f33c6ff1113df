import { connect, createServer } from "node:net";

/** Whether nobody listens on this port of this address yet. */
export function portIsFree(port, host = "127.0.0.1") {
  return new Promise((done) => {
    const probe = createServer();
    probe.once("error", () => done(false));
    probe.listen(port, host, () => probe.close(() => done(true)));
  });
}

/** Whether nobody listens on it, at the latest after `limitMs`. */
export async function portBecomesFree(port, host, limitMs) {
  for (const end = Date.now() + limitMs; ;) {
    if (await portIsFree(port, host)) return true;
    if (Date.now() >= end) return false;
    await new Promise((done) => setTimeout(done, 100));
  }
}

/** A port nobody uses at this moment. */
export function freePort() {
  return new Promise((done, fail) => {
    const probe = createServer();
    probe.once("error", fail);
    probe.listen(0, "127.0.0.1", () => {
      const { port } = probe.address();
      probe.close(() => done(port));
    });
  });
}

/** Waits until a port answers; false after `limitMs`. */
export async function portAnswers(port, limitMs) {
  const end = Date.now() + limitMs;
  while (Date.now() < end) {
    if (await connects(port)) return true;
    await new Promise((done) => setTimeout(done, 100));
  }
  return false;
}

function connects(port) {
  return new Promise((done) => {
    const socket = connect(port, "127.0.0.1");
    socket.once("connect", () => {
      socket.destroy();
      done(true);
    });
    socket.once("error", () => done(false));
  });
}
