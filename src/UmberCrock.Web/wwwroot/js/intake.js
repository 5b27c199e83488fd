// A recipe's text is its state: every correction is another text of a line, which the server sends along; here it is only put in its place and read again.
(() => {
  const $ = selector => document.querySelector(selector);
  const [field, pasted, place, form] = [$('#intake-text'), $('#intake-pasted'), $('#intake'), $('#intake-form')];
  const past = [];
  const kept = 'intake-text';
  let timer;

  const rows = () => [...document.querySelectorAll('.ir')];
  const here = () => document.activeElement?.closest('.ir');
  const isRead = () => rows().length > 0;
  const focusRow = row => { row?.focus({ preventScroll: true }); row?.scrollIntoView({ block: 'nearest' }); };

  const read = async number => {
    // What is typed outlives a reload; it is forgotten once it is on the bench.
    sessionStorage.setItem(kept, field.value);
    const body = new FormData(form);
    const answer = await fetch('/intake?handler=Read', { method: 'POST', body }).catch(() => null);
    if (!answer) { $('#intake-count').textContent = 'Not read: the application does not answer. The text is still here.'; return; }
    place.innerHTML = await answer.text();
    const words = $('.read-as')?.dataset.words;
    if (words) $('#intake-count').textContent = words;
    document.body.classList.toggle('is-read', isRead());
    if (number) focusRow(document.getElementById(`row-${number}`) ?? rows()[0]);
  };

  const first = async () => {
    pasted.value = field.value;
    await read();
    if (isRead()) focusRow($('.ir.doubt') ?? rows()[0]);
  };

  const put = (number, text) => {
    past.push(field.value);
    const lines = field.value.split('\n');
    lines[number - 1] = text;
    field.value = lines.join('\n');
    return read(number);
  };

  const edit = row => {
    const cell = row.querySelector('.as');
    const input = document.createElement('input');
    Object.assign(input, { value: row.dataset.text, className: 'as edit', maxLength: 300 });
    input.setAttribute('aria-label', `Line ${row.dataset.number}`);
    cell.replaceWith(input);
    input.select();
    input.addEventListener('keydown', event => {
      if (event.key === 'Enter') { event.preventDefault(); put(Number(row.dataset.number), input.value); }
      if (event.key === 'Escape') { event.stopPropagation(); read(Number(row.dataset.number)); }
    });
  };

  const choose = (row, key) => {
    const button = row?.querySelector(`[data-choice="${key}"]`);
    if (!button) return false;
    if (key === 'e') edit(row);
    else put(Number(button.dataset.line), button.dataset.text);
    return true;
  };

  field.addEventListener('paste', () => setTimeout(first));
  field.addEventListener('input', () => { clearTimeout(timer); if (isRead()) timer = setTimeout(() => read(), 300); });
  document.querySelectorAll('.strip select').forEach(select => select.addEventListener('change', () => { if (isRead()) read(); }));
  document.addEventListener('click', event => {
    const button = event.target.closest('[data-choice]');
    if (button) choose(button.closest('.ir'), button.dataset.choice);
    else if (event.target.closest('.ir') && !event.target.closest('input')) focusRow(event.target.closest('.ir'));
  });

  document.addEventListener('keydown', event => {
    if (document.querySelector('dialog[open]')) return;
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      if (isRead() && document.activeElement !== field) form.requestSubmit();
      else first();
      return;
    }
    if (event.ctrlKey || event.metaKey || event.altKey || event.target.matches('input, textarea, select, button')) return;
    const key = event.key.toLowerCase();
    const letter = /^[a-z]$/.test(key);
    if (letter && localStorage.getItem('letters-off') === 'yes') return;
    const at = rows().indexOf(here());
    const acts = {
      arrowdown: () => focusRow(rows()[Math.min(at + 1, rows().length - 1)]),
      arrowup: () => focusRow(rows()[Math.max(at - 1, 0)]),
      '.': () => { const doubts = [...document.querySelectorAll('.ir.doubt')]; focusRow(doubts.find(row => rows().indexOf(row) > at) ?? doubts[0]); },
      v: () => { document.body.classList.remove('is-read'); field.focus(); field.select(); },
      o: () => $('#import-file').click(),
      z: () => { if (past.length) { field.value = past.pop(); read(here()?.dataset.number ?? 1); } },
    };
    if (acts[key]) { event.preventDefault(); acts[key](); } else if (here() && choose(here(), key)) event.preventDefault();
  });
  $('#import-file').addEventListener('change', event => { if (event.target.files.length) { sessionStorage.removeItem(kept); event.target.form.submit(); } });
  $('#open-file')?.addEventListener('click', () => $('#import-file').click());
  form.addEventListener('submit', () => sessionStorage.removeItem(kept));
  if (!field.value && sessionStorage.getItem(kept)) { field.value = sessionStorage.getItem(kept); first(); }
  if (isRead()) { document.body.classList.add('is-read'); focusRow($('.ir.doubt') ?? rows()[0]); }
})();
