// Shows what the whole formula would become. What it takes comes with the answer; the bench sends it.
import { asker } from './ask.js';

(() => {
  const sheet = document.getElementById('make-sheet');
  const form = document.getElementById('make-form');
  const answer = document.getElementById('make-answer');
  const ask = asker();

  const fill = async () => {
    const what = form.elements.what.value;
    for (const part of form.querySelectorAll('.only')) part.hidden = !part.dataset.for.split(' ').includes(what);
    if (!what) return;
    const query = new URLSearchParams(new FormData(form));
    query.set('handler', 'Make');
    const sent = await ask(`/bench/${document.getElementById('bench').dataset.id}?${query}`);
    if (sent?.ok) answer.innerHTML = sent.text;
    else if (sent) answer.textContent = sent.words;
  };

  // A lock for every line, by its name.
  const locks = () => {
    document.getElementById('make-locks').replaceChildren(...[...document.querySelectorAll('#rows .row')].map(row => {
      const label = document.createElement('label');
      const box = Object.assign(document.createElement('input'), { type: 'checkbox', name: 'lock', value: row.dataset.line });
      label.className = 'tick';
      label.append(box, ` ${row.dataset.name}`);
      return label;
    }));
  };

  document.addEventListener('bench:make', async () => {
    locks();
    form.elements.what.value ||= 'limits';
    sheet.showModal();
    form.elements.what.focus();
    await fill();
  });
  form.addEventListener('change', fill);
  form.addEventListener('submit', event => event.preventDefault());
  sheet.addEventListener('keydown', event => {
    if (event.key !== 'Enter' || event.target.closest('button')) return;
    event.preventDefault();
    document.getElementById('make-take')?.click();
  });
})();
