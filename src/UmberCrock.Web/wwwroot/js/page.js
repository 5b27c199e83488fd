// What every page does: sheets by key or button, files, a word when another window was faster or something typed would be lost.
import { copyFrom } from './copy.js';
import { isTyping, lettersOff } from './keys.js';

document.addEventListener('alpine:init', () => {
  Alpine.data('page', () => ({
    isDirty: false,
    isLeaving: false,

    init() {
      const letters = document.getElementById('letters-off');
      if (letters) letters.checked = lettersOff();
    },

    open(id) {
      const sheet = document.getElementById(id);
      if (sheet && !sheet.open) sheet.showModal();
    },

    click({ target }) {
      const opener = target.closest('[data-open]');
      if (opener) this.open(opener.dataset.open);
      const copies = target.closest('[data-copy], [data-copy-from]');
      if (copies) copyFrom(copies);
      if (target.closest('[data-print]')) window.print();
      if (target.closest('[data-close]')) target.closest('dialog').close();
      if (target.closest('#open-file')) document.getElementById('import-file').click();
      if (target.closest('#behind-show')) { this.isLeaving = true; location.reload(); }
      if (target.closest('[data-history]')) { if (history.length > 1) history.back(); else location.assign('/'); }
    },

    change({ target }) {
      if (target.id === 'letters-off') localStorage.setItem('letters-off', target.checked ? 'yes' : 'no');
      if (target.id === 'import-file' && target.files.length) target.form.submit();
    },

    key(event) {
      const typing = isTyping(event.target);
      if (event.key === '?' && !typing && !event.ctrlKey && !event.metaKey) this.open('keys-sheet');
      const back = document.querySelector('[data-back]');
      if (event.key !== 'Escape' || !back || document.querySelector('dialog[open]')) return;
      // In a field, Esc leaves the field, not the page: what was typed would go with it.
      if (typing) event.target.blur();
      else back.click();
    },

    // Another window may have been faster: when this one is looked at again, it asks.
    async look() {
      const { behind, behindAt } = document.body.dataset;
      if (document.visibilityState !== 'visible' || !behind) return;
      const answer = await fetch(`/behind?of=${encodeURIComponent(behind)}`).catch(() => null);
      if (answer?.ok) document.getElementById('behind').hidden = (await answer.text()) === behindAt;
    },

    // What was typed into a form and not kept is not left without a word.
    typed({ target }) { if (target.form?.matches('[data-dirty]')) this.isDirty = true; },
    sent({ target }) { if (target.matches('[data-dirty]')) this.isLeaving = true; },
    leave(event) { if (this.isDirty && !this.isLeaving) event.preventDefault(); },
  }));
});
