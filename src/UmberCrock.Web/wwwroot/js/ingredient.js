// Keys of an ingredient's page: its sheets, its values, its neighbours.
(() => {
  const page = document.getElementById('ingredient');
  const open = (id, first) => { const sheet = document.getElementById(id); if (!sheet.open) sheet.showModal(); document.getElementById(first)?.select?.(); };
  const values = () => [...document.querySelectorAll('.pr li[tabindex]')];
  const walk = by => {
    const at = values().indexOf(document.activeElement);
    values()[Math.max(0, Math.min(at + by, values().length - 1))]?.focus();
  };
  const go = slug => { if (slug) location.href = `/larder/${slug}`; };
  const form = document.getElementById('lot-form');
  const lots = () => [...document.querySelectorAll('[data-lot]')];

  const fields = document.querySelector('#value-sheet form').elements;
  // What the fields show goes with the property: a number of another one is never kept under it.
  const fill = property => {
    const row = document.querySelector(`.pr [data-property="${CSS.escape(property)}"]`);
    fields.property.value = property;
    fields.version.value = fields.property.selectedOptions[0]?.dataset.version ?? 0;
    if (fields.sure) fields.sure.remove();
    if (!row) {
      for (const name of ['value', 'value-low', 'value-high', 'source']) fields[name].value = '';
    } else {
      fields.value.value = row.dataset.value;
      fields['value-low'].value = row.dataset.low === row.dataset.value ? '' : row.dataset.low;
      fields['value-high'].value = row.dataset.high === row.dataset.value ? '' : row.dataset.high;
      fields.source.value = row.dataset.source;
    }
  };
  const value = () => {
    const row = document.activeElement?.closest('[data-property]') ?? values()[0];
    fill(row?.dataset.property ?? fields.property.options[0].value);
    open('value-sheet', 'value-value');
  };
  fields.property.addEventListener('change', () => fill(fields.property.value));
  const lot = (button, first) => {
    form.reset();
    const kept = button ? JSON.parse(button.dataset.lot) : { id: 0, code: '' };
    for (const [name, entry] of Object.entries(kept)) if (form.elements[name]) form.elements[name].value = entry ?? '';
    form.elements.version.value = button?.dataset.version ?? 0;
    document.getElementById('lot-remove').hidden = !button;
    open('lot-sheet', first);
  };

  document.addEventListener('click', event => {
    const key = event.target.closest('[data-key]');
    const button = event.target.closest('[data-lot]');
    const row = event.target.closest('.pr li');
    if (key) acts[key.dataset.key]();
    else if (button) lot(button, 'lot-remaining');
    else if (row) { row.focus(); value(); }
  });
  const acts = {
    ArrowDown: () => walk(1),
    ArrowUp: () => walk(-1),
    ArrowLeft: () => go(page.dataset.before),
    ArrowRight: () => go(page.dataset.after),
    Enter: value,
    e: value,
    l: () => lot(null, 'lot-code'),
    w: () => lot(lots()[0] ?? null, 'lot-remaining'),
    i: () => open('sources-sheet'),
    c: () => { location.href = `/larder/new?from=${encodeURIComponent(page.dataset.slug)}`; },
    Escape: () => { location.href = '/larder'; },
  };
  document.addEventListener('keydown', event => {
    if (event.ctrlKey || event.metaKey || event.altKey || document.querySelector('dialog[open]')) return;
    if (event.target.matches('input, select, textarea')) return;
    if (event.target.matches('button, a') && (event.key === 'Enter' || event.key === ' ')) return;
    const letter = /^[a-z]$/i.test(event.key);
    const act = acts[letter ? event.key.toLowerCase() : event.key];
    if (act && !(letter && localStorage.getItem('letters-off') === 'yes')) { event.preventDefault(); act(); }
  });
  if (page.dataset.openNow === 'weigh') acts.w();
  else if (page.dataset.openNow) open(page.dataset.openNow);
  else values()[0]?.focus({ preventScroll: true });
})();
