// The rescue of a pot: a figure shows a way, Enter writes it into the record.
import { onKeys } from './keys.js';

document.addEventListener('alpine:init', () => {
  Alpine.data('rescue', () => {
    const press = selector => { document.querySelector(selector)?.click(); };
    const way = key => () => press(`[data-way="${key}"]`);
    return { key: onKeys({ 1: way(1), 2: way(2), 3: way(3), Enter: () => press('[data-key="Enter"]') }) };
  });
});
