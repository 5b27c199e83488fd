// The sheet that adds an ingredient to the bench: found as one types, by any name it goes by.
import { asker } from './ask.js';

document.addEventListener('alpine:init', () => {
  Alpine.data('adding', () => ({
    query: '',
    results: [],
    refusal: '',
    chosen: 0,
    ask: asker(),

    get activeId() { return this.results[this.chosen]?.id ?? ''; },
    get nothingFound() { return this.results.length === 0 && this.refusal === ''; },

    open({ detail }) {
      this.$refs.phase.replaceChildren(...[...document.querySelectorAll('#rows [data-phase-edit]')].map(phase => {
        const { phaseEdit: id, name } = phase.dataset;
        return new Option(`${id} ${name}`, id, false, id === detail.phase);
      }));
      this.query = '';
      this.$root.showModal();
      this.$refs.query.focus();
      this.search();
    },

    async search() {
      const answer = await this.ask(`/api/v1/ingredients?limit=30&query=${encodeURIComponent(this.query)}`);
      if (!answer) return;
      this.refusal = answer.words;
      if (!answer.ok) { this.results = []; return; }
      this.results = JSON.parse(answer.text).items.map((item, at) => (
        { slug: item.slug, name: item.name, role: item.role, inci: item.inci.eu, id: `found-${at}`, chosen: 'false' }));
      this.choose(0);
    },

    choose(at) {
      this.chosen = Math.max(0, Math.min(at, this.results.length - 1));
      this.results.forEach((entry, index) => { entry.chosen = index === this.chosen ? 'true' : 'false'; });
    },

    step(event) {
      if (event.key === 'ArrowDown' || event.key === 'ArrowUp') {
        event.preventDefault();
        this.choose(this.chosen + (event.key === 'ArrowUp' ? -1 : 1));
        this.$nextTick(() => document.getElementById(this.activeId)?.scrollIntoView({ block: 'nearest' }));
      } else if (event.key === 'Enter' && this.results[this.chosen]) {
        event.preventDefault();
        this.take(this.results[this.chosen].slug);
      }
    },

    take(slug) {
      this.$root.close();
      this.$dispatch('add', { phase: this.$refs.phase.value, ingredient: slug });
    },
  }));
});
