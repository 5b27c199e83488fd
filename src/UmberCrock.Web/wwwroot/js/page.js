// What every page does: open and close sheets by key or button.
(() => {
  const open = id => { const sheet = document.getElementById(id); if (sheet && !sheet.open) sheet.showModal(); };
  document.addEventListener('click', event => {
    const opener = event.target.closest('[data-open]');
    if (opener) open(opener.dataset.open);
    if (event.target.closest('[data-print]')) window.print();
    if (event.target.closest('[data-close]')) event.target.closest('dialog').close();
    if (event.target.closest('[data-history]')) { if (history.length > 1) history.back(); else location.assign('/'); }
  });
  document.addEventListener('keydown', event => {
    const typing = event.target.matches('input:not([type=radio], [type=checkbox]), select, textarea');
    // In a field, Esc leaves the field, not the page: what was typed would go with it.
    if (event.key === 'Escape' && typing && document.querySelector('[data-back]') && !document.querySelector('dialog[open]')) { event.target.blur(); return; }
    if (event.key === 'Escape' && !document.querySelector('dialog[open]')) document.querySelector('[data-back]')?.click();
    if (event.key === '?' && !typing && !event.ctrlKey && !event.metaKey) open('keys-sheet');
  });
  // Another window may have been faster: when this one is looked at again, it asks.
  const body = document.body;
  const look = async () => {
    if (document.visibilityState !== 'visible' || !body.dataset.behind) return;
    const answer = await fetch(`/behind?of=${encodeURIComponent(body.dataset.behind)}`).catch(() => null);
    if (answer?.ok) document.getElementById('behind').hidden = (await answer.text()) === body.dataset.behindAt;
  };
  document.addEventListener('visibilitychange', look);
  addEventListener('focus', look);
  document.getElementById('behind-show').addEventListener('click', () => { leaving = true; location.reload(); });
  // What was typed into a form and not kept is not left without a word.
  let [dirty, leaving] = [false, false];
  for (const form of document.querySelectorAll('form[data-dirty]')) {
    form.addEventListener('input', () => { dirty = true; });
    form.addEventListener('submit', () => { leaving = true; });
  }
  addEventListener('beforeunload', event => { if (dirty && !leaving) event.preventDefault(); });
  const letters = document.getElementById('letters-off');
  if (letters) {
    letters.checked = localStorage.getItem('letters-off') === 'yes';
    letters.addEventListener('change', () => localStorage.setItem('letters-off', letters.checked ? 'yes' : 'no'));
  }
})();
