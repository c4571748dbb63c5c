import { trappedBy } from '../../contract/events.js';
import { isHeard } from '../../crossing/events.js';
import type { Rule } from '../rule.js';
import { crossingOf, cureFor, eventMeant } from '../rule.js';

/** A handler for an event of the component, written in a way that the host never connects with it. */
export const deadHandler: Rule = {
  code: 'dead-handler',
  level: 'error',
  check(context) {
    const { use, component, version } = context;
    if (!component) return [];
    return use.items.flatMap((item) => {
      const event = item.kind === 'handler' && item.form !== 'dom' ? eventMeant(item, context) : null;
      if (!event || trappedBy(event, component) !== null) return [];
      const forms = version.host.syntax.handlerForms.filter((form) => form.name(event.name) === item.name);
      if (forms.some((form) => isHeard(event, component, form.id, version.profile))) return [];
      // An attribute of its own may take the handler, as those of HTML do; type declarations do not tell.
      if (component.typesOnly && item.form === 'markup') return [];
      return [
        {
          range: item.range,
          message: `${item.name}: never runs, because ${version.label} does not listen for "${event.name}" under this name.`,
          cure: cureFor(crossingOf(context, ['event'], event.name), context),
        },
      ];
    });
  },
};
