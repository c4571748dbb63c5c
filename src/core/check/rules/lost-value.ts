import { startsOtherwise } from '../../contract/defaults.js';
import { readsAsTrue } from '../../contract/flags.js';
import { type Kind, kindsOf } from '../../contract/kinds.js';
import type { Component } from '../../contract/types.js';
import { judge } from '../../crossing/values.js';
import { targetOf } from '../../hosts/profile.js';
import type { ItemUse } from '../../hosts/uses.js';
import { isFormsOwn, isSetToText, itemMeant, type Meant, TEXT_FORMS, textIn, textWords } from '../meant.js';
import type { Complaint, Rule, RuleContext } from '../rule.js';
import { crossingOf, cureFor, eventMeant, withNumber } from '../rule.js';
import { faultOfCall, faultOfText } from '../texts.js';

/** A value written in a way that does not carry it: a list where only text can go, a false that reads as true. */
export const lostValue: Rule = {
  code: 'lost-value',
  level: 'error',
  check(context) {
    const { use, component } = context;
    if (!component) return [];
    return use.items.flatMap((item) => {
      if (item.kind === 'handler') return takenForHandler(item, component, context);
      const meant = item.kind === 'value' ? itemMeant(item, component) : null;
      if (!meant) return [];
      return item.form === 'dom-attribute' ? judgedCall(item, meant, context) : judged(item, meant, context);
    });
  },
};

/** What is meant for a property, under a name by which the host writes handlers of events, as the value it is. */
function takenForHandler(item: ItemUse, component: Component, context: RuleContext): Complaint[] {
  if (item.form === 'dom' || item.form === 'markup' || eventMeant(item, context)) return [];
  const form = context.version.host.syntax.valueForms.find((one) => !one.special && one.only === undefined);
  // Only where values and handlers are written alike can one be taken for the other.
  if (!form?.write(item.name, '').startsWith(item.name)) return [];
  const meant = itemMeant(item, component);
  return meant?.isProperty ? judged({ ...item, kind: 'value', form: form.id }, meant, context) : [];
}

/** What a script writes into an attribute; what is none of the component's is another rule's business. */
function judgedCall(item: ItemUse, meant: Meant, context: RuleContext): Complaint[] {
  if (meant.attribute?.name !== item.name.toLowerCase()) return [];
  const fault = faultOfCall({ item, meant, attribute: meant.attribute, context });
  return fault ? [{ range: item.range, ...fault }] : [];
}

function judged(item: ItemUse, meant: Meant, context: RuleContext): Complaint[] {
  const { label, profile } = context.version;
  // The attribute of a property that can only be read is there to be written.
  const isAttribute = meant.attribute !== null && (!meant.isProperty || TEXT_FORMS.includes(item.form));
  if (meant.readonly && !isAttribute) {
    return [
      {
        range: item.range,
        message: `${meant.name}: can only be read; what is written here goes nowhere.`,
        cure: 'Take it out.',
      },
    ];
  }
  if (item.form === 'dom') return [];
  if (item.form === 'markup') return judgedText(item, meant, context);
  // Text written where an attribute is meant is the attribute's text, whatever the reader makes of it.
  const isText = item.value.kind === 'string' && meant.attribute !== null;
  const writing = {
    form: item.form,
    name: item.name,
    target: targetOf(item.name, meant.isProperty),
    attribute: isText && meant.attribute ? { ...meant.attribute, reads: 'string' as const } : meant.attribute,
    isAttribute: !meant.isProperty,
    isAdopted: false,
    isField: meant.field === true,
    isUntold: isUntold(context),
    initial: meant.default,
    kinds: kindsWritten(item, meant),
    holds: kindsHeld(meant),
  };
  const isFixed = item.value.literal !== undefined;
  const losses = judge(writing, profile).losses.filter((loss) => !isFixed || loss.step === 'mount');
  const [loss] = losses;
  if (!loss && isSetToText(item, meant, profile)) return judgedAsSet(item, meant, context);
  if (!loss) return isText && item.value.literal !== undefined ? judgedText(item, meant, context) : [];
  const cure = isLeftOut(item, meant)
    ? `Leave ${item.name} out.`
    : cureFor(crossingOf(context, [meant.kind], meant.name), context);
  return [
    {
      range: item.range,
      message: `${meant.name}: ${label} ${loss.what}.`,
      cure: textIn(meant) === 'number' ? withNumber(cure, item, meant.name) : cure,
    },
  ];
}

