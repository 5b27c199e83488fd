// The settings: what is chosen is kept at once, and the page shows what it does; what is typed is kept when its field is left.
import { showAll } from './fresh.js';
import { letGo } from './letgo.js';
import { untilAnswered } from './post.js';

const field = () => document.activeElement?.closest('.settingspage form')?.elements ? document.activeElement : null;

const focusAgain = (name, value, isAll) => {
  if (!name) return;
  const same = [...document.querySelectorAll(`.settingspage [name="${CSS.escape(name)}"]`)];
  const next = same.find(one => one.type !== 'radio' || one.value === value);
  next?.focus({ preventScroll: true });
  if (isAll) next?.select?.();
};

document.addEventListener('alpine:init', () => {
  Alpine.data('settings', () => ({
    isTyped: false,
    isSending: false,
    isAsked: false,

    form() { return this.$root.querySelector('form'); },

    typed() { this.isTyped = true; },

    changed({ target }) {
      const at = target.form?.elements[`${target.name.replace(/-by$/, '')}-at`];
      // An address is asked for before a device at one is kept.
      if (target.value === 'address' && at?.value === '') { at.focus(); return; }
      // Of a row all is typed before it is kept.
      if (target.closest('tr')) this.isTyped = true;
      else this.send();
    },

    left({ target, relatedTarget }) {
      const row = target.closest('tr');
      if (this.isTyped && row && !row.contains(relatedTarget)) this.send();
    },

    // Whoever closes the page with something typed leaves it kept.
    leave() {
      if (this.isTyped) fetch(this.form().action, { method: 'POST', keepalive: true, body: new FormData(this.form()) });
    },

    // A choice that waits for the answer to the one before cannot go with a page that closes.
    stay(event) { if (this.isAsked) event.preventDefault(); },

    // On a phone the rim has no room for it.
    say(words) { for (const id of ['kept', 'settings-said']) document.getElementById(id).textContent = words; },

    async send() {
      this.isTyped = false;
      this.isAsked = true;
      if (this.isSending) return;
      this.isSending = true;
      while (this.isAsked) {
        this.isAsked = false;
        this.say('Being kept');
        const answer = await untilAnswered(this.form().action, () => ({ body: new FormData(this.form()) }),
          () => this.say('Not kept yet: no answer. It is tried again.'));
        const doc = new DOMParser().parseFromString(await answer.text(), 'text/html');
        await letGo();
        if (doc.querySelector('.settingspage')) this.show(doc);
        else this.say('Not kept. Load the page again.');
      }
      this.isSending = false;
    },

    show(doc) {
      const version = doc.querySelector('input[name=version]').value;
      if (!this.isAsked) this.say(doc.getElementById('settings-said').textContent);
      // While something else is being typed the page stays as it is: it is shown with the next answer.
      if (this.isTyped || this.isAsked) {
        this.form().elements.version.value = version;
        document.body.dataset.behindAt = doc.body.dataset.behindAt;
        return;
      }
      const { name, value, selectionStart, selectionEnd } = field() ?? {};
      showAll(doc);
      focusAgain(name, value, selectionStart === 0 && selectionEnd > 0 && selectionEnd === value?.length);
    },
  }));
});
