// Keys of the shelf: the arrows walk along it, Enter opens.
(() => {
  const forms = () => [...document.querySelectorAll('.shelf .form')];
  const find = document.getElementById('find');
  const walk = by => {
    const at = forms().indexOf(document.activeElement);
    forms()[Math.max(0, Math.min(at + by, forms().length - 1))]?.focus();
  };
  document.getElementById('import-file').addEventListener('change', event => { if (event.target.files.length) event.target.form.submit(); });
  document.getElementById('open-file').addEventListener('click', () => document.getElementById('import-file').click());
  document.querySelectorAll('.strip select').forEach(select => select.addEventListener('change', () => select.form.submit()));
  document.addEventListener('keydown', event => {
    if (event.ctrlKey || event.metaKey || event.altKey || document.querySelector('dialog[open]')) return;
    if (event.key === 'Escape' && new URLSearchParams(location.search).size) { location.href = '/'; return; }
    if (event.target.matches('input, select')) return;
    const acts = {
      '/': () => find.focus(),
      ArrowDown: () => walk(1),
      ArrowUp: () => walk(-1),
      p: () => { location.href = '/intake'; },
      n: () => document.getElementById('new-name').focus(),
      o: () => document.getElementById('import-file').click(),
      s: () => { location.href = '/?show=stop'; },
      Delete: () => {
        const line = document.activeElement?.closest('.shelf .form');
        if (!line) return;
        const form = document.getElementById('shelf-delete');
        form.elements.id.value = line.getAttribute('href').split('/').pop();
        form.requestSubmit();
      },
    };
    const letter = /^[a-z]$/i.test(event.key);
    const act = acts[letter ? event.key.toLowerCase() : event.key];
    if (act && !(letter && localStorage.getItem('letters-off') === 'yes')) { event.preventDefault(); act(); }
  });
  if (!document.querySelector('[autofocus]')) forms()[0]?.focus({ preventScroll: true });
})();
