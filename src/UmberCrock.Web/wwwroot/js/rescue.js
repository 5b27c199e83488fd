// The rescue of a pot: a figure shows a way, minus and plus nudge what goes in, Enter writes it into the record.
import { onKeys } from './keys.js';
import { drawLeaders } from './leaders.js';

document.addEventListener('alpine:init', () => {
  Alpine.data('rescue', () => {
    const press = selector => { document.querySelector(selector)?.click(); };
    const way = key => () => press(`[data-way="${key}"]`);
    const nudge = sign => () => press(`[data-nudge="${sign}"]`);
    const leaders = () => {
      const drawing = document.querySelector('.crockdrawing');
      if (drawing?.getClientRects().length) drawLeaders([...document.querySelectorAll('#rows [data-line]')], -1);
    };
    return {
      init() {
        leaders();
        document.fonts?.ready.then(leaders);
        addEventListener('resize', leaders);
      },
      key: onKeys({
        1: way(1), 2: way(2), 3: way(3), '-': nudge('-'), '+': nudge('+'), '=': nudge('+'),
        Enter: () => press('[data-key="Enter"]'),
      }),
    };
  });
});
