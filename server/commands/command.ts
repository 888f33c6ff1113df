import "server-only";
import type Joi from "joi";
import type { CommandId } from "@/core/ids";
import type { Right } from "@/server/auth/rights";
import type { Actor } from "@/server/auth/session";
import type { Db } from "@/server/db/pool";
import type { Site } from "@/server/db/sites";
import type { TellProgress } from "@/server/queue/work";

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
  /** Whether it takes more than a moment this time: whoever does long work does it then, where there is somebody. */
  takesLong?(db: Db, input: Input): Promise<boolean>;
  /**
   * What takes its time and needs no transaction, done before it: what a passphrase is kept as. Gives the input that `run` gets.
   * @throws Refused
   */
  prepare?(actor: Actor, input: Input, tell: TellProgress): Promise<Input>;
  run(context: CommandContext, input: Input): Promise<Answer>;
}

/** A command whose types the registry has let go of; its own schema checks the input before `run` sees it. */
export type AnyCommand = Omit<Command<unknown, unknown>, "run" | "prepare" | "takesLong" | "input"> & {
  readonly input: Joi.ObjectSchema;
  takesLong?(db: Db, input: never): Promise<boolean>;
  prepare?(actor: Actor, input: never, tell: TellProgress): Promise<unknown>;
  run(context: CommandContext, input: never): Promise<unknown>;
};
