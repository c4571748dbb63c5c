/** The strict type checks of hosts, as their compilers do them; files of packages are read once for all of them. */
import { join } from 'node:path';
import { stripVTControlCharacters } from 'node:util';
import ts from 'typescript';
import { PROJECT, run, TYPESCRIPT } from './run.js';

/** What a compiler says is wrong. */
export interface TypeFault {
  /** Relative to the folder that was checked; '' for what is wrong with no file. */
  file: string;
  line: number;
  message: string;
}

/** Checks the files of a configuration as the host's users do; compilers that put files out do so. */
export function typeFaults(place: string, config: string, folder: string): Promise<TypeFault[]> {
  if (folder === 'svelte') return bySvelteCheck(place, config);
  return folder === 'angular' ? byAngular(place, config) : byTypeScript(place, config);
}

/** By the compiler as it is now. So does Svelte's tool with what it makes of files; Angular's brings an older one. */
async function byTypeScript(place: string, config: string): Promise<TypeFault[]> {
  const args = [TYPESCRIPT, '-p', config, '--pretty', 'false'];
  const { code, stdout, stderr } = await run(process.execPath, args, place);
  if (code !== 0 && stdout === '') throw new Error(`the compiler did not run: ${stderr}`);
  return stdout.split('\n').flatMap((message) => {
    const [, file, line] = /^(\S.*?)\((\d+),\d+\): error /.exec(message) ?? [];
    if (file !== undefined) return [{ file, line: Number(line), message }];
    // Lines that are set in go on with what the one before them says.
    return /^\S/.test(message) ? [{ file: '', line: 0, message }] : [];
  });
}

/** What is used here of Angular's compiler, whose own types name files without their endings. */
interface AngularCompiler {
  readConfiguration(file: string): {
    rootNames: string[];
    options: ts.CompilerOptions;
    errors: ts.Diagnostic[];
  };
  createCompilerHost(given: { options: ts.CompilerOptions }): ts.CompilerHost;
  performCompilation(given: { rootNames: string[]; options: ts.CompilerOptions; host: ts.CompilerHost }): {
    diagnostics: readonly ts.Diagnostic[];
  };
}

async function byAngular(place: string, config: string): Promise<TypeFault[]> {
  const compiler = (await import('@angular/compiler-cli')) as unknown as AngularCompiler;
  const { rootNames, options, errors } = compiler.readConfiguration(join(place, config));
  const host = remembering(compiler.createCompilerHost({ options }));
  const { diagnostics } = compiler.performCompilation({ rootNames, options, host });
  return faultsOf(place, [...errors, ...diagnostics]);
}

async function bySvelteCheck(place: string, config: string): Promise<TypeFault[]> {
  const program = join(PROJECT, 'node_modules/svelte-check/bin/svelte-check');
  const args = [
    program,
    '--output',
    'machine',
    '--tsgo',
    '--threshold',
    'error',
    '--tsconfig',
    `./${config}`,
  ];
  const { stdout, stderr } = await run(process.execPath, args, place);
  return stripVTControlCharacters(`${stdout}\n${stderr}`)
    .split('\n')
    .flatMap((message) => {
      const [, file, line] = /^\d+ ERROR "(.+?)" (\d+):/.exec(message) ?? [];
      if (file !== undefined) return [{ file, line: Number(line), message }];
      return /\berror\b/i.test(message) && !/ COMPLETED /.test(message)
        ? [{ file: '', line: 0, message }]
        : [];
    });
}

const isOwn = (name: string) => !name.includes('/node_modules/');

const packageFiles = new Map<string, ts.SourceFile | undefined>();

/** A host that reads each file of a package once for all programs with the same options. */
function remembering<Host extends ts.CompilerHost>(host: Host): Host {
  const read = host.getSourceFile.bind(host);
  host.getSourceFile = (name, options, ...rest) => {
    if (isOwn(name)) return read(name, options, ...rest);
    const key = `${name} ${JSON.stringify(options)}`;
    if (!packageFiles.has(key)) packageFiles.set(key, read(name, options, ...rest));
    return packageFiles.get(key);
  };
  return host;
}

function faultsOf(place: string, diagnostics: readonly ts.Diagnostic[]): TypeFault[] {
  return diagnostics.map((diagnostic) => {
    const { file, start } = diagnostic;
    const line = file && start !== undefined ? file.getLineAndCharacterOfPosition(start).line + 1 : 0;
    return { file: (file?.fileName ?? '').replace(`${place}/`, ''), line, message: textOf(diagnostic) };
  });
}

const textOf = (diagnostic: ts.Diagnostic) => ts.flattenDiagnosticMessageText(diagnostic.messageText, '\n');
