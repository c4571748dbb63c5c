/** How a server in this language writes what crosses into an element: as markup. */

export { markupSyntax as syntax } from '../markup-syntax.js';
