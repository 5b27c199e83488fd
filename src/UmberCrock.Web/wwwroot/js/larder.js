// The larder: search as one types, the arrows walk along the list, Enter opens.
import { asker } from './ask.js';
import { onKeys, oneStop, walk } from './keys.js';

document.addEventListener('alpine:init', () => {
  Alpine.data('larder', () => {
    const ask = asker();
    const rows = () => [...document.querySelectorAll('#larder-rows .lrow')];
    const form = () => document.getElementById('larder-filter');
    const find = () => document.getElementById('find');

    // The column that orders the list is marked; pressed again, the list is as it was.
    const order = () => form().elements.Order;
    const arrange = () => {
      oneStop(rows());
      document.querySelectorAll('[data-order]').forEach(head => head.classList.toggle('by', head.dataset.order === order().value));
    };

    const search = async () => {
      const query = new URLSearchParams(new FormData(form()));
      for (const [name, value] of [...query]) if (!value) query.delete(name);
      history.replaceState(null, '', query.size ? `/larder?${query}` : '/larder');
      query.set('handler', 'Rows');
      const answer = await ask(`/larder?${query}`);
      if (!answer) return;
      const [list, refusal] = [document.getElementById('larder-rows'), document.getElementById('larder-refusal')];
      refusal.hidden = answer.ok;
      refusal.textContent = `${answer.words} What is listed below is older than what you ask for.`;
      if (!answer.ok) return;
      list.innerHTML = answer.text;
      list.parentElement.scrollTop = 0;
      arrange();
    };

    // Esc shows all, from the fields as well; from the search the arrows go to what was found.
    const first = event => {
      if (event.key === 'Escape') {
        form().querySelectorAll('input, select').forEach(field => { field.value = ''; });
        search().then(() => rows()[0]?.focus());
        return true;
      }
      if (event.target !== find() || !['ArrowDown', 'ArrowUp'].includes(event.key)) return false;
      rows()[0]?.focus();
      return true;
    };

    return {
      search,
      enter: () => rows()[0]?.focus(),
      sort: ({ target }) => {
        const head = target.closest('[data-order]');
        if (!head) return;
        order().value = head.dataset.order === order().value ? '' : head.dataset.order;
        search();
      },
      init() { arrange(); rows()[0]?.focus({ preventScroll: true }); },
      key: onKeys({
        '/': () => find().select(),
        ArrowDown: () => walk(rows(), 1),
        ArrowUp: () => walk(rows(), -1),
        s: () => { form().elements.Show.value = 'stock'; search(); },
        f: () => { order().value = order().value === 'stock' ? '' : 'stock'; search(); },
        n: () => document.getElementById('new-own').click(),
        o: () => document.getElementById('import-file').click(),
        c: () => document.getElementById('count').click(),
        x: () => document.getElementById('export-json').click(),
      }, { first }),
    };
  });
});
