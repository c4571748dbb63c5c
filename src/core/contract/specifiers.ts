/** How components are imported. */

import type { Component } from './types.js';

/** The specifier by which users of a package import the module of a component: `deck`, `deck/tide-gauge.js`. */
export function specifierIn(packageName: string, { module }: Pick<Component, 'module'>): string {
  return module === '.' ? packageName : `${packageName}/${module.replace(/^\.\//, '')}`;
}
