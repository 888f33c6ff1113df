import "server-only";
import type Joi from "joi";
import type { CommandId } from "@/core/ids";
import type { Right } from "@/server/auth/rights";
import type { Actor } from "@/server/auth/session";
import type { Db } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";

/** What a command runs with: one transaction, who asks, and the moment it counts as. */
export interface CommandContext {
  readonly db: Db;
  readonly actor: Actor;
  readonly site: Site;
  readonly commandId: CommandId;
  readonly now: Date;
}

/** One write of the product: what it is called, the right it needs, its input and what it does. */
export interface Command<Input, Answer> {
  readonly name: string;
  readonly right: Right;
  /** The input holds a passphrase: only a hash as slow as a passphrase's may be kept to compare a repeated request with. */
  readonly secretInput?: true;
  readonly input: Joi.ObjectSchema<Input>;
  /**
   * What takes its time and needs no transaction, done before it: what a passphrase is kept as. Gives the input that `run` gets.
   * @throws Refused
   */
  prepare?(actor: Actor, input: Input): Promise<Input>;
  run(context: CommandContext, input: Input): Promise<Answer>;
}

/** A command whose types the registry has let go of; its own schema checks the input before `run` sees it. */
export type AnyCommand = Omit<Command<unknown, unknown>, "run" | "prepare" | "input"> & {
  readonly input: Joi.ObjectSchema;
  prepare?(actor: Actor, input: never): Promise<unknown>;
  run(context: CommandContext, input: never): Promise<unknown>;
};
