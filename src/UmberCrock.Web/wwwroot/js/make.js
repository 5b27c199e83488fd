// Shows what the whole formula would become. What it takes comes with the answer; the bench sends it.
import { asker } from './ask.js';

document.addEventListener('alpine:init', () => {
  Alpine.data('makeIt', () => ({
    ask: asker(),

    async open({ detail }) {
      this.lock();
      const { what } = this.$refs.form.elements;
      what.value = detail?.what ?? (what.value || 'limits');
      this.$root.showModal();
      what.focus();
      await this.fill();
    },

    async fill() {
      const what = this.$refs.form.elements.what.value;
      for (const part of this.$root.querySelectorAll('.only')) part.hidden = !part.dataset.for.split(' ').includes(what);
      if (!what) return;
      const query = new URLSearchParams(new FormData(this.$refs.form));
      query.set('handler', 'Make');
      const sent = await this.ask(`/bench/${document.getElementById('bench').dataset.id}?${query}`);
      if (sent?.ok) this.$refs.answer.innerHTML = sent.text;
      else if (sent) this.$refs.answer.textContent = sent.words;
    },

    // A lock for every line, by its name.
    lock() {
      this.$refs.locks.replaceChildren(...[...document.querySelectorAll('#rows .row')].map(row => {
        const label = document.createElement('label');
        const box = Object.assign(document.createElement('input'), { type: 'checkbox', name: 'lock', value: row.dataset.line });
        label.className = 'tick';
        label.append(box, ` ${row.dataset.name}`);
        return label;
      }));
    },

    take(event) {
      if (event.target.closest('button')) return;
      event.preventDefault();
      document.getElementById('make-take')?.click();
    },
  }));
});
