// Keys of the larder: search as one types, the arrows walk along the list, Enter opens.
import { asker } from './ask.js';

(() => {
  const form = document.getElementById('larder-filter');
  const find = document.getElementById('find');
  const list = document.getElementById('larder-rows');
  const refusal = document.getElementById('larder-refusal');
  const rows = () => [...list.querySelectorAll('.lrow')];
  const walk = by => {
    const at = rows().indexOf(document.activeElement);
    rows()[Math.max(0, Math.min(at + by, rows().length - 1))]?.focus();
  };
  const ask = asker();
  const search = async () => {
    const query = new URLSearchParams(new FormData(form));
    for (const [name, value] of [...query]) if (!value) query.delete(name);
    history.replaceState(null, '', query.size ? `/larder?${query}` : '/larder');
    query.set('handler', 'Rows');
    const answer = await ask(`/larder?${query}`);
    refusal.hidden = answer?.ok !== false;
    if (answer?.ok) { list.innerHTML = answer.text; list.parentElement.scrollTop = 0; } else if (answer) refusal.textContent = answer.words;
  };
  form.addEventListener('submit', event => { event.preventDefault(); rows()[0]?.focus(); });
  form.addEventListener('input', search);
  document.getElementById('import-file').addEventListener('change', event => { if (event.target.files.length) event.target.form.submit(); });
  document.getElementById('open-file').addEventListener('click', () => document.getElementById('import-file').click());
  document.addEventListener('keydown', event => {
    if (event.ctrlKey || event.metaKey || event.altKey || document.querySelector('dialog[open]')) return;
    if (event.key === 'Escape') { form.querySelectorAll('input, select').forEach(field => { field.value = ''; }); search().then(() => rows()[0]?.focus()); return; }
    if (event.target === find && (event.key === 'ArrowDown' || event.key === 'ArrowUp')) { event.preventDefault(); rows()[0]?.focus(); return; }
    if (event.target.matches('input, select')) return;
    const acts = {
      '/': () => find.select(),
      ArrowDown: () => walk(1),
      ArrowUp: () => walk(-1),
      s: () => { form.elements.Show.value = 'stock'; search(); },
      n: () => document.getElementById('new-own').click(),
      o: () => document.getElementById('import-file').click(),
      x: () => document.getElementById('export-json').click(),
    };
    const letter = /^[a-z]$/i.test(event.key);
    const act = acts[letter ? event.key.toLowerCase() : event.key];
    if (act && !(letter && localStorage.getItem('letters-off') === 'yes')) { event.preventDefault(); act(); }
  });
  rows()[0]?.focus({ preventScroll: true });
})();
