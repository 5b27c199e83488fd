// What every page does: open and close sheets by key or button.
(() => {
  const open = id => { const sheet = document.getElementById(id); if (sheet && !sheet.open) sheet.showModal(); };
  document.addEventListener('click', event => {
    const opener = event.target.closest('[data-open]');
    if (opener) open(opener.dataset.open);
    if (event.target.closest('[data-print]')) window.print();
    if (event.target.closest('[data-close]')) event.target.closest('dialog').close();
  });
  document.addEventListener('keydown', event => {
    const typing = event.target.matches('input, select, textarea');
    if (event.key === 'Escape' && !document.querySelector('dialog[open]')) document.querySelector('[data-back]')?.click();
    if (event.key === '?' && !typing && !event.ctrlKey && !event.metaKey) open('keys-sheet');
  });
  const letters = document.getElementById('letters-off');
  if (letters) {
    letters.checked = localStorage.getItem('letters-off') === 'yes';
    letters.addEventListener('change', () => localStorage.setItem('letters-off', letters.checked ? 'yes' : 'no'));
  }
})();
