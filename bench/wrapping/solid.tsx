import { createEffect, Index, onCleanup } from 'solid-js';
import { Dynamic } from 'solid-js/web';
import type { Input, Item } from './input.js';
import { CrewPanel } from './wrappers/index.js';

export function Wrapped(props: { input: () => Input }) {
  return (
    <Index each={props.input().items}>
      {(item) => <CrewPanel watches={item().watches} rowCount={item().rowCount} onWatchPick={item().pick} />}
    </Index>
  );
}

export function Hand(props: { input: () => Input }) {
  return <Index each={props.input().items}>{(item) => <Panel item={item()} />}</Index>;
}

function Panel(props: { item: Item }) {
  const attach = (panel: HTMLElement & { watches?: unknown }) => {
    const heard = (event: Event) => props.item.pick(event);
    panel.addEventListener('watch-pick', heard);
    onCleanup(() => panel.removeEventListener('watch-pick', heard));
    createEffect(() => {
      panel.watches = props.item.watches;
    });
  };
  return <Dynamic component="crew-panel" attr:row-count={props.item.rowCount} ref={attach} />;
}
