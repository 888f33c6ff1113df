/** What a web server does beside answering. Called once, before the first request. */
export async function register(): Promise<void> {
  if (process.env.NEXT_RUNTIME !== "nodejs") return;
  const { keepUp } = await import("@/server/outlook/keep-up");
  const { collectInTime } = await import("@/server/watch/memory");
  const { watchRequests } = await import("@/server/watch/requests");
  const { drawInTurns } = await import("@/server/watch/turns");
  collectInTime();
  watchRequests();
  drawInTurns();
  keepUp();
}
