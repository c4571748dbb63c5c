/** Lists of what belongs to one key. */

/** Adds one to the list of a key, which begins with it where there is none. */
export function addTo<K, T>(lists: Map<K, T[]>, key: K, one: T): void {
  const before = lists.get(key);
  if (before) before.push(one);
  else lists.set(key, [one]);
}
