/** The frame of Suvet's pages: one self-contained HTML file, readable in light and dark, usable by keyboard. */

import { htmlText } from '../emit/text.js';
import { STYLE } from './style.js';

export interface PageSection {
  id: string;
  title: string;
  /** Markup, escaped already. */
  body: string;
}

export interface PageModel {
  title: string;
  kicker: string;
  heading: string;
  /** Figures at the top: a number, and what it counts. */
  facts: readonly (readonly [number: number, what: string])[];
  sections: readonly PageSection[];
}

/** The page as one string; nothing in it refers to another file. */
export function page({ title, kicker, heading, facts, sections }: PageModel): string {
  const links = sections.map(({ id, title: name }) => `<a href="#${id}">${htmlText(name)}</a>`);
  const figures = facts.map(([number, what]) => `<div><dt>${htmlText(what)}</dt><dd>${number}</dd></div>`);
  const bodies = sections.map(
    ({ id, title: name, body }) => `<section id="${id}"><h2>${htmlText(name)}</h2>\n${body}</section>`,
  );
  return `<!doctype html>
<html lang="en">
<head>
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${htmlText(title)}</title>
<style>${STYLE}</style>
</head>
<body>
<header>
<p class="kicker">${htmlText(kicker)}</p>
<h1>${htmlText(heading)}</h1>
<dl class="facts">${figures.join('')}</dl>
<nav aria-label="Parts of this page">${links.join(' ')}</nav>
</header>
<main>
${bodies.join('\n')}
</main>
</body>
</html>
`;
}

/** A table; headings are text, cells are markup. The first cell of a row is its heading. */
export function tableOf(headings: readonly string[], rows: readonly (readonly Cell[])[]): string {
  const head = headings.map((one) => `<th scope="col">${htmlText(one)}</th>`).join('');
  const body = rows.map(([first, ...rest]) => {
    const cells = rest.map((cell) => `<td${classOf(cell)}>${markupOf(cell)}</td>`).join('');
    return `<tr><th scope="row">${first === undefined ? '' : markupOf(first)}</th>${cells}</tr>`;
  });
  return `<div class="scroll" tabindex="0"><table><thead><tr>${head}</tr></thead><tbody>${body.join('\n')}</tbody></table></div>`;
}

/** Markup, with a class where it has one. */
export type Cell = string | { markup: string; className: string };

function markupOf(cell: Cell): string {
  return typeof cell === 'string' ? cell : cell.markup;
}

function classOf(cell: Cell): string {
  return typeof cell === 'string' ? '' : ` class="${cell.className}"`;
}

export function code(text: string): string {
  return `<code>${htmlText(text)}</code>`;
}

/** Words beneath something, in a fainter hand. */
export function faint(text: string): string {
  return `<span class="words">${htmlText(text)}</span>`;
}
