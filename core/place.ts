/**
 * What stands at a place that a computation is sure of. A place outside of the list is a mistake of the program, and throws at once. Three of
 * them, so that each is compiled for one kind of list: the engine asks millions of times.
 */

/** @throws RangeError where the list has no such place */
export function item<T>(list: readonly T[], place: number): T {
  const value = list[place];
  if (value === undefined) throw outside(list.length, place);
  return value;
}

/** Of real numbers. @throws RangeError where the list has no such place */
export function num(list: Float64Array, place: number): number {
  const value = list[place];
  if (value === undefined) throw outside(list.length, place);
  return value;
}

/** Of whole numbers and marks. @throws RangeError where the list has no such place */
export function int(list: Int32Array | Uint8Array, place: number): number {
  const value = list[place];
  if (value === undefined) throw outside(list.length, place);
  return value;
}

function outside(length: number, place: number): RangeError {
  return new RangeError(`there is no place ${place} in a list of ${length}`);
}
