/** What kind of file a path names. */

/** Type declarations. */
export function isDeclaration(path: string): boolean {
  return /\.d\.[cm]?ts$/.test(path);
}

/** TypeScript, with markup or without; declarations among it. */
export function isTypeScript(path: string): boolean {
  return /\.[cm]?tsx?$/.test(path);
}

/** The script of a worker, which has no registry: `chart.worker-1f3a.js`. */
export function isWorker(path: string): boolean {
  return /\.worker\b[\w.-]*\.[cm]?js$/.test(path);
}
