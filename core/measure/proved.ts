/** A working day: a meter that was proved in the morning is believed in the evening. */
const PROVED_FOR_HOURS = 12;
const HOUR_MS = 3_600_000;

/** Whether a meter was proved on a known source so lately that today's readings may lean on it. */
export function isProved(provedAt: Date | string | null, now: Date): boolean {
  return provedAt !== null && now.getTime() - new Date(provedAt).getTime() < PROVED_FOR_HOURS * HOUR_MS;
}
