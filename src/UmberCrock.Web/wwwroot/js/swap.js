// Shows what can stand in for the selected line. What it takes comes with each candidate; the bench sends it.
import { asker } from './ask.js';

(() => {
  const sheet = document.getElementById('swap-sheet');
  const list = document.getElementById('swap-list');
  const ask = asker();
  let line = 0;

  const fill = async () => {
    const query = new URLSearchParams({ handler: 'Swap', line });
    sheet.querySelectorAll('[name=avoid]:checked').forEach(box => query.append('avoid', box.value));
    if (sheet.querySelector('[name=inLarder]').checked) query.set('inLarder', 'true');
    const answer = await ask(`/bench/${document.getElementById('bench').dataset.id}?${query}`);
    if (!answer) return;
    if (answer.ok) { list.innerHTML = answer.text; return; }
    list.replaceChildren(Object.assign(document.createElement('h2'), { id: 'swap-title', textContent: answer.words }));
  };

  document.addEventListener('bench:swap', async event => {
    line = event.detail;
    await fill();
    sheet.showModal();
    list.querySelector('.swap')?.focus();
  });
  sheet.addEventListener('change', fill);
  sheet.addEventListener('keydown', event => {
    const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
    if (!by) return;
    event.preventDefault();
    const all = [...list.querySelectorAll('.swap')];
    all[Math.max(0, Math.min(all.indexOf(document.activeElement) + by, all.length - 1))]?.focus();
  });
})();
