// An ingredient's page: its sheets, its values, its neighbours.
import { onKeys, walk } from './keys.js';

document.addEventListener('alpine:init', () => {
  Alpine.data('ingredient', () => {
    const page = () => document.getElementById('ingredient');
    const values = () => [...document.querySelectorAll('.pr li[tabindex]')];
    const open = (id, first) => {
      const sheet = document.getElementById(id);
      if (!sheet.open) sheet.showModal();
      document.getElementById(first)?.select?.();
    };
    const go = slug => { if (slug) location.assign(`/larder/${slug}`); };

    // What the fields show goes with the property: a number of another one is never kept under it.
    const fill = property => {
      const fields = document.querySelector('#value-sheet form').elements;
      const row = document.querySelector(`.pr [data-property="${CSS.escape(property)}"]`);
      const { value = '', low = '', high = '', source = '' } = row?.dataset ?? {};
      fields.property.value = property;
      fields.version.value = fields.property.selectedOptions[0]?.dataset.version ?? 0;
      fields.sure?.remove();
      fields.value.value = value;
      fields['value-low'].value = low === value ? '' : low;
      fields['value-high'].value = high === value ? '' : high;
      fields.source.value = source;
    };
    const own = () => {
      const row = document.activeElement?.closest('[data-property]') ?? values()[0];
      fill(row?.dataset.property ?? document.getElementById('value-property').options[0].value);
      open('value-sheet', 'value-value');
    };
    const lot = (button, first) => {
      const form = document.getElementById('lot-form');
      form.reset();
      const kept = button ? JSON.parse(button.dataset.lot) : { id: 0, code: '' };
      for (const [name, entry] of Object.entries(kept)) if (form.elements[name]) form.elements[name].value = entry ?? '';
      form.elements.version.value = button?.dataset.version ?? 0;
      document.getElementById('lot-remove').hidden = !button;
      open('lot-sheet', first);
    };
    const acts = {
      ArrowDown: () => walk(values(), 1),
      ArrowUp: () => walk(values(), -1),
      ArrowLeft: () => go(page().dataset.before),
      ArrowRight: () => go(page().dataset.after),
      Enter: own,
      e: own,
      l: () => lot(null, 'lot-code'),
      w: () => lot(document.querySelector('[data-lot]'), 'lot-remaining'),
      i: () => open('sources-sheet'),
      c: () => location.assign(`/larder/new?from=${encodeURIComponent(page().dataset.slug)}`),
      Escape: () => location.assign('/larder'),
    };

    return {
      key: onKeys(acts),

      init() {
        const { openNow } = page().dataset;
        if (openNow === 'weigh') acts.w();
        else if (openNow) open(openNow);
        else values()[0]?.focus({ preventScroll: true });
      },

      click({ target }) {
        const key = target.closest('[data-key]');
        const button = target.closest('[data-lot]');
        const row = target.closest('.pr li');
        if (key) acts[key.dataset.key]();
        else if (button) lot(button, 'lot-remaining');
        else if (row) { row.focus(); own(); }
      },

      change({ target }) { if (target.id === 'value-property') fill(target.value); },
    };
  });
});
