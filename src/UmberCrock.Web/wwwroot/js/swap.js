// Shows what can stand in for a line. What it takes comes with each candidate; the bench sends it.
import { asker } from './ask.js';
import { walk } from './keys.js';

document.addEventListener('alpine:init', () => {
  Alpine.data('swaps', () => ({
    line: 0,
    ask: asker(),

    async open({ detail }) {
      this.line = detail.line;
      // What was kept away from another line is none of this one's business.
      this.$root.querySelectorAll('input:checked').forEach(box => { box.checked = false; });
      await this.fill();
      this.$root.showModal();
      this.choices()[0]?.focus();
    },

    choices() { return [...this.$refs.list.querySelectorAll('.swap')]; },

    async fill() {
      const query = new URLSearchParams({ handler: 'Swap', line: this.line });
      this.$root.querySelectorAll('[name=avoid]:checked').forEach(box => query.append('avoid', box.value));
      if (this.$root.querySelector('[name=inLarder]').checked) query.set('inLarder', 'true');
      const answer = await this.ask(`/bench/${document.getElementById('bench').dataset.id}?${query}`);
      if (answer?.ok) this.$refs.list.innerHTML = answer.text;
      else if (answer) this.$refs.list.replaceChildren(Object.assign(document.createElement('h2'), { id: 'swap-title', textContent: answer.words }));
    },

    step(event) {
      const by = { ArrowDown: 1, ArrowUp: -1 }[event.key];
      if (!by) return;
      event.preventDefault();
      walk(this.choices(), by);
    },
  }));
});
