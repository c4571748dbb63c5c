import { distance } from 'fastest-levenshtein';

/**
 * The name in `names` that `wrong` was most likely meant to be, or null when none is near.
 * Near: the same but for case and hyphens, or few letters changed: one in a short name, three in a long one.
 */
export function nearest(wrong: string, names: Iterable<string>): string | null {
  const bare = (name: string) => name.toLowerCase().replaceAll(/[-_:]/g, '');
  const allowed = wrong.length < 4 ? 1 : wrong.length < 9 ? 2 : 3;
  let best: string | null = null;
  let bestDistance = allowed + 1;
  for (const name of names) {
    const apart = bare(name) === bare(wrong) ? 0 : distance(wrong, name);
    if (apart < bestDistance) {
      best = name;
      bestDistance = apart;
    }
  }
  return best;
}
