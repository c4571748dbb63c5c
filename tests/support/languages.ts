/** Values as literals of the languages that servers are written in, and programs that print tags with them. */
import { asciiJava, javaString, phpString, pythonString } from '../../dist/core/emit/languages.js';

export interface Desk {
  words?: string;
  rowCount?: number;
  open?: boolean;
  moored?: boolean;
  awake?: boolean;
  lit?: boolean;
  extra?: Record<string, unknown>;
  state?: 'at rest' | 'busy';
  list?: { id: string; level: number | null }[];
  call?: string;
  /** Name of a function of the page. */
  format?: string;
  content?: string[];
  side?: string;
  title?: string;
}

export const SEPARATOR = '\n---\n';

interface Language {
  literal(value: unknown): string;
  /** An expression that is the page's text for one desk. */
  desk(desk: Desk): string;
  /** A program that prints the desks, the page's scripts twice, and what comes of an attribute that is none. */
  program(desks: readonly string[]): { name: string; text: string };
}

const javaNumber = (value: number) =>
  Number.isNaN(value)
    ? 'Double.NaN'
    : Number.isFinite(value)
      ? `${value}d`
      : `Double.${value > 0 ? 'POSITIVE' : 'NEGATIVE'}_INFINITY`;
const phpNumber = (value: number) =>
  Number.isNaN(value) ? 'NAN' : Number.isFinite(value) ? `${value}` : value > 0 ? 'INF' : '-INF';
const pythonNumber = (value: number) => (Number.isFinite(value) ? `${value}` : `float('${value}')`);

function literals(words: {
  text(value: string): string;
  number(value: number): string;
  none: string;
  boolean(value: boolean): string;
  list(items: string[]): string;
  map(entries: [string, string][]): string;
}): (value: unknown) => string {
  const of = (value: unknown): string => {
    if (value === null) return words.none;
    if (typeof value === 'string') return words.text(value);
    if (typeof value === 'number') return words.number(value);
    if (typeof value === 'boolean') return words.boolean(value);
    if (Array.isArray(value)) return words.list(value.map(of));
    return words.map(Object.entries(value as object).map(([key, one]) => [words.text(key), of(one)]));
  };
  return of;
}

const java = literals({
  text: (value) => javaString(value),
  number: javaNumber,
  none: '(Object) null',
  boolean: String,
  list: (items) => `Arrays.asList(${items.join(', ')})`,
  map: (entries) => `map(${entries.flat().join(', ')})`,
});
const php = literals({
  text: phpString,
  number: phpNumber,
  none: 'null',
  boolean: String,
  list: (items) => `[${items.join(', ')}]`,
  map: (entries) => `(object) [${entries.map(([key, value]) => `${key} => ${value}`).join(', ')}]`,
});
const python = literals({
  text: pythonString,
  number: pythonNumber,
  none: 'None',
  boolean: (value) => (value ? 'True' : 'False'),
  list: (items) => `[${items.join(', ')}]`,
  map: (entries) => `{${entries.map(([key, value]) => `${key}: ${value}`).join(', ')}}`,
});

/** A chain of calls, one for each value that is there. */
function chain(desk: Desk, literal: (value: unknown) => string, dot: string): string {
  const call = (method: string, ...values: unknown[]) =>
    values[0] === undefined ? '' : `${dot}${method}(${values.map(literal).join(', ')})`;
  return [
    call('side', desk.side),
    call('words', desk.words),
    call('rowCount', desk.rowCount),
    call('list', desk.list),
    call('open', desk.open),
    call('moored', desk.moored),
    call('awake', desk.awake),
    call('lit', desk.lit),
    call('extra', desk.extra),
    call('format', desk.format),
    call('onDeskCall', desk.call),
    call('content', ...(desk.content ?? [])),
    desk.title === undefined ? '' : `${dot}attribute("title", ${literal(desk.title)})`,
  ].join('');
}

