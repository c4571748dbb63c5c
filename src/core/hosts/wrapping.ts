/** What `wrap` asks of a host, and what it gets. Which components need wrapping was decided before. */

/** How a wrapper brings in its element. */
export type ImportStyle = 'lazy' | 'eager' | 'none';

export interface WrapRequest {
  /** Major version of the host. */
  major: number;
  /** Specifier to import each component's module by, by tag. */
  specifiers: ReadonlyMap<string, string>;
  /** Tags whose module ships no type declarations. */
  untyped: ReadonlySet<string>;
  imports: ImportStyle;
}

export interface WrappedFile {
  /** File name within the output folder. */
  name: string;
  text: string;
}

export interface WrapResult {
  files: WrappedFile[];
}
