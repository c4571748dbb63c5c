/** Shows views of Angular in a page, without zones: every change is told to it. */

import '@angular/compiler';
import { type ApplicationRef, createComponent, provideZonelessChangeDetection } from '@angular/core';
import { bootstrapApplication, createApplication, provideClientHydration } from '@angular/platform-browser';
import type { Mounter } from '../harness.js';
import { turn } from '../turn.js';
import { componentOf, giveFirst } from './component.js';

let application: Promise<ApplicationRef> | null = null;

/** Errors come out where they happen, instead of being logged. */
function applicationOf(): Promise<ApplicationRef> {
  application ??= createApplication({ providers: [provideZonelessChangeDetection()] });
  return application;
}

export const mounter: Mounter = {
  async mount(view, container, input) {
    const app = await applicationOf();
    const hostElement = container.appendChild(document.createElement('suvet-view'));
    const shown = createComponent(componentOf(view), { hostElement, environmentInjector: app.injector });
    shown.setInput('input', input);
    app.attachView(shown.hostView);
    app.tick();
    return {
      update(next) {
        shown.setInput('input', next);
        app.tick();
      },
      unmount() {
        app.detachView(shown.hostView);
        shown.destroy();
        hostElement.remove();
      },
    };
  },
  async hydrate(view, container, input) {
    giveFirst(input);
    // Angular looks for its mark at the very start of the body, where the printed page had it.
    const mark = document.createComment('nghm');
    document.body.prepend(mark);
    const providers = [provideZonelessChangeDetection(), provideClientHydration()];
    const app = await bootstrapApplication(componentOf(view), { providers });
    await turn();
    const [root] = app.components;
    return {
      update(next) {
        root?.setInput('input', next);
        app.tick();
      },
      unmount() {
        app.destroy();
        container.replaceChildren();
        mark.remove();
      },
    };
  },
};
