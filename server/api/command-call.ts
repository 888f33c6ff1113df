import "server-only";
import type { AnyCommand } from "@/server/commands/command";
import { refuse } from "@/server/commands/refusal";
import { findCommandByName } from "@/server/commands/registry";
import { call, type ActorsCall, type Handler } from "./call";

/** A call that is a command: each has its own right, and its own schema, which is checked when it is run. */
export function commandCall(
  work: (command: AnyCommand, call: ActorsCall<undefined>) => Promise<unknown>,
): (...of: Parameters<Handler>) => Promise<Response> {
  return async (request, path) => {
    const command = findCommandByName((await path.params).command ?? "");
    const handler = call<undefined>(command?.right ?? "shop.read", null, async (called) =>
      command ? work(command, called) : refuse({ code: "not-found", what: "command" }),
    );
    return handler(request, path);
  };
}
