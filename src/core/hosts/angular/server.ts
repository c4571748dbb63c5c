/** Prints views of Angular as its server does. */

import '@angular/compiler';
import { provideZonelessChangeDetection } from '@angular/core';
import { bootstrapApplication, provideClientHydration } from '@angular/platform-browser';
import { provideServerRendering, renderApplication } from '@angular/platform-server';
import type { ServerRenderer } from '../harness.js';
import { componentOf, giveFirst } from './component.js';

const PAGE = '<!doctype html><html><head></head><body><suvet-view></suvet-view></body></html>';

export const print: ServerRenderer = async (view, input) => {
  giveFirst(input);
  const providers = [provideServerRendering(), provideZonelessChangeDetection(), provideClientHydration()];
  const html = await renderApplication(
    (context) => bootstrapApplication(componentOf(view), { providers }, context),
    { document: PAGE, url: '/' },
  );
  return /<body[^>]*>([\s\S]*)<\/body>/.exec(html)?.[1] ?? '';
};
