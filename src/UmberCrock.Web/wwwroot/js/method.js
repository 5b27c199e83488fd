// The method: the arrows walk along the steps, Y tells why, minus and plus move the start, P prints the card.
import { onKeys, walk } from './keys.js';

document.addEventListener('alpine:init', () => {
  Alpine.data('method', () => {
    const rows = () => [...document.querySelectorAll('.mrow[tabindex]')];
    const press = key => document.querySelector(`a[data-key="${key}"]`).click();
    const why = () => {
      const details = (document.activeElement.closest('.mrow') ?? rows()[0])?.querySelector('details');
      if (details) details.open = !details.open;
    };
    const acts = {
      ArrowDown: () => walk(rows(), 1),
      ArrowUp: () => walk(rows(), -1),
      '-': () => press('-'),
      '+': () => press('+'),
      y: why,
      p: () => window.print(),
      b: () => document.querySelector('a[data-start]')?.click(),
    };
    const clicked = event => acts[event.target.closest('button[data-key]')?.dataset.key]?.();
    return {
      key: onKeys(acts),
      init() { document.addEventListener('click', clicked); },
      destroy() { document.removeEventListener('click', clicked); },
    };
  });
});
