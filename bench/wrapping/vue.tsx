import { defineComponent, h, onBeforeUnmount, onMounted, ref, watch } from 'vue';
import type { Input, Item } from './input.js';
import { CrewPanel } from './wrappers/index.js';

export const Wrapped = defineComponent({
  props: ['input'],
  setup: (props: { input: Input }) => () =>
    props.input.items.map((item) =>
      h(CrewPanel, {
        key: item.key,
        watches: item.watches,
        rowCount: item.rowCount,
        'onWatch-pick': item.pick,
      }),
    ),
});

export const Hand = defineComponent({
  props: ['input'],
  setup: (props: { input: Input }) => () =>
    props.input.items.map((item) => h(Panel, { key: item.key, item })),
});

const Panel = defineComponent({
  props: ['item'],
  setup(props: { item: Item }) {
    const panel = ref<(HTMLElement & { watches: unknown }) | null>(null);
    const assign = () => {
      if (panel.value) panel.value.watches = props.item.watches;
    };
    const heard = (event: Event) => props.item.pick(event);
    onMounted(() => {
      assign();
      panel.value?.addEventListener('watch-pick', heard);
    });
    watch(() => props.item.watches, assign, { flush: 'post' });
    onBeforeUnmount(() => panel.value?.removeEventListener('watch-pick', heard));
    return () => h('crew-panel', { ref: panel, '^row-count': props.item.rowCount });
  },
});
