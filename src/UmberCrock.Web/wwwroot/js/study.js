// The panel of a study: keys mark what is seen, the answer of the rule follows each mark, Enter keeps it.
import { onKeys } from './keys.js';
import { asker } from './ask.js';

document.addEventListener('alpine:init', () => {
  Alpine.data('study', () => {
    const ask = asker();
    const form = () => document.getElementById('look');
    const rows = () => [...document.querySelectorAll('#look [data-row]')];
    let at = 0;

    const show = () => rows().forEach((row, index) => row.classList.toggle('cur', index === at));
    const go = to => {
      at = Math.max(0, Math.min(to, rows().length - 1));
      show();
      const field = rows()[at]?.querySelector('input:not([type=radio])');
      if (field) field.focus();
      else if (document.activeElement?.matches('input:not([type=radio])')) document.activeElement.blur();
      return true;
    };

    // What the rule says of what is marked: asked after each mark, the last answer counts.
    const judge = async () => {
      const marked = new FormData(form());
      // Pictures change no verdict, and are heavy.
      marked.delete('picture');
      const sent = await ask(`${location.pathname}?handler=Judge`, { method: 'POST', body: marked });
      if (sent) document.getElementById('judged').innerHTML = sent.text;
    };

    const mark = key => {
      const row = rows()[at];
      if (!row) return false;
      const marks = [...row.querySelectorAll('input[type=radio]')];
      const chosen = marks[row.dataset.row === 'band' ? Number(key) - 1 : Number(key)];
      if (!chosen) return false;
      chosen.checked = true;
      judge();
      go(at + 1);
      return true;
    };

    const restNone = () => {
      rows().forEach(row => {
        const marks = [...row.querySelectorAll('input[type=radio]')];
        if (!row.dataset.row && marks.every(one => !one.checked)) marks[0].checked = true;
      });
      judge();
      const open = rows().findIndex(row => ![...row.querySelectorAll('input')].some(one => one.type === 'radio' ? one.checked : one.value));
      go(open < 0 ? rows().length - 1 : open);
      return true;
    };

    const own = value => () => {
      const choice = document.querySelector(`input[name=own][value=${value}]`);
      if (!choice) return false;
      choice.checked = true;
      judge();
      document.getElementById('reason').focus();
      return true;
    };

    const along = by => () => {
      const current = document.querySelector('.studygrid a[aria-current]');
      const all = [...(current?.closest('tr').querySelectorAll('a') ?? [])];
      const next = all[all.indexOf(current) + by];
      if (!next) return false;
      location.replace(next.href);
      return true;
    };

    const nextDue = () => {
      const all = [...document.querySelectorAll('.studygrid a')];
      const here = all.findIndex(one => one.getAttribute('aria-current'));
      const due = [...all.slice(here + 1), ...all.slice(0, here)].find(one => one.dataset.status === 'due');
      if (!due) return false;
      location.replace(due.href);
      return true;
    };

    const acts = {
      ArrowLeft: along(-1),
      ArrowRight: along(1),
      ArrowUp: () => go(at - 1),
      ArrowDown: () => go(at + 1),
      Enter: () => { form()?.requestSubmit(); },
      a: restNone,
      d: nextDue,
      p: () => document.getElementById('picture')?.click(),
      n: () => document.getElementById('note')?.focus(),
      h: own('held'),
      c: own('changed'),
      f: own('failed'),
      z: () => document.getElementById('undo')?.requestSubmit(),
    };

    // The radios are marked by digits, wherever among them the focus is.
    const first = event => {
      if (event.ctrlKey || event.metaKey || event.altKey || !form() || !/^[0-7]$/.test(event.key)) return false;
      if (event.target.matches('input:not([type=radio], [type=checkbox]), textarea, select')) return false;
      return mark(event.key);
    };
    const clicked = event => {
      const button = event.target.closest('[data-press]');
      if (button) acts[button.dataset.press]?.();
    };
    const changed = event => {
      if (!event.target.closest('#look')) return;
      if (event.target.id === 'picture') {
        const chosen = event.target.files.length;
        document.getElementById('picked').textContent = chosen === 1 ? '1 picture' : chosen ? `${chosen} pictures` : 'Picture';
        return;
      }
      const row = event.target.closest('[data-row]');
      if (row) { at = rows().indexOf(row); show(); }
      if (event.target.id !== 'note' && event.target.id !== 'reason') judge();
    };

    return {
      key: onKeys(acts, { first }),
      init() {
        const open = rows().findIndex(row => ![...row.querySelectorAll('input')].some(one => one.type === 'radio' ? one.checked : one.value));
        at = Math.max(0, open);
        show();
        document.addEventListener('click', clicked);
        document.addEventListener('change', changed);
      },
      destroy() {
        document.removeEventListener('click', clicked);
        document.removeEventListener('change', changed);
      },
    };
  });
});
