/**
 * How much of a package the survey finds: precision and recall of each kind of item, against what the running
 * elements show in Chromium and what the package declares of itself in a manifest, which the survey here never
 * sees. `node bench/accuracy.mjs FOLDER PACKAGE... [--list KIND]` with packages installed in FOLDER.
 */
import { attributesOf } from '../dist/core/contract/types.js';
import { readManifest } from '../dist/core/survey/evidence/manifest.js';
import { openSource } from '../dist/shell/contracts/sources.js';
import { surveyOpened } from '../dist/shell/contracts/survey-opened.js';
import { askLive } from '../dist/shell/live.js';

export const KINDS = ['tags', 'attributes', 'properties', 'events', 'slots', 'cssParts', 'cssProperties'];

/** Truth and answer of each kind for one package: sets of `tag name`, where `open` is neither right nor wrong. */
export async function measure(folder, name) {
  const source = openSource(`npm:${name}`, folder);
  const { contract } = surveyOpened({ ...source, input: { ...source.input, manifest: undefined } });
  const live = await askLive(source, contract.components);
  const claims = new Map(readManifest(source.input.manifest).map((one) => [one.tag, one]));
  const kinds = Object.fromEntries(
    KINDS.map((kind) => [kind, { truth: new Set(), answer: new Set(), open: new Set() }]),
  );
  const seen = new Map(live.components.map((one) => [one.tag, one]));
  for (const tag of seen.keys()) kinds.tags.truth.add(tag);
  for (const component of contract.components) {
    // What a host registers by a call that is given something is not there for the page to see.
    const isSeen = component.registers === 'on-import' || component.registeredBy !== undefined;
    kinds.tags[isSeen ? 'answer' : 'open'].add(component.tag);
    const one = seen.get(component.tag);
    if (!one) continue;
    const claim = claims.get(component.tag);
    const put = (kind, set, names) => {
      for (const item of names) kinds[kind][set].add(`${component.tag} ${item}`);
    };
    put(
      'attributes',
      'answer',
      attributesOf(component).map((item) => item.name.toLowerCase()),
    );
    put(
      'attributes',
      'truth',
      // In a page of HTML no attribute has capital letters: the element is never told of such a name.
      one.observed.filter((item) => item === item.toLowerCase() && !item.startsWith('_')),
    );
    const hidden = new Set([...one.state, ...(claim?.hidden ?? [])]);
    const isPublic = (item) => !/^[_#$]/.test(item) && !hidden.has(item);
    put(
      'properties',
      'answer',
      component.properties.map((item) => item.name),
    );
    put('properties', 'truth', one.accessors.map((item) => item.name).filter(isPublic));
    const answered = new Set(component.properties.map((item) => item.name));
    const possible = [...one.fields, ...one.elsewhere, ...(claim?.properties ?? []).map((item) => item.name)];
    put(
      'properties',
      'open',
      possible.filter((item) => answered.has(item)),
    );
    // Of an element that the package does not describe nobody knows what it would have declared.
    for (const kind of claim ? ['events', 'slots', 'cssParts', 'cssProperties'] : []) {
      put(
        kind,
        'answer',
        component[kind].map((item) => item.name),
      );
      put(
        kind,
        'truth',
        (claim?.[kind] ?? []).map((item) => item.name),
      );
    }
    if (!claim) continue;
    put('slots', 'truth', one.slots);
    put('cssParts', 'truth', one.parts);
  }
  return { name, kinds, components: contract.components.length };
}

export function figures({ truth, answer, open }) {
  const isFound = (one) => answer.has(one) || open.has(one);
  const hits = [...truth].filter(isFound).length;
  const wrong = [...answer].filter((one) => !truth.has(one) && !open.has(one));
  const missed = [...truth].filter((one) => !isFound(one));
  return {
    truth: truth.size,
    recall: truth.size === 0 ? 1 : hits / truth.size,
    precision: hits + wrong.length === 0 ? 1 : hits / (hits + wrong.length),
    missed,
    wrong,
  };
}

const [folder, ...rest] = process.argv.slice(2);
if (folder && process.argv[1]?.endsWith('accuracy.mjs')) {
  const at = rest.indexOf('--list');
  const listed = at < 0 ? null : rest[at + 1];
  const names = at < 0 ? rest : rest.slice(0, at);
  for (const name of names) {
    const { kinds } = await measure(folder, name);
    for (const kind of KINDS) {
      const { truth, recall, precision, missed, wrong } = figures(kinds[kind]);
      console.log(
        JSON.stringify({
          package: name,
          kind,
          truth,
          recall: Number(recall.toFixed(3)),
          precision: Number(precision.toFixed(3)),
        }),
      );
      if (listed !== kind && listed !== 'all') continue;
      for (const item of missed) console.log(`  missed ${item}`);
      for (const item of wrong) console.log(`  extra  ${item}`);
    }
  }
}
