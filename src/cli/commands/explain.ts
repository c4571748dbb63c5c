import type { CommandSpec } from '../command.js';
import { printJson } from '../command.js';

export const explain: CommandSpec = {
  name: 'explain',
  summary: 'say what a finding means and how to cure it',
  argument: { form: '[code]', about: 'code of a finding; lists them all when left out' },
  examples: ['suvet explain lost-value', 'suvet explain'],
  async run(call) {
    const { explainedCodes, explanationOf } = await import('../../shell/explanations.js');
    const { explanationView, codesView } = await import('../screen/explain.js');
    const [code] = call.args;
    const pages = code === undefined ? explainedCodes().map(explanationOf) : [explanationOf(code)];
    const [page] = pages;
    if (call.json) printJson(call, { explanation: 1, list: pages });
    else if (code === undefined || !page) call.screen.out(...codesView(pages, call.screen));
    else call.screen.out(...explanationView(page, call.screen));
    return 0;
  },
};
