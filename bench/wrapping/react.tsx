import { useLayoutEffect, useRef } from 'react';
import type { Input, Item } from './input.js';
import { CrewPanel } from './wrappers/index.js';

export function Wrapped({ input }: { input: Input }) {
  return input.items.map((item) => (
    <CrewPanel key={item.key} watches={item.watches} rowCount={item.rowCount} onWatchPick={item.pick} />
  ));
}

export function Hand({ input }: { input: Input }) {
  return input.items.map((item) => <Panel key={item.key} item={item} />);
}

function Panel({ item }: { item: Item }) {
  const panel = useRef<HTMLElement & { watches: unknown }>(null);
  const { watches, pick } = item;
  useLayoutEffect(() => {
    if (panel.current) panel.current.watches = watches;
  }, [watches]);
  useLayoutEffect(() => {
    const element = panel.current;
    element?.addEventListener('watch-pick', pick as EventListener);
    return () => element?.removeEventListener('watch-pick', pick as EventListener);
  }, [pick]);
  const Tag = 'crew-panel' as 'div';
  return <Tag ref={panel as never} {...{ 'row-count': item.rowCount }} />;
}
