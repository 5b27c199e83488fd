// Reads a melt chart out: the words for every degree come with it, here they are only shown where the pointer or the keys stand.
const steps = { ArrowLeft: -1, ArrowDown: -1, ArrowRight: 1, ArrowUp: 1, PageDown: -10, PageUp: 10, Home: -100, End: 100 };

document.addEventListener('alpine:init', () => {
  Alpine.data('meltChart', () => ({
    words: () => document.getElementById('melt-reading'),
    reads() { return this.$root.dataset.reads.split('|'); },
    now() { return Number(this.$root.getAttribute('aria-valuenow')); },

    read(at) {
      const [chart, reads] = [this.$root, this.reads()];
      const now = Math.max(0, Math.min(at, reads.length - 1));
      const [left, right] = [Number(chart.dataset.left), Number(chart.dataset.right)];
      const hair = chart.querySelector('.hair');
      const x = left + (now / (reads.length - 1)) * (right - left);
      hair.setAttribute('d', `M${x} ${hair.dataset.top}V${hair.dataset.base}`);
      chart.setAttribute('aria-valuenow', now);
      chart.setAttribute('aria-valuetext', reads[now]);
      if (this.words()) this.words().textContent = reads[now];
    },

    point(event) {
      const [chart, box] = [this.$root, this.$root.getBoundingClientRect()];
      const [left, right] = [Number(chart.dataset.left), Number(chart.dataset.right)];
      const x = (event.clientX - box.left) * (chart.viewBox.baseVal.width / box.width);
      this.read(Math.round(((x - left) / (right - left)) * (this.reads().length - 1)));
    },

    // Arrows move the reading while the chart has the keyboard; the page's own keys do not see them.
    step(event) {
      if (!steps[event.key]) return;
      event.preventDefault();
      event.stopPropagation();
      this.read(this.now() + steps[event.key]);
    },

    enter() { this.read(this.now()); },

    leave(event) {
      if (event.type === 'pointerleave' && document.activeElement === this.$root) return;
      this.$root.querySelector('.hair').removeAttribute('d');
      if (this.words()) this.words().textContent = this.words().dataset.usual;
    },
  }));
});
