import { newUuid } from "@/features/shared/send-command";

export interface Tally {
  readonly added: number;
  readonly unchanged: number;
  readonly updated: number;
}

export interface Problem {
  readonly path: string;
  readonly message: string;
}

/** Another shop's casebook that was taken in. */
interface TakenIn {
  readonly shop: { readonly name: string };
  readonly replaced: boolean;
  readonly unchanged: boolean;
  readonly jobs: number;
  readonly added: Readonly<Record<"words" | "procedures" | "fixes" | "patterns", number>>;
}

/** What came of it. */
export type Outcome =
  | { readonly kind: "taken"; readonly name: string; readonly counts: readonly (readonly [string, Tally])[] }
  | { readonly kind: "taken-in"; readonly name: string; readonly answer: TakenIn }
  | { readonly kind: "refused"; readonly name: string; readonly why: string; readonly problems: readonly Problem[] };

type Tell = (words: string, share: number | null) => void;

/** Sends a casebook and says how far it is. @param query whose it is, where it is not our own */
export async function sendCasebook(file: File, query: string, tell: Tell): Promise<Outcome> {
  const refused = (why: string, problems: readonly Problem[] = []): Outcome => ({
    kind: "refused",
    name: file.name,
    why,
    problems,
  });
  const id = newUuid();
  const polling = setInterval(() => void askHowFar(id, tell), POLL_MS);
  try {
    const { status, text } = await post(file, { id, query }, (share) =>
      tell(share < 1 ? "is being sent" : "is being read", share < 1 ? share : null),
    );
    if (status !== 200) {
      const { detail, problems }: { detail?: string; problems?: Problem[] } = JSON.parse(text);
      return refused(problems?.length ? "It has mistakes." : (detail ?? "It was refused."), problems ?? []);
    }
    const answer: Record<string, Tally> | TakenIn = JSON.parse(text);
    if ("shop" in answer) return { kind: "taken-in", name: file.name, answer: answer as TakenIn };
    return { kind: "taken", name: file.name, counts: Object.entries(answer).filter(([name]) => name !== "problems") };
  } catch {
    return refused("No connection to the shop’s server.");
  } finally {
    clearInterval(polling);
  }
}

const POLL_MS = 700;

/** A request that tells how much of its body is on its way: fetch does not. */
function post(
  file: File,
  { id, query }: { readonly id: string; readonly query: string },
  onSent: (share: number) => void,
): Promise<{ status: number; text: string }> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open("POST", `/api/v1/casebook${query}`);
    request.setRequestHeader("content-type", "application/json");
    request.setRequestHeader("idempotency-key", id);
    request.upload.onprogress = ({ loaded, total }) => onSent(total ? loaded / total : 1);
    request.onload = () => resolve({ status: request.status, text: request.responseText });
    request.onerror = () => reject(new Error("no connection"));
    request.send(file);
  });
}

async function askHowFar(id: string, tell: Tell): Promise<void> {
  const response = await fetch(`/api/v1/casebook/imports/${id}`).catch(() => null);
  if (!response?.ok) return;
  const { done, of }: { done: number; of: number } = await response.json();
  tell(`is being taken over: ${done} of ${of} jobs`, of ? done / of : null);
}
