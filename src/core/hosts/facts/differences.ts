/** Where two measurements tell different things. */

/**
 * The facts of `other` that are not those of `base`, by path: `values/prop/property/before/string/mount`. A fact
 * that is missing in `other` stands as null.
 */
export function differences(base: unknown, other: unknown): Record<string, unknown> {
  const found: Record<string, unknown> = {};
  compare('', base, other, found);
  return found;
}

function compare(path: string, base: unknown, other: unknown, found: Record<string, unknown>): void {
  if (isRecord(base) && isRecord(other)) {
    for (const key of new Set([...Object.keys(base), ...Object.keys(other)])) {
      compare(path === '' ? key : `${path}/${key}`, base[key], other[key], found);
    }
  } else if (JSON.stringify(base) !== JSON.stringify(other)) found[path] = other ?? null;
}

function isRecord(value: unknown): value is Record<string, unknown> {
  return typeof value === 'object' && value !== null && !Array.isArray(value);
}

/** What is different in facts from ordinary ones, key by key; null where nothing is. */
export function newsIn<Key extends string>(
  facts: Partial<Record<Key, string>>,
  ordinary: Partial<Record<Key, string>> = {},
): Partial<Record<Key, string>> | null {
  const keys = (Object.keys(facts) as Key[]).filter((key) => facts[key] !== ordinary[key]);
  if (keys.length === 0) return null;
  return Object.fromEntries(keys.map((key) => [key, facts[key]])) as Partial<Record<Key, string>>;
}