export const LANGUAGES: Readonly<Record<'node' | 'java' | 'php' | 'python', Language>> = {
  node: {
    literal: (value) => JSON.stringify(value),
    desk: ({ rowCount, ...desk }) => {
      const { call, content, title, ...values } = desk;
      const given = {
        ...values,
        ...(call === undefined ? {} : { onDeskCall: call }),
        ...(content === undefined ? {} : { children: content }),
        ...(title === undefined ? {} : { attributes: { title } }),
      };
      const number = rowCount === undefined ? '' : `, rowCount: ${rowCount}`;
      return `page.place(pierDesk({ ...${JSON.stringify(given)}${number} }))`;
    },
    program: (desks) => ({
      name: 'run.ts',
      text: `import { Page, pierDesk } from './elements/index.js';
const page = new Page('/assets/');
const desks = [${desks.join(',\n')}];
const refused = (name: string) => {
  try {
    return String(pierDesk({ attributes: { [name]: 'x' } }));
  } catch (error) {
    return (error as Error).message;
  }
};
process.stdout.write([...desks, page.scripts(), page.scripts(), refused('onclick'), refused('a b')].join(${JSON.stringify(SEPARATOR)}));
`,
    }),
  },
  java: {
    literal: java,
    desk: ({ state, ...desk }) => {
      const chosen = state ? `.state(PierDesk.State.${state === 'busy' ? 'BUSY' : 'AT_REST'})` : '';
      return `page.place(new PierDesk()${chain(desk, java, '.')}${chosen})`;
    },
    program: (desks) => ({
      name: 'Run.java',
      text: asciiJava(`import elements.Page;
import elements.PierDesk;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

public final class Run {
  private static String refused(String name) {
    try {
      return new PierDesk().attribute(name, "x").markup().toString();
    } catch (IllegalArgumentException error) {
      return error.getMessage();
    }
  }

  private static Map<String, Object> map(Object... pairs) {
    Map<String, Object> result = new LinkedHashMap<>();
    for (int at = 0; at < pairs.length; at += 2) {
      result.put((String) pairs[at], pairs[at + 1]);
    }
    return result;
  }

${desks.map((desk, at) => `  private static String desk${at}(Page page) {\n    return ${desk};\n  }\n`).join('\n')}
  public static void main(String[] args) {
    Page page = new Page("/assets/");
    List<String> out = new ArrayList<>();
${desks.map((_, at) => `    out.add(desk${at}(page));`).join('\n')}
    out.add(page.scripts());
    out.add(page.scripts());
    out.add(refused("onclick"));
    out.add(refused("a b"));
    new PrintStream(System.out, true, StandardCharsets.UTF_8).print(String.join(${javaString(SEPARATOR)}, out));
  }
}
`),
    }),
  },
  php: {
    literal: php,
    desk: ({ state, ...desk }) => {
      const chosen = state ? `->state(${phpString(state)})` : '';
      return `$page->place((new PierDesk())${chain(desk, php, '->')}${chosen})`;
    },
    program: (desks) => ({
      name: 'run.php',
      text: `<?php
declare(strict_types=1);
use Elements\\{Page, PierDesk};
foreach (['Markup', 'Page', 'Tag', 'PierDesk'] as $name) require __DIR__ . "/elements/$name.php";
$page = new Page('/assets/');
$desks = [${desks.join(',\n')}];
echo implode(${phpString('\n---\n').replace(/^'|'$/g, '"').replaceAll('\n', '\\n')}, [...$desks, $page->scripts(), $page->scripts(), refused('onclick'), refused('a b')]);
function refused(string $name): string
{
    try {
        return (string) (new PierDesk())->attribute($name, 'x')->markup();
    } catch (InvalidArgumentException $error) {
        return $error->getMessage();
    }
}
`,
    }),
  },
  python: {
    literal: python,
    desk: ({ rowCount, call, title, ...desk }) => {
      const given = [
        ...Object.entries(desk).map(([key, value]) => `${key}=${python(value)}`),
        ...(rowCount === undefined ? [] : [`row_count=${python(rowCount)}`]),
        ...(call === undefined ? [] : [`on_desk_call=${python(call)}`]),
        ...(title === undefined ? [] : [`attributes={'title': ${python(title)}}`]),
      ];
      return `page.place(pier_desk(${given.join(', ')}))`;
    },
    program: (desks) => ({
      name: 'run.py',
      text: `import sys
from elements import Page, pier_desk


def refused(name):
    try:
        return str(pier_desk(attributes={name: 'x'}))
    except ValueError as error:
        return str(error)


page = Page('/assets/')
desks = [${desks.join(',\n')}]
sys.stdout.buffer.write(${pythonString(SEPARATOR)}.join([*desks, page.scripts(), page.scripts(), refused('onclick'), refused('a b')]).encode('utf-8'))
`,
    }),
  },
};
