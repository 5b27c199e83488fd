// A recipe's text is its state: the server reads it as one types and lays the reading beside it; every choice is another text of a
// line, put in its place and read again.
import { asker } from './ask.js';
import { onKeys } from './keys.js';

const kept = 'intake-text';
const pause = 500;

document.addEventListener('alpine:init', () => {
  Alpine.data('intake', () => {
    const $ = selector => document.querySelector(selector);
    const ask = asker();
    const past = [];
    let timer = 0;

    const field = () => $('#intake-text');
    const form = () => $('#intake-form');
    const rows = () => [...document.querySelectorAll('.ir')];
    const here = () => document.activeElement?.closest('.ir') ?? $('.ir.here');
    const isRead = () => rows().length > 0;

    // What a row offers is unfolded when it is chosen, not while a button is pressed: nothing moves under the pointer.
    const focusRow = row => {
      if (!row) return;
      rows().forEach(other => other.classList.toggle('here', other === row));
      row.focus({ preventScroll: true });
      row.scrollIntoView({ block: 'nearest' });
    };

    // The row of the line one types in is marked.
    const mark = () => {
      const typing = document.activeElement === field();
      const line = typing ? field().value.slice(0, field().selectionStart).split('\n').length : 0;
      rows().forEach(row => row.classList.toggle('at', Number(row.dataset.number) === line));
    };

    const read = async number => {
      clearTimeout(timer);
      // What is typed outlives a reload; it is forgotten once it is on the bench.
      sessionStorage.setItem(kept, field().value);
      const answer = await ask('/intake?handler=Read', { method: 'POST', body: new FormData(form()) });
      if (!answer) return;
      const count = $('#intake-count');
      // Too long a text (413) is answered by the reading's own page.
      if (!answer.ok && answer.status !== 413) { count.textContent = `Not read. ${answer.words} The text is still here.`; return; }
      const scrolled = $('.read-as ol')?.scrollTop ?? 0;
      const choosing = document.activeElement?.closest('.guesses') && document.activeElement.name;
      $('#intake').innerHTML = answer.text;
      if (choosing) $(`.guesses [name=${choosing}]`)?.focus();
      if ($('.read-as ol')) $('.read-as ol').scrollTop = scrolled;
      count.textContent = $('.read-as')?.dataset.words ?? 'Nothing in it was read as an ingredient yet.';
      document.body.classList.toggle('is-read', isRead());
      if (number) focusRow(document.getElementById(`row-${number}`) ?? rows()[0]);
      else mark();
    };

    const first = async () => {
      $('#intake-pasted').value = field().value;
      await read();
      if (isRead()) focusRow($('.ir.doubt') ?? rows()[0]);
    };

    const put = (number, text) => {
      past.push(field().value);
      const lines = field().value.split('\n');
      lines[number - 1] = text;
      field().value = lines.join('\n');
      return read(number);
    };

    // The line is edited where it stands, in the text; the reading follows.
    const edit = number => {
      const lines = field().value.split('\n');
      const from = lines.slice(0, number - 1).join('\n').length + (number > 1 ? 1 : 0);
      field().focus();
      field().setSelectionRange(from, from + lines[number - 1].length);
    };

    const choose = (row, key) => {
      const button = row?.querySelector(`[data-choice="${key}"]`);
      if (!button) return false;
      if (key === 'e') edit(Number(button.dataset.line));
      else put(Number(button.dataset.line), button.dataset.text);
      return true;
    };

    const step = by => {
      const at = rows().indexOf(here());
      focusRow(rows()[Math.max(0, Math.min(at + by, rows().length - 1))]);
    };

    const nextDoubt = () => {
      const doubts = [...document.querySelectorAll('.ir.doubt')];
      const at = rows().indexOf(here());
      focusRow(doubts.find(row => rows().indexOf(row) > at) ?? doubts[0]);
    };

    const go = () => {
      if (isRead() && document.activeElement !== field()) form().requestSubmit($('#to-bench'));
      else first();
    };

    return {
      mark,
      read: () => read(),
      readFirst: event => { event.preventDefault(); first(); },
      pasted: () => setTimeout(first),
      forget: () => sessionStorage.removeItem(kept),

      init() {
        if (!field().value && sessionStorage.getItem(kept)) { field().value = sessionStorage.getItem(kept); first(); }
        if (isRead()) { document.body.classList.add('is-read'); focusRow($('.ir.doubt') ?? rows()[0]); }
      },

      typed() {
        if (!isRead()) $('#intake-pasted').value = field().value;
        clearTimeout(timer);
        timer = setTimeout(() => read(), pause);
      },

      click({ target }) {
        const button = target.closest('[data-choice]');
        if (button) choose(button.closest('.ir'), button.dataset.choice);
        else if (target.closest('.ir')) focusRow(target.closest('.ir'));
      },

      change({ target }) {
        if (target.closest('.guesses')) read();
        if (target.id === 'import-file' && target.files.length) sessionStorage.removeItem(kept);
      },

      key: onKeys({
        ArrowDown: () => step(1),
        ArrowUp: () => step(-1),
        '.': nextDoubt,
        v: () => { field().focus(); field().select(); },
        o: () => $('#import-file').click(),
        z: () => { if (past.length) { field().value = past.pop(); read(here()?.dataset.number ?? 1); } },
      }, {
        first: event => {
          if (event.key === 'Enter' && (event.ctrlKey || event.metaKey)) { go(); return true; }
          if (event.target !== field() || event.key !== 'Escape') return false;
          if (isRead()) focusRow($('.ir.at') ?? $('.ir.here') ?? rows()[0]);
          else $('#intake-read').focus();
          return true;
        },
        other: key => choose(here(), key),
      }),
    };
  });
});
