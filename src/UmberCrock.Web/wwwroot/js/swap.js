// Shows what can stand in for the selected line. What it takes comes with each candidate; the bench sends it.
(() => {
  const sheet = document.getElementById('swap-sheet');
  const list = document.getElementById('swap-list');
  let line = 0;

  const fill = async () => {
    const query = new URLSearchParams({ handler: 'Swap', line });
    sheet.querySelectorAll('[name=avoid]:checked').forEach(box => query.append('avoid', box.value));
    if (sheet.querySelector('[name=inLarder]').checked) query.set('inLarder', 'true');
    const answer = await fetch(`/bench/${document.getElementById('bench').dataset.id}?${query}`).catch(() => null);
    list.innerHTML = answer?.ok ? await answer.text() : '<h2 id="swap-title">The application does not answer</h2>';
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
