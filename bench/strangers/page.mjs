/** Runs in a page: shows every wrapper with values and handlers, and holds it against an element that has the same. */

const settled = async () => {
  for (let turn = 0; turn < 4; turn += 1) await new Promise((done) => setTimeout(done, 0));
};

/** Listeners on each element for each type: those added, less those taken away. */
const counts = new WeakMap();
for (const [method, step] of [
  ['addEventListener', 1],
  ['removeEventListener', -1],
]) {
  const original = EventTarget.prototype[method];
  EventTarget.prototype[method] = function (type, ...rest) {
    if (this instanceof HTMLElement) {
      const own = counts.get(this) ?? new Map();
      own.set(type, (own.get(type) ?? 0) + step);
      counts.set(this, own);
    }
    return original.call(this, type, ...rest);
  };
}
const listeners = (element, type) => counts.get(element)?.get(type) ?? 0;

/** Properties that a connected element will not have set to such values, whoever sets them; they are not tried. */
async function refusedBy({ tag, properties }, sampleValue) {
  const element = document.body.appendChild(document.createElement(tag));
  await settled();
  const refused = new Set();
  for (const turn of [0, 1]) {
    for (const { name, samples } of properties.filter((one) => one.samples.length > 0)) {
      try {
        element[name] = sampleValue(samples[Math.min(turn, samples.length - 1)]);
      } catch {
        refused.add(`${tag}.${name}`);
      }
    }
    await settled();
  }
  element.remove();
  return [...refused];
}

/** Sets each of the values; says whether the element would not have one of them beside the others. */
function give(element, values) {
  let isRefused = false;
  for (const [name, value] of Object.entries(values)) {
    try {
      element[name] = value;
    } catch {
      isRefused = true;
    }
  }
  return isRefused;
}

export async function prove({ mounter, view, load, when, sampleValue, isSame, trials, refused }) {
  const wrong = [];
  let tried = 0;
  const check = (holds, what) => {
    tried += 1;
    if (!holds) wrong.push(what);
  };
  if (when === 'early') {
    await load();
    for (const trial of trials) refused.push(...(await refusedBy(trial, sampleValue)));
  }
  // Those that come late have all to be there.
  const rounds = when === 'early' ? trials.map((one) => [one]) : [trials];
  for (const round of rounds) {
    const shown = [];
    for (const trial of round) {
      try {
        shown.push(await show(trial));
      } catch (error) {
        wrong.push(`${trial.tag}: ${error}`);
      }
    }
    if (when === 'late') await load();
    await settled();
    for (const one of shown) await judge(one);
  }
  return { tried, wrong, refused };

  async function show(trial) {
    // In a tree of its own: elements that look for others of their group find none.
    const root = document.body.appendChild(document.createElement('div')).attachShadow({ mode: 'open' });
    const container = root.appendChild(document.createElement('div'));
    // Functions and dates are not made twice: what arrives has to be the very one.
    const given = trial.properties.filter(
      ({ name, samples }) => samples.length > 0 && !refused.includes(`${trial.tag}.${name}`),
    );
    const values = [0, 1].map((turn) =>
      Object.fromEntries(
        given.map(({ name, samples }) => [name, sampleValue(samples[Math.min(turn, samples.length - 1)])]),
      ),
    );
    const heard = [];
    const inputs = values.map((all, turn) => ({
      component: trial.component,
      values: all,
      handlers: Object.fromEntries(
        trial.events.map((name) => [name, (event) => heard.push([turn, name, event?.detail ?? event])]),
      ),
    }));
    globalThis.suvetFirstInput = inputs[0];
    const mounted = await mounter.mount(view, container, inputs[0]);
    return { trial, container, values, inputs, heard, mounted };
  }

  async function judge({ trial, container, values, inputs, heard, mounted }) {
    const { tag } = trial;
    const element = container.querySelector(tag);
    check(element !== null, `${tag}: is not there`);
    if (!element) return;
    const held = () => Object.fromEntries(Object.keys(values[0]).map((name) => [name, element[name]]));
    const compare = (holds, turn) => {
      for (const [name, is] of Object.entries(holds)) {
        const should = byHand[name];
        const isVery =
          typeof should === 'object' || typeof should === 'function' ? is === should : Object.is(is, should);
        check(
          isVery || isSame(is, should),
          `${tag}.${name}: ${String(is)} in place of ${String(should)}, turn ${turn}`,
        );
      }
    };
    // Taken before there is another: some kinds of element hold one value among them.
    const first = held();
    const byHand = document.createElement(tag);
    give(byHand, values[0]);
    document.body.append(byHand);
    await settled();
    compare(first, 0);
    const send = (turn) => {
      for (const name of trial.events) {
        heard.length = 0;
        const detail = { turn };
        element.dispatchEvent(new CustomEvent(name, { detail }));
        const ours = heard.filter(([, event, given]) => event === name && given === detail);
        const others = heard.filter((one) => one[1] === name && !ours.includes(one));
        check(ours.length === (turn < 2 ? 1 : 0), `${tag} ${name}: heard ${ours.length} times, turn ${turn}`);
        check(
          ours.every(([who]) => who === turn),
          `${tag} ${name}: a handler of before`,
        );
        check(others.length === 0, `${tag} ${name}: heard with ${String(others[0]?.[2])}, turn ${turn}`);
      }
    };
    send(0);
    const isRefused = give(byHand, values[1]);
    try {
      await mounted.update(inputs[1]);
      await settled();
      if (!isRefused) compare(held(), 1);
      send(1);
      await mounted.update({ component: trial.component, values: {}, handlers: {} });
      await settled();
    } catch (error) {
      if (!isRefused) wrong.push(`${tag}: ${error}`);
    }
    await mounted.unmount();
    await settled();
    send(2);
    byHand.remove();
    await settled();
    for (const name of trial.events) {
      check(listeners(element, name) <= listeners(byHand, name), `${tag} ${name}: a listener is left`);
    }
    container.getRootNode().host.remove();
  }
}
