// A recipe's text is its state: the server reads it as one types and lays the reading beside it; every choice is another text of a line, put in its place and read again.
import { asker } from './ask.js';

(() => {
  const $ = selector => document.querySelector(selector);
  const [field, pasted, place, form, count] = [$('#intake-text'), $('#intake-pasted'), $('#intake'), $('#intake-form'), $('#intake-count')];
  const past = [];
  const kept = 'intake-text';
  const pause = 500;
  const ask = asker();
  let timer = 0;

  const rows = () => [...document.querySelectorAll('.ir')];
  const here = () => document.activeElement?.closest('.ir') ?? $('.ir.here');
  const isRead = () => rows().length > 0;
  // What a row offers is unfolded when it is chosen, not while a button is pressed: nothing moves under the pointer.
  const unfold = row => rows().forEach(other => other.classList.toggle('here', other === row));
  const focusRow = row => {
    if (!row) return;
    unfold(row);
    row.focus({ preventScroll: true });
    row.scrollIntoView({ block: 'nearest' });
  };

  const read = async number => {
    clearTimeout(timer);
    // What is typed outlives a reload; it is forgotten once it is on the bench.
    sessionStorage.setItem(kept, field.value);
    const answer = await ask('/intake?handler=Read', { method: 'POST', body: new FormData(form) });
    if (!answer) return;
    // Too long a text (413) is answered by the reading's own page.
    if (!answer.ok && answer.status !== 413) { count.textContent = `Not read. ${answer.words} The text is still here.`; return; }
    const scrolled = $('.read-as ol')?.scrollTop ?? 0;
    place.innerHTML = answer.text;
    if ($('.read-as ol')) $('.read-as ol').scrollTop = scrolled;
    count.textContent = $('.read-as')?.dataset.words ?? 'Nothing in it was read as an ingredient yet.';
    document.body.classList.toggle('is-read', isRead());
    if (number) focusRow(document.getElementById(`row-${number}`) ?? rows()[0]);
    else mark();
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

  // The line is edited where it stands, in the text; the reading follows.
  const edit = number => {
    const lines = field.value.split('\n');
    const from = lines.slice(0, number - 1).join('\n').length + (number > 1 ? 1 : 0);
    field.focus();
    field.setSelectionRange(from, from + lines[number - 1].length);
  };

  const choose = (row, key) => {
    const button = row?.querySelector(`[data-choice="${key}"]`);
    if (!button) return false;
    if (key === 'e') edit(Number(button.dataset.line));
    else put(Number(button.dataset.line), button.dataset.text);
    return true;
  };

  // The row of the line one types in is marked.
  const mark = () => {
    const line = document.activeElement === field ? field.value.slice(0, field.selectionStart).split('\n').length : 0;
    rows().forEach(row => row.classList.toggle('at', Number(row.dataset.number) === line));
  };

  field.addEventListener('paste', () => setTimeout(first));
  field.addEventListener('input', () => {
    if (!isRead()) pasted.value = field.value;
    clearTimeout(timer);
    timer = setTimeout(() => read(), pause);
  });
  document.addEventListener('selectionchange', mark);
  document.querySelectorAll('.strip select').forEach(select => select.addEventListener('change', () => read()));
  $('#intake-read').addEventListener('click', event => { event.preventDefault(); first(); });
  document.addEventListener('click', event => {
    const button = event.target.closest('[data-choice]');
    if (button) choose(button.closest('.ir'), button.dataset.choice);
    else if (event.target.closest('.ir')) focusRow(event.target.closest('.ir'));
  });

  document.addEventListener('keydown', event => {
    if (document.querySelector('dialog[open]')) return;
    if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) {
      event.preventDefault();
      if (isRead() && document.activeElement !== field) form.requestSubmit($('#to-bench'));
      else first();
      return;
    }
    if (event.target === field && event.key === 'Escape' && isRead()) { focusRow($('.ir.at') ?? $('.ir.here') ?? rows()[0]); return; }
    if (event.ctrlKey || event.metaKey || event.altKey || event.target.matches('input, textarea, select, button')) return;
    const key = event.key.toLowerCase();
    const letter = /^[a-z]$/.test(key);
    if (letter && localStorage.getItem('letters-off') === 'yes') return;
    const at = rows().indexOf(here());
    const acts = {
      arrowdown: () => focusRow(rows()[Math.min(at + 1, rows().length - 1)]),
      arrowup: () => focusRow(rows()[Math.max(at - 1, 0)]),
      '.': () => { const doubts = [...document.querySelectorAll('.ir.doubt')]; focusRow(doubts.find(row => rows().indexOf(row) > at) ?? doubts[0]); },
      v: () => { field.focus(); field.select(); },
      o: () => $('#import-file').click(),
      z: () => { if (past.length) { field.value = past.pop(); read(here()?.dataset.number ?? 1); } },
    };
    if (acts[key]) { event.preventDefault(); acts[key](); } else if (here() && choose(here(), key)) event.preventDefault();
  });
  $('#import-file').addEventListener('change', event => { if (event.target.files.length) { sessionStorage.removeItem(kept); event.target.form.submit(); } });
  $('#open-file').addEventListener('click', () => $('#import-file').click());
  form.addEventListener('submit', () => sessionStorage.removeItem(kept));
  if (!field.value && sessionStorage.getItem(kept)) { field.value = sessionStorage.getItem(kept); first(); }
  if (isRead()) { document.body.classList.add('is-read'); focusRow($('.ir.doubt') ?? rows()[0]); }
})();
