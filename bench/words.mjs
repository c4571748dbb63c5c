/**
 * What the survey says of the items it finds, against what the package says of them in its manifest, which the survey
 * here never sees: types, defaults, descriptions, the details of events. `bench/accuracy.mjs` counts the items.
 *
 *   node bench/words.mjs FOLDER PACKAGE... [--list KIND]
 *
 * Prints a JSON line for each kind: how many items the manifest says it of, for how many the survey says something,
 * and for how many the same but for white space, quotes and order.
 */
import { readManifest } from '../dist/core/survey/evidence/manifest.js';
import { survey } from '../dist/core/survey/index.js';
import { openSource } from '../dist/shell/contracts/sources.js';

const NAMED = ['slots', 'cssParts', 'cssProperties'];

/** All that is claimed and said, as `{ kind, item, claimed, said }`. */
function* comparisons(folder, name) {
  const source = openSource(`npm:${name}`, folder);
  const { contract } = survey({ ...source.input, manifest: undefined });
  const claims = new Map(readManifest(source.input.manifest).map((one) => [one.tag, one]));
  for (const component of contract.components) {
    const claim = claims.get(component.tag);
    if (!claim) continue;
    const pairs = function* (list) {
      const claimed = new Map(claim[list].map((one) => [one.name, one]));
      for (const one of component[list])
        if (claimed.has(one.name)) yield [`${component.tag} ${one.name}`, claimed.get(one.name), one];
    };
    yield {
      kind: 'elements described',
      item: component.tag,
      claimed: claim.description ?? claim.summary,
      said: claim.description ? component.description : component.summary,
    };
    for (const [item, claimed, said] of pairs('properties')) {
      yield { kind: 'property types', item, claimed: claimed.type, said: typeSaid(said.type) };
      yield { kind: 'property defaults', item, claimed: claimed.default, said: said.default };
      yield { kind: 'properties described', item, claimed: claimed.description, said: said.description };
    }
    for (const [item, claimed, said] of pairs('methods'))
      yield { kind: 'methods described', item, claimed: claimed.description, said: said.description };
    for (const [item, claimed, said] of pairs('events')) {
      yield {
        kind: 'event details',
        item,
        claimed: detailClaimed(claimed.type),
        said: typeSaid(said.detail),
      };
      yield { kind: 'events described', item, claimed: claimed.description, said: said.description };
    }
    for (const list of NAMED)
      for (const [item, claimed, said] of pairs(list))
        yield { kind: `${list} described`, item, claimed: claimed.description, said: said.description };
  }
}

/** What is known of a type: nothing where it is unknown. */
const typeSaid = ({ text }) => (text === 'unknown' ? undefined : text);

/** `T` of `CustomEvent<T>`; nothing of an event without one. */
const detailClaimed = (type) => /^CustomEvent\s*<([\s\S]+)>$/.exec(type ?? '')?.[1];

/** Alike for what is the same: white space, quotes, marks of code, and the order of what may be any of several. */
function plain(text) {
  const words = text
    .replaceAll(/\/\*[\s\S]*?\*\//g, '')
    .replaceAll(/[`"']/g, '')
    .replaceAll(/[*\\]/g, '')
    .replaceAll(/\s+/g, ' ');
  const parts = words.split('|').map((one) => one.trim());
  return parts
    .filter((one) => one !== '' && one !== 'undefined')
    .sort()
    .join(' | ');
}

const { argv } = process;
const [folder, ...rest] = argv.slice(2);
const at = rest.indexOf('--list');
const listed = at < 0 ? null : rest[at + 1];
for (const name of at < 0 ? rest : rest.slice(0, at)) {
  const kinds = new Map();
  for (const { kind, item, claimed, said } of comparisons(folder, name)) {
    if (!claimed || plain(claimed) === '') continue;
    const of = kinds.get(kind) ?? { claimed: 0, said: 0, same: 0, others: [] };
    kinds.set(kind, of);
    const isSame = said !== undefined && plain(said) === plain(claimed);
    of.claimed += 1;
    of.said += Number(said !== undefined);
    of.same += Number(isSame);
    if (!isSame) of.others.push(`  ${item}\n    claimed ${claimed}\n    said    ${said ?? ''}`);
  }
  for (const [kind, { others, ...counts }] of kinds) {
    console.log(JSON.stringify({ package: name, kind, ...counts }));
    if (listed === kind || listed === 'all') console.log(others.join('\n'));
  }
}
