/** Closes a switch over a union: the compiler refuses a missing case, and a value from outside throws with its name. */
export function exhaustive(value: never, where: string): never {
  throw new Error(`${where}: unexpected value ${JSON.stringify(value)}`);
}
