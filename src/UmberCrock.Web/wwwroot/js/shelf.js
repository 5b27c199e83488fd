// The shelf: search as one types, the arrows walk along it, Enter opens.
import { asker } from './ask.js';
import { onKeys, oneStop, walk } from './keys.js';

document.addEventListener('alpine:init', () => {
  Alpine.data('shelf', () => {
    const ask = asker();
    const forms = () => [...document.querySelectorAll('.shelf .form')];
    // Many are chosen at once; what is done with them stands below the list.
    const chosen = () => [...document.querySelectorAll('.shelf .shelfpick input:checked')];
    const sayChosen = () => {
      const many = chosen().length;
      document.getElementById('shelf-chosen').hidden = many === 0;
      document.getElementById('chosen-words').textContent = many ? `${many} chosen` : '';
      const one = document.getElementById('chosen-one');
      one.hidden = many !== 1;
      if (many === 1) one.querySelector('input').value = chosen()[0].closest('.shelfline').querySelector('.nm b').textContent;
    };
    // Enter in a field presses the button beside it, not the first of all.
    const enter = event => {
      const beside = event.key === 'Enter' && event.target.closest('#shelf-chosen .named');
      if (!beside) return false;
      beside.querySelector('button').click();
      return true;
    };
    const choose = event => {
      const line = event.target.closest('.shelf .form');
      if (event.key !== ' ' || !line) return false;
      line.parentElement.querySelector('.shelfpick input').click();
      return true;
    };
    const intoBin = () => {
      if (chosen().length) { document.getElementById('chosen-bin').click(); return true; }
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
    // What is asked for is found as one types; the address keeps it, so that the way back leads here.
    const search = async () => {
      const query = new URLSearchParams(new FormData(document.querySelector('.shelfpage > .strip')));
      for (const [name, value] of [...query]) if (!value) query.delete(name);
      const address = query.size ? `/?${query}` : '/';
      const answer = await ask(address);
      const words = document.getElementById('shelf-words');
      if (!answer) return;
      if (!answer.ok) { words.textContent = `${answer.words} The list is older than what you ask for.`; return; }
      history.replaceState(null, '', address);
      const page = new DOMParser().parseFromString(answer.text, 'text/html');
      document.getElementById('shelf').replaceChildren(...page.getElementById('shelf').childNodes);
      words.textContent = page.getElementById('shelf-words').textContent;
      oneStop(forms());
      sayChosen();
    };
    const fromFind = event => event.target.id === 'find' && event.key === 'ArrowDown' && (forms()[0]?.focus(), true);
    const showAll = event => event.key === 'Escape' && new URLSearchParams(location.search).size > 0 && (location.assign('/'), true);
    return {
      init() { oneStop(forms()); sayChosen(); if (!document.querySelector('[autofocus]')) forms()[0]?.focus({ preventScroll: true }); },
      search,
      chosen: ({ target }) => { if (target.closest('.shelfpick')) sayChosen(); },
      click: ({ target }) => {
        if (target.id !== 'chosen-none') return;
        chosen().forEach(box => { box.checked = false; });
        sayChosen();
      },
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
      }, { first: event => enter(event) || choose(event) || showAll(event) || fromFind(event) }),
    };
  });
});