/** A flag that is switched off as it is written is off where it is left out, unless the element starts otherwise. */
function isLeftOut({ value }: ItemUse, meant: Meant): boolean {
  return value.literal === false && !startsOtherwise('false', meant.default);
}

/** Are the attributes of the component not known, so that any of its properties may have one? */
function isUntold({ component }: RuleContext): boolean {
  return component?.typesOnly === true;
}

/** A property that is set to a text: by its type, that may be nothing it can use, or the opposite of what it says. */
function judgedAsSet(item: ItemUse, meant: Meant, context: RuleContext): Complaint[] {
  const text = textIn(meant);
  // What reads the text "false" as false in an attribute mostly does so of what it is set to.
  const isTrue = item.value.literal === 'false' && readsAsTrue(meant.attribute ?? {}, 'false');
  const isWrong = text === 'lost' || (text === 'reads' && isTrue);
  if (!isWrong) return [];
  const what = text === 'reads' ? 'which counts as true' : `and its type is ${meant.type.text}`;
  return [
    {
      range: item.range,
      message: `${meant.name}: ${context.version.label} sets it to ${textWords(item)}, ${what}.`,
      cure: cureFor(crossingOf(context, [meant.kind], meant.name), context),
    },
  ];
}

/** The kinds of value that may be written here: that of the text if it tells, else those of the type but for nothing. */
function kindsWritten(item: ItemUse, meant: Meant): Kind[] {
  const { kind, literal } = item.value;
  if (kind === 'boolean') return literal === undefined ? ['true', 'false'] : [literal ? 'true' : 'false'];
  if (kind === 'unknown') return butNothing(kindsOf(meant.type, meant.attribute?.reads));
  // What takes text alone is given the text that a number stands for.
  return kind === 'number' && takesText(meant) ? ['string'] : [kind];
}

const butNothing = (kinds: readonly Kind[]) => kinds.filter((one) => one !== 'null' && one !== 'undefined');

/** Is the property any text by its type, and nothing else but what stands for none? */
function takesText({ type }: Meant): boolean {
  const kinds = butNothing(kindsOf(type));
  return kinds.includes('empty') && kinds.every((one) => one === 'string' || one === 'empty');
}

/** The kinds of value that a property may hold before anything is written. */
function kindsHeld({ type, default: initial }: Meant): Kind[] {
  const isHeld = initial !== undefined && initial !== 'null' && initial !== 'undefined';
  return isHeld ? kindsOf(type) : [];
}

/** Markup is text whatever it says, so only the attribute and its reader count. */
function judgedText(item: ItemUse, meant: Meant, context: RuleContext): Complaint[] {
  const crossing = crossingOf(context, [meant.kind], meant.name);
  const text = String(item.value.literal ?? '');
  if (!meant.attribute || meant.attribute.name !== item.name.toLowerCase()) {
    if (item.form !== 'markup' || isUntold(context) || isFormsOwn(item, context.component)) return [];
    const other = meant.attribute ? `Write ${meant.attribute.name}="${text}".` : cureFor(crossing, context);
    return [
      {
        range: item.range,
        message: `${meant.name}: markup can only carry text, and ${context.use.tag} reads no attribute "${item.name}".`,
        cure: other,
      },
    ];
  }
  const fault =
    item.value.literal === undefined
      ? null
      : faultOfText(text, { item, meant, attribute: meant.attribute, context });
  return fault ? [{ range: item.range, ...fault }] : [];
}
