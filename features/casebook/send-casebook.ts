import { newUuid } from "@/features/shared/send-command";

/** What came of sending it: it is in the queue, or why not. */
export type Sent = { readonly ok: true } | { readonly ok: false; readonly why: string };

/** Sends a casebook's file to where it waits for its turn. @param query whose it is, where it is not our own */
export async function sendCasebook(
  file: File,
  query: Readonly<Record<string, string>>,
  onSent: (share: number) => void,
): Promise<Sent> {
  try {
    const { status, text } = await post(file, new URLSearchParams({ ...query, file: file.name }), onSent);
    if (status === 202) return { ok: true };
    const { detail }: { detail?: string } = JSON.parse(text);
    return { ok: false, why: detail ?? "It was refused." };
  } catch {
    return { ok: false, why: "No connection to the shop’s server." };
  }
}

/** A request that tells how much of its body is on its way: fetch does not. */
function post(
  file: File,
  query: URLSearchParams,
  onSent: (share: number) => void,
): Promise<{ status: number; text: string }> {
  return new Promise((resolve, reject) => {
    const request = new XMLHttpRequest();
    request.open("POST", `/api/v1/casebook?${query}`);
    request.setRequestHeader("content-type", "application/json");
    request.setRequestHeader("idempotency-key", newUuid());
    request.setRequestHeader("prefer", "respond-async");
    request.upload.onprogress = ({ loaded, total }) => onSent(total ? loaded / total : 1);
    request.onload = () => resolve({ status: request.status, text: request.responseText });
    request.onerror = () => reject(new Error("no connection"));
    request.send(file);
  });
}
