/**
 * Elements that must be there. The type checker can't know that an index is in range; these look, and a wrong index ends
 * where it is made. A function for each kind of array: one for all would be slow, for it would see every layout.
 */
function outside(length: number, index: number): never {
  throw new RangeError(`there is no element ${index} in ${length}`);
}

/** Element of a list. Throws RangeError outside of it. */
export function item<T>(list: readonly T[], index: number): T {
  const found = list[index];
  if (found === undefined && !(index >= 0 && index < list.length)) outside(list.length, index);
  return found as T;
}

/** The last element. Throws RangeError for an empty list. */
export const lastOf = <T>(list: readonly T[]): T => item(list, list.length - 1);

/** Element of a vector of numbers. Throws RangeError outside of it. */
export function real(vector: Float64Array, index: number): number {
  const found = vector[index];
  if (found === undefined) outside(vector.length, index);
  return found;
}

/** Element of a vector of whole numbers. Throws RangeError outside of it. */
export function whole(vector: Int32Array, index: number): number {
  const found = vector[index];
  if (found === undefined) outside(vector.length, index);
  return found;
}

/** Element of a vector of small numbers. Throws RangeError outside of it. */
export function small(vector: Uint16Array, index: number): number {
  const found = vector[index];
  if (found === undefined) outside(vector.length, index);
  return found;
}

/** Value of a key that must be there. Throws RangeError, naming the key, where it is not. */
export function valueUnder<K, V>(map: ReadonlyMap<K, V>, key: K): V {
  const found = map.get(key);
  if (found === undefined && !map.has(key)) throw new RangeError(`there is nothing under “${String(key)}”`);
  return found as V;
}
