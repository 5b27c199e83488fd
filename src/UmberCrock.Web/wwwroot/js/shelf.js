// The shelf: the arrows walk along it, Enter opens.
import { onKeys, walk } from './keys.js';

document.addEventListener('alpine:init', () => {
  Alpine.data('shelf', () => {
    const forms = () => [...document.querySelectorAll('.shelf .form')];
    const intoBin = () => {
      const line = document.activeElement?.closest('.shelf .form');
      if (!line) return false;
      const form = document.getElementById('shelf-delete');
      form.elements.id.value = line.getAttribute('href').split('/').pop();
      form.requestSubmit();
      return true;
    };
    const startBatch = () => {
      const line = document.activeElement?.closest('.shelf .form');
      if (!line) return false;
      location.assign(`${line.getAttribute('href')}/start`);
      return true;
    };
    const due = key => () => {
      const link = document.querySelector(`[data-due=${key}]`);
      if (!link) return false;
      location.assign(link.href);
      return true;
    };
    const showAll = event => event.key === 'Escape' && new URLSearchParams(location.search).size > 0 && (location.assign('/'), true);
    return {
      init() { if (!document.querySelector('[autofocus]')) forms()[0]?.focus({ preventScroll: true }); },
      filter: event => event.target.form.submit(),
      key: onKeys({
        '/': () => document.getElementById('find').focus(),
        ArrowDown: () => walk(forms(), 1),
        ArrowUp: () => walk(forms(), -1),
        p: () => location.assign('/intake'),
        n: () => document.getElementById('new-name').focus(),
        o: () => document.getElementById('import-file').click(),
        s: () => location.assign('/?show=stop'),
        t: () => location.assign('/?show=today'),
        b: startBatch,
        d: due('d'),
        g: due('g'),
        j: due('j'),
        l: due('l'),
        Delete: intoBin,
      }, { first: showAll }),
    };
  });
});
