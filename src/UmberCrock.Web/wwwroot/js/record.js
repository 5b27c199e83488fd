// The record: along the lines, to the lot's trace, the labels, the report, a correction.
import { onKeys } from './keys.js';

document.addEventListener('alpine:init', () => {
  Alpine.data('record', () => {
    const lines = () => [...document.querySelectorAll('.weighed th a[href]')];
    const line = by => () => {
      const all = lines();
      const at = all.findIndex(one => one.getAttribute('aria-current') === 'true');
      const next = all[at + by];
      if (!next) return false;
      location.replace(next.href);
      return true;
    };
    const follow = what => () => {
      const link = document.querySelector(what);
      if (!link) return false;
      location.assign(link.href);
      return true;
    };
    const correct = () => {
      const details = document.getElementById('correct');
      details.open = true;
      details.querySelector('select').focus();
    };
    return {
      key: onKeys({
        ArrowDown: line(1),
        ArrowUp: line(-1),
        t: follow('[data-trace]'),
        l: follow('nav.pages a[href$="/labels"]'),
        r: follow('[data-report]'),
        c: correct,
        p: () => window.print(),
      }),
    };
  });
});
