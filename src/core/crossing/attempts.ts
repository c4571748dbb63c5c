/** A value crosses: every form of a host under every name the item goes by, and the best that loses nothing. */

import { startsOtherwise } from '../contract/defaults.js';
import { type FlagTexts, flagTexts } from '../contract/flags.js';
import type { AttributeLink, TypeInfo } from '../contract/types.js';
import type { ValueForm } from '../hosts/host.js';
import type { Kind } from '../hosts/profile.js';
import { targetOf } from '../hosts/profile.js';
import type { Writing } from './arrivals.js';
import { expressionFor, item } from './item.js';
import type { Crossing, HostVersion, Tried } from './types.js';
import type { Verdict } from './values.js';
import { judge } from './values.js';

/** What a property is beside its type. */
export type Made = Partial<Pick<Writing, 'initial' | 'isAdopted' | 'isField' | 'isShared'>>;

interface Attempt {
  form: ValueForm;
  writing: Writing;
  verdict: Verdict;
  /** What users write out for a flag; null where they do not. */
  flag: FlagTexts | null;
}

/** Tries every form under every name the item goes by, and takes the best that carries all its kinds of value. */
export function valueCrossing(
  kind: 'property' | 'attribute',
  name: string,
  type: TypeInfo,
  attribute: AttributeLink | null,
  kinds: readonly Kind[],
  made: Made,
  version: HostVersion,
): Crossing {
  const attempts = attemptsFor(name, kinds, attribute, kind === 'property', made, version);
  const carrying = attempts
    .filter((one) => one.verdict.losses.length === 0)
    .sort((a, b) => cost(a) - cost(b));
  const [best] = carrying;
  if (!best) {
    const [first] = attempts;
    const reason = reasonOf(attempts, version);
    return item(kind, name, type.text, 'bridge', null, reason, [], first ? triedBy(first) : null);
  }
  const ordinary = attempts.filter((one) => !one.form.special);
  return item(
    kind,
    name,
    type.text,
    best.form.special ? 'marked' : 'plain',
    codeOf(best, expressionFor(name)),
    best.form.special ? reasonOf(ordinary, version) : null,
    conditionsOf(best.verdict, version),
    triedBy(best),
  );
}

function triedBy({ form, writing, verdict, flag }: Attempt): Tried {
  const late = verdict.losses.length === 0 && verdict.lateLosses.length === 0;
  return { form: form.id, name: writing.name, late, ...(flag ? { flag } : {}) };
}

function attemptsFor(
  name: string,
  kinds: readonly Kind[],
  attribute: AttributeLink | null,
  isProperty: boolean,
  made: Made,
  { host, profile }: HostVersion,
): Attempt[] {
  const names = [...new Set([...(isProperty ? [name] : []), ...(attribute ? [attribute.name] : [])])];
  return names.flatMap((written) =>
    host.syntax.valueForms
      .filter(
        (form) =>
          form.only === undefined ||
          (form.only === attribute?.reads && (!isProperty || written === attribute.name)),
      )
      .map((form) => {
        const isAttribute = !isProperty || written !== name;
        const isShared = isAttribute && made.isShared === true;
        const target = targetOf(written, !isAttribute || isShared);
        const writing: Writing = {
          form: form.id,
          name: written,
          target,
          attribute,
          isAttribute,
          isShared,
          isAdopted: made.isAdopted === true,
          isField: made.isField === true,
          initial: made.initial,
          kinds,
        };
        const flag = writtenOut(form, writing);
        return { form, writing, verdict: flag ? CARRIES : judge(writing, profile), flag };
      }),
  );
}

const CARRIES: Verdict = { losses: [], lateLosses: [], serverLosses: [], leaves: null };

/** What is written for a flag, where syntax has users write texts out, and there is one for true and one for false. */
function writtenOut({ writeText }: ValueForm, writing: Writing): FlagTexts | null {
  const { attribute, name, kinds, initial } = writing;
  if (!writeText || attribute?.reads !== 'boolean' || attribute.name !== name.toLowerCase()) return null;
  const isFlag = kinds.every((kind) => kind === 'true' || kind === 'false' || kind === 'undefined');
  return isFlag ? flagTexts(attribute, initial) : null;
}

/** The code: of a flag that which makes the element what it is not by itself. */
function codeOf({ form, writing: { name, initial }, flag }: Attempt, expression: string): string {
  const text = flag && (startsOtherwise('false', initial) ? flag.off : (flag.on ?? flag.off));
  return text !== null && form.writeText ? form.writeText(name, text) : form.write(name, expression);
}

/** Ordinary syntax without conditions first, then with conditions, then special syntax. */
function cost({ form, verdict }: Attempt): number {
  return (
    (verdict.lateLosses.length > 0 ? 2 : 0) +
    (verdict.serverLosses.length > 0 ? 0.75 : 0) +
    (form.special ? 4 : 0) +
    (verdict.leaves === null ? 0 : 0.5)
  );
}

/** Why none of these carries the item: what is lost where least is. */
function reasonOf(attempts: readonly Attempt[], { label }: HostVersion): string | null {
  const [least] = attempts.map((one) => one.verdict.losses).sort((a, b) => a.length - b.length);
  return least?.[0] ? `${label} ${least[0].what}` : null;
}

function conditionsOf(verdict: Verdict, { host, label }: HostVersion): string[] {
  const late = verdict.lateLosses[0];
  return [
    ...(late
      ? [
          host.versioned
            ? `only when the element is defined before ${label} mounts it`
            : 'only once the element is defined',
        ]
      : []),
    ...(verdict.serverLosses.length > 0
      ? [`a page that takes over what the server of ${label} printed has it only after it changes`]
      : []),
    ...(verdict.leaves !== null && host.versioned
      ? [`removing it leaves ${verdict.leaves.value} in the ${verdict.leaves.in}`]
      : []),
  ];
}
