/** The pages that explain findings: `docs/findings/CODE.md`. */

import { readdirSync, readFileSync } from 'node:fs';
import { nearest } from '../core/findings/nearest.js';
import { usageError } from './files/error.js';
import { ownPath } from './files/own.js';

export interface Explanation {
  code: string;
  level: string;
  what: string;
  why: string;
  cure: string;
  before: Example;
  after: Example;
}

export interface Example {
  /** Language of the code, for highlighting. */
  language: string;
  /** The host the code is written for, or `survey` for component source. */
  host: string;
  code: string;
}

const FOLDER = ownPath('docs/findings/');

/** Every code there is, in alphabetical order. */
export function explainedCodes(): string[] {
  return readdirSync(FOLDER)
    .filter((name) => name.endsWith('.md') && name !== 'README.md')
    .map((name) => name.slice(0, -'.md'.length))
    .sort();
}

/** The page of a code. Throws a SuvetError that names the nearest code when there is none. */
export function explanationOf(code: string): Explanation {
  const codes = explainedCodes();
  if (!codes.includes(code)) {
    const near = nearest(code, codes);
    throw usageError(
      'no-such-code',
      `${code}: there is no such finding.`,
      near ? `Did you mean ${near}?` : `The codes are: ${codes.join(', ')}`,
    );
  }
  const text = readFileSync(`${FOLDER}${code}.md`, 'utf8');
  const [level = '', what = ''] = section(text, `# ${code}`).split(/: (.*)/s);
  return {
    code,
    level,
    what,
    why: section(text, '## Why it matters'),
    cure: section(text, '## Cure'),
    before: example(section(text, '## Before')),
    after: example(section(text, '## After')),
  };
}

function section(text: string, heading: string): string {
  const [, after = ''] = text.split(`${heading}\n`);
  return (after.split(/\n##? /)[0] ?? '').trim();
}

function example(text: string): Example {
  const match = /^```(\S+) (\S+)\n([\s\S]*?)\n```$/.exec(text);
  return { language: match?.[1] ?? '', host: match?.[2] ?? '', code: match?.[3] ?? '' };
}
